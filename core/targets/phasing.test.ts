import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseDay } from '../period/day';
import { activeWorkingDays, shareAroundLocked } from './phasing';

describe('sharing out around locked lines', () => {
  const lines = fc.array(fc.record({ weight: fc.nat(30), locked: fc.option(fc.nat(10_000)) }), {
    minLength: 1,
    maxLength: 14,
  });

  it('keeps every locked line, and adds up exactly where the rest can be shared', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 10_000_000 }), lines, (total, each) => {
        const locked = each.map((line) => line.locked);
        const shares = shareAroundLocked(
          total,
          each.map((line) => line.weight),
          locked,
        );
        locked.forEach((value, i) => {
          if (value !== null) expect(shares[i]).toBe(value);
        });
        const lockedSum = locked.reduce<number>((sum, value) => sum + (value ?? 0), 0);
        const isShared = total > lockedSum && locked.includes(null);
        expect(shares.reduce((a, b) => a + b, 0)).toBe(isShared ? total : lockedSum);
        for (const share of shares) expect(share).toBeGreaterThanOrEqual(0);
      }),
    );
  });

  it('gives the open lines nothing when the locked ones exceed the total', () => {
    expect(shareAroundLocked(100, [1, 1, 1], [80, 50, null])).toEqual([80, 50, 0]);
  });

  it('shares evenly when no line has weight', () =>
    expect(shareAroundLocked(9, [0, 0, 0], [null, null, null])).toEqual([3, 3, 3]));
});

describe('working days on which a unit stood in the tree', () => {
  const working = { weekdays: [1, 2, 3, 4, 5], closed: new Set([parseDay('2026-11-18')!]) };
  const november = { from: parseDay('2026-11-01')!, to: parseDay('2026-12-01')! };
  it('leave out closed days and days outside', () => {
    expect(
      activeWorkingDays(
        november,
        [{ from: parseDay('2026-11-16')!, to: parseDay('2026-11-21')! }],
        working,
      ),
    ).toBe(4);
    expect(activeWorkingDays(november, [], working)).toBe(0);
    expect(activeWorkingDays(november, [{ from: 0, to: 40_000 }], working)).toBe(20);
  });
});
