import type { Dataset } from '../dataset/dataset';
import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import { isComparison } from '../status/rule';
import { completeValue } from '../targets/resolvedTarget';
import type { TargetSlice } from '../targets/targetSlice';
import { elapsedIn } from './due';
import { gradeIn } from './grading';
import { LongElapsed } from './longElapsed';
import { type Pace, paceOf } from './pace';
import { attainmentOf, type BriefStanding } from './standing';

export interface SliceStanding extends BriefStanding {
  gap: number | null;
  pace: Pace;
}

/** A dataset whose targets are those of a slice; everything else stays the unit's. */
function datasetOf(dataset: Dataset, slice: TargetSlice): Dataset {
  return {
    ...dataset,
    lookup: dataset.lookupOf(slice),
    targets: dataset.sliceTargets.bookOf(slice),
    // Kept by unit and period: those of the whole unit are others.
    longElapsed: new LongElapsed(),
  };
}

/**
 * Where a slice of a unit stands against its own target (docs/calculations.md, 5 to 8). Always
 * judged by the target: what a rule compares with besides is of the whole unit.
 * @param actual what the slice comes to, in whole units of the measure's last decimal
 */
export function buildSliceStanding(
  whole: Dataset,
  unitId: number,
  slice: TargetSlice,
  { period, measure, actual }: { period: Period; measure: MeasureCode; actual: number | null },
): SliceStanding {
  const dataset = datasetOf(whole, slice);
  const target = dataset.lookup.find(unitId, period, measure);
  const complete = completeValue(target);
  const elapsed = elapsedIn(dataset, unitId, period, measure);
  const rule = dataset.rules.of(measure, period);
  const status = gradeIn(
    dataset,
    { unitId, period, measure, actual, target, elapsed },
    isComparison(rule.benchmark) ? { ...rule, benchmark: 'expectedToDate' } : rule,
  );
  const hasBegun = elapsed.phase !== 'notStarted';
  return {
    actual,
    target,
    complete,
    elapsed,
    status,
    attainment: hasBegun ? attainmentOf(actual, complete) : null,
    gap: hasBegun && actual !== null && complete !== null ? actual - complete : null,
    pace: paceOf(actual, complete, elapsed, dataset.measures.get(measure).isCumulative),
  };
}
