import type { Direction } from '../measure/measure';

/** How demanding a target is, against a unit's own finished periods of the same kind. */
export interface Demand {
  /** How many finished periods there are since the unit's first result. */
  periods: number;
  best: number | null;
  /** Average of the last four, or of as many as there are; exact, so it may have fractions. */
  lastFour: number | null;
  /** In how many of the periods the amount was reached. */
  reached: number;
  /** reached / periods; null without any. */
  share: number | null;
}

const LAST = 4;

/**
 * Judges an amount by past results, oldest first; periods before the first result, or without one,
 * do not count. Common practice, no source: the best so far and how often an amount was reached
 * before say more than a growth percent.
 */
export function judgeDemand(
  amount: number,
  past: readonly (number | null)[],
  direction: Direction = 'higher',
): Demand {
  const first = past.findIndex((value) => value !== null && value !== 0);
  const own = first < 0 ? [] : past.slice(first).filter((value) => value !== null);
  if (own.length === 0) return { periods: 0, best: null, lastFour: null, reached: 0, share: null };
  const last = own.slice(-LAST);
  const reached = own.filter((value) =>
    direction === 'higher' ? value >= amount : value <= amount,
  ).length;
  return {
    periods: own.length,
    best: direction === 'higher' ? Math.max(...own) : Math.min(...own),
    lastFour: last.reduce((sum, value) => sum + value, 0) / last.length,
    reached,
    share: reached / own.length,
  };
}
