import type { Elapsed } from './elapsed';

/** Pace of a measure (CALCULATIONS 7); only what grows towards its target has a rate. Null: not available, for the reason the rule gives. */
export interface Pace {
  /** target x elapsed share */
  expected: number | null;
  /** actual - expected to date: positive is ahead */
  ahead: number | null;
  /** actual / expected to date */
  pace: number | null;
  /** max(0, target - actual) / working days left after today; null when none is left */
  neededPerDay: number | null;
  /** actual / working days elapsed */
  soFarPerDay: number | null;
  /** actual / elapsed share */
  runRate: number | null;
}

const NO_PACE: Pace = { expected: null, ahead: null, pace: null, neededPerDay: null, soFarPerDay: null, runRate: null };

/**
 * Computes pace from exact figures; results may have fractions of a minor unit and are rounded only for display.
 * What does not accrue (a ratio, a duration, lower is better) has the target itself as expected to date, and no rate.
 */
export function paceOf(actual: number | null, target: number | null, elapsed: Elapsed, accrues: boolean): Pace {
  if (actual === null) return { ...NO_PACE, expected: accrues ? null : target };
  if (!accrues) return { ...NO_PACE, expected: target, ahead: target === null ? null : actual - target, pace: target === null || target <= 0 ? null : actual / target };
  const { due } = elapsed;
  const expected = target === null ? null : (target * due.gone) / due.total;
  return {
    expected,
    ahead: expected === null ? null : actual - expected,
    pace: expected === null || expected <= 0 ? null : actual / expected,
    neededPerDay: target === null || elapsed.left === 0 ? null : Math.max(0, target - actual) / elapsed.left,
    soFarPerDay: elapsed.gone === 0 ? null : actual / elapsed.gone,
    runRate: due.gone === 0 ? null : (actual * due.total) / due.gone,
  };
}
