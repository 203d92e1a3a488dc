import type { FiscalCalendar } from '../period/calendar';
import { type Day, type DaySpan, weekdayOf } from '../period/day';

/** What a weekday came to in a span, and on how many of them: averages need both. */
export interface WeekdayTotal {
  /** ISO, Monday 1. */
  weekday: number;
  total: number;
  /** Those that count: worked, or with a value. */
  days: number;
}

/** The ISO weeks of a span, each cut to it: the first and last may be shorter. */
export function weeksOf(calendar: FiscalCalendar, span: DaySpan): DaySpan[] {
  const weeks: DaySpan[] = [];
  for (let day = span.from; day < span.to;) {
    const week = calendar.periodOf('week', day);
    weeks.push({ from: day, to: Math.min(week.to, span.to) });
    day = week.to;
  }
  return weeks;
}

/**
 * Each weekday of a span with what it came to. A day nobody works counts only where something was
 * sold on it: else five Sundays of nothing would be an average of 0.
 */
export function totalByWeekday(
  span: DaySpan,
  valueOn: (day: Day) => number,
  isWorked: (day: Day) => boolean,
): WeekdayTotal[] {
  const totals = Array.from({ length: 7 }, (_, index) => ({
    weekday: index + 1,
    total: 0,
    days: 0,
  }));
  for (let day = span.from; day < span.to; day++) {
    const value = valueOn(day);
    const of = totals[weekdayOf(day) - 1]!;
    of.total += value;
    if (value !== 0 || isWorked(day)) of.days++;
  }
  return totals;
}
