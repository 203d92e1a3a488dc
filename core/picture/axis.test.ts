import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { axisOf } from './axis';

describe('a scale', () => {
  it('holds every value and 0, between its ends, on few even ticks', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -1_000_000, max: 5_000_000 }), { minLength: 1, maxLength: 9 }),
        (values) => {
          const { bottom, top, ticks } = axisOf(values);
          for (const value of [...values, 0]) {
            expect(value).toBeGreaterThanOrEqual(bottom);
            expect(value).toBeLessThanOrEqual(top);
          }
          expect(ticks[0]).toBe(bottom);
          expect(ticks.at(-1)).toBeCloseTo(top, 6);
          expect(ticks.length).toBeLessThanOrEqual(8);
        },
      ),
    );
  });

  it.each([
    [[0], [0, 1]],
    [[100], [0, 25, 50, 75, 100]],
    [
      [-40, 100],
      [-40, 0, 40, 80, 120],
    ],
    [[437], [0, 120, 240, 360, 480]],
  ])('of %j has the ticks %j', (values, ticks) => {
    expect(axisOf(values).ticks.slice(0, ticks.length)).toEqual(ticks);
  });
});
