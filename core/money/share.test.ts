import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shareOut } from './share';

/** Hamilton's method as it is written down, in whole numbers throughout; weights are whole. */
function hamilton(total: number, weights: readonly number[], unit = 1): number[] {
  const steps = BigInt(Math.floor(Math.abs(total) / unit));
  const sum = weights.reduce((all, weight) => all + BigInt(weight), 0n);
  const parts = weights.map((weight, at) => ({
    at,
    whole: (steps * BigInt(weight)) / sum,
    left: (steps * BigInt(weight)) % sum,
  }));
  let rest = steps - parts.reduce((all, { whole }) => all + whole, 0n);
  for (const part of [...parts].sort((a, b) =>
    a.left === b.left ? a.at - b.at : a.left > b.left ? -1 : 1,
  ))
    if (rest > 0n) {
      part.whole++;
      rest--;
    }
  const shares = parts.map(({ whole }) => Number(whole) * unit);
  const odd = Math.abs(total) - shares.reduce((all, share) => all + share, 0);
  if (odd > 0) shares[shares.indexOf(Math.max(...shares))]! += odd;
  return shares.map((share) => (total < 0 && share !== 0 ? -share : share));
}

const SEED = { seed: 20_261_128 };
const weightsUpTo = (max: number) =>
  fc
    .array(fc.integer({ min: 0, max }), { minLength: 1, maxLength: 12 })
    .filter((weights) => weights.some((weight) => weight > 0));

describe('sharing out', () => {
  it('is the method as written down, for small and large numbers, also below nothing', () => {
    fc.assert(
      fc.property(
        fc.oneof(fc.integer({ min: -5_000, max: 5_000 }), fc.maxSafeInteger()),
        fc.oneof(weightsUpTo(9), weightsUpTo(1e6), weightsUpTo(2 ** 49)),
        fc.constantFrom(1, 1, 10, 100, 5_000),
        (total, weights, unit) => {
          expect(shareOut(total, weights, unit)).toEqual(hamilton(total, weights, unit));
        },
      ),
      { ...SEED, numRuns: 500 },
    );
  });

  it('gives equal fractions their odd units in the order of the lines', () => {
    expect(shareOut(2, [1, 1, 1, 1])).toEqual([1, 1, 0, 0]);
    expect(shareOut(-2, [1, 1, 1, 1])).toEqual([-1, -1, 0, 0]);
    // A third of each, whatever its size: floats would not call them equal.
    expect(shareOut(4, [7, 7, 7])).toEqual([2, 1, 1]);
    expect(shareOut(9_007_199_254_740_991, [1, 1])).toEqual([
      4_503_599_627_370_496, 4_503_599_627_370_495,
    ]);
  });

  it('prefers the larger fraction by however little', () => {
    expect(shareOut(1, [500_000_000_000, 500_000_000_001])).toEqual([0, 1]);
    expect(shareOut(1, [500_000_000_001, 500_000_000_000])).toEqual([1, 0]);
  });

  it('gives the odd rest of a rounding unit to the first largest part', () => {
    expect(shareOut(250, [1, 1], 100)).toEqual([150, 100]);
    expect(shareOut(350, [1, 2], 100)).toEqual([100, 250]);
    expect(shareOut(50, [1, 2], 100)).toEqual([50, 0]);
    expect(shareOut(300, [1, 2], 100)).toEqual([100, 200]);
  });

  it('takes weights with fractions, and shares of them exactly', () => {
    expect(shareOut(100, [0.5, 0.25, 0.25])).toEqual([50, 25, 25]);
    expect(shareOut(10, [0.1, 0.2, 0.7])).toEqual([1, 2, 7]);
    fc.assert(
      fc.property(
        fc.integer({ min: -1e9, max: 1e9 }),
        fc.array(fc.double({ min: 0.001, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 9 }),
        (total, weights) => {
          const parts = shareOut(total, weights);
          expect(parts.reduce((sum, part) => sum + part, 0)).toBe(total);
          const all = weights.reduce((sum, weight) => sum + weight, 0);
          parts.forEach((part, at) =>
            expect(Math.abs(part - (total * weights[at]!) / all)).toBeLessThan(1.001),
          );
        },
      ),
      SEED,
    );
  });

  it('gives nothing to a weight of nothing, and never a minus nothing', () => {
    expect(shareOut(-10, [0, 1])).toEqual([0, -10]);
    expect(Object.is(shareOut(-10, [0, 1])[0], 0)).toBe(true);
    expect(shareOut(0, [1, 2])).toEqual([0, 0]);
  });

  it('refuses weights of nothing', () => {
    for (const weights of [[], [0, 0], [Number.NaN, 1]])
      expect(() => shareOut(10, weights)).toThrow(
        new RangeError('At least one weight must be above 0.'),
      );
  });
});
