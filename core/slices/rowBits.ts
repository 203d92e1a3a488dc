/**
 * A set of rows, a bit each: a million are 31,250 words, which are combined in a tenth of a
 * millisecond. Signed, for unsigned words are not always whole numbers to the engine.
 */
export type RowBits = Int32Array;

const words = (length: number) => (length + 31) >>> 5;

export function noRows(length: number): RowBits {
  return new Int32Array(words(length));
}

export function allRows(length: number): RowBits {
  const bits = new Int32Array(words(length)).fill(-1);
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

/**
 * The rows that are in every set, and for each set those that are in all the others.
 * @param take gives an array to write into: fresh memory takes longer than filling it
 */
export function andEach(
  sets: readonly RowBits[],
  length: number,
  take: () => RowBits = () => noRows(length),
): { all: RowBits; beside: RowBits[] } {
  /** Null: all rows. */
  const and = (one: RowBits, other: RowBits | null): RowBits => {
    if (other === null) return one;
    const bits = take();
    const { length: count } = bits;
    let word = 0;
    // Four at once take two thirds of the time.
    for (; word + 4 <= count; word += 4) {
      bits[word] = one[word]! & other[word]!;
      bits[word + 1] = one[word + 1]! & other[word + 1]!;
      bits[word + 2] = one[word + 2]! & other[word + 2]!;
      bits[word + 3] = one[word + 3]! & other[word + 3]!;
    }
    for (; word < count; word++) bits[word] = one[word]! & other[word]!;
    return bits;
  };
  /** What all sets from each on have in common. */
  const from: (RowBits | null)[] = [];
  from[sets.length] = null;
  for (let at = sets.length - 1; at >= 0; at--) from[at] = and(sets[at]!, from[at + 1]!);
  let before: RowBits | null = null;
  const beside = sets.map((set, at) => {
    const after = from[at + 1]!;
    const others = before && after ? and(before, after) : (before ?? after ?? allRows(length));
    before = and(set, before);
    return others;
  });
  return { all: from[0] ?? allRows(length), beside };
}

export function has(bits: RowBits, row: number): boolean {
  return ((bits[row >>> 5]! >>> (row & 31)) & 1) === 1;
}

/** How many bits of a word are set (Warren, Hacker's Delight, 5-1). */
function ones(word: number): number {
  let count = (word - ((word >>> 1) & 0x55555555)) | 0;
  count = (count & 0x33333333) + ((count >>> 2) & 0x33333333);
  return Math.imul((count + (count >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}

/** How many rows are in a set. */
export function countRows(bits: RowBits): number {
  let count = 0;
  for (let word = 0; word < bits.length; word++) count += ones(bits[word]!);
  return count;
}

/** One word in so many is looked at to guess by. */
const SAMPLE = 8;

/** Whether more rows came and went between two sets than are in the second: a guess, by a sample. */
export function isMostlyChanged(before: RowBits, after: RowBits): boolean {
  let [changed, now] = [0, 0];
  const step = after.length > SAMPLE * SAMPLE ? SAMPLE : 1;
  for (let word = 0; word < after.length; word += step) {
    changed += ones(before[word]! ^ after[word]!);
    now += ones(after[word]!);
  }
  return now < changed;
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
