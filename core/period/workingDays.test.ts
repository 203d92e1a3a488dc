import { array, assert, boolean, integer, property, subarray } from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseDay } from './day';
import { countWorkingDays, halfDaysOn, nthWorkingDay } from './workingDays';

const day = (text: string) => parseDay(text)!;
const DECEMBER = { from: day('2026-12-01'), to: day('2027-01-01') };
const base = { weekdays: [1, 2, 3, 4, 5], closed: new Set([day('2026-12-25')]) };

describe('half days', () => {
  it('count half, on a date and every week, and not at all where the day is closed', () => {
    expect(countWorkingDays(DECEMBER, base)).toBe(22);
    const halves = new Set([day('2026-12-24'), day('2026-12-31'), day('2026-12-25')]);
    expect(countWorkingDays(DECEMBER, { ...base, halves })).toBe(21);
    // Four Fridays, of which one is closed.
    expect(countWorkingDays(DECEMBER, { ...base, halfWeekdays: [5] })).toBe(20.5);
    expect(countWorkingDays(DECEMBER, { ...base, halves, halfWeekdays: [5] })).toBe(19.5);
    const saturdays = { ...base, weekdays: [1, 2, 3, 4, 5, 6], halfWeekdays: [6] };
    expect(countWorkingDays(DECEMBER, saturdays)).toBe(24);
  });

  it('are passed on the way to the n-th working day', () => {
    const halves = { ...base, halves: new Set([day('2026-12-01')]) };
    expect(nthWorkingDay(DECEMBER, 0.5, halves)).toBe(day('2026-12-01'));
    expect(nthWorkingDay(DECEMBER, 1.5, halves)).toBe(day('2026-12-02'));
    expect(nthWorkingDay(DECEMBER, 1, halves)).toBe(day('2026-12-02'));
    expect(nthWorkingDay(DECEMBER, 40, halves)).toBeNull();
  });

  it('add up day by day', () =>
    assert(
      property(
        integer({ min: 20_000, max: 20_700 }),
        integer({ min: 0, max: 120 }),
        subarray([1, 2, 3, 4, 5, 6, 7], { minLength: 1 }),
        array(integer({ min: 20_000, max: 20_820 }), { maxLength: 12 }),
        array(integer({ min: 20_000, max: 20_820 }), { maxLength: 12 }),
        boolean(),
        (from, length, weekdays, closed, halves, isWeekly) => {
          const working = {
            weekdays,
            closed: new Set(closed),
            halves: new Set(halves),
            halfWeekdays: isWeekly ? weekdays.slice(0, 2) : [],
          };
          let sum = 0;
          for (let each = from; each < from + length; each++) sum += halfDaysOn(each, working);
          expect(countWorkingDays({ from, to: from + length }, working)).toBe(sum / 2);
        },
      ),
    ));
});
