import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bandOf } from './band';
import { planGap } from './gapPlan';
import type { Chance } from './odds';
import type { OpenDeal } from './outlook';

const deal = (id: number, amount: number, probability: number | null): OpenDeal => ({
  id,
  amount,
  probability,
  unitBelow: 'iv',
  stage: null,
  expectedOn: 20_000,
});
const question = {
  actual: 600,
  target: 1_000,
  daysLeft: 8,
  averageDealSize: 150,
  deals: [deal(1, 100, 0.9), deal(2, 900, 0.2), deal(3, 200, 0.9), deal(4, 150, null)],
};

describe('what it takes', () => {
  it('is an amount a working day, a number of average deals, and the likeliest open deals that close the gap', () => {
    const takes = planGap(question)!;
    expect(takes).toMatchObject({
      shortfall: 400,
      perDay: 50,
      averageDealsNeeded: 3,
      remaining: 0,
    });
    expect(takes.closing.map(({ id }) => id)).toEqual([3, 1, 2]);
  });

  it('says what is missing when all of them would not do', () => {
    expect(planGap({ ...question, target: 3_000 })).toMatchObject({
      shortfall: 2_400,
      remaining: 1_050,
    });
  });

  it.each([
    [
      'nothing when the target is reached',
      { target: 500 },
      { shortfall: 0, perDay: 0, averageDealsNeeded: 0, closing: [], remaining: 0 },
    ],
    ['no amount a day when none is left', { daysLeft: 0 }, { perDay: null }],
    [
      'no number of deals without an average',
      { averageDealSize: null },
      { averageDealsNeeded: null },
    ],
  ])('is %s', (_case, over, wanted) =>
    expect(planGap({ ...question, ...over })).toMatchObject(wanted),
  );

  it('is not asked without a target', () =>
    expect(planGap({ ...question, target: null })).toBeNull());
});

describe('the band of outcomes', () => {
  const chance = fc.record({
    amount: fc.integer({ min: 1, max: 50 }),
    probability: fc.constantFrom(0.1, 0.25, 0.5, 0.85, 1),
  });

  /** Every outcome in turn: how likely the result is at most so much. */
  function shareUpTo(limit: number, chances: readonly Chance[]): number {
    let share = 0;
    for (let outcome = 0; outcome < 2 ** chances.length; outcome++) {
      const closes = chances.map((_, index) => (outcome >> index) & 1);
      const sum = chances.reduce((total, each, index) => total + closes[index]! * each.amount, 0);
      if (sum <= limit)
        share += chances.reduce(
          (product, each, index) =>
            product * (closes[index] ? each.probability : 1 - each.probability),
          1,
        );
    }
    return share;
  }

  it('holds eight of ten outcomes, by all of them in turn', () => {
    fc.assert(
      fc.property(fc.array(chance, { maxLength: 9 }), (chances) => {
        const { low, high, method } = bandOf(1_000, chances);
        expect(method).toBe('exact');
        expect(shareUpTo(low - 1_000, chances)).toBeGreaterThanOrEqual(0.1 - 1e-9);
        expect(shareUpTo(low - 1_001, chances)).toBeLessThan(0.1 + 1e-9);
        expect(shareUpTo(high - 1_000, chances)).toBeGreaterThanOrEqual(0.9 - 1e-9);
        expect(shareUpTo(high - 1_001, chances)).toBeLessThan(0.9 + 1e-9);
      }),
    );
  });

  it('is drawn for many deals, near the normal approximation of their sum', () => {
    const many = Array.from({ length: 100 }, () => ({ amount: 10, probability: 0.5 }));
    const { low, high, method } = bandOf(0, many);
    expect(method).toBe('simulated');
    // Mean 500, standard deviation 50; the tenth percentile of a normal lies 1.2816 deviations
    // below (from memory).
    expect(Math.abs(low - (500 - 1.2816 * 50))).toBeLessThanOrEqual(10);
    expect(Math.abs(high - (500 + 1.2816 * 50))).toBeLessThanOrEqual(10);
  });

  it('is what is won where nothing is open', () =>
    expect(bandOf(70, [])).toMatchObject({ low: 70, high: 70 }));
});
