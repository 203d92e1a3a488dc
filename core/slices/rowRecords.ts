import type { Codes, LinkedRows } from './linkedRows';

const NARROW_CODES = 0x10000;
/** Rows of fewer keys are filled up with one that is nobody's. */
const LEAST_WIDTH = 7;
const VALUE_BYTES = 8;

/** Rows as runs of bytes: fetched at once for all their keys, which is what takes the time. */
export interface Records {
  values: Float64Array;
  /** From one row's value to the next. */
  stride: number;
  /** Codes count on from those of the base keys before theirs. */
  codes: Uint16Array | Uint32Array;
  codesAt: number;
  codesStride: number;
  width: number;
}

/** What a row holds, in one run of bytes: its value, then its codes by all base keys. */
export function sideBySide(
  { length, bases, values }: LinkedRows,
  columns: readonly Codes[],
  { starts, size }: { starts: readonly number[]; size: number },
): Records {
  const width = Math.max(LEAST_WIDTH, bases.length);
  const isNarrow = size <= NARROW_CODES;
  const bytes = VALUE_BYTES + width * (isNarrow ? 2 : 4);
  const stride = Math.ceil(bytes / VALUE_BYTES);
  const buffer = new ArrayBuffer(length * stride * VALUE_BYTES);
  const codes = isNarrow ? new Uint16Array(buffer) : new Uint32Array(buffer);
  const records = {
    values: new Float64Array(buffer),
    stride,
    codes,
    codesAt: VALUE_BYTES / codes.BYTES_PER_ELEMENT,
    codesStride: (stride * VALUE_BYTES) / codes.BYTES_PER_ELEMENT,
    width,
  };
  const { codesAt, codesStride } = records;
  for (let row = 0; row < length; row++) {
    const first = row * codesStride + codesAt;
    for (let base = 0; base < width; base++)
      codes[first + base] = base < bases.length ? columns[base]![row]! + starts[base]! : size - 1;
    records.values[row * stride] = values[row]!;
  }
  return records;
}

/**
 * The loop where the time goes: listed rows by all their keys. They are listed first, and the first
 * keys written out: without conditions the processor fetches many rows at once.
 * @returns what they come to
 */
export function addAll(
  sums: Float64Array,
  rows: Uint32Array,
  { values, stride, codes, codesAt, codesStride, width }: Records,
  sign: 1 | -1,
): number {
  let total = 0;
  for (let place = 0; place < rows.length; place++) {
    const row = rows[place]!;
    const value = sign * values[row * stride]!;
    total += value;
    const first = row * codesStride + codesAt;
    sums[codes[first]!]! += value;
    sums[codes[first + 1]!]! += value;
    sums[codes[first + 2]!]! += value;
    sums[codes[first + 3]!]! += value;
    sums[codes[first + 4]!]! += value;
    sums[codes[first + 5]!]! += value;
    sums[codes[first + 6]!]! += value;
    for (let at = first + LEAST_WIDTH; at < first + width; at++) sums[codes[at]!]! += value;
  }
  return total;
}

/** The same by one base key alone. */
export function addOne(
  sums: Float64Array,
  rows: Uint32Array,
  { codes, values, sign }: { codes: Codes; values: Float64Array; sign: 1 | -1 },
): void {
  for (let place = 0; place < rows.length; place++) {
    const row = rows[place]!;
    sums[codes[row]!]! += sign * values[row]!;
  }
}
