import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SAMPLE_MEMBERSHIPS, SAMPLE_UNITS } from '../dataset/sampleDataset';
import { buildUnitTree } from '../units/tree';
import { type Contribution, contributionsOf, differenceOf } from './contribution';
import { Occurrences } from './occurrences';
import { buildRollUp } from './rollUp';
import { RunningSums } from './runningSums';

const contribution = fc.record({
  salespersonId: fc.integer({ min: 1, max: 4 }),
  part: fc.constantFrom('revenue' as const, 'won' as const),
  day: fc.integer({ min: 18_000, max: 22_000 }),
  amount: fc.integer({ min: -100_000, max: 100_000 }),
});

const plainSum = (all: Contribution[], part: string, id: number, from: number, to: number) =>
  all
    .filter((c) => c.part === part && c.salespersonId === id && c.day >= from && c.day < to)
    .reduce((sum, c) => sum + c.amount, 0);

describe('running sums', () => {
  it('equal the plain sum of any span, whether added one by one or loaded, in any order', () => {
    fc.assert(
      fc.property(
        fc.array(contribution),
        fc.array(contribution),
        fc.integer({ min: 17_000, max: 23_000 }),
        fc.nat(3000),
        (loaded, added, from, days) => {
          const sums = new RunningSums();
          sums.load(loaded);
          added.forEach((each) => sums.add(each));
          for (const id of [1, 2, 3, 4, 5]) {
            expect(sums.sum('revenue', id, from, from + days)).toBe(
              plainSum([...loaded, ...added], 'revenue', id, from, from + days),
            );
          }
          expect(sums.sumOfAll('won', { from, to: from + days })).toBe(
            [1, 2, 3, 4].reduce(
              (sum, id) => sum + plainSum([...loaded, ...added], 'won', id, from, from + days),
              0,
            ),
          );
        },
      ),
    );
  });

  it('keep everybody apart when more people come than there was room for, before and after the first day', () => {
    const sums = new RunningSums();
    for (let id = 1; id <= 70; id++) sums.columnOf(id);
    for (let id = 1; id <= 300; id++)
      sums.add({ salespersonId: id, part: 'revenue', day: 20_000 + (id % 7) * 300, amount: id });
    for (let id = 1; id <= 300; id++) expect(sums.sum('revenue', id, 19_000, 30_000)).toBe(id);
    expect(sums.sum('revenue', 5, 20_000 + 5 * 300 + 1, 30_000)).toBe(0);
    expect(sums.sumOfAll('revenue', { from: 0, to: 40_000 })).toBe((300 * 301) / 2);
  });

  it('are 0 for everybody before anything is booked', () => {
    const sums = new RunningSums();
    sums.columnOf(1);
    expect(sums.sum('revenue', 1, 0, 30_000)).toBe(0);
    const tree = buildUnitTree(SAMPLE_UNITS, SAMPLE_MEMBERSHIPS);
    expect(buildRollUp(tree, sums, new Occurrences()).sum(1, 'won', { from: 0, to: 30_000 })).toBe(
      0,
    );
  });

  it('leave out of a part whoever is too large to be added up exactly, and nobody else', () => {
    const sums = new RunningSums();
    const day = 20_000;
    const sumOf = (id: number, part: 'revenue' | 'quantity') => sums.sum(part, id, day, day + 1);
    sums.add({ salespersonId: 1, part: 'revenue', day, amount: 500 });
    sums.add({ salespersonId: 2, part: 'revenue', day, amount: 700 });
    sums.add({ salespersonId: 1, part: 'quantity', day, amount: 3_000 });
    sums.add({ salespersonId: 2, part: 'quantity', day, amount: 1e16 });
    expect(sums.omitted).toEqual([{ salespersonId: 2, part: 'quantity' }]);
    expect([
      sumOf(1, 'revenue'),
      sumOf(2, 'revenue'),
      sumOf(1, 'quantity'),
      sumOf(2, 'quantity'),
    ]).toEqual([500, 700, 3_000, 0]);
    // What is too large only together leaves out who has most of it.
    sums.add({ salespersonId: 1, part: 'quantity', day, amount: 5e15 });
    sums.add({ salespersonId: 3, part: 'quantity', day, amount: 6e15 });
    expect(sums.omitted.map((each) => each.salespersonId)).toEqual([2, 3]);
    expect(sumOf(1, 'quantity')).toBe(5e15 + 3_000);
    expect(sums.isStale).toBe(true);
  });

  it('leave somebody out when they are loaded, also where large sums cancel each other', () => {
    const sums = new RunningSums();
    sums.load([
      { salespersonId: 1, part: 'revenue', day: 20_000, amount: 9e15 },
      { salespersonId: 1, part: 'revenue', day: 20_001, amount: -9e15 },
      { salespersonId: 2, part: 'revenue', day: 20_001, amount: 40 },
    ]);
    expect(sums.omitted).toEqual([{ salespersonId: 1, part: 'revenue' }]);
    expect(sums.sumOfAll('revenue', { from: 19_000, to: 21_000 })).toBe(40);
    expect(sums.volumeOf('revenue')).toBe(40);
  });
});

describe('what a deal contributes', () => {
  const won = {
    status: 'won' as const,
    closedOn: 20_000,
    openedOn: null,
    quantity: null,
    voided: false,
    credits: [
      { salespersonId: 1, minor: 60, cost: null },
      { salespersonId: 2, minor: 40, cost: null },
    ],
  };

  it('is its credits and one won deal for the first-named', () => {
    expect(contributionsOf(won)).toEqual([
      { salespersonId: 1, part: 'revenue', day: 20_000, amount: 60 },
      { salespersonId: 2, part: 'revenue', day: 20_000, amount: 40 },
      { salespersonId: 1, part: 'won', day: 20_000, amount: 1 },
    ]);
  });
  it('is nothing while open or voided, and a refund takes no deal away', () => {
    expect(contributionsOf({ ...won, status: 'open' })).toEqual([]);
    expect(contributionsOf({ ...won, voided: true })).toEqual([]);
    expect(
      contributionsOf({ ...won, credits: [{ salespersonId: 1, minor: -60, cost: null }] }),
    ).toEqual([{ salespersonId: 1, part: 'revenue', day: 20_000, amount: -60 }]);
  });
  it('has its cost beside its amount only where the cost is known, shared as the amount is', () => {
    const credits = [
      { salespersonId: 1, minor: 60, cost: 40 },
      { salespersonId: 2, minor: 40, cost: 26 },
    ];
    expect(
      contributionsOf({ ...won, credits })
        .filter((each) => each.part === 'cost' || each.part === 'costed')
        .map((each) => [each.salespersonId, each.part, each.amount]),
    ).toEqual([
      [1, 'costed', 60],
      [1, 'cost', 40],
      [2, 'costed', 40],
      [2, 'cost', 26],
    ]);
  });
  it('has days from opening to closing, and a lost deal counts apart', () => {
    const parts = (status: 'won' | 'lost') =>
      Object.fromEntries(
        contributionsOf({ ...won, status, openedOn: 19_990, quantity: 2500 }).map((each) => [
          each.part,
          each.amount,
        ]),
      );
    expect(parts('won')).toEqual({ revenue: 40, quantity: 2500, won: 1, days: 10, timed: 1 });
    expect(parts('lost')).toEqual({ lostAmount: 40, lost: 1, lostDays: 10, lostTimed: 1 });
  });
  it('differs only where something changed', () => {
    expect(differenceOf(contributionsOf(won), contributionsOf(won))).toEqual([]);
    expect(differenceOf(contributionsOf(won), [])).toHaveLength(3);
  });
});
