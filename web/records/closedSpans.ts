import type { Company } from '#contract/schemas/company';
import { buildCalendar } from '#core/period/calendar';
import { type DaySpan, parseDay } from '#core/period/day';

/** The days of closed months. */
export function toSpans(periods: readonly string[], company: Company | undefined): DaySpan[] {
  if (!company || periods.length === 0) return [];
  const calendar = buildCalendar(company.calendar);
  return periods.flatMap((period) => calendar.parse(period) ?? []);
}

export function isIn(span: DaySpan, isoDay: string): boolean {
  const day = parseDay(isoDay);
  return day !== null && day >= span.from && day < span.to;
}
