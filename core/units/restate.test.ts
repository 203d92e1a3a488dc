import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { always, SAMPLE_MEMBERSHIPS, SAMPLE_UNITS } from '../dataset/sampleDataset';
import { END_OF_TIME, FIRST_DAY, parseDay } from '../period/day';
import { restateTree } from './restate';
import { narrowTree } from './scope';
import { buildUnitTree, type UnitTree } from './tree';

const [MOVE, TODAY] = [parseDay('2026-07-01')!, parseDay('2026-11-18')!];
const without = (...ids: number[]) =>
  SAMPLE_MEMBERSHIPS.filter(({ unitId }) => !ids.includes(unitId));
const daysOf = (tree: UnitTree, unitId: number, personId: number) =>
  tree
    .memberSpansUnder(unitId)
    .filter(({ salespersonId }) => salespersonId === personId)
    .map(({ from, to }) => [from, to]);
const ALWAYS = [[FIRST_DAY, END_OF_TIME]];

describe('a tree as it is now', () => {
  const moved = buildUnitTree(SAMPLE_UNITS, [
    ...without(12),
    { ...always(12, 3), to: MOVE },
    { ...always(12, 4), from: MOVE },
  ]);

  it('counts all days of who has moved where they stand today', () => {
    const now = restateTree(moved, TODAY);
    expect(daysOf(now, 3, 12)).toEqual([]);
    expect(daysOf(now, 4, 12)).toEqual(ALWAYS);
    expect(daysOf(now, 2, 12)).toEqual(ALWAYS);
  });

  it('goes by the day it is asked for: before the move it is the old place', () => {
    const before = restateTree(moved, MOVE - 1);
    expect(daysOf(before, 3, 12)).toEqual(ALWAYS);
    expect(daysOf(before, 4, 12)).toEqual([]);
  });

  it('counts who has left where they stood last, for the days they were there', () => {
    const left = buildUnitTree(SAMPLE_UNITS, [...without(12), { ...always(12, 3), to: MOVE }]);
    expect(daysOf(restateTree(left, TODAY), 3, 12)).toEqual([[FIRST_DAY, MOVE]]);
  });

  it('moves a team with all that its people had before', () => {
    const tree = buildUnitTree(SAMPLE_UNITS, [
      ...without(3),
      { ...always(3, 2), to: MOVE },
      { ...always(3, 1), from: MOVE },
    ]);
    const now = restateTree(tree, TODAY);
    expect(daysOf(now, 2, 11)).toEqual([]);
    expect(daysOf(now, 3, 11)).toEqual(ALWAYS);
    expect(daysOf(now, 1, 11)).toEqual(ALWAYS);
  });

  it('shows who sees one team no day from elsewhere', () => {
    const seen = restateTree(narrowTree(moved, 4), TODAY);
    expect(daysOf(seen, 4, 12)).toEqual([[MOVE, END_OF_TIME]]);
  });

  it('gives nobody a day and takes none, whoever moved when', () => {
    const stay = fc.record({
      person: fc.constantFrom(11, 12, 13),
      team: fc.constantFrom(3, 4),
      days: fc.tuple(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 1, max: 200 })),
    });
    fc.assert(
      fc.property(
        fc.array(stay, { maxLength: 8 }),
        fc.integer({ min: 0, max: 400 }),
        (stays, day) => {
          const tree = buildUnitTree(SAMPLE_UNITS, [
            ...without(11, 12, 13),
            ...stays.map(({ person, team, days: [from, length] }) => ({
              unitId: person,
              parentId: team,
              from,
              to: from + length,
            })),
          ]);
          const now = restateTree(tree, day);
          expect(now.memberSpansUnder(1)).toEqual(tree.memberSpansUnder(1));
          for (const person of [11, 12, 13]) {
            const places = [3, 4].filter((team) => daysOf(now, team, person).length > 0);
            expect(places.length).toBe(daysOf(tree, 1, person).length > 0 ? 1 : 0);
          }
        },
      ),
    );
  });
});
