import type { MeasureCode } from '../measure/measure';
import { changeOf } from '../comparison/change';
import type { Period } from '../period/calendar';
import { cutAtSameDate, priorPeriodOf } from '../period/neighbours';
import { movementOf, rank } from '../ranking/rank';
import { isOnRamp } from '../units/ramp';
import { completeValue } from '../target/found';
import { valueIn, type Books } from './books';
import { attainmentOf, buildLastYear, buildPrior, buildStanding, type Earlier, type Standing } from './standing';

/** What units are ranked by: percent of target, the figure itself, its change against the prior period at the same point, or its distance from the target. */
export const RANKED_BY = ['attainment', 'actual', 'growth', 'gap'] as const;
export type RankedBy = (typeof RANKED_BY)[number];

/** One line of a ranking. */
export interface Place {
  standing: Standing;
  rank: number | null;
  /** What it is ranked by: a ratio for attainment and growth, else whole units of the measure; null: not ranked. */
  value: number | null;
  /** The same at the same point of the prior period: the hollow marker of the ladder. */
  before: number | null;
  /** Places gained against the prior period at the same point; null when not ranked in both. */
  movement: number | null;
  prior: Earlier;
  lastYear: Earlier | null;
  /** Less than the full target is asked of a newcomer in the period. */
  isOnRamp: boolean;
  /** Joined after the period began. */
  joined: boolean;
  /** Left before the period or the business date ended. */
  left: boolean;
}

/** Units ranked, best first, with where they stood at the same point of the prior period (CALCULATIONS 9). */
export function buildPlaces(books: Books, unitIds: readonly number[], period: Period, measure: MeasureCode, by: RankedBy = 'attainment'): Place[] {
  const direction = books.measures.get(measure).direction;
  const nameOf = (unitId: number) => books.tree.find(unitId)?.name ?? '';
  const priorPeriod = priorPeriodOf(books.calendar, period);
  const before = unitIds.map((unitId) => valueBefore(books, unitId, period, priorPeriod, measure, by));
  const rankThen = new Map(rank(before, { value: (each) => each.value, actual: (each) => each.actual, name: (each) => nameOf(each.unitId), direction }).map(({ item, rank: place }) => [item.unitId, { place, value: item.value }]));

  const now = unitIds.map((unitId) => {
    const standing = buildStanding(books, unitId, period, measure);
    const prior = buildPrior(books, standing);
    return { unitId, standing, prior, actual: standing.actual, value: valueOf(standing, prior, by) };
  });
  return rank(now, { value: (each) => each.value, actual: (each) => each.actual, name: (each) => nameOf(each.unitId), direction }).map(({ item: { standing, prior, value, unitId }, rank: place }) => {
    const then = rankThen.get(unitId);
    const memberships = books.tree.membershipsOf(unitId);
    const first = Math.min(...memberships.map((membership) => membership.from));
    const last = Math.max(...memberships.map((membership) => membership.to));
    return {
      standing, prior, value, rank: place,
      before: then?.value ?? null,
      movement: movementOf(then?.place ?? null, place),
      lastYear: buildLastYear(books, standing),
      isOnRamp: isOnRamp(books.calendar, books.ramps.get(unitId), period),
      joined: first > period.from,
      left: last < period.to && last <= books.asOf + 1,
    };
  });
}

function valueOf(standing: Standing, prior: Earlier, by: RankedBy): number | null {
  switch (by) {
    case 'attainment': return standing.attainment;
    case 'actual': return standing.actual;
    case 'growth': return prior.share;
    case 'gap': return standing.gap;
  }
}

/** The same in the prior period, cut at the same date. */
function valueBefore(books: Books, unitId: number, period: Period, prior: Period, measure: MeasureCode, by: RankedBy) {
  const actual = valueIn(books, unitId, measure, cutAtSameDate(period, books.asOf, prior));
  if (by === 'actual') return { unitId, actual, value: actual };
  if (by === 'growth') {
    const earlier = priorPeriodOf(books.calendar, prior);
    return { unitId, actual, value: changeOf(actual, valueIn(books, unitId, measure, cutAtSameDate(period, books.asOf, earlier))).share };
  }
  const target = completeValue(books.lookup.find(unitId, prior, measure));
  return { unitId, actual, value: by === 'attainment' ? attainmentOf(actual, target) : actual === null || target === null ? null : actual - target };
}
