import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { describe, expect, it } from 'vitest';
import { type Day, fromCivil, parseDay, toIsoDay, weekdayOf } from '../period/day';
import { dueDay, type Schedule, sendsOn } from './schedule';

const at = (over: Partial<Schedule> = {}): Schedule => ({
  rhythm: 'daily',
  minute: 7 * 60,
  weekday: null,
  monthDay: null,
  ...over,
});
const isWeekday = (day: Day) => weekdayOf(day) <= 5;
const day = (text: string) => parseDay(text)!;

describe('a schedule', () => {
  it('is due from its time on, once a day', () => {
    const today = day('2026-11-18');
    expect(dueDay(at(), { day: today, minute: 419 }, today - 1, isWeekday)).toBeNull();
    expect(dueDay(at(), { day: today, minute: 420 }, today - 1, isWeekday)).toBe(today);
    expect(dueDay(at(), { day: today, minute: 1_000 }, today, isWeekday)).toBeNull();
  });

  it('sends on working days, a weekday, a day of the month or its last', () => {
    const on = (over: Partial<Schedule>, text: string) => sendsOn(at(over), day(text), isWeekday);
    expect([
      on({ rhythm: 'workingDays' }, '2026-11-20'),
      on({ rhythm: 'workingDays' }, '2026-11-21'),
    ]).toEqual([true, false]);
    expect([
      on({ rhythm: 'weekly', weekday: 1 }, '2026-11-23'),
      on({ rhythm: 'weekly', weekday: 1 }, '2026-11-24'),
    ]).toEqual([true, false]);
    expect([
      on({ rhythm: 'monthly', monthDay: 31 }, '2028-02-29'),
      on({ rhythm: 'monthly', monthDay: 31 }, '2028-02-28'),
    ]).toEqual([true, false]);
  });

  it('sends what was missed for some days, the newest alone', () => {
    const monday = day('2026-11-23');
    const weekly = at({ rhythm: 'weekly', weekday: 1 });
    expect(dueDay(weekly, { day: monday + 1, minute: 0 }, monday - 7, isWeekday)).toBe(monday);
    expect(dueDay(weekly, { day: monday + 3, minute: 0 }, monday - 7, isWeekday)).toBeNull();
    expect(dueDay(at(), { day: monday, minute: 500 }, monday - 9, isWeekday)).toBe(monday);
  });

  // Temporal knows the tz database; the schedule reads only what a clock on the wall shows.
  it.each(['Europe/Amsterdam', 'America/New_York', 'Australia/Lord_Howe', 'Africa/Cairo'])(
    'sends once a day over changes of clocks in %s, at the first look after Temporal says it is time',
    (zone) => {
      const first = Temporal.PlainDate.from('2026-01-01');
      fc.assert(
        fc.property(
          // A look every ten minutes may not see the last of them; the next day's does.
          fc.integer({ min: 1, max: 1_429 }),
          fc.integer({ min: 0, max: 364 }),
          (minute, offset) => {
            const date = first.add({ days: offset });
            const time = { hour: Math.floor(minute / 60), minute: minute % 60 };
            // "compatible": a time that is left out is the one as much later, of two the first.
            const due = date.toZonedDateTime({
              timeZone: zone,
              plainTime: Temporal.PlainTime.from(time),
            });
            const start = date.toZonedDateTime(zone);
            const end = date.add({ days: 1 }).toZonedDateTime(zone);
            let sent = fromCivil(date.year, date.month, date.day) - 1;
            const sentAt: Temporal.ZonedDateTime[] = [];
            for (
              let now = start;
              Temporal.ZonedDateTime.compare(now, end) < 0;
              now = now.add({ minutes: 10 })
            ) {
              const found = dueDay(
                at({ minute }),
                {
                  day: fromCivil(now.year, now.month, now.day),
                  minute: now.hour * 60 + now.minute,
                },
                sent,
                isWeekday,
              );
              if (found === null) continue;
              expect(toIsoDay(found)).toBe(date.toString());
              sent = found;
              sentAt.push(now);
            }
            expect(sentAt).toHaveLength(1);
            expect(Math.abs(sentAt[0]!.since(due).total('minutes'))).toBeLessThanOrEqual(60);
            // Never before the clock has shown the time.
            expect(sentAt[0]!.hour * 60 + sentAt[0]!.minute).toBeGreaterThanOrEqual(minute);
          },
        ),
        { numRuns: 60 },
      );
    },
  );
});
