import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { couldBeOne, NameIndex, nameKey, similarity } from './similar';

describe('names that are likely one', () => {
  it.each([
    ['Pike Boats Ltd', 'PIKE BOATS'],
    ['Grün & Söhne GmbH', 'Grun and Sohne'],
    ['Tern-Yard', 'tern yard'],
  ])('%s and %s are the same but for how they are written', (left, right) => {
    expect(similarity(left, right)).toBe(1);
  });

  it.each([
    ['Tern Yard', 'Tern Yrad', true],
    ['Marlow Towage', 'Marlow Towages', true],
    ['Pike Boats', 'Pike Ferries', false],
    ['Heron Yard', 'Tern Yard', false],
  ])('%s and %s: %s', (left, right, likely) => {
    expect(new NameIndex([{ id: 1, name: left }]).findLike(right, 0.5).length > 0).toBe(likely);
  });

  it.each([
    ['Ferry Ferries', 'Skerry Ferries', false],
    ['Lantern Ropeworks', 'Tern Ropeworks', false],
    ['Cormorant Workboats', 'Cormorant Boats', false],
    ['Tern Yard', 'Fern Yard', false],
    ['Pike Boats', 'Pike Boats Ltd', true],
    ['Eel Fisheries', 'Eel Fishery', true],
    ['Tern Yard', 'Tern Yrad', true],
    ['Tern Yard', 'Yard Tern', true],
    ['Cormorant Boats', 'Comorant Boats', true],
    ['Pike Boats', 'Pike Boats North', true],
    ['Marlow Towage', 'Marlow Towages', true],
  ])('%s and %s could be one: %s', (left, right, could) => {
    expect(couldBeOne(left, right)).toBe(could);
    expect(couldBeOne(right, left)).toBe(could);
  });

  it('compare as the same either way round, and wholly with themselves', () => {
    fc.assert(
      fc.property(fc.string(), fc.string(), (left, right) => {
        expect(similarity(left, right)).toBe(similarity(right, left));
        expect(similarity(left, left)).toBe(1);
      }),
    );
  });

  it('of a company that is called like its kind keep their name', () =>
    expect(nameKey('The Company Ltd')).toBe('the company ltd'));

  it('are found as pairs among many, each once, the likeliest first', () => {
    const names = ['Pike Boats', 'Eel Fisheries', 'Pike Boats Ltd', 'Eel Fishery', 'Gannet'].map(
      (name, id) => ({ id, name }),
    );
    expect(
      new NameIndex(names).findPairs(10).map(({ left, right }) => [left.name, right.name]),
    ).toEqual([
      ['Pike Boats', 'Pike Boats Ltd'],
      ['Eel Fisheries', 'Eel Fishery'],
    ]);
    expect(new NameIndex(names).findPairs(1)).toHaveLength(1);
  });
});
