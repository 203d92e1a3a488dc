import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judgeDemand } from './demand';

describe('how demanding a target is', () => {
  it('is told by the best, the last four and how often it was reached', () => {
    expect(judgeDemand(100, [0, 0, 80, 120, 100, 90, 70])).toEqual({
      periods: 5,
      best: 120,
      lastFour: 95,
      reached: 2,
      share: 0.4,
    });
    expect(judgeDemand(100, [0, 0])).toEqual({
      periods: 0,
      best: null,
      lastFour: null,
      reached: 0,
      share: null,
    });
    expect(judgeDemand(100, [30, 0, 10]).lastFour).toBeCloseTo(40 / 3);
  });

  it('falls as the amount rises, and is nothing above the best', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -50, max: 500 }), { minLength: 1 }),
        fc.nat(400),
        fc.nat(100),
        (past, amount, more) => {
          const [lower, higher] = [judgeDemand(amount, past), judgeDemand(amount + more, past)];
          if (lower.share === null) return;
          expect(higher.share).toBeLessThanOrEqual(lower.share);
          expect(judgeDemand(lower.best! + 1, past).reached).toBe(0);
        },
      ),
    );
  });
});
