import type { CalendarRule } from '#core/period/calendar';
import { monthNames } from '#wording/period';
import { WEEKDAYS } from '../app/calendarWords';

/** The fiscal calendar in a sentence. */
export function describeRule(rule: CalendarRule): string {
  const label = `named after the year in which it ${rule.yearLabel}`;
  if (rule.kind === 'month')
    return `by month, from 1 ${monthNames()[rule.firstMonth - 1]}, ${label}`;
  const [weekday, month] = [WEEKDAYS[rule.endWeekday - 1], monthNames()[rule.endMonth - 1]];
  return `by week, ${rule.pattern}, ending on the ${rule.endsOn === 'last' ? `last ${weekday} of ${month}` : `${weekday} nearest to the end of ${month}`}, ${label}`;
}
