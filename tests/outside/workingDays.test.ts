import * as formula from '@formulajs/formulajs';
import Holidays from 'date-holidays';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Day, fromCivil, parseDay, toCivil, toIsoDay } from '#core/period/day';
import { countWorkingDays } from '#core/period/workingDays';

const toDate = (day: Day) => {
  const { year, month, date } = toCivil(day);
  return new Date(year, month - 1, date);
};

/** Working days against NETWORKDAYS of an independent spreadsheet-function library. */
describe('working days', () => {
  const day = fc.integer({ min: fromCivil(2020, 1, 1), max: fromCivil(2030, 1, 1) });

  it('are those of NETWORKDAYS', () => {
    fc.assert(
      fc.property(day, fc.integer({ min: 0, max: 800 }), (from, length) => {
        const ours = countWorkingDays(
          { from, to: from + length + 1 },
          { weekdays: [1, 2, 3, 4, 5], closed: new Set() },
        );
        expect(ours).toBe(formula.NETWORKDAYS(toDate(from), toDate(from + length)));
      }),
    );
  });

  it.each(['GB', 'NL', 'DE', 'US', 'JP'])(
    'less public holidays of %s are those of NETWORKDAYS with holidays',
    (country) => {
      const holidays = [2025, 2026, 2027]
        .flatMap((year) => new Holidays(country).getHolidays(year))
        .filter((each) => each.type === 'public')
        .map((each) => parseDay(each.date.slice(0, 10))!);
      const unique = [...new Set(holidays)];
      const working = { weekdays: [1, 2, 3, 4, 5], closed: new Set(unique) };
      for (let month = 0; month < 36; month++) {
        const from = fromCivil(2025 + Math.floor(month / 12), (month % 12) + 1, 1);
        const to = fromCivil(2025 + Math.floor((month + 1) / 12), ((month + 1) % 12) + 1, 1);
        const theirs = formula.NETWORKDAYS(toDate(from), toDate(to - 1), unique.map(toDate));
        expect([toIsoDay(from), countWorkingDays({ from, to }, working)]).toEqual([
          toIsoDay(from),
          theirs,
        ]);
      }
    },
  );
});
