import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { declutter } from './declutter';

describe('declutter', () => {
  it('never lets two labels overlap where there is room, and keeps their order', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 400, noNaN: true }), { maxLength: 28 }),
        (wanted) => {
          const placed = declutter(wanted, 14, 0, 400);
          const sorted = [...placed].sort((a, b) => a - b);
          for (let i = 1; i < sorted.length; i++)
            expect(sorted[i]! - sorted[i - 1]!).toBeGreaterThanOrEqual(14 - 1e-9);
          for (let i = 0; i < wanted.length; i++)
            for (let j = 0; j < wanted.length; j++)
              if (wanted[i]! < wanted[j]!) expect(placed[i]!).toBeLessThan(placed[j]!);
        },
      ),
    );
  });
  it('leaves labels that do not touch where they are', () =>
    expect(declutter([10, 100, 50], 14, 0, 400)).toEqual([10, 100, 50]));
});
