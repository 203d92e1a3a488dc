import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { listPresets, toLocalText, toMoment } from './moments';

const anyMoment = fc.date({
  min: new Date(2020, 0, 1),
  max: new Date(2035, 0, 1),
  noInvalidDate: true,
});

describe('moments often asked for', () => {
  it('are midnights, whatever the clocks did in between', () => {
    // Run in three time zones; two of them change their clocks.
    fc.assert(
      fc.property(anyMoment, (now) => {
        for (const { name, at } of listPresets(now)) {
          expect([name, at.getHours(), at.getMinutes(), at.getSeconds()]).toEqual([name, 0, 0, 0]);
          expect(at.getTime()).toBeLessThanOrEqual(now.getTime());
        }
      }),
      { numRuns: 1_000 },
    );
  });

  it('are as many days back as they say', () => {
    const presets = (year: number, month: number, date: number) =>
      Object.fromEntries(
        listPresets(new Date(year, month - 1, date, 15, 30)).map(({ name, at }) => [
          name,
          toLocalText(at).slice(0, 10),
        ]),
      );
    expect(presets(2026, 11, 18)).toEqual({
      today: '2026-11-18',
      yesterday: '2026-11-17',
      Monday: '2026-11-16',
      'a week ago': '2026-11-11',
      'start of month': '2026-11-01',
    });
    // On a Monday it is today's; on a Sunday that of six days before.
    expect([
      presets(2026, 11, 16)['Monday'],
      presets(2026, 11, 22)['Monday'],
      presets(2026, 3, 1)['yesterday'],
    ]).toEqual(['2026-11-16', '2026-11-16', '2026-02-28']);
  });
});

describe('a moment as text', () => {
  it('is read back as it was, to the minute', () => {
    fc.assert(
      fc.property(anyMoment, (moment) => {
        const text = toLocalText(moment);
        expect(text).toMatch(/^\d{4}-\d\d-\d\dT\d\d:\d\d$/);
        const back = new Date(toMoment(text)!);
        // An hour that the clocks repeat has one text for two moments.
        const off = Math.abs(back.getTime() - Math.floor(moment.getTime() / 60_000) * 60_000);
        expect([0, 3_600_000]).toContain(off);
        expect(toLocalText(back)).toBe(text);
      }),
    );
  });

  it.each(['', 'soon', '2026-13-01T00:00'])('“%s” is none', (text) =>
    expect(toMoment(text)).toBeNull(),
  );
});
