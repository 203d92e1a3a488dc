import type { MeasureCode } from '../measure/measure';
import { changeOf } from '../comparison/change';
import type { Period } from '../period/calendar';
import { movementOf, rank } from '../ranking/rank';
import { isOnRamp } from '../units/ramp';
import { completeValue } from '../target/found';
import { valueIn, type Books } from './books';
import { attainmentOf, buildLastYear, buildPrior, buildStanding, type Earlier, type Standing } from './standing';

/** What units are ranked by: percent of target, the figure itself, its change against the prior period at the same point, or its distance from the target. */
export const RANKED_BY = ['attainment', 'actual', 'growth', 'gap'] as const;
export type RankedBy = (typeof RANKED_BY)[number];

/** A unit's place in a ranking, and what it was ranked by: all that is asked of thousands at once. */
export interface Rung {
  unitId: number;
  rank: number | null;
  actual: number | null;
  /** The figure at the same point of the prior period. */
  priorActual: number | null;
  /** What it is ranked by: a ratio for attainment and growth, else whole units of the measure; null: not ranked. */
  value: number | null;
  /** The same at the same point of the prior period: the hollow marker of the ladder. */
  before: number | null;
  /** Places gained against the prior period at the same point; null when not ranked in both. */
  movement: number | null;
}

/** One line of a ranking, with everything that is shown of it. */
export interface Place extends Rung {
  standing: Standing;
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
export function rankUnits(books: Books, unitIds: readonly number[], period: Period, measure: MeasureCode, by: RankedBy): Rung[] {
  const { direction } = books.measures.get(measure);
  const { prior, beforePrior } = books.comparedOf(period);
  const now = unitIds.map((unitId) => {
    const name = books.tree.find(unitId)?.name ?? '';
    const [actual, priorActual] = [valueIn(books, unitId, measure, period), valueIn(books, unitId, measure, prior.span)];
    if (by === 'actual') return { unitId, name, actual, priorActual, value: actual, before: priorActual };
    if (by === 'growth') return { unitId, name, actual, priorActual, value: changeOf(actual, priorActual).share, before: changeOf(priorActual, valueIn(books, unitId, measure, beforePrior.span)).share };
    const [target, priorTarget] = [completeValue(books.lookup.find(unitId, period, measure)), completeValue(books.lookup.find(unitId, prior.period, measure))];
    return by === 'attainment'
      ? { unitId, name, actual, priorActual, value: attainmentOf(actual, target), before: attainmentOf(priorActual, priorTarget) }
      : { unitId, name, actual, priorActual, value: gapOf(actual, target), before: gapOf(priorActual, priorTarget) };
  });
  const rankThen = new Map(rank(now, { value: (each) => each.before, actual: (each) => each.priorActual, name: (each) => each.name, direction }).map(({ item, rank: place }) => [item.unitId, place]));
  return rank(now, { value: (each) => each.value, actual: (each) => each.actual, name: (each) => each.name, direction })
    .map(({ item: { unitId, actual, priorActual, value, before }, rank: place }) => ({ unitId, actual, priorActual, value, before, rank: place, movement: movementOf(rankThen.get(unitId) ?? null, place) }));
}

function gapOf(actual: number | null, target: number | null): number | null {
  return actual === null || target === null ? null : actual - target;
}

/** Everything that is shown of one line of a ranking. */
export function buildPlace(books: Books, rung: Rung, period: Period, measure: MeasureCode): Place {
  const standing = buildStanding(books, rung.unitId, period, measure);
  let [first, last] = [Infinity, -Infinity];
  for (const { from, to } of books.tree.membershipsOf(rung.unitId)) [first, last] = [Math.min(first, from), Math.max(last, to)];
  return {
    ...rung, standing,
    prior: buildPrior(books, standing), lastYear: buildLastYear(books, standing),
    isOnRamp: isOnRamp(books.calendar, books.ramps.get(rung.unitId), period),
    joined: first > period.from,
    left: last < period.to && last <= books.asOf + 1,
  };
}

/** A whole ranking with everything that is shown of it. */
export function buildPlaces(books: Books, unitIds: readonly number[], period: Period, measure: MeasureCode, by: RankedBy = 'attainment'): Place[] {
  return rankUnits(books, unitIds, period, measure, by).map((rung) => buildPlace(books, rung, period, measure));
}
