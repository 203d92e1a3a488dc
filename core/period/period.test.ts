import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { describe, expect, it } from 'vitest';
import { describePeriod, describeSpan } from '#wording/period';
import { buildCalendar } from './calendar';
import { addMonths, fromCivil, parseDay, toIsoDay, weekdayOf } from './day';
import { cutAtSameDate, cutAtSameWorkingDay, priorPeriodOf, priorYearOf } from './neighbours';
import { countWorkingDays, nthWorkingDay } from './workingDays';

const day = (text: string) => parseDay(text)!;
const april = buildCalendar({ kind: 'month', firstMonth: 4, yearLabel: 'ends' });
const mondayToFriday = { weekdays: [1, 2, 3, 4, 5], closed: new Set<number>() };

describe('days', () => {
  it('refuses dates that do not exist', () => {
    for (const text of [
      '2026-02-30',
      '2025-02-29',
      '2026-13-01',
      '2026-00-10',
      '18.11.2026',
      '2026-1-1',
      '',
    ])
      expect(parseDay(text)).toBeNull();
    expect(parseDay('2024-02-29')).not.toBeNull();
  });

  it('agree with Temporal (TC39) on dates, weekdays, month arithmetic and ISO weeks', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: fromCivil(1950, 1, 1), max: fromCivil(2100, 1, 1) }),
        fc.integer({ min: -60, max: 60 }),
        (each, months) => {
          const date = Temporal.PlainDate.from(toIsoDay(each));
          expect(weekdayOf(each)).toBe(date.dayOfWeek);
          expect(toIsoDay(addMonths(each, months))).toBe(date.add({ months }).toString());
          expect(april.periodOf('week', each).id).toBe(
            `${date.yearOfWeek}-W${String(date.weekOfYear).padStart(2, '0')}`,
          );
        },
      ),
    );
  });

  // Source: ISO 8601 week dates, the examples of the standard's week calendar (via Wikipedia "ISO
  // week date", from memory).
  it.each([
    ['2005-01-01', '2004-W53'],
    ['2005-12-31', '2005-W52'],
    ['2007-01-01', '2007-W01'],
    ['2008-12-29', '2009-W01'],
    ['2010-01-03', '2009-W53'],
  ])('%s lies in ISO week %s', (text, week) =>
    expect(april.periodOf('week', day(text)).id).toBe(week),
  );
});

describe('fiscal calendar by month', () => {
  it('labels a year by the calendar year in which it ends', () => {
    expect(april.periodOf('year', day('2026-11-18')).id).toBe('FY2027');
    expect(april.periodOf('quarter', day('2026-11-18')).id).toBe('FY2027-Q3');
    expect(april.periodOf('month', day('2026-11-18')).id).toBe('FY2027-P08');
    expect(
      buildCalendar({ kind: 'month', firstMonth: 4, yearLabel: 'begins' }).periodOf(
        'year',
        day('2026-11-18'),
      ).id,
    ).toBe('FY2026');
    expect(
      buildCalendar({ kind: 'month', firstMonth: 1, yearLabel: 'ends' }).periodOf(
        'year',
        day('2026-11-18'),
      ).id,
    ).toBe('FY2026');
  });

  it('leaves no gap and no overlap, whatever the first month', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 1990, max: 2090 }),
        (firstMonth, label) => {
          const calendar = buildCalendar({ kind: 'month', firstMonth, yearLabel: 'ends' });
          const months = calendar.months(label);
          expect(months[0]!.from).toBe(calendar.year(label).from);
          expect(months[11]!.to).toBe(calendar.year(label + 1).from);
          for (let i = 1; i < 12; i++) expect(months[i]!.from).toBe(months[i - 1]!.to);
          for (const period of [...months, ...calendar.quarters(label), calendar.year(label)])
            expect(calendar.parse(period.id)).toEqual(period);
        },
      ),
    );
  });

  it.each([
    'FY2027-Q5',
    'FY2027-P13',
    'FY27',
    '2026-W54',
    '2025-W53',
    '2026-02-30',
    'FY2027-P05..FY2027-P03',
    'x',
    '',
    'FY2027..',
    '..',
  ])('knows no period "%s"', (id) => expect(april.parse(id)).toBeNull());

  it('reads ranges and says them in words', () => {
    const range = april.parse('FY2027-P05..FY2027-P08')!;
    expect([toIsoDay(range.from), toIsoDay(range.to)]).toEqual(['2026-08-01', '2026-12-01']);
    expect(describePeriod(range, april)).toBe('August to November 2026');
    expect(describeSpan({ from: day('2026-11-01'), to: day('2026-11-19') })).toBe('1–18 Nov');
    expect(describeSpan({ from: day('2026-12-30'), to: day('2027-01-03') })).toBe(
      '30 Dec 2026–2 Jan 2027',
    );
  });
});

