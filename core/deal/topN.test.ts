import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { topN } from './topN';

const group = fc.record({
  count: fc.nat(100),
  credited: fc.integer({ min: -100_000, max: 100_000 }),
});

describe('a figure taken apart', () => {
  it('names the first and puts all others into one line', () => {
    const groups = [
      { count: 2, credited: 500 },
      { count: 1, credited: 300 },
      { count: 1, credited: 200 },
      { count: 3, credited: -100 },
    ];
    expect(topN(groups, 2)).toEqual({
      named: groups.slice(0, 2),
      others: { groups: 2, count: 4, credited: 100 },
    });
    expect(topN(groups, 2, { groups: 7, count: 9, credited: 50 }).others).toEqual({
      groups: 9,
      count: 13,
      credited: 150,
    });
  });

  it('has no other line where all are named', () => {
    expect(topN([{ count: 1, credited: 5 }], 6).others).toBeNull();
    expect(topN([], 6)).toEqual({ named: [], others: null });
    expect(topN([], 6, { groups: 1, count: 1, credited: 5 }).others).toEqual({
      groups: 1,
      count: 1,
      credited: 5,
    });
  });

  it('is always the whole, however often it is cut', () => {
    fc.assert(
      fc.property(fc.array(group), fc.nat(12), fc.nat(12), (groups, first, second) => {
        const onServer = topN(groups, Math.max(first, second));
        const onScreen = topN(onServer.named, Math.min(first, second), onServer.others);
        for (const field of ['count', 'credited'] as const) {
          expect(
            onScreen.named.reduce((sum, each) => sum + each[field], onScreen.others?.[field] ?? 0),
          ).toBe(groups.reduce((sum, each) => sum + each[field], 0));
        }
        expect(onScreen.named.length + (onScreen.others?.groups ?? 0)).toBe(groups.length);
      }),
    );
  });
});
