import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { describe, expect, it } from 'vitest';
import { buildCalendar } from '../period/calendar';
import { parseDay, toIsoDay, weekdayOf } from '../period/day';
import { totalByWeekday, weeksOf } from './weeks';

const calendar = buildCalendar({ kind: 'month', firstMonth: 4, yearLabel: 'ends' });
const day = (text: string) => parseDay(text)!;

describe('weeks and weekdays of a span', () => {
  it('cuts a month into its ISO weeks', () => {
    const weeks = weeksOf(calendar, { from: day('2026-11-01'), to: day('2026-12-01') });
    expect(weeks.map(({ from, to }) => `${toIsoDay(from)}..${toIsoDay(to - 1)}`)).toEqual([
      '2026-11-01..2026-11-01',
      '2026-11-02..2026-11-08',
      '2026-11-09..2026-11-15',
      '2026-11-16..2026-11-22',
      '2026-11-23..2026-11-29',
      '2026-11-30..2026-11-30',
    ]);
  });

  it('agrees with Temporal on week 53 and leap days, and loses no day (property)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: day('2015-01-01'), max: day('2033-01-01') }),
        fc.integer({ min: 1, max: 400 }),
        (from, length) => {
          const span = { from, to: from + length };
          const weeks = weeksOf(calendar, span);
          expect(weeks[0]!.from).toBe(span.from);
          expect(weeks.at(-1)!.to).toBe(span.to);
          weeks.slice(1).forEach((week, at) => expect(week.from).toBe(weeks[at]!.to));
          for (const week of weeks) {
            const [first, last] = [week.from, week.to - 1].map((each) =>
              Temporal.PlainDate.from(toIsoDay(each)),
            );
            expect([first!.weekOfYear, first!.yearOfWeek]).toEqual([
              last!.weekOfYear,
              last!.yearOfWeek,
            ]);
          }
        },
      ),
    );
  });

  it('counts how many of each weekday there were, and a Sunday only where something was sold', () => {
    const span = { from: day('2026-11-01'), to: day('2026-12-01') };
    const sold = new Map([
      [day('2026-11-01'), 5],
      [day('2026-11-03'), 7],
    ]);
    const totals = totalByWeekday(
      span,
      (each) => sold.get(each) ?? 0,
      (each) => weekdayOf(each) <= 5,
    );
    expect(totals.map(({ total, days }) => [total, days])).toEqual([
      [0, 5],
      [7, 4],
      [0, 4],
      [0, 4],
      [0, 4],
      [0, 0],
      [5, 1],
    ]);
  });
});
