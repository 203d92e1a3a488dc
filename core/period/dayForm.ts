import { type Day, fromCivil, parseDay, toCivil, toIsoDay } from './day';

/** How days are written in a file: 2026-11-12, 12.11.2026 or 12/11/2026, 11/12/2026. */
export const DAY_FORMS = ['iso', 'dayFirst', 'monthFirst'] as const;
export type DayForm = (typeof DAY_FORMS)[number];

const NUMBERS = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4}|\d{2})$/;
const WITH_MONTH = /^(\d{1,2})[ .-]+([a-z]{3})[a-z]*\.?[ ,-]+(\d{4})$/i;
const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const CENTURY = 2000;

/**
 * A day written in a form; null for what is none in it. ISO 8601 and a month by its English name
 * are read in every form, a time of day behind it is left off. Two-digit years are of this century.
 */
export function readDayIn(text: string, form: DayForm): Day | null {
  const bare = text.trim().replace(/[T ]\d{1,2}:\d{2}.*$/, '');
  const iso = parseDay(bare);
  if (iso !== null) return iso;
  const named = WITH_MONTH.exec(bare);
  if (named)
    return build(Number(named[3]), MONTHS.indexOf(named[2]!.toLowerCase()) + 1, Number(named[1]));
  const match = form === 'iso' ? null : NUMBERS.exec(bare);
  if (!match) return null;
  const [first, second, year] = [Number(match[1]), Number(match[2]), Number(match[3])];
  const whole = year < 100 ? CENTURY + year : year;
  return form === 'dayFirst' ? build(whole, second, first) : build(whole, first, second);
}

function build(year: number, month: number, date: number): Day | null {
  if (month < 1 || month > 12) return null;
  const day = fromCivil(year, month, date);
  return toCivil(day).month === month && date >= 1 && year >= 1900 ? day : null;
}

/**
 * The same as ISO 8601; what cannot be read stays as it stands, to be refused with its own words.
 */
export function toIsoIn(text: string, form: DayForm): string {
  const day = readDayIn(text, form);
  return day === null ? text : toIsoDay(day);
}

/** The forms in which every one of the texts can be read: one, and there is no doubt. */
export function dayFormsOf(texts: readonly string[]): DayForm[] {
  return DAY_FORMS.filter((form) =>
    texts.every((text) => text.trim() === '' || readDayIn(text, form) !== null),
  );
}
