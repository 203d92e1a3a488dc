import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { showChange, showPercent } from './percent';

/**
 * A percent as the rule says it, step by step and without any shortcut: what must be equal to what
 * is quick.
 */
function slowly(ratio: number, thresholds: readonly number[]): string {
  const exact = ratio * 100;
  for (const decimals of [0, 1, 2]) {
    const shown = Number(exact.toFixed(decimals));
    if ([100, ...thresholds].every((cut) => exact < cut === shown < cut))
      return `${shown.toFixed(decimals).replace('-', '\u2212')}%`;
  }
  const cut = Math.round(exact);
  return `${(exact < cut ? cut - 0.01 : cut + 0.01).toFixed(2).replace('-', '\u2212')}%`;
}

describe('a percent as it is shown', () => {
  it.each([
    [0.825, [], '83%'],
    [0.996, [], '99.6%'],
    [0.9996, [], '99.96%'],
    [0.99999, [], '99.99%'],
    [1, [], '100%'],
    [1.004, [], '100%'],
    [0.7996, [80], '79.96%'],
    [0.796, [80], '79.6%'],
    [0, [], '0%'],
    [-0.123, [], '\u221212%'],
    [12.5, [], '1250%'],
  ])('%d beside the thresholds %j is %s', (ratio, thresholds, shown) =>
    expect(showPercent(ratio, thresholds)).toBe(shown),
  );

  it('never stands on the other side of a cut than the exact figure (GUARDS 7)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 5, noNaN: true }),
        fc.array(fc.integer({ min: 1, max: 150 }), { maxLength: 3 }),
        (ratio, thresholds) => {
          const shown = Number(showPercent(ratio, thresholds).replace('\u2212', '-').slice(0, -1));
          for (const cut of [100, ...thresholds]) expect(shown < cut).toBe(ratio * 100 < cut);
        },
      ),
    );
  });

  it('is what the rule says step by step, near the thresholds as well', () => {
    const near = fc
      .tuple(fc.integer({ min: 0, max: 130 }), fc.double({ min: -0.02, max: 0.02, noNaN: true }))
      .map(([cut, off]) => (cut + off) / 100);
    fc.assert(
      fc.property(
        fc.oneof(near, fc.double({ min: -2, max: 20, noNaN: true })),
        fc.array(fc.integer({ min: 1, max: 130 }), { maxLength: 3 }),
        (ratio, thresholds) => {
          expect(showPercent(ratio, thresholds)).toBe(slowly(ratio, thresholds));
        },
      ),
      { numRuns: 2_000 },
    );
  });
});

describe('a change', () => {
  it.each([
    [0.114, '+11.4%'],
    [-0.114, '\u221211.4%'],
    [0, '0.0%'],
    [-0.0001, '0.0%'],
    [0.0001, '0.0%'],
    [1, '+100.0%'],
  ])('of %d is %s', (ratio, shown) => expect(showChange(ratio)).toBe(shown));
});
