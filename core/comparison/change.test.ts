import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changeOf } from './change';

describe('a change', () => {
  it('is the difference, and its share of what was there', () => {
    expect(changeOf(114, 100)).toEqual({
      difference: 14,
      share: 0.14,
      isNew: false,
      isLowBase: false,
    });
    expect(changeOf(50, 100)).toMatchObject({ difference: -50, share: -0.5 });
    // From a loss it is measured by the size of the loss: less loss is better.
    expect(changeOf(-50, -100)).toMatchObject({ difference: 50, share: 0.5 });
  });

  it('from nothing is new where there is something now, and has no share', () => {
    expect(changeOf(5, 0)).toEqual({ difference: 5, share: null, isNew: true, isLowBase: false });
    expect(changeOf(0, 0)).toMatchObject({ difference: 0, share: null, isNew: false });
    expect(changeOf(-5, 0)).toMatchObject({ difference: -5, share: null, isNew: false });
  });

  it('is not there where one side is not', () => {
    const none = { difference: null, share: null, isNew: false, isLowBase: false };
    expect(changeOf(null, 5)).toEqual(none);
    expect(changeOf(5, null)).toEqual(none);
    expect(changeOf(null, null)).toEqual(none);
  });

  it('is told to be of little where more than ten times as much came of it', () => {
    expect(changeOf(1_000, 100).isLowBase).toBe(false);
    expect(changeOf(1_001, 100).isLowBase).toBe(true);
    expect(changeOf(-1_001, 100).isLowBase).toBe(true);
    expect(changeOf(1_001, -100).isLowBase).toBe(true);
  });

  it('takes one figure to the other', () => {
    const amount = fc.integer({ min: -1e9, max: 1e9 });
    fc.assert(
      fc.property(amount, amount, (now, then) => {
        const { difference, share } = changeOf(now, then);
        expect(then + difference).toBe(now);
        if (share !== null) expect(then + share * Math.abs(then)).toBeCloseTo(now, 3);
      }),
      { seed: 20_261_128 },
    );
  });
});
