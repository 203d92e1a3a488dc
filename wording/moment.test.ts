import { describe, expect, it } from 'vitest';
import { describeDayOf, describeMoment, toClockText, toMomentOf } from './moment';

describe('a moment in words', () => {
  it.each([
    ['2026-11-27 08:14:05.123+00', 'Europe/Amsterdam', '27 Nov 2026, 09:14'],
    ['2026-07-01T23:30:00Z', 'Europe/Amsterdam', '2 Jul 2026, 01:30'],
    ['2026-07-01T23:30:00Z', 'America/New_York', '1 Jul 2026, 19:30'],
    ['2026-07-01T18:30:00Z', 'Asia/Kolkata', '2 Jul 2026, 00:00'],
    ['never', 'UTC', 'never'],
  ])('%s in %s is %s', (at, zone, words) => expect(describeMoment(at, zone)).toBe(words));

  it('is a day alone where the time says nothing', () => {
    expect(describeDayOf('2026-11-27T23:30:00Z', 'Europe/Amsterdam')).toBe('28 Nov 2026');
  });
});

// When clocks change: the tz database, as Node ships it (https://www.iana.org/time-zones).
describe('what a clock shows', () => {
  it.each([
    ['2026-11-18T14:05', 'Europe/Amsterdam', '2026-11-18T13:05:00.000Z'],
    ['2026-07-18T14:05', 'Europe/Amsterdam', '2026-07-18T12:05:00.000Z'],
    // Put forward on 29 March 2026 from 02:00 to 03:00: half past two is not shown.
    ['2026-03-29T02:30', 'Europe/Amsterdam', '2026-03-29T01:30:00.000Z'],
    // Put back on 25 October 2026 from 03:00 to 02:00: half past two is shown twice.
    ['2026-10-25T02:30', 'Europe/Amsterdam', '2026-10-25T00:30:00.000Z'],
    ['2026-11-01T00:30', 'America/New_York', '2026-11-01T04:30:00.000Z'],
    ['2026-01-01T00:00', 'Asia/Kolkata', '2025-12-31T18:30:00.000Z'],
  ])('%s in %s is %s', (text, zone, moment) => expect(toMomentOf(text, zone)).toBe(moment));

  it('is none where the text is none', () => {
    expect(toMomentOf('', 'UTC')).toBeNull();
    expect(toMomentOf('2026-11-18', 'UTC')).toBeNull();
  });

  it('reads back as it was written', () => {
    for (const zone of ['America/Los_Angeles', 'UTC', 'Pacific/Auckland'])
      for (let month = 1; month <= 12; month++) {
        const text = `2026-${String(month).padStart(2, '0')}-15T09:45`;
        expect(toClockText(Date.parse(toMomentOf(text, zone)!), zone)).toBe(text);
      }
  });
});
