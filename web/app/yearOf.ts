import { buildCalendar, type CalendarRule } from '#core/period/calendar';

/**
 * The fiscal year that holds the first day of a period, as an id; empty for what names no period.
 */
export function yearOf(rule: CalendarRule, period: string): string {
  const calendar = buildCalendar(rule);
  const found = calendar.parse(period);
  return found ? calendar.periodOf('year', found.from).id : '';
}
