import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildCalendar, type PeriodKind } from './calendar';
import { addMonths, fromCivil } from './day';
import {
  cutAtSameDate,
  cutAtSameWorkingDay,
  lastFinishedOf,
  nextPeriodOf,
  priorPeriodOf,
  priorYearOf,
} from './neighbours';

const day = fc.integer({ min: fromCivil(2015, 1, 1), max: fromCivil(2035, 1, 1) });
const kind = fc.constantFrom<Exclude<PeriodKind, 'range'>>(
  'year',
  'quarter',
  'month',
  'week',
  'day',
);
const calendar = fc
  .integer({ min: 1, max: 12 })
  .map((firstMonth) => buildCalendar({ kind: 'month', firstMonth, yearLabel: 'ends' }));
const working = { weekdays: [1, 2, 3, 4, 5], closed: new Set<number>() };

describe('prior periods', () => {
  it('touch the period they come before, whatever kind and calendar', () => {
    fc.assert(
      fc.property(calendar, kind, day, (of, each, on) => {
        const period = of.periodOf(each, on);
        expect(priorPeriodOf(of, nextPeriodOf(of, period)).id).toBe(period.id);
        const prior = priorPeriodOf(of, period);
        expect(prior.to).toBe(period.from);
        expect(prior.kind).toBe(period.kind);
      }),
    );
  });

  it('of last year are of the same kind and about a year earlier', () => {
    fc.assert(
      fc.property(calendar, kind, day, (of, each, on) => {
        const period = of.periodOf(each, on);
        const before = priorYearOf(of, period);
        if (before === null) {
          expect(period.id).toMatch(/W53$/);
          return;
        }
        expect(before.kind).toBe(period.kind);
        expect(Math.abs(period.from - before.from - 365)).toBeLessThanOrEqual(7);
      }),
    );
  });

  it('to start from have ended, and are the newest that have', () => {
    fc.assert(
      fc.property(
        calendar,
        fc.constantFrom<'year' | 'quarter' | 'month'>('year', 'quarter', 'month'),
        day,
        fc.integer({ min: -900, max: 900 }),
        (of, each, on, away) => {
          const period = of.periodOf(each, on);
          const found = lastFinishedOf(of, period, on + away)!;
          expect(found.to).toBeLessThanOrEqual(Math.min(period.from, on + away + 1));
          const newer = of.periodOf(each, addMonths(found.from, 12));
          expect(newer.from >= period.from || newer.to > on + away + 1).toBe(true);
        },
      ),
    );
  });

  it('of a range of days are as many days before', () => {
    const of = buildCalendar({ kind: 'month', firstMonth: 4, yearLabel: 'ends' });
    const range = of.parse('2026-11-03..2026-11-12')!;
    expect(priorPeriodOf(of, range)).toMatchObject({ id: '2026-10-24..2026-11-02', kind: 'range' });
    expect(priorYearOf(of, range)).toMatchObject({ id: '2025-11-03..2025-11-12' });
  });
});

describe('the same point', () => {
  const thresholds = {
    date: cutAtSameDate,
    workingDay: (now: never, asOf: number, then: never) =>
      cutAtSameWorkingDay(now, asOf, then, working),
  };

  it.each(Object.keys(thresholds) as (keyof typeof thresholds)[])(
    'by %s lies within the earlier period, grows with the day, and is all of it in the end',
    (by) => {
      const cut = thresholds[by] as typeof cutAtSameDate;
      fc.assert(
        fc.property(calendar, kind, day, fc.nat(400), (of, each, on, offset) => {
          const now = of.periodOf(each, on);
          const then = priorPeriodOf(of, now);
          const asOf = now.from + (offset % (now.to - now.from));
          const span = cut(now, asOf, then);
          expect(span.from).toBe(then.from);
          expect(span.to).toBeLessThanOrEqual(then.to);
          expect(span.to).toBeGreaterThanOrEqual(span.from);
          expect(cut(now, asOf + 1, then).to).toBeGreaterThanOrEqual(span.to);
          expect(cut(now, now.to, then)).toEqual({ from: then.from, to: then.to });
          expect(cut(now, now.from - 1, then)).toEqual({ from: then.from, to: then.from });
        }),
      );
    },
  );
});
