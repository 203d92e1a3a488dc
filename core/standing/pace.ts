import type { Elapsed } from './elapsed';

/** Pace of an additive measure (CALCULATIONS 7). Null: not available, for the reason the rule gives. */
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

/** Computes pace from exact integers; results may have fractions of a minor unit and are rounded only for display. */
export function paceOf(actual: number, target: number | null, elapsed: Elapsed): Pace {
  const share = elapsed.gone / elapsed.total;
  const expected = target === null ? null : (target * elapsed.gone) / elapsed.total;
  return {
    expected,
    ahead: expected === null ? null : actual - expected,
    pace: expected === null || expected <= 0 ? null : actual / expected,
    neededPerDay: target === null || elapsed.left === 0 ? null : Math.max(0, target - actual) / elapsed.left,
    soFarPerDay: elapsed.gone === 0 ? null : actual / elapsed.gone,
    runRate: elapsed.gone === 0 ? null : actual / share,
  };
}
