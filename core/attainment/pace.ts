import type { Elapsed } from './elapsed';

/**
 * Pace of a measure (docs/calculations.md, 7); only what grows towards its target has a rate. Null:
 * not available, for the reason the rule gives.
 */
export interface Pace {
  /** target x elapsed share */
  expectedToDate: number | null;
  /** actual - expected to date: positive is ahead */
  aheadOfPace: number | null;
  /** actual / expected to date */
  pace: number | null;
  /** max(0, target - actual) / working days left after today; null when none is left */
  requiredDailyRate: number | null;
  /** actual / working days elapsed */
  averageDailyRate: number | null;
  /** actual / elapsed share */
  runRateProjection: number | null;
}

const NO_PACE: Pace = {
  expectedToDate: null,
  aheadOfPace: null,
  pace: null,
  requiredDailyRate: null,
  averageDailyRate: null,
  runRateProjection: null,
};

/**
 * Computes pace from exact figures; results may have fractions of a minor unit and are rounded only
 * for display. What does not accrue (a ratio, a duration, lower is better) has the target itself as
 * expected to date, and no rate.
 */
export function paceOf(
  actual: number | null,
  target: number | null,
  elapsed: Elapsed,
  isCumulative: boolean,
): Pace {
  if (actual === null) return { ...NO_PACE, expectedToDate: isCumulative ? null : target };
  if (!isCumulative)
    return {
      ...NO_PACE,
      expectedToDate: target,
      aheadOfPace: target === null ? null : actual - target,
      pace: target === null || target <= 0 ? null : actual / target,
    };
  const { due } = elapsed;
  const expectedToDate = target === null ? null : (target * due.gone) / due.total;
  return {
    expectedToDate,
    aheadOfPace: expectedToDate === null ? null : actual - expectedToDate,
    pace: expectedToDate === null || expectedToDate <= 0 ? null : actual / expectedToDate,
    requiredDailyRate:
      target === null || elapsed.workingDaysRemaining === 0
        ? null
        : Math.max(0, target - actual) / elapsed.workingDaysRemaining,
    averageDailyRate: elapsed.workingDaysElapsed === 0 ? null : actual / elapsed.workingDaysElapsed,
    runRateProjection: due.gone === 0 ? null : (actual * due.total) / due.gone,
  };
}
