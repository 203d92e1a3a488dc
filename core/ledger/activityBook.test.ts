import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { always, SAMPLE_MEMBERSHIPS, SAMPLE_UNITS } from '../dataset/sampleDataset';
import { buildUnitTree } from '../units/tree';
import { ActivityBook } from './activityBook';

const move = 20_020;
const memberships = [
  ...SAMPLE_MEMBERSHIPS.filter((each) => each.unitId !== 12),
  { ...always(12, 3), to: move },
  { ...always(12, 4), from: move },
];
const tree = buildUnitTree(SAMPLE_UNITS, memberships);
const entry = fc.record({
  unitId: fc.constantFrom(2, 3, 4, 11, 12, 13),
  day: fc.integer({ min: 20_000, max: 20_040 }),
  value: fc.option(fc.integer({ min: -50, max: 500 }), { nil: null }),
});

describe('typed-in values', () => {
  it('of a unit are those of itself and of all below it, each for the days it stood there', () => {
    fc.assert(
      fc.property(
        fc.array(entry, { maxLength: 60 }),
        fc.integer({ min: 19_995, max: 20_040 }),
        fc.nat(45),
        (entries, from, days) => {
          const book = new ActivityBook();
          const stored = new Map<string, { unitId: number; day: number; value: number }>();
          for (const { unitId, day, value } of entries) {
            book.put('calls', unitId, day, value);
            if (value === null) stored.delete(`${unitId}|${day}`);
            else stored.set(`${unitId}|${day}`, { unitId, day, value });
          }
          const to = from + days;
          for (const unit of [1, 2, 3, 4, 11, 12]) {
            const isUnder = (unitId: number, day: number) =>
              unitId === unit || tree.ancestorsOn(unitId, day).includes(unit);
            const counted = [...stored.values()]
              .filter((each) => each.day >= from && each.day < to && isUnder(each.unitId, each.day))
              .sort((a, b) => a.day - b.day);
            const total = counted.reduce((sum, each) => sum + each.value, 0);
            const newest = new Map(
              counted.map((each) => [
                `${each.unitId}|${tree.parentOn(each.unitId, each.day)}`,
                each.value,
              ]),
            );
            const read = (accumulation: 'sum' | 'average' | 'last') =>
              book.read(tree, unit, 'calls', accumulation, { from, to });
            expect(read('sum')).toBe(counted.length === 0 ? null : total);
            expect(read('average')).toBe(counted.length === 0 ? null : total / counted.length);
            if (unit === 11 || unit === 4 || unit === 3)
              expect(read('last')).toBe(
                counted.length === 0
                  ? null
                  : [...newest.values()].reduce((sum, value) => sum + value, 0),
              );
          }
        },
      ),
    );
  });

  it('are listed by day, and taken away', () => {
    const book = new ActivityBook();
    for (const [day, value] of [
      [5, 50],
      [3, 30],
      [4, 40],
    ] as const)
      book.put('calls', 11, day, value);
    book.put('calls', 11, 4, null);
    expect(book.entriesIn('calls', 11, { from: 0, to: 5 })).toEqual([{ day: 3, value: 30 }]);
    expect(book.entriesIn('other', 11, { from: 0, to: 9 })).toEqual([]);
    expect(book.read(tree, 11, 'nothing', 'sum', { from: 0, to: 9 })).toBeNull();
  });
});
