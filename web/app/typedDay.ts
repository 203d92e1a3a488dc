import { en } from 'chrono-node';
import { type Day, fromCivil, parseDay, toCivil, toIsoDay } from '#core/period/day';

/** A deal has closed on a day gone by; an open one is expected on a day to come. */
export type Leaning = 'past' | 'future';

const YEAR_DAYS = 366;
const reader = en.GB;

/**
 * The day that a text means: "2026-11-12", "yesterday", "12 nov", "12/11" (day first), "friday".
 * Null for what names no day. Where the year or week is left open, the nearest one on the side
 * leant to is meant.
 */
export function readTypedDay(text: string, today: Day, leaning: Leaning): Day | null {
  const typed = text.trim();
  const iso = parseDay(typed);
  if (iso !== null || typed === '') return iso;
  const { year, month, date } = toCivil(today);
  const reference = new Date(year, month - 1, date, 12);
  const [found] = reader.parse(typed, reference, { forwardDate: leaning === 'future' });
  if (!found || found.text.length < typed.length) return null;
  const part = (name: 'year' | 'month' | 'day') => found.start.get(name)!;
  const day = fromCivil(part('year'), part('month'), part('day'));
  if (leaning === 'future' || day <= today || found.start.isCertain('year')) return day;
  if (found.start.isCertain('month')) return sameDateYearBefore(day);
  return found.start.isCertain('weekday') ? day - 7 : day;
}

function sameDateYearBefore(day: Day): Day {
  const { year, month, date } = toCivil(day);
  return (
    parseDay(`${year - 1}-${String(month).padStart(2, '0')}-${String(date).padStart(2, '0')}`) ??
    day - YEAR_DAYS
  );
}

/**
 * The text as ISO 8601 where it names a day; otherwise as it stands, for the server to say what is
 * wrong with it.
 */
export function toIsoText(text: string, today: Day, leaning: Leaning): string {
  const day = readTypedDay(text, today, leaning);
  return day === null ? text.trim() : toIsoDay(day);
}
