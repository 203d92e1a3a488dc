import { type Day, fromCivil, toCivil, weekdayOf } from './day';

/** Weeks of the three periods of a quarter. */
export const WEEK_PATTERNS = ['4-4-5', '4-5-4', '5-4-4'] as const;
export type WeekPattern = (typeof WEEK_PATTERNS)[number];

/**
 * The fiscal year has 52 or 53 whole weeks and ends on a weekday near the end of a month
 * (docs/calculations.md, 2).
 */
export interface WeekRule {
  kind: 'week';
  pattern: WeekPattern;
  /** 1 to 12: the month at whose end the year ends. */
  endMonth: number;
  /** ISO, Monday 1: the last day of every week. */
  endWeekday: number;
  /**
   * `nearest`: the weekday nearest to the month's last day, perhaps in the next month; `last`: the
   * last one in it.
   */
  endsOn: 'nearest' | 'last';
  yearLabel: 'ends' | 'begins';
}

export interface YearParts {
  from: Day;
  to: Day;
  quarters: readonly (readonly [Day, Day])[];
  months: readonly (readonly [Day, Day])[];
}

const WEEKS_A_QUARTER = 13;

/** The calendar year at whose `endMonth` the fiscal year of this label ends. */
function endYearOf(rule: WeekRule, label: number): number {
  return rule.yearLabel === 'ends' || rule.endMonth === 12 ? label : label + 1;
}

/** The last day of the fiscal year that ends at the month's end of a calendar year. */
function lastDayOf(rule: WeekRule, year: number): Day {
  const monthEnd =
    fromCivil(
      rule.endMonth === 12 ? year + 1 : year,
      rule.endMonth === 12 ? 1 : rule.endMonth + 1,
      1,
    ) - 1;
  const before = monthEnd - ((weekdayOf(monthEnd) - rule.endWeekday + 7) % 7);
  // Seven days apart, so one of the two is nearer.
  return rule.endsOn === 'nearest' && monthEnd - before > 3 ? before + 7 : before;
}

/** The parts of a year as half-open ranges; week 53, where there is one, joins the last period. */
export function buildWeekYear(rule: WeekRule, label: number): YearParts {
  const endYear = endYearOf(rule, label);
  const from = lastDayOf(rule, endYear - 1) + 1;
  const to = lastDayOf(rule, endYear) + 1;
  const weeks = rule.pattern.split('-').map(Number);
  const months: [Day, Day][] = [];
  for (let start = from, i = 0; i < 12; i++) {
    const end = i === 11 ? to : start + weeks[i % 3]! * 7;
    months.push([start, end]);
    start = end;
  }
  const quarterStart = (q: number) => (q === 4 ? to : from + q * WEEKS_A_QUARTER * 7);
  return {
    from,
    to,
    months,
    quarters: [0, 1, 2, 3].map((q) => [quarterStart(q), quarterStart(q + 1)]),
  };
}

/** The label of the fiscal year that holds the day. */
export function labelByWeek(rule: WeekRule, day: Day): number {
  const { year } = toCivil(day);
  for (let label = year - 1; label <= year + 2; label++) {
    const parts = buildWeekYear(rule, label);
    if (day >= parts.from && day < parts.to) return label;
  }
  throw new RangeError(`No fiscal year holds day ${day}.`);
}
