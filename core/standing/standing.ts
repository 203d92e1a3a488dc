import { changeOf, type Change } from '../comparison/change';
import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import type { DaySpan } from '../period/day';
import type { Status } from '../status/grade';
import { completeValue, type FoundTarget } from '../target/found';
import { valueIn, type Books, type EarlierSpan } from './books';
import type { Elapsed } from './elapsed';
import { gradeIn } from './grading';
import { paceOf, type Pace } from './pace';

/** An earlier period at the same point, and whole. */
export interface Earlier extends Change {
  period: Period;
  /** The days compared with; shorter than the period while the present one runs. */
  span: DaySpan;
  /** Null where there is none (CALCULATIONS 4: nothing to divide by). */
  value: number | null;
  full: number | null;
}

/** Where a unit stands in a period; every figure of it follows CALCULATIONS 5 to 10. */
export interface Standing {
  unitId: number;
  measure: MeasureCode;
  period: Period;
  /** The days that are counted: up to the business date. */
  span: DaySpan;
  /** Null: there is nothing to divide by, or nothing was typed in. */
  actual: number | null;
  target: FoundTarget;
  /** actual / target; null without a complete target above 0. */
  attainment: number | null;
  gap: number | null;
  elapsed: Elapsed;
  pace: Pace;
  status: Status;
}

/** What a table of all units shows of each: no pace, no words. */
export interface BriefStanding {
  actual: number | null;
  target: FoundTarget;
  /** actual / target; null without a complete target above 0. */
  attainment: number | null;
  /** The target, if it may be judged by. */
  complete: number | null;
  elapsed: Elapsed;
  status: Status;
}

/** actual / target; null without a figure, or without a target above 0 to divide by. */
export function attainmentOf(actual: number | null, target: number | null): number | null {
  return actual !== null && target !== null && target > 0 ? actual / target : null;
}

/** The part of a standing that is asked of thousands of units at once. */
export function buildBrief(books: Books, unitId: number, period: Period, measure: MeasureCode): BriefStanding {
  const target = books.lookup.find(unitId, period, measure);
  const actual = valueIn(books, unitId, measure, period);
  const complete = completeValue(target);
  const elapsed = books.elapsedOf(unitId, period);
  const status = gradeIn(books, { unitId, period, measure, actual, target, elapsed });
  // Nothing has been attained of what has not begun: that is no 0 %, and no gap.
  const hasBegun = elapsed.phase !== 'notStarted';
  return { actual, target, complete, elapsed, status, attainment: hasBegun ? attainmentOf(actual, complete) : null };
}

/** The standing of one unit. */
export function buildStanding(books: Books, unitId: number, period: Period, measure: MeasureCode): Standing {
  const { actual, target, complete, elapsed, status, attainment } = buildBrief(books, unitId, period, measure);
  return {
    unitId, measure, period, actual, target, elapsed, status, attainment,
    span: { from: period.from, to: Math.max(period.from, Math.min(period.to, books.asOf + 1)) },
    gap: complete === null || actual === null || elapsed.phase === 'notStarted' ? null : actual - complete,
    pace: paceOf(actual, complete, elapsed, books.measures.get(measure).accrues),
  };
}

/** The same unit in an earlier period, cut at the same date while the present period runs. */
function buildEarlier(books: Books, standing: Standing, { period, span }: EarlierSpan): Earlier {
  const value = valueIn(books, standing.unitId, standing.measure, span);
  const { difference, share, isNew, isThin } = changeOf(standing.actual, value);
  return { period, span, value, full: valueIn(books, standing.unitId, standing.measure, period), difference, share, isNew, isThin };
}

/** The period before, at the same point. */
export function buildPrior(books: Books, standing: Standing): Earlier {
  return buildEarlier(books, standing, books.comparedOf(standing.period).prior);
}

/** The same period a year before, at the same point; null where the year before has none. */
export function buildLastYear(books: Books, standing: Standing): Earlier | null {
  const { lastYear } = books.comparedOf(standing.period);
  return lastYear && buildEarlier(books, standing, lastYear);
}
