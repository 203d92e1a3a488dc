import { buildSliceStanding } from '../attainment/sliceStanding';
import { buildStanding } from '../attainment/standing';
import type { Dataset } from '../dataset/dataset';
import type { Outlook } from '../forecast/outlook';
import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import type { TargetSlice } from '../targets/targetSlice';
import type { AlertCondition } from './rule';

/**
 * What a rule looks at of a unit in a period, in the unit of its threshold; null where there is
 * nothing to judge by, or too few days have gone.
 * @param outlook what open deals add; only forecast, coverage and odds ask for it
 */
export function readingOf(
  dataset: Dataset,
  unitId: number,
  { kind, days }: AlertCondition,
  { period, measure }: { period: Period; measure: MeasureCode },
  outlook: Outlook | null = null,
): number | null {
  const percent = (share: number | null | undefined) => (share == null ? null : share * 100);
  switch (kind) {
    case 'grade':
      return buildStanding(dataset, unitId, period, measure).status.grade;
    case 'pace':
      return percent(buildStanding(dataset, unitId, period, measure).pace.pace);
    case 'gap':
      return buildStanding(dataset, unitId, period, measure).pace.aheadOfPace;
    case 'forecast':
      return dataset.elapsedOf(unitId, period).workingDaysRemaining > (days ?? Infinity)
        ? null
        : percent(outlook?.forecastAttainment);
    case 'coverage':
      return outlook?.coverage ?? null;
    case 'odds':
      return percent(outlook?.odds?.odds);
    default:
      return null;
  }
}

/** What a slice comes to, of which a rule looks at the grade, the pace or the gap. */
export interface SliceActual {
  slice: TargetSlice;
  actual: number | null;
}

/** The same of a slice of a unit, against the slice's own target; null for what slices have not. */
export function readingOfSlice(
  dataset: Dataset,
  unitId: number,
  { kind }: Pick<AlertCondition, 'kind'>,
  { period, measure }: { period: Period; measure: MeasureCode },
  { slice, actual }: SliceActual,
): number | null {
  const standing = buildSliceStanding(dataset, unitId, slice, { period, measure, actual });
  if (kind === 'grade') return standing.status.grade;
  if (kind === 'pace') return standing.pace.pace === null ? null : standing.pace.pace * 100;
  return kind === 'gap' ? standing.pace.aheadOfPace : null;
}
