import { describe, expect, it } from 'vitest';
import { END_OF_TIME, FIRST_DAY, parseDay } from '../period/day';
import { always, SAMPLE_MEMBERSHIPS, SAMPLE_UNITS } from '../standing/sampleBooks';
import { narrowTree } from './scope';
import { buildUnitTree, freezeTree } from './tree';

const move = parseDay('2026-07-01')!;
const memberships = [...SAMPLE_MEMBERSHIPS.filter((each) => each.unitId !== 12), { ...always(12, 3), to: move }, { ...always(12, 4), from: move }];
const tree = buildUnitTree(SAMPLE_UNITS, memberships);
const daysOf = (unitId: number, of = tree) => of.segmentsUnder(unitId).filter((each) => each.salespersonId === 12).map(({ from, to }) => [from, to]);

describe('units with dates', () => {
  it('roll a salesperson up to where they stood on the day, and touching spans to one', () => {
    expect(daysOf(3)).toEqual([[FIRST_DAY, move]]);
    expect(daysOf(4)).toEqual([[move, END_OF_TIME]]);
    expect(daysOf(2)).toEqual([[FIRST_DAY, END_OF_TIME]]);
  });

  it('can be taken as they are now, for all time', () => {
    const now = freezeTree(tree, move);
    expect(daysOf(3, now)).toEqual([]);
    expect(daysOf(4, now)).toEqual([[FIRST_DAY, END_OF_TIME]]);
  });

  it('end at a cycle in bad data', () => {
    const cyclic = buildUnitTree(SAMPLE_UNITS, [...SAMPLE_MEMBERSHIPS, always(2, 3)]);
    expect(() => cyclic.segmentsUnder(2)).not.toThrow();
  });
});

describe('what someone bound to a unit may see', () => {
  it('is the unit and what stood below it, for those days only', () => {
    const deck = narrowTree(tree, 3);
    expect(deck.units.map((unit) => unit.id).sort((a, b) => a - b)).toEqual([3, 11, 12]);
    expect(daysOf(12, deck)).toEqual([[FIRST_DAY, move]]);
    expect(deck.parentOn(3, move)).toBeNull();
  });
  it('is themselves for a salesperson', () => expect(narrowTree(tree, 11).units.map((unit) => unit.id)).toEqual([11]));
});
