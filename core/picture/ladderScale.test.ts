import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { scaleAroundShares, scaleOfShares, scaleOfValues } from './ladderScale';

describe('the scale of a ladder', () => {
  it('goes past the target and ends where nothing more can be told apart', () => {
    expect(scaleOfShares([0.4, 1.31])).toEqual({ top: 1.5, bottom: 0, step: 0.25, hot: 1 });
    expect(scaleOfShares([-0.2, 12])).toEqual({ top: 3, bottom: -0.25, step: 0.25, hot: 1 });
    expect(scaleOfShares([])).toMatchObject({ top: 1.25, bottom: 0 });
  });
  it('of many shows as much as they stand on, with the target', () => {
    expect(scaleAroundShares([0.72, 1.08])).toEqual({ top: 1.1, bottom: 0.7, step: 0.1, hot: 1 });
    expect(scaleAroundShares([0.02, 1.6])).toEqual({ top: 1.75, bottom: 0, step: 0.25, hot: 1 });
    expect(scaleAroundShares([1.3, 1.4])).toEqual({ top: 1.4, bottom: 0.9, step: 0.1, hot: 1 });
    expect(scaleAroundShares([-9, 9])).toMatchObject({ top: 3, bottom: -0.5 });
  });
  it('stands on round rungs that hold every value and 0', () => {
    expect(scaleOfValues([830, 120], null)).toEqual({ top: 900, bottom: 0, step: 100, hot: null });
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -10_000_000, max: 10_000_000 }), { maxLength: 50 }),
        (values) => {
          const { top, bottom, step } = scaleOfValues(values, 0);
          expect(top).toBeGreaterThanOrEqual(Math.max(0, ...values));
          expect(bottom).toBeLessThanOrEqual(Math.min(0, ...values));
          expect((top - bottom) / step).toBeLessThanOrEqual(12);
        },
      ),
    );
  });
});
