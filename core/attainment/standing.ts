import { type Change, changeOf } from '../comparison/change';
import { type Dataset, type EarlierSpan, valueIn } from '../dataset/dataset';
import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import { countedDays, type DaySpan } from '../period/day';
import type { Status } from '../status/grade';
import { completeValue, type ResolvedTarget } from '../targets/resolvedTarget';
import { elapsedIn } from './due';
import type { Elapsed } from './elapsed';
import { gradeIn } from './grading';
import { type Pace, paceOf } from './pace';

/** An earlier period at the same point, and whole. */
export interface Earlier extends Change {
  period: Period;
  /** The days compared with; shorter than the period while the present one runs. */
  span: DaySpan;
  /** Null where there is none (docs/calculations.md, 4: nothing to divide by). */
  toDate: number | null;
  total: number | null;
}

/** Where a unit stands in a period; every figure of it follows docs/calculations.md, 5 to 10. */
export interface Standing {
  unitId: number;
  measure: MeasureCode;
  period: Period;
  /** The days that are counted: up to the business date. */
  span: DaySpan;
  /** Null: there is nothing to divide by, or nothing was typed in. */
  actual: number | null;
  target: ResolvedTarget;
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
  target: ResolvedTarget;
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
export function buildBrief(
  dataset: Dataset,
  unitId: number,
  period: Period,
  measure: MeasureCode,
): BriefStanding {
  const target = dataset.lookup.find(unitId, period, measure);
  const actual = valueIn(dataset, unitId, measure, period);
  const complete = completeValue(target);
  const elapsed = elapsedIn(dataset, unitId, period, measure);
  const status = gradeIn(dataset, { unitId, period, measure, actual, target, elapsed });
  // Nothing has been attained of what has not begun: that is no 0 %, and no gap.
  const hasBegun = elapsed.phase !== 'notStarted';
  return {
    actual,
    target,
    complete,
    elapsed,
    status,
    attainment: hasBegun ? attainmentOf(actual, complete) : null,
  };
}

/** The standing of one unit. */
export function buildStanding(
  dataset: Dataset,
  unitId: number,
  period: Period,
  measure: MeasureCode,
): Standing {
  const { actual, target, complete, elapsed, status, attainment } = buildBrief(
    dataset,
    unitId,
    period,
    measure,
  );
  return {
    unitId,
    measure,
    period,
    actual,
    target,
    elapsed,
    status,
    attainment,
    span: countedDays(period, dataset.asOf),
    gap:
      complete === null || actual === null || elapsed.phase === 'notStarted'
        ? null
        : actual - complete,
    pace: paceOf(actual, complete, elapsed, dataset.measures.get(measure).isCumulative),
  };
}

/** The same unit in an earlier period, cut at the same date while the present period runs. */
function buildEarlier(
  dataset: Dataset,
  standing: Standing,
  { period, span }: EarlierSpan,
): Earlier {
  const toDate = valueIn(dataset, standing.unitId, standing.measure, span);
  const { difference, share, isNew, isLowBase } = changeOf(standing.actual, toDate);
  return {
    period,
    span,
    toDate,
    total: valueIn(dataset, standing.unitId, standing.measure, period),
    difference,
    share,
    isNew,
    isLowBase,
  };
}

/** The period before, at the same point. */
export function buildPrior(dataset: Dataset, standing: Standing): Earlier {
  return buildEarlier(dataset, standing, dataset.comparedOf(standing.period).prior);
}

/** The same period a year before, at the same point; null where the year before has none. */
export function buildPriorYear(dataset: Dataset, standing: Standing): Earlier | null {
  const { priorYear } = dataset.comparedOf(standing.period);
  return priorYear && buildEarlier(dataset, standing, priorYear);
}
