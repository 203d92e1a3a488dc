import { describe, expect, it } from 'vitest';
import { buildCalendar } from '#core/period/calendar';
import { parseDay } from '#core/period/day';
import { describeDay, describePeriod, describeSpan, shortDay, shortPeriod } from './period';

const day = (iso: string) => parseDay(iso)!;
const span = (from: string, last: string) => ({ from: day(from), to: day(last) + 1 });
const months = buildCalendar({ kind: 'month', firstMonth: 4, yearLabel: 'ends' });
const weeks = buildCalendar({
  kind: 'week',
  pattern: '4-4-5',
  endMonth: 3,
  endWeekday: 7,
  endsOn: 'last',
  yearLabel: 'ends',
});

describe('the name of a period', () => {
  it.each([
    ['FY2027-P08', 'November 2026'],
    ['FY2027-Q3', 'Q3 of FY 2027'],
    ['FY2027', 'FY 2027'],
    ['2026-11-18', 'Wed 18 Nov 2026'],
    ['2026-W47', 'week 47 of 2026'],
    ['2027-W01', 'week 1 of 2027'],
    ['FY2027-P01..FY2027-P05', 'April to August 2026'],
    ['FY2027-P08..FY2027-P11', 'November 2026 to February 2027'],
    ['2026-11-03..2026-11-18', '3–18 Nov 2026'],
  ])('%s is %s', (id, name) => expect(describePeriod(months.parse(id)!, months)).toBe(name));
});

describe('the days of a span', () => {
  it.each([
    ['2026-11-01', '2026-11-18', false, '1–18 Nov'],
    ['2026-11-01', '2026-11-18', true, '1–18 Nov 2026'],
    ['2026-11-18', '2026-11-18', true, '18 Nov 2026'],
    ['2026-10-01', '2026-11-18', true, '1 Oct–18 Nov 2026'],
    ['2026-10-01', '2026-11-18', false, '1 Oct–18 Nov'],
    ['2025-12-30', '2026-01-02', false, '30 Dec 2025–2 Jan 2026'],
  ])('%s to %s, years %s: %s', (from, last, withYear, words) =>
    expect(describeSpan(span(from, last), withYear)).toBe(words),
  );
  it('of which none has come', () =>
    expect(describeSpan({ from: day('2026-12-01'), to: day('2026-12-01') })).toBe('no days yet'));
});

describe('a day', () => {
  it.each([
    ['1970-01-01', 'Thu 1 Jan 1970'],
    ['1969-12-31', 'Wed 31 Dec 1969'],
    ['2000-02-29', 'Tue 29 Feb 2000'],
    ['2026-11-18', 'Wed 18 Nov 2026'],
  ])('%s is a %s', (iso, words) => expect(describeDay(day(iso))).toBe(words));
  it('may leave its year out', () =>
    expect([shortDay(day('2026-11-18')), shortDay(day('2026-11-18'), true)]).toEqual([
      '18 Nov',
      '18 Nov 2026',
    ]));
});

describe('a year made of weeks', () => {
  it('numbers its months, for their days are of two', () => {
    const [month] = weeks.months(2026);
    expect(month).toBeDefined();
    expect([shortPeriod(month!, weeks), describePeriod(month!, weeks)]).toEqual([
      'P01',
      'P1 of FY 2026',
    ]);
    expect(shortPeriod(months.parse('FY2027-P08')!, months)).toBe('Nov');
  });

  it('names a range by its months, and both years where it spans two', () => {
    const [of, next] = [weeks.months(2026), weeks.months(2027)];
    expect(describePeriod(weeks.parse(`${of[1]!.id}..${of[4]!.id}`)!, weeks)).toBe(
      'P2 of FY 2026 to P5',
    );
    expect(describePeriod(weeks.parse(`${of[10]!.id}..${next[1]!.id}`)!, weeks)).toBe(
      'P11 of FY 2026 to P2 of FY 2027',
    );
  });
});
