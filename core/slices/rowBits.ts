/** A set of rows, a bit each: a million are 31,250 words, which are combined in a tenth of a millisecond. */
export type RowBits = Uint32Array;

const words = (length: number) => (length + 31) >>> 5;

export function noRows(length: number): RowBits {
  return new Uint32Array(words(length));
}

export function allRows(length: number): RowBits {
  const bits = new Uint32Array(words(length)).fill(0xffffffff);
  if (length % 32 !== 0) bits[bits.length - 1] = 0xffffffff >>> (32 - (length % 32));
  return bits;
}

/** Sets or clears the rows from `from` to `to` (not included). */
export function setRange(bits: RowBits, from: number, to: number, isSet: boolean): void {
  if (to <= from) return;
  const [first, last] = [from >>> 5, (to - 1) >>> 5];
  for (let word = first; word <= last; word++) {
    let mask = 0xffffffff;
    if (word === first) mask &= 0xffffffff << (from & 31);
    if (word === last) mask &= 0xffffffff >>> (31 - ((to - 1) & 31));
    bits[word] = isSet ? bits[word]! | mask : bits[word]! & ~mask;
  }
}

/** Sets or clears listed rows. */
export function setListed(
  bits: RowBits,
  rows: Uint32Array,
  from: number,
  to: number,
  isSet: boolean,
): void {
  if (isSet) for (let at = from; at < to; at++) bits[rows[at]! >>> 5]! |= 1 << (rows[at]! & 31);
  else for (let at = from; at < to; at++) bits[rows[at]! >>> 5]! &= ~(1 << (rows[at]! & 31));
}

/** Rows that are in every set; all rows where there is no set. */
export function inAll(sets: readonly RowBits[], length: number): RowBits {
  const [first, ...others] = sets;
  if (!first) return allRows(length);
  const bits = first.slice();
  for (const other of others)
    for (let word = 0; word < bits.length; word++) bits[word]! &= other[word]!;
  return bits;
}

export function has(bits: RowBits, row: number): boolean {
  return ((bits[row >>> 5]! >>> (row & 31)) & 1) === 1;
}

/** How many bits of a word are set (Warren, Hacker's Delight, 5-1). */
function ones(word: number): number {
  let count = word - ((word >>> 1) & 0x55555555);
  count = (count & 0x33333333) + ((count >>> 2) & 0x33333333);
  return (((count + (count >>> 4)) & 0x0f0f0f0f) * 0x01010101) >>> 24;
}

/** How many rows are in a set. */
export function countRows(bits: RowBits): number {
  let count = 0;
  for (let word = 0; word < bits.length; word++) count += ones(bits[word]!);
  return count;
}

/** How many rows came and went between two sets, and how many are in the second. */
export function countChanges(before: RowBits, after: RowBits): { changed: number; after: number } {
  let [changed, now] = [0, 0];
  for (let word = 0; word < after.length; word++) {
    changed += ones(before[word]! ^ after[word]!);
    now += ones(after[word]!);
  }
  return { changed, after: now };
}

/** Writes the rows of a set that are not in another into a list. @returns how many */
export function listRows(bits: RowBits, without: RowBits | null, list: Uint32Array): number {
  let count = 0;
  for (let word = 0; word < bits.length; word++) {
    let rest = without === null ? bits[word]! : bits[word]! & ~without[word]!;
    const row = word << 5;
    while (rest !== 0) {
      list[count++] = row + (31 - Math.clz32(rest & -rest));
      rest &= rest - 1;
    }
  }
  return count;
}
