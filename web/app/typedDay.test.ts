import { describe, expect, it } from 'vitest';
import { parseDay, toIsoDay } from '#core/period/day';
import { type Leaning, readTypedDay, toIsoText } from './typedDay';

/** A Wednesday. */
const TODAY = parseDay('2026-11-18')!;
const read = (text: string, leaning: Leaning = 'past') => {
  const day = readTypedDay(text, TODAY, leaning);
  return day === null ? null : toIsoDay(day);
};

describe('a typed day', () => {
  it.each([
    ['2026-11-12', '2026-11-12'],
    ['today', '2026-11-18'],
    ['yesterday', '2026-11-17'],
    ['12 nov', '2026-11-12'],
    ['12 November 2025', '2025-11-12'],
    ['12/11', '2026-11-12'],
    ['12/11/2026', '2026-11-12'],
    ['3 days ago', '2026-11-15'],
  ])('%s is %s', (text, expected) => expect(read(text)).toBe(expected));

  it('without a year or week leans to where the deal lies', () => {
    expect(read('24 dec')).toBe('2025-12-24');
    expect(read('24 dec', 'future')).toBe('2026-12-24');
    expect(read('friday')).toBe('2026-11-13');
    expect(read('friday', 'future')).toBe('2026-11-20');
  });

  it.each(['soon', '', '31 february', '12 nov or so', '2026-02-30'])('“%s” is none', (text) =>
    expect(read(text)).toBeNull(),
  );

  it('that is none stays as typed, to be refused with its words', () => {
    expect(toIsoText(' someday ', TODAY, 'past')).toBe('someday');
    expect(toIsoText('yesterday', TODAY, 'past')).toBe('2026-11-17');
  });
});
