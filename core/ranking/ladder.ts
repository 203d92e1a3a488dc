import {
  attainmentOf,
  buildPrior,
  buildPriorYear,
  buildStanding,
  type Earlier,
  type Standing,
} from '../attainment/standing';
import { changeOf } from '../comparison/change';
import { type Dataset, type EarlierSpan, valueIn } from '../dataset/dataset';
import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import type { DaySpan } from '../period/day';
import { completeValue } from '../targets/resolvedTarget';
import { isOnRamp } from '../units/ramp';
import { rank, rankChangeOf } from './rank';

/**
 * What units are ranked by: percent of target, the figure itself, its change against the prior
 * period at the same point, or its distance from the target.
 */
export const RANKED_BY = ['attainment', 'actual', 'growth', 'gap'] as const;
export type RankedBy = (typeof RANKED_BY)[number];

/**
 * A unit's place in a ranking, and what it was ranked by: all that is asked of thousands at once.
 */
export interface RankedUnit {
  unitId: number;
  rank: number | null;
  actual: number | null;
  /** The figure at the same point of the prior period. */
  priorActual: number | null;
  /**
   * What it is ranked by: a ratio for attainment and growth, else whole units of the measure; null:
   * not ranked.
   */
  value: number | null;
  /** The same at the same point of the prior period: the hollow marker of the ladder. */
  priorValue: number | null;
  /** Places gained against the prior period at the same point; null when not ranked in both. */
  rankChange: number | null;
}

/** One line of a ranking, with everything that is shown of it. */
export interface RankingRow extends RankedUnit {
  standing: Standing;
  prior: Earlier;
  priorYear: Earlier | null;
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

/**
 * Units ranked, best first, with where they stood at the same point of the prior period
 * (docs/calculations.md, 9).
 */
export function rankUnits(
  dataset: Dataset,
  unitIds: readonly number[],
  period: Period,
  measure: MeasureCode,
  by: RankedBy,
): RankedUnit[] {
  const { direction } = dataset.measures.get(measure);
  const { prior, priorOfPrior } = dataset.comparedOf(period);
  // A period after the other, not a unit after the other: what is kept of a period is found at
  // once.
  const now = measureUnits(dataset, unitIds, measure, by, { period, span: period }, prior.span);
  const then = measureUnits(dataset, unitIds, measure, by, prior, priorOfPrior.span);
  const rankThen = new Array<number | null>(then.length).fill(null);
  for (const { item, rank: place } of rank(then, direction)) rankThen[item.at] = place;
  return rank(now, direction).map(({ item: { at, actual, value }, rank: place }) => ({
    unitId: unitIds[at]!,
    actual,
    priorActual: then[at]!.actual,
    value,
    priorValue: then[at]!.value,
    rank: place,
    rankChange: rankChangeOf(rankThen[at]!, place),
  }));
}

function measureUnits(
  dataset: Dataset,
  unitIds: readonly number[],
  measure: MeasureCode,
  by: RankedBy,
  { period, span }: EarlierSpan,
  before: DaySpan,
): Measured[] {
  // Ranked is who was there on the days that are counted: a joiner has gained no places, who comes
  // later has none yet, and nobody has any before it begins.
  const counted = { from: span.from, to: Math.min(span.to, dataset.asOf + 1) };
  const isBegun = counted.to > counted.from;
  return unitIds.map((unitId, at) => {
    const actual = valueIn(dataset, unitId, measure, span);
    const isThere = isBegun && dataset.tree.isActiveDuring(unitId, counted);
    if (!isThere) return { at, name: dataset.tree.find(unitId)?.name ?? '', actual, value: null };
    return {
      at,
      name: dataset.tree.find(unitId)?.name ?? '',
      actual,
      value: valueBy(dataset, unitId, measure, by, actual, period, before),
    };
  });
}

function valueBy(
  dataset: Dataset,
  unitId: number,
  measure: MeasureCode,
  by: RankedBy,
  actual: number | null,
  period: Period,
  before: DaySpan,
): number | null {
  switch (by) {
    case 'actual':
      return actual;
    case 'growth':
      return changeOf(actual, valueIn(dataset, unitId, measure, before)).share;
    case 'attainment':
      return attainmentOf(actual, completeValue(dataset.lookup.find(unitId, period, measure)));
    case 'gap':
      return gapOf(actual, completeValue(dataset.lookup.find(unitId, period, measure)));
  }
}

function gapOf(actual: number | null, target: number | null): number | null {
  return actual === null || target === null ? null : actual - target;
}

/** Everything that is shown of one line of a ranking. */
export function buildPlace(
  dataset: Dataset,
  rung: RankedUnit,
  period: Period,
  measure: MeasureCode,
): RankingRow {
  const standing = buildStanding(dataset, rung.unitId, period, measure);
  let [first, last] = [Infinity, -Infinity];
  for (const { from, to } of dataset.tree.membershipsOf(rung.unitId))
    [first, last] = [Math.min(first, from), Math.max(last, to)];
  // Each field by name: a spread that is added to costs three times as much as all else here.
  const { unitId, rank: place, actual, priorActual, value, priorValue, rankChange } = rung;
  return {
    unitId,
    rank: place,
    actual,
    priorActual,
    value,
    priorValue,
    rankChange,
    standing,
    prior: buildPrior(dataset, standing),
    priorYear: buildPriorYear(dataset, standing),
    isOnRamp: isOnRamp(dataset.calendar, dataset.ramps.get(rung.unitId), period),
    joined: first > period.from,
    left: last < period.to && last <= dataset.asOf + 1,
  };
}

/** A whole ranking with everything that is shown of it. */
export function buildPlaces(
  dataset: Dataset,
  unitIds: readonly number[],
  period: Period,
  measure: MeasureCode,
  by: RankedBy = 'attainment',
): RankingRow[] {
  return rankUnits(dataset, unitIds, period, measure, by).map((rung) =>
    buildPlace(dataset, rung, period, measure),
  );
}
