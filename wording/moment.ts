import { EN_DATES } from './messages/en/dates';
import { messagesOf } from './messages/translate';
import { dayText, monthNames } from './period';

const t = messagesOf('dates', EN_DATES);

/** A clock's reading of a moment in a time zone. */
interface ClockParts {
  year: number;
  month: number;
  date: number;
  hour: number;
  minute: number;
}

const clocks = new Map<string, Intl.DateTimeFormat>();

function clockOf(timeZone: string): Intl.DateTimeFormat {
  let clock = clocks.get(timeZone);
  if (!clock) {
    clock = new Intl.DateTimeFormat('en-GB', {
      timeZone,
      hourCycle: 'h23',
      year: 'numeric',
      month: 'numeric',
      day: 'numeric',
      hour: 'numeric',
      minute: 'numeric',
    });
    clocks.set(timeZone, clock);
  }
  return clock;
}

function readClock(milliseconds: number, timeZone: string): ClockParts {
  const parts = new Map(
    clockOf(timeZone)
      .formatToParts(milliseconds)
      .map(({ type, value }) => [type, Number(value)]),
  );
  const part = (name: Intl.DateTimeFormatPartTypes) => parts.get(name)!;
  return {
    year: part('year'),
    month: part('month'),
    date: part('day'),
    hour: part('hour'),
    minute: part('minute'),
  };
}

const two = (value: number) => String(value).padStart(2, '0');

/**
 * Milliseconds since 1970 of a moment as the API writes it ("2026-11-27 08:14:05.123+00", ISO
 * 8601); NaN for what is none.
 */
function readMoment(at: string): number {
  return Date.parse(at.replace(' ', 'T').replace(/([+-]\d{2})$/, '$1:00'));
}

/** A moment on the clock of a time zone: "18 Nov 2026, 14:05"; as it stands where it is none. */
export function describeMoment(at: string, timeZone: string): string {
  const milliseconds = readMoment(at);
  if (Number.isNaN(milliseconds)) return at;
  const clock = readClock(milliseconds, timeZone);
  return t('moment', { day: dayOf(clock), time: `${two(clock.hour)}:${two(clock.minute)}` });
}

/** The same without its time of day: "18 Nov 2026". */
export function describeDayOf(at: string, timeZone: string): string {
  const milliseconds = readMoment(at);
  return Number.isNaN(milliseconds) ? at : dayOf(readClock(milliseconds, timeZone));
}

function dayOf({ date, month, year }: ClockParts): string {
  return dayText({ date, month: monthNames()[month - 1]!.slice(0, 3), year });
}

/** What a clock shows, as a field has it: "2026-11-18T14:05". */
export function toClockText(milliseconds: number, timeZone: string): string {
  const { year, month, date, hour, minute } = readClock(milliseconds, timeZone);
  return `${String(year).padStart(4, '0')}-${two(month)}-${two(date)}T${two(hour)}:${two(minute)}`;
}

const CLOCK_TEXT = /^(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d)$/;

/**
 * The moment at which a clock shows a text of that form; ISO 8601 in UTC, null for none. What a
 * clock that is put forward skips is the moment after; what one put back shows twice is the first.
 */
export function toMomentOf(text: string, timeZone: string): string | null {
  const found = CLOCK_TEXT.exec(text);
  if (!found) return null;
  const [year, month, date, hour, minute] = found.slice(1).map(Number) as [
    number,
    number,
    number,
    number,
    number,
  ];
  const wanted = Date.UTC(year, month - 1, date, hour, minute);
  if (Number.isNaN(wanted)) return null;
  const shownAt = (milliseconds: number) => {
    const at = readClock(milliseconds, timeZone);
    return Date.UTC(at.year, at.month - 1, at.date, at.hour, at.minute);
  };
  // The zone's offset a day before and a day after: one of them holds at the moment itself.
  const guesses = [-86_400_000, 86_400_000].map(
    (away) => wanted - (shownAt(wanted + away) - (wanted + away)),
  );
  const fitting = guesses.filter((guess) => shownAt(guess) === wanted);
  return new Date(fitting.length > 0 ? Math.min(...fitting) : Math.max(...guesses)).toISOString();
}
