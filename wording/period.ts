import type { FiscalCalendar, Period } from '#core/period/calendar';
import { type Day, type DaySpan, toCivil } from '#core/period/day';
import { language } from './language';
import { EN_DATES } from './messages/en/dates';
import { messagesOf } from './messages/translate';

const t = messagesOf('dates', EN_DATES);

const calendarNames = new Map<string, { months: string[]; weekdays: string[] }>();

function namesOf() {
  const { code } = language();
  let names = calendarNames.get(code);
  if (!names) {
    const month = new Intl.DateTimeFormat(code, { month: 'long', timeZone: 'UTC' });
    const weekday = new Intl.DateTimeFormat(code, { weekday: 'long', timeZone: 'UTC' });
    names = {
      months: Array.from({ length: 12 }, (_, at) => month.format(Date.UTC(2026, at, 1))),
      // 1 November 2026 is a Sunday.
      weekdays: Array.from({ length: 7 }, (_, at) => weekday.format(Date.UTC(2026, 10, 1 + at))),
    };
    calendarNames.set(code, names);
  }
  return names;
}

/** In the order of their numbers, from 1. */
export function monthNames(): readonly string[] {
  return namesOf().months;
}

/** From Sunday, as 0. */
export function weekdayNames(): readonly string[] {
  return namesOf().weekdays;
}

const isMonthFirst = () => language().region === 'US';

export function monthName(day: Day): string {
  return monthNames()[toCivil(day).month - 1]!;
}

export function shortMonth(day: Day): string {
  return monthName(day).slice(0, 3);
}

/** "Wed 18 Nov 2026" */
export function describeDay(day: Day): string {
  const { year, date } = toCivil(day);
  const length = language().code === 'de' ? 2 : 3;
  return t(isMonthFirst() ? 'weekdayMonthFirst' : 'weekdayDayFirst', {
    weekday: weekdayNames()[(((day + 4) % 7) + 7) % 7]!.slice(0, length),
    date: String(date),
    month: shortMonth(day),
    year: String(year),
  });
}

/** "18 Nov", or "18 Nov 2026" where the year is asked for. */
export function shortDay(day: Day, withYear = false): string {
  const { year, date } = toCivil(day);
  return dayText({ date, month: shortMonth(day), year: withYear ? year : null });
}

/** A day of a month that is named already, in the reader's order. */
export function dayText({
  date,
  month,
  year,
}: {
  date: number;
  month: string;
  year: number | null;
}): string {
  const order = isMonthFirst() ? 'monthFirst' : 'dayFirst';
  const values = { date: String(date), month };
  return year === null ? t(order, values) : t(`${order}Year`, { ...values, year: String(year) });
}

/**
 * The days of a span in words: "1–18 Nov", "1 Oct–18 Nov", with years where they differ or are
 * asked for.
 */
export function describeSpan(span: DaySpan, withYear = false): string {
  const last = span.to - 1;
  if (last < span.from) return t('noDays');
  const [a, b] = [toCivil(span.from), toCivil(last)];
  if (span.from === last) return shortDay(last, withYear);
  if (a.year !== b.year) return `${shortDay(span.from, true)}–${shortDay(last, true)}`;
  if (a.month !== b.month) return `${shortDay(span.from)}–${shortDay(last, withYear)}`;
  const values = { from: String(a.date), to: String(b.date), month: shortMonth(last) };
  const order = isMonthFirst() ? 'spanMonthFirst' : 'spanDayFirst';
  return withYear ? t(`${order}Year`, { ...values, year: String(b.year) }) : t(order, values);
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
  const label = String(calendar.labelOf(period.from));
  const isByWeek = calendar.rule.kind === 'week';
  switch (period.kind) {
    case 'month':
      return isByWeek
        ? t('weekMonth', { number: numberOf(period), label })
        : monthWithYear(period.from);
    case 'day':
      return describeDay(period.from);
    case 'week':
      return t('week', { week: Number(period.id.slice(6)), year: period.id.slice(0, 4) });
    case 'year':
      return t('year', { label });
    case 'quarter':
      return t('quarter', { quarter: period.id.slice(-1), label });
    case 'range':
      return describeMonths(period, calendar, label);
  }
}

const numberOf = (month: Period) => Number(month.id.slice(-2));

function describeMonths(period: Period, calendar: FiscalCalendar, label: string): string {
  const months = calendar.monthsIn(period);
  if (months.length === 0) return describeSpan(period, true);
  if (calendar.rule.kind === 'week') {
    const values = { first: numberOf(months[0]!), last: numberOf(months.at(-1)!), label };
    const lastLabel = String(calendar.labelOf(period.to - 1));
    return lastLabel === label
      ? t('weekMonths', values)
      : t('weekMonthsOfYears', { ...values, lastLabel });
  }
  const last = period.to - 1;
  const isOneYear = toCivil(period.from).year === toCivil(last).year;
  return t('months', {
    first: isOneYear ? monthName(period.from) : monthWithYear(period.from),
    last: monthName(last),
    year: String(toCivil(last).year),
  });
}

function monthWithYear(day: Day): string {
  return t('monthWithYear', { month: monthName(day), year: String(toCivil(day).year) });
}
