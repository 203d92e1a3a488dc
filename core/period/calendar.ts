import {
  addMonths,
  type Day,
  type DaySpan,
  fromCivil,
  parseDay,
  toCivil,
  toIsoDay,
  weekdayOf,
} from './day';
import { buildWeekYear, labelByWeek, type WeekRule, type YearParts } from './weekYear';

export const PERIOD_KINDS = ['year', 'quarter', 'month', 'week', 'day', 'range'] as const;
export type PeriodKind = (typeof PERIOD_KINDS)[number];

/** A named half-open range of days; ids are stable text (docs/calculations.md, 2). */
export interface Period extends DaySpan {
  id: string;
  kind: PeriodKind;
}

/**
 * The fiscal year starts on the 1st of `firstMonth`; its label is the calendar year in which it
 * ends, or begins.
 */
export interface MonthRule {
  kind: 'month';
  firstMonth: number;
  yearLabel: 'ends' | 'begins';
}

/** One entry a kind of calendar. */
export type CalendarRule = MonthRule | WeekRule;

/** Everything that asks "which period" asks here; nothing else knows where a fiscal year starts. */
export interface FiscalCalendar {
  rule: CalendarRule;
  year(label: number): Period;
  quarters(label: number): Period[];
  months(label: number): Period[];
  /** Label of the fiscal year that holds the day. */
  labelOf(day: Day): number;
  periodOf(kind: Exclude<PeriodKind, 'range'>, day: Day): Period;
  /** The period an id names, or null for an id that names none. */
  parse(id: string): Period | null;
  /** The whole months a period is made of; empty for weeks, days and ranges that cut a month. */
  monthsIn(period: Period): Period[];
}

/** More days, weeks and ranges than this are not kept: what is asked again and again is few. */
const MOST_KEPT = 5_000;

/**
 * Builds the calendar of a rule. Years are computed once and kept; so are days, weeks and ranges,
 * that what is known of a period is found by it.
 */
export function buildCalendar(rule: CalendarRule): FiscalCalendar {
  const cache = new Map<number, { year: Period; quarters: Period[]; months: Period[] }>();
  const kept = new Map<string, Period>();
  const keep = (period: Period): Period => {
    const known = kept.get(period.id);
    if (known) return known;
    if (kept.size >= MOST_KEPT) kept.clear();
    kept.set(period.id, period);
    return period;
  };
  const yearOf = (label: number) => {
    let year = cache.get(label);
    if (!year)
      cache.set(
        label,
        (year = toPeriods(
          label,
          rule.kind === 'month' ? buildMonthYear(rule, label) : buildWeekYear(rule, label),
        )),
      );
    return year;
  };
  const keepFound = (period: Period | null) =>
    period === null ||
    period.kind === 'year' ||
    period.kind === 'quarter' ||
    period.kind === 'month'
      ? period
      : keep(period);
  const labelOf = (day: Day) =>
    rule.kind === 'month' ? labelByMonth(rule, day) : labelByWeek(rule, day);

  const calendar: FiscalCalendar = {
    rule,
    labelOf,
    year: (label) => yearOf(label).year,
    quarters: (label) => yearOf(label).quarters,
    months: (label) => yearOf(label).months,
    periodOf(kind, day) {
      if (kind === 'day') return keep(toDayPeriod(day));
      if (kind === 'week') return keep(toWeekPeriod(day));
      const { year, quarters, months } = yearOf(labelOf(day));
      const candidates = kind === 'year' ? [year] : kind === 'quarter' ? quarters : months;
      return candidates.find((period) => day >= period.from && day < period.to)!;
    },
    parse: (id) => kept.get(id) ?? keepFound(parsePeriod(calendar, id)),
    monthsIn(period) {
      if (period.kind === 'week' || period.kind === 'day') return [];
      const months: Period[] = [];
      for (let day = period.from; day < period.to;) {
        const month = calendar.periodOf('month', day);
        if (month.from !== day || month.to > period.to) return [];
        months.push(month);
        day = month.to;
      }
      return months;
    },
  };
  return calendar;
}

