import { describe, expect, it } from 'vitest';
import { yearOf } from './yearOf';

describe('the fiscal year of a period', () => {
  const rule = { kind: 'month', firstMonth: 4, yearLabel: 'ends' } as const;
  it.each([
    ['FY2027-P08', 'FY2027'],
    ['FY2026', 'FY2026'],
    ['2026-03-31', 'FY2026'],
    ['2026-04-01', 'FY2027'],
    ['2026-W47', 'FY2027'],
    ['FY2026-P11..FY2027-P02', 'FY2026'],
    ['nonsense', ''],
  ])('of %s is “%s”', (period, year) => expect(yearOf(rule, period)).toBe(year));
});
