/** A calendar day with no time zone, as whole days since 1970-01-01. */
export type Day = number;

/** A half-open range of days: `from` belongs to it, `to` does not. */
export interface DaySpan {
  from: Day;
  to: Day;
}

export interface CivilDate {
  year: number;
  /** 1 to 12 */
  month: number;
  /** 1 to 31 */
  date: number;
}

const MS_PER_DAY = 86_400_000;
/**
 * Far enough for "from the beginning" and "until further notice", near enough to stay a date
 * PostgreSQL and ISO 8601 can write.
 */
export const FIRST_DAY: Day = fromCivil(1900, 1, 1);
export const END_OF_TIME: Day = fromCivil(9999, 12, 31);

/**
 * The days a deal or a typed-in value may have: a wrong century would make every running sum as
 * long.
 */
export const DEAL_DAYS: DaySpan = { from: fromCivil(2000, 1, 1), to: fromCivil(2100, 1, 1) };

/** The day of a civil date; `Date.UTC` is pure arithmetic (ECMA-262, "MakeDay"). */
export function fromCivil(year: number, month: number, date: number): Day {
  return Date.UTC(year, month - 1, date) / MS_PER_DAY;
}

export function toCivil(day: Day): CivilDate {
  const date = new Date(day * MS_PER_DAY);
  return { year: date.getUTCFullYear(), month: date.getUTCMonth() + 1, date: date.getUTCDate() };
}

/**
 * ISO 8601 `2026-11-18`, or null: a date that does not exist (2026-02-30) is refused, not moved.
 */
export function parseDay(text: string): Day | null {
  const match = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text);
  if (!match) return null;
  const [year, month, date] = [Number(match[1]), Number(match[2]), Number(match[3])];
  if (year < 1900 || month < 1 || month > 12 || date < 1 || date > daysInMonth(year, month))
    return null;
  return fromCivil(year, month, date);
}

/** ISO 8601: `toIsoDay(20775) === '2026-11-18'`. */
export function toIsoDay(day: Day): string {
  return new Date(day * MS_PER_DAY).toISOString().slice(0, 10);
}

/** Monday is 1, Sunday is 7 (ISO 8601). */
export function weekdayOf(day: Day): number {
  return ((((day + 3) % 7) + 7) % 7) + 1;
}

export function daysInMonth(year: number, month: number): number {
  return (
    fromCivil(month === 12 ? year + 1 : year, month === 12 ? 1 : month + 1, 1) -
    fromCivil(year, month, 1)
  );
}

/**
 * The same date some months away; a date the month does not have becomes its last (31 May less 1 is
 * 30 April).
 */
export function addMonths(day: Day, months: number): Day {
  const { year, month, date } = toCivil(day);
  const index = year * 12 + (month - 1) + months;
  const newYear = Math.floor(index / 12);
  const newMonth = index - newYear * 12 + 1;
  return fromCivil(newYear, newMonth, Math.min(date, daysInMonth(newYear, newMonth)));
}

/** Months from the month of `earlierDay` to the month of `laterDay`. */
export function monthsBetween(earlierDay: Day, laterDay: Day): number {
  const earlier = toCivil(earlierDay);
  const later = toCivil(laterDay);
  return (later.year - earlier.year) * 12 + later.month - earlier.month;
}

/** The days both have, or null. */
export function intersect(left: DaySpan, right: DaySpan): DaySpan | null {
  const from = Math.max(left.from, right.from);
  const to = Math.min(left.to, right.to);
  return from < to ? { from, to } : null;
}

/** The day that stands for a span: the business date, or the span's nearest end. Never outside it. */
export function dayWithin(span: DaySpan, asOf: Day): Day {
  return Math.max(span.from, Math.min(asOf, span.to - 1));
}

/** The days of a span that count: up to the business date, which is included. Empty before it begins. */
export function countedDays({ from, to }: DaySpan, asOf: Day): DaySpan {
  return { from, to: Math.max(from, Math.min(to, asOf + 1)) };
}

/** A day as the database stores it: one beyond its range is the end of it. */
export function toStorableDay(day: Day): string {
  return toIsoDay(Math.min(Math.max(day, FIRST_DAY), END_OF_TIME));
}
