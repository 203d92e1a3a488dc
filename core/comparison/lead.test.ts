import { describe, expect, it } from 'vitest';
import { fromCivil } from '../period/day';
import { firstReached, leadOf } from './lead';

const working = { weekdays: [1, 2, 3, 4, 5], closed: new Set<number>() };
// 18 November 2025 is a Tuesday (ISO 8601).
const position = fromCivil(2025, 11, 18);
const lead = (over: Partial<Parameters<typeof leadOf>[0]>) =>
  leadOf({ booked: 50, lastTotal: 100, reachedOn: position, position, working, ...over });

describe('the lead over last year', () => {
  it('is counted in working days, a weekend as none', () => {
    const on = (month: number, date: number) => fromCivil(2025, month, date);
    expect(lead({ reachedOn: on(11, 19) })).toMatchObject({ workingDays: 1 });
    expect(lead({ reachedOn: on(11, 24) })).toMatchObject({ workingDays: 4 });
    expect(lead({ reachedOn: on(11, 17) })).toMatchObject({ workingDays: -1 });
    expect(lead({ reachedOn: on(11, 14) })).toMatchObject({ workingDays: -2 });
    expect(lead({})).toEqual({ kind: 'days', workingDays: 0, reachedOn: position });
  });
  it('is beyond the year where more is booked than in all of it', () => {
    expect(lead({ booked: 101, reachedOn: null })).toEqual({ kind: 'yearPassed' });
    expect(lead({ booked: 100, reachedOn: fromCivil(2026, 3, 31) })).toMatchObject({
      kind: 'days',
    });
  });
  it('is none of nothing and of refunds', () => {
    for (const over of [{ booked: 0 }, { booked: -5 }, { lastTotal: 0 }, { lastTotal: -3 }])
      expect(lead(over)).toEqual({ kind: 'none' });
  });
});

describe('the day a sum was first reached', () => {
  const sums = [10, 30, 25, 40];
  const on = (wanted: number) => firstReached(wanted, { from: 0, to: 4 }, (day) => sums[day]!);
  it('is the first, also where refunds take it back', () =>
    expect([on(5), on(30), on(35), on(41)]).toEqual([0, 1, 3, null]));
});
