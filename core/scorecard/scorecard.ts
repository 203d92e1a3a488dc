import {
  type BriefStanding,
  buildBrief,
  buildPriorYear,
  buildStanding,
  type Earlier,
  type Standing,
} from '../attainment/standing';
import type { Dataset } from '../dataset/dataset';
import type { MeasureCode } from '../measure/measure';
import { type Period, toRange } from '../period/calendar';
import { dayWithin } from '../period/day';

/** The month looked at, and the quarter and the year up to its end. */
export interface ScorecardPeriods {
  month: Period;
  quarterToDate: Period;
  yearToDate: Period;
}

export interface ScoreCell {
  standing: Standing;
  priorYear: Earlier | null;
}

/** One measure of a scorecard, by month, quarter to date and year to date. */
export interface ScoreRow {
  measure: MeasureCode;
  month: ScoreCell;
  quarterToDate: ScoreCell;
  yearToDate: ScoreCell;
}

/**
 * The month that holds today, or the last of a period that has ended, the first of one that has not
 * begun; with it the quarter and the year up to its end. A running month's quarter to date is asked
 * for what was due by now, as the month is (GUARDS 3).
 */
export function scorecardPeriods({ calendar, asOf }: Dataset, period: Period): ScorecardPeriods {
  const day = dayWithin(period, asOf);
  const month = calendar.periodOf('month', day);
  // By its id: what is known of a range is found by the calendar's own.
  const upTo = (whole: Period) =>
    calendar.parse(toRange(calendar.periodOf('month', whole.from), month).id)!;
  return {
    month,
    quarterToDate: upTo(calendar.periodOf('quarter', day)),
    yearToDate: upTo(calendar.periodOf('year', day)),
  };
}

/**
 * Several measures of one unit, each by its own target, rule and direction; no figure is made of
 * two measures (GUARDS 6, 13).
 */
export function buildScorecard(
  dataset: Dataset,
  unitId: number,
  { month, quarterToDate, yearToDate }: ScorecardPeriods,
  measures: readonly MeasureCode[],
): ScoreRow[] {
  return measures.map((measure) => {
    const cellOf = (period: Period): ScoreCell => {
      const standing = buildStanding(dataset, unitId, period, measure);
      return { standing, priorYear: buildPriorYear(dataset, standing) };
    };
    return {
      measure,
      month: cellOf(month),
      quarterToDate: cellOf(quarterToDate),
      yearToDate: cellOf(yearToDate),
    };
  });
}

/** How two measures of one unit read together. */
export const PAIR_READINGS = ['both', 'onlyFirst', 'onlySecond', 'neither', 'unknown'] as const;
export type PairReading = (typeof PAIR_READINGS)[number];

export interface Pair {
  unitId: number;
  first: BriefStanding;
  second: BriefStanding;
  /** Which of the two has grade 3 or better; unknown where one has none. */
  reading: PairReading;
}

/**
 * Two measures of many units side by side: strong in one and weak in the other is seen as both
 * (GUARDS 13).
 */
export function buildPairs(
  dataset: Dataset,
  unitIds: readonly number[],
  period: Period,
  measures: readonly [MeasureCode, MeasureCode],
): Pair[] {
  // A measure after the other, not a unit after the other: what is kept of a measure is found at
  // once.
  const [firsts, seconds] = measures.map((measure) =>
    unitIds.map((unitId) => buildBrief(dataset, unitId, period, measure)),
  );
  return unitIds.map((unitId, at) => ({
    unitId,
    first: firsts![at]!,
    second: seconds![at]!,
    reading: readPair(firsts![at]!, seconds![at]!),
  }));
}

function readPair(first: BriefStanding, second: BriefStanding): PairReading {
  if (first.status.grade === 0 || second.status.grade === 0) return 'unknown';
  const [one, other] = [first.status.grade >= 3, second.status.grade >= 3];
  return one && other ? 'both' : one ? 'onlyFirst' : other ? 'onlySecond' : 'neither';
}