/**
 * The range from the first day of one period to the last of another; one of them alone when they
 * are the same.
 */
export function toRange(first: Period, last: Period): Period {
  if (first.id === last.id) return first;
  return { id: `${first.id}..${last.id}`, kind: 'range', from: first.from, to: last.to };
}

function labelByMonth(rule: MonthRule, day: Day): number {
  const { year, month } = toCivil(day);
  const begins = month >= rule.firstMonth ? year : year - 1;
  return rule.yearLabel === 'begins' || rule.firstMonth === 1 ? begins : begins + 1;
}

function buildMonthYear(rule: MonthRule, label: number): YearParts {
  const begins = rule.yearLabel === 'begins' || rule.firstMonth === 1 ? label : label - 1;
  const start = fromCivil(begins, rule.firstMonth, 1);
  const part = (firstMonth: number, months: number) =>
    [addMonths(start, firstMonth), addMonths(start, firstMonth + months)] as const;
  return {
    from: start,
    to: addMonths(start, 12),
    quarters: [0, 1, 2, 3].map((quarter) => part(quarter * 3, 3)),
    months: Array.from({ length: 12 }, (_, month) => part(month, 1)),
  };
}

/** The same ids whatever the kind of calendar. */
function toPeriods(
  label: number,
  parts: YearParts,
): { year: Period; quarters: Period[]; months: Period[] } {
  const name = `FY${label}`;
  return {
    year: { id: name, kind: 'year', from: parts.from, to: parts.to },
    quarters: parts.quarters.map(([from, to], i) => ({
      id: `${name}-Q${i + 1}`,
      kind: 'quarter',
      from,
      to,
    })),
    months: parts.months.map(([from, to], i) => ({
      id: `${name}-P${String(i + 1).padStart(2, '0')}`,
      kind: 'month',
      from,
      to,
    })),
  };
}

function toDayPeriod(day: Day): Period {
  return { id: toIsoDay(day), kind: 'day', from: day, to: day + 1 };
}

/** ISO 8601 week: Monday to Sunday, belonging to the year of its Thursday. */
function toWeekPeriod(day: Day): Period {
  const from = day - weekdayOf(day) + 1;
  const weekYear = toCivil(from + 3).year;
  const firstThursday = fromCivil(weekYear, 1, 4);
  const firstMonday = firstThursday - weekdayOf(firstThursday) + 1;
  const week = (from - firstMonday) / 7 + 1;
  return { id: `${weekYear}-W${String(week).padStart(2, '0')}`, kind: 'week', from, to: from + 7 };
}

function parsePeriod(calendar: FiscalCalendar, id: string): Period | null {
  const ends = id.split('..');
  if (ends.length === 2) {
    const [first, last] = [calendar.parse(ends[0]!), calendar.parse(ends[1]!)];
    return first &&
      last &&
      first.kind !== 'range' &&
      last.kind !== 'range' &&
      first.from < last.to &&
      first.from <= last.from
      ? toRange(first, last)
      : null;
  }
  const fiscal = /^FY(\d{4})(?:-(?:Q([1-4])|P(0[1-9]|1[0-2])))?$/.exec(id);
  if (fiscal) {
    const label = Number(fiscal[1]);
    if (label < 1901) return null;
    if (fiscal[2]) return calendar.quarters(label)[Number(fiscal[2]) - 1]!;
    if (fiscal[3]) return calendar.months(label)[Number(fiscal[3]) - 1]!;
    return calendar.year(label);
  }
  const week = /^(\d{4})-W(\d{2})$/.exec(id);
  if (week) {
    const firstThursday = fromCivil(Number(week[1]), 1, 4);
    const found = toWeekPeriod(firstThursday + (Number(week[2]) - 1) * 7);
    return found.id === id ? found : null;
  }
  const day = parseDay(id);
  return day === null ? null : toDayPeriod(day);
}