describe('prior periods', () => {
  it('are of the same kind and length', () => {
    const of = (id: string) => [
      priorPeriodOf(april, april.parse(id)!).id,
      priorYearOf(april, april.parse(id)!)?.id ?? null,
    ];
    expect(of('FY2027-P01')).toEqual(['FY2026-P12', 'FY2026-P01']);
    expect(of('FY2027-Q3')).toEqual(['FY2027-Q2', 'FY2026-Q3']);
    expect(of('FY2027')).toEqual(['FY2026', 'FY2026']);
    expect(of('FY2027-P05..FY2027-P08')).toEqual([
      'FY2027-P01..FY2027-P04',
      'FY2026-P05..FY2026-P08',
    ]);
    expect(of('2020-W53')).toEqual(['2020-W52', null]);
  });

  it('are cut at the same calendar date, so that leap years do not shift it', () => {
    const cut = (now: string, asOf: string, then: string) => {
      const span = cutAtSameDate(april.parse(now)!, day(asOf), april.parse(then)!);
      return toIsoDay(span.to - 1);
    };
    expect(cut('FY2027-P08', '2026-11-18', 'FY2027-P07')).toBe('2026-10-18');
    expect(cut('FY2027-P08', '2026-11-18', 'FY2026-P08')).toBe('2025-11-18');
    expect(cut('FY2027', '2026-11-18', 'FY2026')).toBe('2025-11-18');
    expect(cut('FY2024-P11', '2024-02-29', 'FY2023-P11')).toBe('2023-02-28');
    expect(cut('FY2025', '2025-02-28', 'FY2024')).toBe('2024-02-28');
    expect(cut('FY2027-P08', '2026-12-05', 'FY2027-P07')).toBe('2026-10-31');
  });
});

describe('after the same number of working days', () => {
  it('thresholds where as many had gone', () => {
    // 13 working days of November 2026 had gone on the 18th; the 13th of October 2026 is the 19th.
    const span = cutAtSameWorkingDay(
      april.parse('FY2027-P08')!,
      day('2026-11-18'),
      april.parse('FY2027-P07')!,
      mondayToFriday,
    );
    expect(toIsoDay(span.to - 1)).toBe('2026-10-19');
  });
});

describe('working days', () => {
  it('gives the counts of docs/calculations.md, 6 and 7', () => {
    const months = april.months(2027).map((month) => countWorkingDays(month, mondayToFriday));
    expect(months).toEqual([22, 21, 22, 23, 21, 22, 22, 21, 23, 21, 20, 23]);
    expect(
      countWorkingDays({ from: day('2026-11-01'), to: day('2026-11-19') }, mondayToFriday),
    ).toBe(13);
  });

  it('finds the n-th one', () => {
    const november = april.parse('FY2027-P08')!;
    expect(toIsoDay(nthWorkingDay(november, 13, mondayToFriday)!)).toBe('2026-11-18');
    expect(nthWorkingDay(november, 22, mondayToFriday)).toBeNull();
  });
});
