import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shareOut } from '../../money/share';
import { type ShareLine, shareWithin } from './shareWithin';

const line = fc.record({
  weight: fc.nat(1000),
  locked: fc.option(fc.nat(5_000), { freq: 4 }),
  least: fc.option(fc.nat(3_000), { freq: 3 }),
  most: fc.option(fc.integer({ min: 3_000, max: 20_000 }), { freq: 3 }),
});
const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);

describe('sharing within bounds', () => {
  it('always adds up, keeps locks and bounds, or says why it cannot', () => {
    fc.assert(
      fc.property(
        fc.nat(200_000),
        fc.array(line, { minLength: 1, maxLength: 30 }),
        fc.constantFrom(1, 10, 500),
        (total, lines, unit) => {
          const result = shareWithin(total, lines, unit);
          const open = lines.filter((each) => each.locked === null);
          const locked = sum(lines.map((each) => each.locked ?? 0));
          const [least, most] = [
            locked + sum(open.map((each) => each.least ?? 0)),
            locked + sum(open.map((each) => each.most ?? Infinity)),
          ];
          expect(result.ok).toBe(total >= least && total <= most);
          if (!result.ok) return;
          expect(sum(result.parts)).toBe(total);
          lines.forEach((each, i) => {
            if (each.locked !== null) return expect(result.parts[i]).toBe(each.locked);
            expect(result.parts[i]).toBeGreaterThanOrEqual(each.least ?? 0);
            expect(result.parts[i]).toBeLessThanOrEqual(each.most ?? Infinity);
          });
        },
      ),
      { numRuns: 500 },
    );
  });

  it('is the plain largest remainder where nothing is bounded, within one unit of the exact share', () => {
    fc.assert(
      fc.property(
        fc.nat(10 ** 9),
        fc.array(fc.integer({ min: 1, max: 10_000 }), { minLength: 1, maxLength: 40 }),
        (total, weights) => {
          const result = shareWithin(
            total,
            weights.map((weight) => ({ weight })),
          );
          if (!result.ok) throw new Error(result.fault);
          expect(result.parts).toEqual(shareOut(total, weights));
          result.parts.forEach((part, i) =>
            expect(Math.abs(part - (total * weights[i]!) / sum(weights))).toBeLessThan(1),
          );
        },
      ),
    );
  });

  it('gives more to a line of more weight, whatever the bounds they share', () => {
    fc.assert(
      fc.property(
        fc.nat(50_000),
        fc.array(fc.nat(500), { minLength: 2, maxLength: 12 }),
        fc.nat(300),
        fc.integer({ min: 300, max: 9_000 }),
        (total, weights, least, most) => {
          const result = shareWithin(
            total,
            weights.map((weight) => ({ weight, least, most })),
          );
          if (!result.ok) return;
          weights.forEach((weight, i) =>
            weights.forEach((other, j) => {
              if (weight > other) expect(result.parts[i]).toBeGreaterThanOrEqual(result.parts[j]!);
            }),
          );
        },
      ),
    );
  });

  it.each<[string, number, ShareLine[], object]>([
    [
      'frozen at its most, the rest to the others',
      100,
      [{ weight: 1, most: 20 }, { weight: 1 }, { weight: 3 }],
      { ok: true, parts: [20, 20, 60] },
    ],
    [
      'raised to its least',
      100,
      [{ weight: 0, least: 10 }, { weight: 1 }],
      { ok: true, parts: [10, 90] },
    ],
    [
      'a lock is kept',
      100,
      [{ weight: 9, locked: 40 }, { weight: 1 }, { weight: 1 }],
      { ok: true, parts: [40, 30, 30] },
    ],
    [
      'no weight anywhere: evenly',
      9,
      [{ weight: 0 }, { weight: 0 }, { weight: 0 }],
      { ok: true, parts: [3, 3, 3] },
    ],
    [
      'too little for the least',
      10,
      [
        { weight: 1, least: 8 },
        { weight: 1, least: 8 },
      ],
      { ok: false, fault: 'belowLeast', bound: 16 },
    ],
    [
      'too much for the most',
      50,
      [
        { weight: 1, most: 8 },
        { weight: 1, locked: 3 },
      ],
      { ok: false, fault: 'aboveMost', bound: 11 },
    ],
    ['all locked', 50, [{ weight: 1, locked: 8 }], { ok: false, fault: 'noOpenLine', bound: 8 }],
    [
      'least above most',
      50,
      [{ weight: 1, least: 9, most: 8 }],
      { ok: false, fault: 'crossedBounds', bound: null },
    ],
  ])('%s', (_case, total, lines, expected) => expect(shareWithin(total, lines)).toEqual(expected));
});
