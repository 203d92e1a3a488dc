import {
  LastDayOfWeek,
  LastMonthOfYear,
  RetailCalendarFactory,
  WeekCalculation,
  WeekGrouping,
} from 'retail-calendar';
import { describe, expect, it } from 'vitest';
import { buildCalendar } from '#core/period/calendar';
import { fromCivil, toIsoDay } from '#core/period/day';
import type { WeekRule } from '#core/period/weekYear';

const GROUPINGS = {
  '4-4-5': WeekGrouping.Group445,
  '4-5-4': WeekGrouping.Group454,
  '5-4-4': WeekGrouping.Group544,
} as const;
const WAYS = {
  nearest: WeekCalculation.LastDayNearestEOM,
  last: WeekCalculation.LastDayBeforeEOM,
} as const;
const toDay = (date: Date) => fromCivil(date.getFullYear(), date.getMonth() + 1, date.getDate());

/**
 * The package labels a year by where it begins; week 53 is told to join the last month, as with
 * ours (docs/calculations.md, 2).
 */
describe('calendars by week, against the package retail-calendar of the registry', () => {
  for (const pattern of ['4-4-5', '4-5-4', '5-4-4'] as const)
    for (const endsOn of ['nearest', 'last'] as const) {
      it(`${pattern}, year ending on the ${endsOn} Saturday of January`, () => {
        const rule: WeekRule = {
          kind: 'week',
          pattern,
          endMonth: 1,
          endWeekday: 6,
          endsOn,
          yearLabel: 'begins',
        };
        const calendar = buildCalendar(rule);
        for (let year = 2010; year <= 2035; year++) {
          const theirs = new RetailCalendarFactory(
            {
              weekGrouping: GROUPINGS[pattern],
              weekCalculation: WAYS[endsOn],
              lastDayOfWeek: LastDayOfWeek.Saturday,
              lastMonthOfYear: LastMonthOfYear.January,
              addLeapWeekToMonth: 11,
            },
            year,
          );
          const months = calendar.months(year);
          expect((calendar.year(year).to - calendar.year(year).from) / 7).toBe(
            theirs.numberOfWeeks,
          );
          expect(months.map((month) => toIsoDay(month.from))).toEqual(
            theirs.months.map((month) => toIsoDay(toDay(month.gregorianStartDate))),
          );
          expect(months.map((month) => toIsoDay(month.to - 1))).toEqual(
            theirs.months.map((month) => toIsoDay(toDay(month.gregorianEndDate))),
          );
        }
      });
    }
});

describe('years of 53 weeks of the retail trade', () => {
  // Source: National Retail Federation, "4-5-4 Calendar" (year ends on the Saturday nearest to 31
  // January); from memory: 2006, 2012, 2017 and 2023 have 53 weeks.
  it('are 2006, 2012, 2017 and 2023 by the 4-5-4 calendar', () => {
    const calendar = buildCalendar({
      kind: 'week',
      pattern: '4-5-4',
      endMonth: 1,
      endWeekday: 6,
      endsOn: 'nearest',
      yearLabel: 'begins',
    });
    const long = Array.from({ length: 20 }, (_, i) => 2005 + i).filter(
      (year) => calendar.year(year).to - calendar.year(year).from === 53 * 7,
    );
    expect(long).toEqual([2006, 2012, 2017, 2023]);
    // Also from memory: fiscal 2023 ran from 29 January 2023 to 3 February 2024.
    expect([toIsoDay(calendar.year(2023).from), toIsoDay(calendar.year(2023).to - 1)]).toEqual([
      '2023-01-29',
      '2024-02-03',
    ]);
  });
});
