import { type Day, type DaySpan, weekdayOf } from './day';

/**
 * The weekdays a branch works (ISO, Monday 1) less its closed days. Half days count half, be it
 * every week or on a date (docs/calculations.md, 2).
 */
export interface WorkingDays {
  weekdays: readonly number[];
  closed: ReadonlySet<Day>;
  /** Of the weekdays those on which half a day is worked. */
  halfWeekdays?: readonly number[] | undefined;
  /** Dates on which half a day is worked. */
  halves?: ReadonlySet<Day> | undefined;
}

/** Whether any of a day is worked. */
export function isWorkingDay(day: Day, working: WorkingDays): boolean {
  return working.weekdays.includes(weekdayOf(day)) && !working.closed.has(day);
}

/** How many half days are worked on a day: 0, 1 or 2. */
export function halfDaysOn(day: Day, working: WorkingDays): number {
  if (!isWorkingDay(day, working)) return 0;
  return isHalf(day, working) ? 1 : 2;
}

function isHalf(day: Day, { halfWeekdays, halves }: WorkingDays): boolean {
  return halves?.has(day) === true || halfWeekdays?.includes(weekdayOf(day)) === true;
}

/**
 * Working days in the span, with halves; 0 for an empty one. The same count as a spreadsheet's
 * NETWORKDAYS for Monday to Friday without half days.
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
  return count - countHalves(span, working) / 2;
}

/** Days of the span of which only half is worked. */
function countHalves(span: DaySpan, working: WorkingDays): number {
  const { halfWeekdays = [], halves } = working;
  let count = 0;
  if (halfWeekdays.length > 0) {
    for (let day = span.from; day < span.to; day++)
      if (isWorkingDay(day, working) && isHalf(day, working)) count++;
    return count;
  }
  for (const day of halves ?? [])
    if (day >= span.from && day < span.to && isWorkingDay(day, working)) count++;
  return count;
}

/**
 * The day of the span on which so many days have been worked (1 is the first), or null when it has
 * fewer; n = 0 gives the day before the span.
 */
export function nthWorkingDay(span: DaySpan, n: number, working: WorkingDays): Day | null {
  if (n <= 0) return span.from - 1;
  let halves = 0;
  for (let day = span.from; day < span.to; day++) {
    halves += halfDaysOn(day, working);
    if (halves >= n * 2) return day;
  }
  return null;
}
