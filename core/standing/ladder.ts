import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import { cutAtSameDate, priorPeriodOf } from '../period/neighbours';
import { movementOf, rank } from '../ranking/rank';
import { isOnRamp } from '../units/ramp';
import { completeValue } from '../target/found';
import { valueIn, type Books } from './books';
import { attainmentOf, buildLastYear, buildStanding, type Earlier, type Standing } from './standing';

/** One line of a ranking. */
export interface Place {
  standing: Standing;
  rank: number | null;
  /** Places gained against the prior period at the same point; null when not ranked in both. */
  movement: number | null;
  /** Attainment in the prior period at the same point: the hollow marker of the ladder. */
  priorAttainment: number | null;
  lastYear: Earlier | null;
  /** Less than the full target is asked of a newcomer in the period. */
  isOnRamp: boolean;
  /** Joined after the period began. */
  joined: boolean;
  /** Left before the period or the business date ended. */
  left: boolean;
}

/** Units ranked by attainment, best first, with where they stood at the same point of the prior period (CALCULATIONS 9). */
export function buildPlaces(books: Books, unitIds: readonly number[], period: Period, measure: MeasureCode): Place[] {
  const { direction } = books.measures.get(measure);
  const nameOf = (unitId: number) => books.tree.find(unitId)?.name ?? '';
  const prior = priorPeriodOf(books.calendar, period);
  const priorSpan = cutAtSameDate(period, books.asOf, prior);
  const before = unitIds.map((unitId) => {
    const target = completeValue(books.lookup.find(unitId, prior, measure));
    const actual = valueIn(books, unitId, measure, priorSpan);
    return { unitId, actual, attainment: attainmentOf(actual, target) };
  });
  const rankThen = new Map(rank(before, { value: (each) => each.attainment, actual: (each) => each.actual, name: (each) => nameOf(each.unitId), direction })
    .map(({ item, rank: place }) => [item.unitId, { place, attainment: item.attainment }]));

  const standings = unitIds.map((unitId) => buildStanding(books, unitId, period, measure));
  const now = rank(standings, { value: (each) => each.attainment, actual: (each) => each.actual, name: (each) => nameOf(each.unitId), direction });
  return now.map(({ item, rank: place }) => {
    const then = rankThen.get(item.unitId);
    const memberships = books.tree.membershipsOf(item.unitId);
    const first = Math.min(...memberships.map((membership) => membership.from));
    const last = Math.max(...memberships.map((membership) => membership.to));
    return {
      standing: item,
      rank: place,
      movement: movementOf(then?.place ?? null, place),
      priorAttainment: then?.attainment ?? null,
      lastYear: buildLastYear(books, item),
      isOnRamp: isOnRamp(books.calendar, books.ramps.get(item.unitId), period),
      joined: first > period.from,
      left: last < period.to && last <= books.asOf + 1,
    };
  });
}
