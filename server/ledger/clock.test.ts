import { describe, expect, it } from 'vitest';
import { SAMPLE_MEMBERSHIPS, SAMPLE_UNITS } from '#core/dataset/sampleDataset';
import { parseDay, toIsoDay } from '#core/period/day';
import { buildUnitTree } from '#core/units/tree';
import { buildBusinessHours, isOver } from './businessHours';
import { openClock } from './clock';

const at = (moment: string, zone: string) => {
  const { day, minute } = openClock(() => Date.parse(moment))(zone);
  return [toIsoDay(day), minute];
};

describe('the clock of a time zone', () => {
  it.each([
    ['2026-11-18T16:30:00Z', 'Europe/Amsterdam', '2026-11-18', 17 * 60 + 30],
    ['2026-11-18T16:30:00Z', 'Pacific/Auckland', '2026-11-19', 5 * 60 + 30],
    ['2026-11-18T00:00:00Z', 'America/New_York', '2026-11-17', 19 * 60],
    ['2026-07-01T15:00:00Z', 'Europe/Amsterdam', '2026-07-01', 17 * 60],
    // The hour that comes twice, and midnight.
    ['2026-10-25T01:30:00Z', 'Europe/Amsterdam', '2026-10-25', 2 * 60 + 30],
    ['2026-11-18T23:00:00Z', 'Europe/Amsterdam', '2026-11-19', 0],
  ])('at %s in %s is %s, minute %i', (moment, zone, day, minute) =>
    expect(at(moment, zone)).toEqual([day, minute]),
  );

  it('goes on', () => {
    let now = Date.parse('2026-11-18T15:59:59Z');
    const clock = openClock(() => now);
    expect(clock('Europe/Amsterdam').minute).toBe(16 * 60 + 59);
    now += 1_000;
    expect(clock('Europe/Amsterdam').minute).toBe(17 * 60);
  });
});

describe('business hours', () => {
  const tree = buildUnitTree(SAMPLE_UNITS, SAMPLE_MEMBERSHIPS);
  const day = parseDay('2026-11-18')!;
  const company = { timeZone: 'Europe/Amsterdam', endOfBusiness: 17 * 60 };

  it('of a branch are its own in its own zone, for its people, and the company’s for all others', () => {
    const { hoursOf } = buildBusinessHours(
      tree,
      company,
      [
        {
          branchId: 2,
          timeZone: 'Europe/London',
          endOfBusiness: null,
          weekdays: null,
          halfWeekdays: null,
        },
      ],
      day,
    );
    const clock = openClock(() => Date.parse('2026-11-18T16:30:00Z'));
    const over = (unitId: number) => {
      const hours = hoursOf(unitId);
      return isOver(day, clock(hours.timeZone), hours);
    };
    // Half past five in Amsterdam is half past four in London.
    expect([over(1), over(2), over(3), over(11)]).toEqual([true, false, false, false]);
    expect(isOver(day - 1, clock('Europe/London'), hoursOf(11))).toBe(true);
  });
});
