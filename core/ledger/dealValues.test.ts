import { array, assert, integer, property } from 'fast-check';
import jstat from 'jstat';
import { describe, expect, it } from 'vitest';
import { DealValues, medianOf, UnitMedians } from './dealValues';

const PART = 'custom:days:won:closedOn:openedOn:closedOn';

describe('medians', () => {
  it.each([
    [[], null],
    [[7], 7],
    [[9, 1], 5],
    [[3, 1, 2], 2],
    [[0, 0, 10, 11], 5],
  ] as const)('of %j is %s', (values, expected) =>
    expect(medianOf(Float64Array.from(values))).toBe(expected),
  );

  it('are those of the statistics library (jStat)', () => {
    assert(
      property(
        array(integer({ min: -1e6, max: 1e6 }), { minLength: 1, maxLength: 60 }),
        (values) => {
          expect(medianOf(Float64Array.from(values))).toBe(jstat.median(values));
        },
      ),
    );
  });

  it('go by the days people stood in the unit, and change with a day', () => {
    const values = new DealValues();
    values.load(PART, 1, [
      { day: 12, value: 30 },
      { day: 10, value: 1 },
      { day: 11, value: 2 },
    ]);
    values.load(PART, 2, [{ day: 10, value: 50 }]);
    const spans = [
      { salespersonId: 1, from: 0, to: 12 },
      { salespersonId: 2, from: 0, to: 99 },
    ];
    const medians = new UnitMedians(values, { memberSpansUnder: () => spans });
    const month = { from: 0, to: 31 };
    expect(medians.find(7, PART, month)).toBe(2);
    expect(medians.find(7, PART, { from: 11, to: 31 })).toBe(2);
    expect(medians.find(7, PART, { from: 20, to: 31 })).toBeNull();
    values.replaceDay(PART, 1, 10, [60, 70]);
    expect(medians.find(7, PART, month)).toBe(55);
    values.replaceDay(PART, 2, 10, []);
    expect(medians.find(7, PART, month)).toBe(60);
  });
});
