import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Seen } from './seen';

describe('what was seen', () => {
  it('is counted once a pass, nothing not at all, and anew in the next', () => {
    const seen = new Seen();
    const countOf = (ids: readonly number[]) => {
      seen.begin();
      seen.noteAll(ids, 0, ids.length);
      return seen.count;
    };
    expect([countOf([3, 3, 0, 7]), countOf([3]), countOf([]), countOf([0])]).toEqual([2, 1, 0, 0]);
  });

  it('is what a set would hold, for ids of any size, pass after pass', () => {
    const seen = new Seen();
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 0, max: 100_000 }))),
        (ids) => {
          seen.begin();
          seen.noteAll(ids, 0, ids.length);
          expect(seen.count).toBe(new Set(ids.filter((id) => id !== 0)).size);
        },
      ),
    );
  });
});
