import { describe, expect, it } from 'vitest';
import { TargetBook } from './targetBook';

const key = (unitId: number, periodId = 'FY2027-P08') => ({ unitId, measure: 'revenue', periodId });
const value = (target: number) => ({ target, floor: null, stretch: null });

describe('a book of targets', () => {
  it('gives back what was put, and nothing of what was removed', () => {
    const book = new TargetBook();
    book.put(key(1), value(10));
    book.put(key(1, 'FY2027-P09'), value(20));
    expect([book.get(1, 'revenue', 'FY2027-P08'), book.get(2, 'revenue', 'FY2027-P08')]).toEqual([
      value(10),
      undefined,
    ]);
    book.remove(key(1));
    book.remove(key(7));
    expect(book.get(1, 'revenue', 'FY2027-P08')).toBeUndefined();
    expect([...book.entries()]).toEqual([[key(1, 'FY2027-P09'), value(20)]]);
  });

  it('tells whose targets changed since a version, and when it no longer knows', () => {
    const book = new TargetBook();
    book.put(key(1), value(10));
    const { version } = book;
    expect([...book.changedSince(version)!]).toEqual([]);
    book.put(key(2), value(10));
    book.remove(key(3));
    book.put(key(2), value(11));
    expect([...book.changedSince(version)!].sort()).toEqual([2, 3]);
    // After very many changes the old versions are forgotten: whoever asks then must look at
    // everything.
    for (let at = 0; at < 1_100; at++) book.put(key(4), value(at));
    expect(book.changedSince(version)).toBeNull();
    expect(book.changedSince(book.version)).not.toBeNull();
  });
});
