import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { describePeriod, shortPeriod } from '#wording/period';
import { buildCalendar } from './calendar';
import { fromCivil, weekdayOf } from './day';
import { priorPeriodOf, priorYearOf } from './neighbours';
import { WEEK_PATTERNS, type WeekRule } from './weekYear';

const rule = fc.record<WeekRule>({
  kind: fc.constant('week'),
  pattern: fc.constantFrom(...WEEK_PATTERNS),
  endMonth: fc.integer({ min: 1, max: 12 }),
  endWeekday: fc.integer({ min: 1, max: 7 }),
  endsOn: fc.constantFrom('nearest', 'last'),
  yearLabel: fc.constantFrom('ends', 'begins'),
});
const label = fc.integer({ min: 2000, max: 2040 });

describe('a year by week', () => {
  it('has 52 or 53 weeks, ends on its weekday near the end of its month, and meets the next without gap or overlap', () => {
    fc.assert(
      fc.property(rule, label, (each, year) => {
        const calendar = buildCalendar(each);
        const { from, to } = calendar.year(year);
        expect([52, 53]).toContain((to - from) / 7);
        expect(weekdayOf(to - 1)).toBe(each.endWeekday);
        expect(calendar.year(year + 1).from).toBe(to);
        const monthEnds = [year - 1, year, year + 1].map(
          (y) => fromCivil(each.endMonth === 12 ? y + 1 : y, (each.endMonth % 12) + 1, 1) - 1,
        );
        const away = monthEnds.map((end) => to - 1 - end).find((days) => Math.abs(days) < 7)!;
        expect(away).toBeGreaterThanOrEqual(each.endsOn === 'last' ? -6 : -3);
        expect(away).toBeLessThanOrEqual(each.endsOn === 'last' ? 0 : 3);
      }),
    );
  });

  it('is divided by its pattern into whole weeks; week 53 joins the last period', () => {
    fc.assert(
      fc.property(rule, label, (each, year) => {
        const calendar = buildCalendar(each);
        const weeks = calendar.months(year).map((month) => (month.to - month.from) / 7);
        const wanted = Array.from({ length: 4 }, () => each.pattern.split('-').map(Number)).flat();
        if (calendar.year(year).to - calendar.year(year).from === 371) wanted[11]!++;
        expect(weeks).toEqual(wanted);
        calendar
          .quarters(year)
          .forEach((quarter, q) =>
            expect(calendar.monthsIn(quarter)).toEqual(
              calendar.months(year).slice(q * 3, q * 3 + 3),
            ),
          );
        expect(calendar.monthsIn(calendar.year(year))).toHaveLength(12);
      }),
    );
  });

  it('finds the year, period and quarter of any day, and ids find them again', () => {
    fc.assert(
      fc.property(
        rule,
        fc.integer({ min: fromCivil(2001, 1, 1), max: fromCivil(2039, 1, 1) }),
        (each, day) => {
          const calendar = buildCalendar(each);
          for (const kind of ['year', 'quarter', 'month'] as const) {
            const period = calendar.periodOf(kind, day);
            expect(day >= period.from && day < period.to).toBe(true);
            expect(calendar.parse(period.id)).toEqual(period);
            expect(priorYearOf(calendar, period)!.id.replace(/^FY\d+/, '')).toBe(
              period.id.replace(/^FY\d+/, ''),
            );
            expect(priorPeriodOf(calendar, period).to).toBe(period.from);
          }
        },
      ),
    );
  });

  it('is named by the year in which it ends, or begins', () => {
    const base = {
      kind: 'week',
      pattern: '4-5-4',
      endMonth: 1,
      endWeekday: 6,
      endsOn: 'nearest',
    } as const;
    expect(buildCalendar({ ...base, yearLabel: 'ends' }).year(2024)).toMatchObject({
      id: 'FY2024',
      from: fromCivil(2023, 1, 29),
      to: fromCivil(2024, 2, 4),
    });
    expect(buildCalendar({ ...base, yearLabel: 'begins' }).year(2023)).toMatchObject({
      id: 'FY2023',
      from: fromCivil(2023, 1, 29),
    });
  });

  it('names its periods by number', () => {
    const calendar = buildCalendar({
      kind: 'week',
      pattern: '4-4-5',
      endMonth: 3,
      endWeekday: 7,
      endsOn: 'last',
      yearLabel: 'ends',
    });
    const [first, second] = calendar.months(2027);
    expect([shortPeriod(first!, calendar), describePeriod(second!, calendar)]).toEqual([
      'P01',
      'P2 of FY 2027',
    ]);
    expect(describePeriod(calendar.parse('FY2027-P02..FY2027-P05')!, calendar)).toBe(
      'P2 of FY 2027 to P5',
    );
    expect(describePeriod(calendar.parse('FY2026-P11..FY2027-P02')!, calendar)).toBe(
      'P11 of FY 2026 to P2 of FY 2027',
    );
  });
});
