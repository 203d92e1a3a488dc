import fc from 'fast-check';
import seedrandom from 'seedrandom';
import { describe, expect, it } from 'vitest';
import type { LinkedRows } from './linkedRows';
import { LinkedSums } from './linkedSums';

/** Two base keys (day, person), and a third dimension that follows from the person. */
function makeRows(cells: readonly { day: number; person: number; deal: number; value: number }[]) {
  const sorted = [...cells].sort((a, b) => a.deal - b.deal);
  return {
    length: sorted.length,
    bases: [
      { codes: Uint8Array.from(sorted, ({ day }) => day), size: 6 },
      { codes: Uint8Array.from(sorted, ({ person }) => person), size: 5 },
    ],
    dimensions: [
      { base: 0, of: Uint8Array.from([0, 1, 2, 3, 4, 5]), size: 6 },
      { base: 0, of: Uint8Array.from([0, 1, 0, 1, 0, 1]), size: 2 },
      { base: 1, of: Uint8Array.from([0, 1, 2, 3, 4]), size: 5 },
      { base: 1, of: Uint8Array.from([0, 0, 1, 1, 1]), size: 2 },
    ],
    values: Float64Array.from(sorted, ({ value }) => value),
    deals: sorted.map(({ deal }) => deal),
  };
}

type Choices = Map<number, readonly number[]>;

/** Every sum found by looking at every row, the plain way. */
function lookAtAll(rows: LinkedRows, choices: Choices) {
  const codeOf = (dimension: number, row: number) => {
    const { base, of } = rows.dimensions[dimension]!;
    return of[rows.bases[base]!.codes[row]!]!;
  };
  const add = (picked: number[]) =>
    rows.countedBy
      ? new Set(picked.filter((row) => rows.values[row] !== 0).map((row) => rows.countedBy![row]))
          .size
      : picked.reduce((sum, row) => sum + rows.values[row]!, 0);
  const all = Array.from({ length: rows.length }, (_, row) => row);
  const passing = (but: number) =>
    all.filter((row) =>
      [...choices].every(([each, codes]) => each === but || codes.includes(codeOf(each, row))),
    );
  return {
    these: add(passing(-1)),
    sums: rows.dimensions.map(({ size }, dimension) =>
      Array.from({ length: size }, (_, code) =>
        add(passing(dimension).filter((row) => codeOf(dimension, row) === code)),
      ),
    ),
  };
}

const cells = fc.array(
  fc.record({
    day: fc.nat(5),
    person: fc.nat(4),
    deal: fc.nat(12),
    value: fc.integer({ min: -50, max: 90 }),
  }),
  { maxLength: 40 },
);
const steps = fc.array(
  fc.record({
    dimension: fc.nat(3),
    codes: fc.option(fc.uniqueArray(fc.nat(5), { maxLength: 4 }), { nil: null }),
  }),
  { maxLength: 14 },
);

interface Kind {
  isCounted?: boolean;
  together?: number;
}

describe('linked sums', () => {
  it.each([
    ['added up', {}],
    ['counted', { isCounted: true }],
    ['added up, those of a person together', { together: 1 }],
  ])('are what looking at every row finds, %s', (_, { isCounted = false, together }: Kind) => {
    fc.assert(
      fc.property(cells, steps, (each, chosen) => {
        const { deals, ...made } = makeRows(each);
        const rows = {
          ...made,
          ...(isCounted ? { countedBy: deals } : {}),
          ...(together === undefined ? {} : { together }),
        };
        const linked = new LinkedSums(rows);
        const choices: Choices = new Map();
        for (const { dimension, codes } of chosen) {
          linked.choose(dimension, codes);
          if (codes === null) choices.delete(dimension);
          else choices.set(dimension, codes);
          const found = lookAtAll(rows, choices);
          expect(linked.total.these).toBe(found.these);
          rows.dimensions.forEach((_, at) =>
            expect([...linked.sumsOf(at).these]).toEqual(found.sums[at]),
          );
        }
        const whole = lookAtAll(rows, new Map());
        expect(linked.total.all).toBe(whole.these);
        rows.dimensions.forEach((_, at) =>
          expect([...linked.sumsOf(at).all]).toEqual(whole.sums[at]),
        );
      }),
      { numRuns: 300 },
    );
  });

  it('of two choices are those of one that has both', () => {
    fc.assert(
      fc.property(cells, fc.nat(5), fc.nat(4), (each, day, person) => {
        const { deals: _, ...rows } = makeRows(each);
        const two = new LinkedSums(rows);
        two.choose(0, [day]);
        two.choose(2, [person]);
        const both = each.filter((cell) => cell.day === day && cell.person === person);
        const one = new LinkedSums(makeRows(both));
        expect(two.total.these).toBe(one.total.all);
      }),
    );
  });

  it.each([
    ['in few codes', 5],
    ['in more codes than 16 bits hold', 70_000],
  ])('of thousands of rows %s are what looking at every row finds', (_, size) => {
    const random = seedrandom(`linked ${size}`);
    const length = 5_000;
    const person = Uint32Array.from(
      { length },
      () => Math.floor(random() * 5) * Math.floor(size / 5),
    );
    const rows: LinkedRows = {
      length,
      bases: [
        { codes: Uint16Array.from({ length }, (_each, row) => Math.floor(row / 20)), size: 250 },
        { codes: person, size },
      ],
      dimensions: [
        { base: 0, of: Uint8Array.from({ length: 250 }, (_each, day) => day % 7), size: 7 },
        {
          base: 1,
          of: Uint8Array.from({ length: size }, (_each, code) => Math.floor((code * 5) / size)),
          size: 5,
        },
      ],
      values: Float64Array.from({ length }, () => Math.floor(random() * 100)),
      together: 1,
    };
    const linked = new LinkedSums(rows);
    const choices: Choices = new Map();
    for (let step = 0; step < 60; step++) {
      const dimension = random() < 0.5 ? 0 : 1;
      const codes = random() < 0.4 ? null : [0, 1, 2, 3, 4].filter(() => random() < 0.4);
      linked.choose(dimension, codes);
      if (codes === null) choices.delete(dimension);
      else choices.set(dimension, codes);
      const found = lookAtAll(rows, choices);
      expect(linked.total.these).toBe(found.these);
      for (const at of [0, 1]) expect([...linked.sumsOf(at).these]).toEqual(found.sums[at]);
    }
  });
});
