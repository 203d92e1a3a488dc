import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  allRows,
  andEach,
  countRows,
  has,
  isMostlyChanged,
  listRows,
  noRows,
  type RowBits,
  setListed,
  setRange,
} from './rowBits';

const LENGTH = 100;
const rows = fc.uniqueArray(fc.nat(LENGTH - 1));
const toBits = (list: readonly number[]) => {
  const bits = noRows(LENGTH);
  setListed(bits, Uint32Array.from(list), 0, list.length, true);
  return bits;
};
const toList = (bits: RowBits, without: RowBits | null = null) => {
  const list = new Uint32Array(LENGTH);
  return [...list.subarray(0, listRows(bits, without, list))];
};
const sorted = (list: readonly number[]) => [...list].sort((a, b) => a - b);

describe('sets of rows', () => {
  it('list, count and know what is in them', () => {
    fc.assert(
      fc.property(rows, rows, (one, two) => {
        const [a, b] = [toBits(one), toBits(two)];
        expect(toList(a)).toEqual(sorted(one));
        expect(countRows(a)).toBe(one.length);
        expect(toList(a, b)).toEqual(sorted(one.filter((row) => !two.includes(row))));
        const { all, beside } = andEach([a, b, a], LENGTH);
        const both = sorted(one.filter((row) => two.includes(row)));
        expect(toList(all)).toEqual(both);
        expect(beside.map((each) => toList(each))).toEqual([both, sorted(one), both]);
        const changed =
          one.filter((row) => !two.includes(row)).length +
          two.filter((row) => !one.includes(row)).length;
        expect(isMostlyChanged(a, b)).toBe(two.length < changed);
        for (let row = 0; row < LENGTH; row++) expect(has(a, row)).toBe(one.includes(row));
      }),
    );
  });

  it('are set and cleared by ranges and lists', () => {
    fc.assert(
      fc.property(rows, fc.nat(LENGTH), fc.nat(LENGTH), (list, from, to) => {
        const bits = toBits(list);
        setRange(bits, from, to, true);
        const inRange = (row: number) => row >= from && row < to;
        const all = Array.from({ length: LENGTH }, (_, row) => row);
        expect(toList(bits)).toEqual(all.filter((row) => inRange(row) || list.includes(row)));
        setRange(bits, from, to, false);
        expect(toList(bits)).toEqual(sorted(list.filter((row) => !inRange(row))));
        setListed(bits, Uint32Array.from(list), 0, list.length, false);
        expect(countRows(bits)).toBe(0);
      }),
    );
  });

  it.each([0, 1, 31, 32, 33, 64])('of all %i rows have no more than those', (length) => {
    expect(countRows(allRows(length))).toBe(length);
    expect(countRows(andEach([], length).all)).toBe(length);
    const { beside } = andEach([noRows(length)], length);
    expect(countRows(beside[0]!)).toBe(length);
  });
});
