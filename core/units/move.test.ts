import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { END_OF_TIME, FIRST_DAY } from '../period/day';
import { leaveAfter, moveFrom } from './move';
import type { Membership } from './unit';

const place = (parentId: number, from: number, to: number): Membership => ({
  unitId: 1,
  parentId,
  from,
  to,
});
const always = [place(5, FIRST_DAY, END_OF_TIME)];

describe('moving a unit', () => {
  it('ends its place on the day before and begins the new one', () => {
    expect(moveFrom(always, 1, 6, 100)).toEqual([
      place(5, FIRST_DAY, 100),
      place(6, 100, END_OF_TIME),
    ]);
  });

  it('keeps a move that is planned for later', () => {
    const planned = [place(5, FIRST_DAY, 200), place(7, 200, END_OF_TIME)];
    expect(moveFrom(planned, 1, 6, 100)).toEqual([
      place(5, FIRST_DAY, 100),
      place(6, 100, 200),
      place(7, 200, END_OF_TIME),
    ]);
  });

  it('changes the place that begins that day, and joins one it was in already', () => {
    expect(moveFrom([place(5, FIRST_DAY, 100), place(7, 100, END_OF_TIME)], 1, 6, 100)).toEqual([
      place(5, FIRST_DAY, 100),
      place(6, 100, END_OF_TIME),
    ]);
    expect(moveFrom([place(5, FIRST_DAY, 100), place(7, 100, END_OF_TIME)], 1, 5, 100)).toEqual(
      always,
    );
  });

  it('brings back who had left', () => {
    expect(moveFrom([place(5, 0, 50)], 1, 6, 100)).toEqual([
      place(5, 0, 50),
      place(6, 100, END_OF_TIME),
    ]);
  });

  it('never leaves two places for one day, and puts the unit under the new parent on that day', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.integer({ min: 2, max: 9 }), fc.integer({ min: 0, max: 40 }), fc.nat(10)),
          { maxLength: 6 },
        ),
        fc.integer({ min: 2, max: 9 }),
        fc.integer({ min: 0, max: 300 }),
        (spans, parent, day) => {
          let at = 0;
          const places = spans.map(([parentId, length, gap]) => {
            const from = at + gap;
            at = from + length + 1;
            return place(parentId, from, at);
          });
          const after = moveFrom(places, 1, parent, day);
          expect(after.find((each) => day >= each.from && day < each.to)?.parentId).toBe(parent);
          after.forEach((each, i) => {
            expect(each.to).toBeGreaterThan(each.from);
            if (i > 0) expect(each.from).toBeGreaterThanOrEqual(after[i - 1]!.to);
          });
          // What lay before the day is as it was.
          for (let d = 0; d < day; d++)
            expect(after.find((each) => d >= each.from && d < each.to)?.parentId).toBe(
              places.find((each) => d >= each.from && d < each.to)?.parentId,
            );
        },
      ),
    );
  });
});

describe('leaving', () => {
  it('ends every place after the last day', () => {
    expect(leaveAfter([place(5, 0, 100), place(6, 100, END_OF_TIME)], 150)).toEqual([
      place(5, 0, 100),
      place(6, 100, 151),
    ]);
    expect(leaveAfter([place(5, 0, 100), place(6, 100, END_OF_TIME)], 50)).toEqual([
      place(5, 0, 51),
    ]);
    expect(leaveAfter([place(5, 10, 100)], 5)).toBeNull();
  });
});
