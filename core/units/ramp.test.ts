import { describe, expect, it } from 'vitest';
import { buildCalendar } from '../period/calendar';
import { parseDay } from '../period/day';
import { proposePartial } from '../targets/fill/partial';
import { isOnRamp, monthsOfRamp, rampShareOf } from './ramp';

const calendar = buildCalendar({ kind: 'month', firstMonth: 4, yearLabel: 'ends' });
const ramp = { from: parseDay('2026-09-14')!, shares: [0, 5000, 7500, 10_000] };
const month = (id: string) => calendar.parse(id)!;

describe('a ramp', () => {
  it('asks its shares month by month from the one that holds the first day, and all afterwards', () => {
    expect(monthsOfRamp(calendar, ramp).map((each) => each.month.id)).toEqual([
      'FY2027-P06',
      'FY2027-P07',
      'FY2027-P08',
      'FY2027-P09',
    ]);
    expect(
      ['FY2027-P05', 'FY2027-P06', 'FY2027-P07', 'FY2027-P08', 'FY2027-P09', 'FY2027-P10'].map(
        (id) => rampShareOf(calendar, ramp, month(id)),
      ),
    ).toEqual([10_000, 0, 5000, 7500, 10_000, 10_000]);
    expect(rampShareOf(calendar, undefined, month('FY2027-P06'))).toBe(10_000);
  });
  it('marks periods in which less than all is asked (docs/calculations.md, 9)', () => {
    expect(
      ['FY2027-P05', 'FY2027-P08', 'FY2027-P09', 'FY2027-Q3', 'FY2027'].map((id) =>
        isOnRamp(calendar, ramp, month(id)),
      ),
    ).toEqual([false, true, false, true, true]);
  });
  it('runs by the months of a calendar by week too', () => {
    const weeks = buildCalendar({
      kind: 'week',
      pattern: '4-4-5',
      endMonth: 1,
      endWeekday: 6,
      endsOn: 'nearest',
      yearLabel: 'begins',
    });
    const months = monthsOfRamp(weeks, ramp).map((each) => each.month);
    expect(months).toHaveLength(4);
    for (let i = 1; i < months.length; i++) expect(months[i]!.from).toBe(months[i - 1]!.to);
  });
});

describe('part of a full target', () => {
  it.each([
    [80_000, { share: 5000, present: 11, all: 22, unit: 100 }, 20_000],
    [80_000, { share: 10_000, present: 22, all: 22, unit: 100 }, 80_000],
    [100, { share: 10_000, present: 1, all: 3, unit: 1 }, 33],
    [150, { share: 10_000, present: 1, all: 2, unit: 50 }, 100],
    [80_000, { share: 0, present: 22, all: 22, unit: 1 }, 0],
    [80_000, { share: 10_000, present: 0, all: 0, unit: 1 }, 0],
  ])('of %d by %j is %d', (full, terms, value) => expect(proposePartial(full, terms)).toBe(value));
});
