import { assert, boolean, integer, property } from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pointAt, xOf } from './plot';

describe('the points of a picture', () => {
  it('are found where they lie, whatever its size', () =>
    assert(
      property(
        integer({ min: 1, max: 200 }),
        integer({ min: 400, max: 2_000 }),
        boolean(),
        (count, width, isSlots) => {
          const plot = { left: 52, right: 104, isSlots, ...(isSlots ? { drawnWidth: 640 } : {}) };
          for (const index of [0, count >> 1, count - 1])
            expect(pointAt(xOf(index, width, count, plot), width, count, plot)).toBe(index);
        },
      ),
    ));

  it('end at the edges', () => {
    const plot = { left: 50, right: 50, isSlots: false };
    expect([pointAt(-20, 300, 5, plot), pointAt(999, 300, 5, plot)]).toEqual([0, 4]);
    expect([xOf(0, 300, 5, plot), xOf(4, 300, 5, plot)]).toEqual([50, 250]);
  });
});
