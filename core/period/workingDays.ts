import { type Day, type DaySpan, weekdayOf } from './day';

/** The weekdays a branch works (ISO, Monday 1) less its closed days. */
export interface WorkingDays {
  weekdays: readonly number[];
  closed: ReadonlySet<Day>;
}

export function isWorkingDay(day: Day, working: WorkingDays): boolean {
  return working.weekdays.includes(weekdayOf(day)) && !working.closed.has(day);
}

/**
 * Working days in the span; 0 for an empty one. The same count as a spreadsheet's NETWORKDAYS for
 * Monday to Friday.
 */
export function countWorkingDays(span: DaySpan, working: WorkingDays): number {
  const days = span.to - span.from;
  if (days <= 0) return 0;
  const wholeWeeks = Math.floor(days / 7);
  let count = wholeWeeks * working.weekdays.length;
  for (let day = span.from + wholeWeeks * 7; day < span.to; day++) {
    if (working.weekdays.includes(weekdayOf(day))) count++;
  }
  for (const day of working.closed) {
    if (day >= span.from && day < span.to && working.weekdays.includes(weekdayOf(day))) count--;
  }
  return count;
}

/**
 * The n-th working day of the span (1 is the first), or null when it has fewer; n = 0 gives the day
 * before the span.
 */
export function nthWorkingDay(span: DaySpan, n: number, working: WorkingDays): Day | null {
  if (n <= 0) return span.from - 1;
  let count = 0;
  for (let day = span.from; day < span.to; day++) {
    if (isWorkingDay(day, working) && ++count === n) return day;
  }
  return null;
}
