import { fromCivil } from '#core/period/day';
import { type LocalTime, MINUTES_A_DAY } from '#core/period/timeOfDay';

interface ZoneClock {
  formatter: Intl.DateTimeFormat;
  /** The second it was last read in, and what it said. */
  second: number;
  time: LocalTime;
}

const NEVER = { second: -1, time: { day: 0, minute: 0 } };

/** Clocks of time zones over the machine's; each is read once a second at most. */
export function openClock(now: () => number = Date.now): (timeZone: string) => LocalTime {
  const zones = new Map<string, ZoneClock>();
  return (timeZone) => {
    let zone = zones.get(timeZone);
    if (!zone) zones.set(timeZone, (zone = { formatter: openFormatter(timeZone), ...NEVER }));
    const second = Math.floor(now() / 1_000);
    if (zone.second !== second)
      Object.assign(zone, { second, time: readTime(zone.formatter, second * 1_000) });
    return zone.time;
  };
}

function openFormatter(timeZone: string): Intl.DateTimeFormat {
  return new Intl.DateTimeFormat('en-CA', {
    timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  });
}

function readTime(formatter: Intl.DateTimeFormat, moment: number): LocalTime {
  const part = Object.fromEntries(
    formatter.formatToParts(moment).map(({ type, value }) => [type, Number(value)]),
  );
  return {
    day: fromCivil(part['year']!, part['month']!, part['day']!),
    minute: part['hour']! * 60 + part['minute']!,
  };
}

/** A business date that was set, for a demonstration or a test, is over. */
export function endOf(day: number): LocalTime {
  return { day, minute: MINUTES_A_DAY };
}
