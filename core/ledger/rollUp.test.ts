import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { always, SAMPLE_MEMBERSHIPS, SAMPLE_UNITS } from '../dataset/sampleDataset';
import { buildUnitTree, type UnitTree } from '../units/tree';
import type { Membership } from '../units/unit';
import type { Contribution } from './contribution';
import { Occurrences } from './occurrences';
import { buildRollUp, prepareRollUp } from './rollUp';
import { RunningSums } from './runningSums';
import { UnitSums } from './unitSums';

const MOVE = 20_000;
/** One changed teams and came back, one left, one came: four people, more lanes. */
const MOVING: Membership[] = [
  ...SAMPLE_MEMBERSHIPS.filter((each) => each.unitId < 12),
  { ...always(12, 3), to: MOVE },
  { ...always(12, 4), from: MOVE, to: MOVE + 400 },
  { ...always(12, 3), from: MOVE + 400 },
  { ...always(13, 4), to: MOVE + 30 },
  { ...always(14, 4), from: MOVE - 50 },
];
const TREE = buildUnitTree(
  [...SAMPLE_UNITS, { id: 14, code: 'no', name: 'Noor', kind: 'salesperson' }],
  MOVING,
);

const contribution = fc.record({
  salespersonId: fc.integer({ min: 11, max: 15 }),
  part: fc.constantFrom('revenue' as const, 'won' as const),
  day: fc.integer({ min: MOVE - 1_500, max: MOVE + 1_500 }),
  amount: fc.integer({ min: -100_000, max: 100_000 }),
});

/** Looks at every contribution and everybody's days: what a roll-up must come to. */
function addUp(
  tree: UnitTree,
  all: readonly Contribution[],
  unitId: number,
  { from, to }: { from: number; to: number },
): number {
  return all
    .filter(
      (each) =>
        each.part === 'revenue' &&
        each.day >= from &&
        each.day < to &&
        tree
          .memberSpansUnder(unitId)
          .some(
            (segment) =>
              segment.salespersonId === each.salespersonId &&
              each.day >= segment.from &&
              each.day < segment.to,
          ),
    )
    .reduce((sum, each) => sum + each.amount, 0);
}

