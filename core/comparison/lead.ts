import type { Day, DaySpan } from '../period/day';
import { countWorkingDays, type WorkingDays } from '../period/workingDays';

/** How far along last year one already is (docs/calculations.md, 10). */
export type Lead =
  /** In working days: positive is ahead; last year stood there on `reachedOn`. */
  | { kind: 'days'; workingDays: number; reachedOn: Day }
  /** More is booked than in all of last year. */
  | { kind: 'yearPassed' }
  /** Nothing was booked last year, or nothing is booked now. */
  | { kind: 'none' };

export interface LeadQuestion {
  /** Booked so far this year. */
  booked: number;
  /** Booked in all of last year. */
  lastTotal: number;
  /** The first day on which last year had reached what is booked; null: on none. */
  reachedOn: Day | null;
  /** Where last year stood at the same point: its day. */
  position: Day;
  /** The days last year was worked. */
  working: WorkingDays;
}

/**
 * The day on which last year's cumulative actual first reached what is booked, against the same
 * point of last year, in working days. A day on which nobody works counts as the working day before
 * it.
 */
export function leadOf({ booked, lastTotal, reachedOn, position, working }: LeadQuestion): Lead {
  if (booked <= 0 || lastTotal <= 0) return { kind: 'none' };
  if (booked > lastTotal || reachedOn === null) return { kind: 'yearPassed' };
  const between = (from: Day, to: Day) => countWorkingDays({ from: from + 1, to: to + 1 }, working);
  const workingDays =
    reachedOn >= position ? between(position, reachedOn) : -between(reachedOn, position);
  return { kind: 'days', workingDays: workingDays || 0, reachedOn };
}

/**
 * The first day of a span on which a running sum had reached a value; null: on none. `sumUntil` is
 * the sum from the beginning of the span up to and with a day.
 */
export function firstReached(
  wanted: number,
  span: DaySpan,
  sumUntil: (day: Day) => number,
): Day | null {
  for (let day = span.from; day < span.to; day++) if (sumUntil(day) >= wanted) return day;
  return null;
}
