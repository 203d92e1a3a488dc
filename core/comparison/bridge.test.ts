import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bridgeOf, sumByKind, volumeAndPrice } from './bridge';

const amounts = fc.integer({ min: -1_000_000, max: 1_000_000 });
const parts = fc.uniqueArray(fc.record({ key: fc.string(), now: amounts, then: amounts }), {
  selector: ({ key }) => key,
});

describe('a bridge', () => {
  it('adds up to the difference, by step and by kind', () => {
    fc.assert(
      fc.property(parts, (all) => {
        const steps = bridgeOf(all);
        const difference = all.reduce((sum, { now, then }) => sum + now - then, 0);
        expect(steps.reduce((sum, step) => sum + step.difference, 0)).toBe(difference);
        expect(Object.values(sumByKind(steps)).reduce((sum, each) => sum + each, 0)).toBe(
          difference,
        );
        expect(steps.every((step) => step.difference !== 0)).toBe(true);
      }),
    );
  });
  it('tells new, lost, more and less apart, the largest first', () =>
    expect(
      bridgeOf([
        { key: 'same', now: 5, then: 5 },
        { key: 'came', now: 5, then: 0 },
        { key: 'went', now: 0, then: 9 },
        { key: 'grew', now: 8, then: 1 },
        { key: 'shrank', now: 1, then: 2 },
      ]),
    ).toEqual([
      { key: 'went', kind: 'lost', difference: -9 },
      { key: 'grew', kind: 'more', difference: 7 },
      { key: 'came', kind: 'new', difference: 5 },
      { key: 'shrank', kind: 'less', difference: -1 },
    ]));
});

describe('volume and price', () => {
  it('of ten deals of 100 that became twelve of 90', () =>
    expect(volumeAndPrice({ amount: 1_080, deals: 12 }, { amount: 1_000, deals: 10 })).toEqual({
      volume: 200,
      price: -120,
    }));
  it('add up to the difference', () => {
    const sold = fc.record({ amount: amounts, deals: fc.integer({ min: 1, max: 999 }) });
    fc.assert(
      fc.property(sold, sold, (now, then) => {
        const { volume, price } = volumeAndPrice(now, then)!;
        expect(volume + price).toBe(now.amount - then.amount);
      }),
    );
  });
  it('are unknown without deals', () => {
    expect(volumeAndPrice({ amount: 5, deals: 0 }, { amount: 5, deals: 1 })).toBeNull();
    expect(volumeAndPrice({ amount: 5, deals: 1 }, { amount: 5, deals: 0 })).toBeNull();
  });
});
