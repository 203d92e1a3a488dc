import type { FiscalCalendar, Period } from '#core/period/calendar';
import { type Day, type DaySpan, toCivil } from '#core/period/day';

/** In the order of their numbers, from 1. */
export const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];
/** From Sunday, as 0. */
export const WEEKDAYS = [
  'Sunday',
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
];

export function monthName(day: Day): string {
  return MONTHS[toCivil(day).month - 1]!;
}

export function shortMonth(day: Day): string {
  return monthName(day).slice(0, 3);
}

/** "Wed 18 Nov 2026" */
export function describeDay(day: Day): string {
  const { year, date } = toCivil(day);
  return `${WEEKDAYS[(((day + 4) % 7) + 7) % 7]!.slice(0, 3)} ${date} ${shortMonth(day)} ${year}`;
}

/** "18 Nov", or "18 Nov 2026" where the year is asked for. */
export function shortDay(day: Day, withYear = false): string {
  const { year, date } = toCivil(day);
  return `${date} ${shortMonth(day)}${withYear ? ` ${year}` : ''}`;
}

/**
 * The days of a span in words: "1–18 Nov", "1 Oct–18 Nov", with years where they differ or are
 * asked for.
 */
export function describeSpan(span: DaySpan, withYear = false): string {
  const last = span.to - 1;
  if (last < span.from) return 'no days yet';
  const [a, b] = [toCivil(span.from), toCivil(last)];
  if (span.from === last) return shortDay(last, withYear);
  if (a.year !== b.year) return `${shortDay(span.from, true)}–${shortDay(last, true)}`;
  if (a.month !== b.month) return `${shortDay(span.from)}–${shortDay(last, withYear)}`;
  return `${a.date}–${shortDay(last, withYear)}`;
}

/** A month's name where there is little room: "Nov", or "P08" where months are made of weeks. */
export function shortPeriod(month: Period, { rule }: FiscalCalendar): string {
  return rule.kind === 'month' ? shortMonth(month.from) : month.id.slice(-3);
}

/**
 * A period's name in a sentence: "November 2026", "Q3 of FY 2027", "FY 2027", "April to August
 * 2026", "week 47 of 2026".
 */
export function describePeriod(period: Period, calendar: FiscalCalendar): string {
  const label = calendar.labelOf(period.from);
  const isByWeek = calendar.rule.kind === 'week';
  if (period.kind === 'month' && isByWeek) return `P${Number(period.id.slice(-2))} of FY ${label}`;
  if (period.kind === 'month') return `${monthName(period.from)} ${toCivil(period.from).year}`;
  if (period.kind === 'day') return describeDay(period.from);
  if (period.kind === 'week')
    return `week ${Number(period.id.slice(6))} of ${period.id.slice(0, 4)}`;
  if (period.kind === 'year') return `FY ${label}`;
  if (period.kind === 'quarter') return `Q${period.id.slice(-1)} of FY ${label}`;
  if (calendar.monthsIn(period).length === 0) return describeSpan(period, true);
  if (isByWeek) {
    const months = calendar.monthsIn(period);
    return `P${Number(months[0]!.id.slice(-2))} of FY ${label} to P${Number(months.at(-1)!.id.slice(-2))}${calendar.labelOf(period.to - 1) === label ? '' : ` of FY ${calendar.labelOf(period.to - 1)}`}`;
  }
  const [from, to] = [toCivil(period.from), toCivil(period.to - 1)];
  const first =
    from.year === to.year ? monthName(period.from) : `${monthName(period.from)} ${from.year}`;
  return `${first} to ${monthName(period.to - 1)} ${to.year}`;
}
