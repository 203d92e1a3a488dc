import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { narrow, packColumns, unpackColumns } from './columnPack';

describe('a pack of columns', () => {
  it('is read as it was written', () => {
    fc.assert(
      fc.property(
        fc.string(),
        fc.array(fc.array(fc.oneof(fc.integer(), fc.maxSafeInteger(), fc.double()))),
        (header, lists) => {
          const columns = Object.fromEntries(
            lists.map((list, index) => [`c${index}`, narrow(list)]),
          );
          const read = unpackColumns<string>(packColumns(header, columns).buffer);
          expect(read.header).toBe(header);
          // Nothing is nothing, whatever its sign.
          lists.forEach((list, index) =>
            expect([...read.columns[`c${index}`]!].map((value) => value + 0)).toEqual(
              list.map((value) => value + 0),
            ),
          );
        },
      ),
    );
  });
  it.each([
    [255, Uint8Array],
    [256, Uint16Array],
    [-128, Int8Array],
    [-129, Int16Array],
    [65_535, Uint16Array],
    [65_536, Uint32Array],
    [4_294_967_296, Float64Array],
    [-32_769, Int32Array],
    [0.5, Float64Array],
    [Number.NaN, Float64Array],
  ])('keeps %s in as little as holds it', (value, type) =>
    expect(narrow([0, value])).toBeInstanceOf(type),
  );
});
