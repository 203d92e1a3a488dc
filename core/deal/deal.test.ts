import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { commissionOf } from './commission';
import { addLines, lineTotal } from './line';
import { tallyOf, toTally } from './tally';

describe('lines', () => {
  it('multiply quantity and price exactly, rounding half away from zero once a line', () => {
    expect(lineTotal(1_500, 333)).toBe(500);
    expect(lineTotal(-1_500, 333)).toBe(-500);
    expect(lineTotal(2_000, 1_250)).toBe(2_500);
  });

  it('add up to amount, quantity and cost, and have no cost where one has none', () => {
    const lines = [
      { quantity: 2_000, unitPrice: 1_000, unitCost: 400 },
      { quantity: 500, unitPrice: 333, unitCost: 100 },
    ];
    expect(addLines(lines)).toEqual({ amount: 2_167, quantity: 2_500, cost: 850 });
    expect(addLines([...lines, { quantity: 1_000, unitPrice: 5, unitCost: null }]).cost).toBeNull();
    expect(addLines([])).toEqual({ amount: 0, quantity: 0, cost: 0 });
  });

  it('are at most half a minor unit away from the exact product', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1e6, max: 1e6 }),
        fc.integer({ min: 0, max: 1e8 }),
        (quantity, unit) => {
          const twice =
            2n * (BigInt(lineTotal(quantity, unit)) * 1_000n - BigInt(quantity) * BigInt(unit));
          expect(twice >= -1_000n && twice <= 1_000n).toBe(true);
        },
      ),
    );
  });

  it('refuse what cannot be kept exactly', () => {
    const line = { quantity: 1_000, unitPrice: Number.MAX_SAFE_INTEGER, unitCost: null };
    expect(addLines([line, line]).amount).toBeGreaterThan(Number.MAX_SAFE_INTEGER);
  });
});

describe('commission', () => {
  it('is rounded half away from zero, refunds the same way', () => {
    expect(commissionOf(123_450, 0.03)).toBe(3_704);
    expect(commissionOf(50, 0.03)).toBe(2);
    expect(commissionOf(-50, 0.03)).toBe(-2);
    expect(commissionOf(1_000, 0)).toBe(0);
  });
});

describe('a tally', () => {
  it('counts, adds and divides last, rounding half away from zero', () => {
    expect(tallyOf([{ credited: 100 }, { credited: 1 }])).toEqual({
      count: 2,
      credited: 101,
      average: 51,
    });
    expect(toTally(2, -101).average).toBe(-51);
    expect(tallyOf([])).toEqual({ count: 0, credited: 0, average: null });
    expect(() => tallyOf([{ credited: Number.MAX_SAFE_INTEGER }, { credited: 1 }])).toThrow(
      RangeError,
    );
  });
});
