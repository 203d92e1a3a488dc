import { describe, expect, it } from 'vitest';
import { isNoteAbout, type NotedFigure } from './about';

const AUGUST: NotedFigure = {
  unit: 'salt',
  measure: 'revenue',
  slice: null,
  from: '2026-08-01',
  lastDay: '2026-08-31',
};
const QUARTER = { ...AUGUST, from: '2026-07-01', lastDay: '2026-09-30' };
const ROPE = { by: 'product', key: '7' };

describe('a note', () => {
  it('stands at its own period and at a longer one around it, not at a part of it', () => {
    expect(isNoteAbout(AUGUST, AUGUST)).toBe(true);
    expect(isNoteAbout(AUGUST, QUARTER)).toBe(true);
    expect(isNoteAbout(QUARTER, AUGUST)).toBe(false);
    expect(isNoteAbout(AUGUST, { ...AUGUST, lastDay: '2026-08-30' })).toBe(false);
    expect(isNoteAbout(AUGUST, { ...AUGUST, from: '2026-08-02' })).toBe(false);
  });

  it.each([
    ['unit', { ...AUGUST, unit: 'north' }],
    ['measure', { ...AUGUST, measure: 'deals_won' }],
    ['slice', { ...AUGUST, slice: ROPE }],
  ])('stands at no other %s', (_, point) => {
    expect(isNoteAbout(AUGUST, point)).toBe(false);
    expect(isNoteAbout(point, AUGUST)).toBe(false);
  });

  it('about a slice stands at that slice alone', () => {
    const note = { ...AUGUST, slice: ROPE };
    expect(isNoteAbout(note, { ...AUGUST, slice: { ...ROPE } })).toBe(true);
    expect(isNoteAbout(note, { ...AUGUST, slice: { ...ROPE, key: '8' } })).toBe(false);
    expect(isNoteAbout(note, { ...AUGUST, slice: { by: 'customer', key: '7' } })).toBe(false);
  });

  it('about a person as a part of a branch stands at the person, and the other way round', () => {
    const part = { ...AUGUST, slice: { by: 'salesperson', key: 'ivarga' } };
    const person = { ...AUGUST, unit: 'ivarga' };
    expect(isNoteAbout(part, person)).toBe(true);
    expect(isNoteAbout(person, part)).toBe(true);
    expect(isNoteAbout(part, AUGUST)).toBe(false);
    expect(isNoteAbout({ ...AUGUST, slice: { by: 'unit', key: '' } }, AUGUST)).toBe(false);
  });
});
