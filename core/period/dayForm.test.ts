import { describe, expect, it } from 'vitest';
import { toIsoDay } from './day';
import { dayFormsOf, readDayIn, toIsoIn } from './dayForm';

const read = (text: string, form: Parameters<typeof readDayIn>[1]) => {
  const day = readDayIn(text, form);
  return day === null ? null : toIsoDay(day);
};

describe('days of a file', () => {
  it.each([
    ['2026-11-12', 'dayFirst', '2026-11-12'],
    ['12.11.2026', 'dayFirst', '2026-11-12'],
    ['12/11/2026', 'monthFirst', '2026-12-11'],
    ['1/2/26', 'dayFirst', '2026-02-01'],
    ['12 Nov 2026', 'iso', '2026-11-12'],
    ['3-December-2026', 'monthFirst', '2026-12-03'],
    ['2026-11-12T08:30:00Z', 'iso', '2026-11-12'],
    ['12.11.2026 14:05', 'dayFirst', '2026-11-12'],
  ] as const)('%s read %s is %s', (text, form, expected) =>
    expect(read(text, form)).toBe(expected),
  );

  it.each([
    ['31.02.2026', 'dayFirst'],
    ['13/13/2026', 'monthFirst'],
    ['12.11.2026', 'iso'],
    ['12 Smarch 2026', 'iso'],
    ['soon', 'dayFirst'],
    ['', 'iso'],
  ] as const)('%s read %s is none', (text, form) => {
    expect(read(text, form)).toBeNull();
    expect(toIsoIn(text, form)).toBe(text);
  });

  it('show their form when one of them can be read in one way only', () => {
    expect(dayFormsOf(['03/04/2026', '25/04/2026'])).toEqual(['dayFirst']);
    expect(dayFormsOf(['03/04/2026', '04/25/2026'])).toEqual(['monthFirst']);
    expect(dayFormsOf(['03/04/2026', ''])).toEqual(['dayFirst', 'monthFirst']);
    expect(dayFormsOf(['2026-04-25'])).toEqual(['iso', 'dayFirst', 'monthFirst']);
    expect(dayFormsOf(['25/04/2026', '04/25/2026'])).toEqual([]);
  });
});