describe('a roll-up', () => {
  it('is what each person booked on the days they stood under the unit, whenever it is asked for between bookings', () => {
    const step = fc.oneof(
      fc.record({ kind: fc.constant('add' as const), one: contribution }),
      fc.record({
        kind: fc.constant('load' as const),
        many: fc.array(contribution, { maxLength: 8 }),
      }),
      fc.record({
        kind: fc.constant('ask' as const),
        unit: fc.constantFrom(1, 2, 3, 4, 11, 12, 13, 14),
        from: fc.integer({ min: MOVE - 2_000, max: MOVE + 2_000 }),
        days: fc.nat(3_000),
      }),
    );
    fc.assert(
      fc.property(fc.array(step, { minLength: 4, maxLength: 40 }), (steps) => {
        const sums = new RunningSums();
        const rollUp = buildRollUp(TREE, sums, new Occurrences());
        const all: Contribution[] = [];
        for (const each of steps) {
          if (each.kind === 'add') {
            sums.add(each.one);
            all.push(each.one);
          } else if (each.kind === 'load') {
            sums.load(each.many);
            all.push(...each.many);
          } else {
            const span = { from: each.from, to: each.from + each.days };
            expect(rollUp.sum(each.unit, 'revenue', span)).toBe(addUp(TREE, all, each.unit, span));
          }
        }
      }),
      { numRuns: 500 },
    );
  });

  it('made ready in steps and shared by several trees agree with adding up, whatever is booked in between', () => {
    const trees = [14, 13, 12, 11].map((person) =>
      buildUnitTree(TREE.units, [
        ...SAMPLE_MEMBERSHIPS.filter((each) => each.unitId !== person),
        always(person, 3),
      ]),
    );
    const step = fc.record({
      tree: fc.nat(trees.length - 1),
      unit: fc.constantFrom(1, 2, 3, 4),
      steps: fc.nat(6),
      one: contribution,
    });
    fc.assert(
      fc.property(fc.array(step, { minLength: 2, maxLength: 30 }), (steps) => {
        const sums = new RunningSums();
        const occurrences = new Occurrences();
        const unitSums = new UnitSums(sums);
        const all: Contribution[] = [];
        const span = { from: MOVE - 2_000, to: MOVE + 2_000 };
        for (const each of steps) {
          const tree = trees[each.tree]!;
          const preparing = prepareRollUp(tree, sums, occurrences, unitSums);
          for (let i = 0; i < each.steps; i++) preparing.next();
          sums.add(each.one);
          all.push(each.one);
          const rollUp = buildRollUp(tree, sums, occurrences, unitSums);
          expect(rollUp.sum(each.unit, 'revenue', span)).toBe(addUp(tree, all, each.unit, span));
          for (const _ of preparing);
          expect(rollUp.sum(each.unit, 'revenue', span)).toBe(addUp(tree, all, each.unit, span));
        }
      }),
      { numRuns: 300 },
    );
  });

  it('of two trees over the same sums are each their own', () => {
    const sums = new RunningSums();
    const [moving, still] = [
      buildRollUp(TREE, sums, new Occurrences()),
      buildRollUp(
        buildUnitTree(TREE.units, [...SAMPLE_MEMBERSHIPS, always(14, 4)]),
        sums,
        new Occurrences(),
      ),
    ];
    const span = { from: MOVE, to: MOVE + 10 };
    for (let i = 1; i <= 3; i++) {
      sums.add({ salespersonId: 12, part: 'revenue', day: MOVE + 5, amount: 100 });
      expect([
        moving.sum(4, 'revenue', span),
        still.sum(3, 'revenue', span),
        still.sum(1, 'revenue', span),
      ]).toEqual([100 * i, 100 * i, 100 * i]);
    }
  });

  it('counts on when more was booked one by one than is remembered', () => {
    const sums = new RunningSums();
    const rollUp = buildRollUp(TREE, sums, new Occurrences());
    for (let i = 1; i <= 25_000; i++) {
      sums.add({ salespersonId: 11 + (i % 3), part: 'revenue', day: MOVE + 1, amount: 1 });
      if (i % 4_999 === 0) expect(rollUp.sum(1, 'revenue', { from: MOVE, to: MOVE + 2 })).toBe(i);
    }
    expect(sums.log.changes.length).toBeLessThan(10_001);
  });

  it('keeps everybody apart when people come for whom there was no room', () => {
    const many = Array.from({ length: 200 }, (_, i) => ({
      id: 100 + i,
      code: `p${i}`,
      name: `Person ${i}`,
      kind: 'salesperson' as const,
    }));
    const tree = buildUnitTree(
      [...SAMPLE_UNITS, ...many],
      [...SAMPLE_MEMBERSHIPS, ...many.map(({ id }, i) => always(id, i % 2 ? 3 : 4))],
    );
    const sums = new RunningSums();
    const rollUp = buildRollUp(tree, sums, new Occurrences());
    const booked = { 3: 0, 4: 0 };
    many.forEach(({ id }, i) => {
      sums.add({ salespersonId: id, part: 'revenue', day: MOVE + i * 7, amount: i });
      booked[i % 2 ? 3 : 4] += i;
      expect([
        rollUp.sum(3, 'revenue', { from: 0, to: 40_000 }),
        rollUp.sum(4, 'revenue', { from: 0, to: 40_000 }),
      ]).toEqual([booked[3], booked[4]]);
    });
  });

  it("leaves out whoever makes a total inexact, though each person's is not", () => {
    const sums = new RunningSums();
    for (const [salespersonId, amount] of [
      [11, 5],
      [12, 2 ** 52],
      [13, 2 ** 52 - 1],
    ] as const) {
      sums.add({ salespersonId, part: 'revenue', day: MOVE - 100, amount });
    }
    const total = () =>
      buildRollUp(TREE, sums, new Occurrences()).sum(1, 'revenue', { from: 0, to: 40_000 });
    expect(sums.omitted).toEqual([{ salespersonId: 12, part: 'revenue' }]);
    expect(total()).toBe(2 ** 52 + 4);
  });
});
