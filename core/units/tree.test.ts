import { describe, expect, it } from 'vitest';
import { always, SAMPLE_MEMBERSHIPS, SAMPLE_UNITS } from '../dataset/sampleDataset';
import { END_OF_TIME, FIRST_DAY, parseDay } from '../period/day';
import { narrowTree } from './scope';
import { buildUnitTree } from './tree';

const move = parseDay('2026-07-01')!;
const memberships = [
  ...SAMPLE_MEMBERSHIPS.filter((each) => each.unitId !== 12),
  { ...always(12, 3), to: move },
  { ...always(12, 4), from: move },
];
const tree = buildUnitTree(SAMPLE_UNITS, memberships);
const daysOf = (unitId: number, of = tree) =>
  of
    .memberSpansUnder(unitId)
    .filter((each) => each.salespersonId === 12)
    .map(({ from, to }) => [from, to]);

describe('units with dates', () => {
  it('roll a salesperson up to where they stood on the day, and touching spans to one', () => {
    expect(daysOf(3)).toEqual([[FIRST_DAY, move]]);
    expect(daysOf(4)).toEqual([[move, END_OF_TIME]]);
    expect(daysOf(2)).toEqual([[FIRST_DAY, END_OF_TIME]]);
  });

  it('end at a cycle in bad data', () => {
    const cyclic = buildUnitTree(SAMPLE_UNITS, [...SAMPLE_MEMBERSHIPS, always(2, 3)]);
    expect(() => cyclic.memberSpansUnder(2)).not.toThrow();
  });
});

describe('what someone bound to a unit may see', () => {
  it('is the unit and what stood below it, for those days only', () => {
    const deck = narrowTree(tree, 3);
    expect(deck.units.map((unit) => unit.id).sort((a, b) => a - b)).toEqual([3, 11, 12]);
    expect(daysOf(12, deck)).toEqual([[FIRST_DAY, move]]);
    expect(deck.parentOn(3, move)).toBeNull();
  });
  it('is themselves for a salesperson', () =>
    expect(narrowTree(tree, 11).units.map((unit) => unit.id)).toEqual([11]));
});

describe('who stood where during a span', () => {
  const november = { from: parseDay('2026-11-01')!, to: parseDay('2026-12-01')! };
  const june = { from: parseDay('2026-06-01')!, to: move };
  const summer = { from: parseDay('2026-06-01')!, to: parseDay('2026-08-01')! };
  const idsOf = (units: readonly { id: number }[]) => units.map(({ id }) => id);

  it('are those directly below on one day at least', () => {
    expect(idsOf(tree.childrenDuring(3, june))).toEqual([11, 12]);
    expect(idsOf(tree.childrenDuring(3, november))).toEqual([11]);
    expect(idsOf(tree.childrenDuring(4, summer))).toEqual([12, 13]);
  });

  it('are all below, itself first, each once, also who moved within it', () => {
    expect(idsOf(tree.unitsDuring(2, summer))).toEqual([2, 3, 11, 12, 4, 13]);
    expect(idsOf(tree.unitsDuring(3, november))).toEqual([3, 11]);
    expect(idsOf(tree.unitsDuring(11, november))).toEqual([11]);
    expect(tree.unitsDuring(99, november)).toEqual([]);
  });

  it('are found once for a span, and are the same for an equal one', () => {
    expect(tree.unitsDuring(2, summer)).toBe(tree.unitsDuring(2, summer));
    expect(tree.unitsDuring(2, { ...summer })).toEqual(tree.unitsDuring(2, summer));
    expect(idsOf(tree.unitsDuring(1, june))).not.toEqual(idsOf(tree.unitsDuring(2, june)));
  });

  it('end at a cycle in bad data', () => {
    const cyclic = buildUnitTree(SAMPLE_UNITS, [...SAMPLE_MEMBERSHIPS, always(2, 3)]);
    expect(new Set(idsOf(cyclic.unitsDuring(2, november))).size).toBe(
      cyclic.unitsDuring(2, november).length,
    );
    expect([...cyclic.unitsUnder(3)].length).toBeGreaterThan(0);
    expect(cyclic.ancestorsOn(11, november.from).length).toBeLessThan(SAMPLE_UNITS.length);
  });

  it('are as many as stand under it for all time, when the span is all time', () => {
    const everything = { from: FIRST_DAY, to: END_OF_TIME };
    for (const unit of SAMPLE_UNITS)
      expect(new Set(idsOf(tree.unitsDuring(unit.id, everything)))).toEqual(
        new Set(tree.unitsUnder(unit.id)),
      );
  });

  it('leads up to the company by the day', () => {
    expect(tree.ancestorsOn(12, move - 1)).toEqual([3, 2, 1]);
    expect(tree.ancestorsOn(12, move)).toEqual([4, 2, 1]);
    expect(tree.ancestorsOn(1, move)).toEqual([]);
  });

  it('tells who stood somewhere at all', () => {
    const left = buildUnitTree(SAMPLE_UNITS, [
      ...SAMPLE_MEMBERSHIPS.filter((each) => each.unitId !== 13),
      { ...always(13, 4), to: move },
    ]);
    expect([
      left.isActiveDuring(13, june),
      left.isActiveDuring(13, november),
      left.isActiveDuring(99, june),
    ]).toEqual([true, false, false]);
  });
});
