import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rank, rankChangeOf } from './rank';

const of = (value: number | null, over: { actual?: number | null; name?: string } = {}) => ({
  value,
  actual: over.actual === undefined ? value : over.actual,
  name: over.name ?? 'Ilse',
});
const places = (
  items: readonly ReturnType<typeof of>[],
  direction: 'higher' | 'lower' = 'higher',
) => rank(items, direction).map(({ item, rank: place }) => [item.value, place]);

describe('rank', () => {
  it('shares a rank on a tie and skips the next', () => {
    expect(places([of(5), of(9), of(5), of(1)])).toEqual([
      [9, 1],
      [5, 2],
      [5, 2],
      [1, 4],
    ]);
  });

  it('puts the least first where lower is better', () => {
    expect(places([of(5), of(9), of(5), of(1)], 'lower')).toEqual([
      [1, 1],
      [5, 2],
      [5, 2],
      [9, 4],
    ]);
  });

  it('gives no place to what has no value, and puts it last either way', () => {
    expect(places([of(null), of(-3), of(0)])).toEqual([
      [0, 1],
      [-3, 2],
      [null, null],
    ]);
    expect(places([of(null), of(-3), of(0)], 'lower')).toEqual([
      [-3, 1],
      [0, 2],
      [null, null],
    ]);
  });

  it('shows ties by the larger figure, then by name; what has no figure last', () => {
    const ranked = rank(
      [
        of(1, { actual: 10, name: 'Tomas' }),
        of(1, { actual: null, name: 'Ada' }),
        of(1, { actual: 10, name: 'Noor' }),
        of(1, { actual: 90, name: 'Zoe' }),
      ],
      'higher',
    );
    expect(ranked.map(({ item, rank: place }) => [item.name, place])).toEqual([
      ['Zoe', 1],
      ['Noor', 1],
      ['Tomas', 1],
      ['Ada', 1],
    ]);
  });

  it('leaves the list as it was, and is empty for nobody', () => {
    const items = [of(1), of(2)];
    rank(items, 'higher');
    expect([items.map((item) => item.value), rank([], 'higher')]).toEqual([[1, 2], []]);
  });

  it('is one more than how many are better, whatever the order they come in', () => {
    const item = fc.record({
      value: fc.option(fc.integer({ min: -3, max: 3 })),
      actual: fc.option(fc.integer({ min: -3, max: 3 })),
      name: fc.constantFrom('Ada', 'Noor', 'Zoe'),
    });
    fc.assert(
      fc.property(
        fc.array(item),
        fc.constantFrom('higher' as const, 'lower' as const),
        (items, direction) => {
          const better = (value: number) =>
            items.filter(
              (each) =>
                each.value !== null &&
                (direction === 'higher' ? each.value > value : each.value < value),
            ).length;
          const ranked = rank(items, direction);
          expect(ranked.map((each) => each.rank)).toEqual(
            ranked.map(({ item: { value } }) => (value === null ? null : better(value) + 1)),
          );
          expect(rank([...items].reverse(), direction).map((each) => each.rank)).toEqual(
            ranked.map((each) => each.rank),
          );
          expect(rank([...items].reverse(), direction).map((each) => ({ ...each.item }))).toEqual(
            ranked.map((each) => ({ ...each.item })),
          );
        },
      ),
    );
  });
});

describe('rankChange', () => {
  it('counts places gained, and is unknown for who was not ranked in both', () => {
    expect([
      rankChangeOf(5, 2),
      rankChangeOf(2, 5),
      rankChangeOf(3, 3),
      rankChangeOf(null, 1),
      rankChangeOf(1, null),
    ]).toEqual([3, -3, 0, null, null]);
  });
});
