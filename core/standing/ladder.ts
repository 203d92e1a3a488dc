import type { MeasureCode } from '../measure/measure';
import { changeOf } from '../comparison/change';
import type { Period } from '../period/calendar';
import type { DaySpan } from '../period/day';
import { movementOf, rank } from '../ranking/rank';
import { isOnRamp } from '../units/ramp';
import { completeValue } from '../target/found';
import { valueIn, type Books, type EarlierSpan } from './books';
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

/** What a unit is ranked by in one period. */
interface Measured {
  /** Its place in the list that was asked for. */
  at: number;
  name: string;
  actual: number | null;
  value: number | null;
}

/** Units ranked, best first, with where they stood at the same point of the prior period (CALCULATIONS 9). */
export function rankUnits(books: Books, unitIds: readonly number[], period: Period, measure: MeasureCode, by: RankedBy): Rung[] {
  const { direction } = books.measures.get(measure);
  const { prior, beforePrior } = books.comparedOf(period);
  // A period after the other, not a unit after the other: what is kept of a period is found at once.
  const now = measureUnits(books, unitIds, measure, by, { period, span: period }, prior.span);
  const then = measureUnits(books, unitIds, measure, by, prior, beforePrior.span);
  const rankThen = new Array<number | null>(then.length).fill(null);
  for (const { item, rank: place } of rank(then, direction)) rankThen[item.at] = place;
  return rank(now, direction).map(({ item: { at, actual, value }, rank: place }) => ({
    unitId: unitIds[at]!, actual, priorActual: then[at]!.actual, value, before: then[at]!.value, rank: place, movement: movementOf(rankThen[at]!, place),
  }));
}

function measureUnits(books: Books, unitIds: readonly number[], measure: MeasureCode, by: RankedBy, { period, span }: EarlierSpan, before: DaySpan): Measured[] {
  return unitIds.map((unitId, at) => {
    const actual = valueIn(books, unitId, measure, span);
    // Ranked is who was there on the days that are counted: a joiner has gained no places, and nobody has any before it begins.
    const isThere = span.to > span.from && period.from <= books.asOf && books.tree.isActiveDuring(unitId, span);
    if (!isThere) return { at, name: books.tree.find(unitId)?.name ?? '', actual, value: null };
    return { at, name: books.tree.find(unitId)?.name ?? '', actual, value: valueBy(books, unitId, measure, by, actual, period, before) };
  });
}

function valueBy(books: Books, unitId: number, measure: MeasureCode, by: RankedBy, actual: number | null, period: Period, before: DaySpan): number | null {
  switch (by) {
    case 'actual': return actual;
    case 'growth': return changeOf(actual, valueIn(books, unitId, measure, before)).share;
    case 'attainment': return attainmentOf(actual, completeValue(books.lookup.find(unitId, period, measure)));
    case 'gap': return gapOf(actual, completeValue(books.lookup.find(unitId, period, measure)));
  }
}

function gapOf(actual: number | null, target: number | null): number | null {
  return actual === null || target === null ? null : actual - target;
}

/** Everything that is shown of one line of a ranking. */
export function buildPlace(books: Books, rung: Rung, period: Period, measure: MeasureCode): Place {
  const standing = buildStanding(books, rung.unitId, period, measure);
  let [first, last] = [Infinity, -Infinity];
  for (const { from, to } of books.tree.membershipsOf(rung.unitId)) [first, last] = [Math.min(first, from), Math.max(last, to)];
  // Each field by name: a spread that is added to costs three times as much as all else here.
  const { unitId, rank: place, actual, priorActual, value, before, movement } = rung;
  return {
    unitId, rank: place, actual, priorActual, value, before, movement, standing,
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
