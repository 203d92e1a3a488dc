import {
  allRows,
  countChanges,
  countRows,
  has,
  inAll,
  listRows,
  noRows,
  type RowBits,
  setListed,
  setRange,
} from './rowBits';

/** One code a row, as narrow as the codes allow. */
export type Codes = Uint8Array | Uint16Array | Uint32Array | Int32Array;

/** What rows carry themselves; several dimensions may follow from one base key. */
export interface BaseKey {
  codes: Codes;
  /** Codes run from 0 to one below. */
  size: number;
}

/** What one may choose by: a code for each code of its base key, as a team follows from a person. */
export interface Dimension {
  base: number;
  of: Codes;
  size: number;
}

export interface LinkedRows {
  length: number;
  bases: readonly BaseKey[];
  dimensions: readonly Dimension[];
  values: Float64Array;
  /**
   * Rows of one thing have one id and follow one another: then things are counted, each once, of
   * those whose value is not 0. Left out: values are added up.
   */
  countedBy?: ArrayLike<number>;
}

interface Filter {
  /** The rows it lets pass. */
  passes: RowBits;
  /** The rows that all others let pass, and their sums by the base key's code. */
  beside: RowBits;
  sums: Float64Array;
}

/** The rows of each code of a base key: from `starts[code]` on, in the order of codes. */
interface Index {
  starts: Uint32Array;
  /** Null where rows stand in this order already, as days do. */
  rows: Uint32Array | null;
}

const NARROW_CODES = 0x10000;

/**
 * Sums of rows by many dimensions, linked: each dimension's sums are of the rows that pass the
 * choices in all the others, so that its own choice is seen against what could be chosen instead.
 *
 * Each choice keeps the set of rows it lets pass, a bit a row. After another choice the sets are
 * combined, and only rows that came or went are added or taken away, or all that pass are added up
 * anew, whichever are fewer. Dimensions that follow from one base key share its sums until one of
 * them is chosen from.
 */
export class LinkedSums {
  private filters = new Map<number, Filter>();
  /** The codes of each base key, all in arrays of one type: the loops over them are. */
  private codes: (Uint16Array | Uint32Array)[];
  /** Rows that pass every choice, and their sums by base key. */
  private passes: RowBits;
  private passing: Float64Array[];
  private whole: Float64Array[];
  private passingTotal = 0;
  private wholeTotal = 0;
  private index = new Map<number, Index>();
  /** Where rows are listed to be added up. */
  private list: Uint32Array;

  constructor(private rows: LinkedRows) {
    const { length, bases } = rows;
    const isNarrow = bases.every(({ size }) => size <= NARROW_CODES);
    this.codes = bases.map(({ codes }) => (isNarrow ? toNarrow(codes) : toWide(codes)));
    this.list = new Uint32Array(length);
    this.passes = allRows(length);
    this.passing = bases.map(({ size }) => new Float64Array(size));
    if (rows.countedBy) this.passingTotal = this.countPassing();
    else this.addUp(noRows(length), this.passes);
    this.whole = this.passing.map((sums) => sums.slice());
    this.wholeTotal = this.passingTotal;
  }

  /** What passes all choices, and everything; in the unit of the values. */
  get total(): { these: number; all: number } {
    return { these: this.passingTotal, all: this.wholeTotal };
  }

  /** How many rows pass all choices. */
  get passingRows(): number {
    return countRows(this.passes);
  }

  /**
   * A dimension's sums by code: `these` of what passes the choices in the other dimensions, `all`
   * of everything. Things are counted anew: one of them may have several codes.
   */
  sumsOf(dimension: number): { these: Float64Array; all: Float64Array } {
    const { base } = this.rows.dimensions[dimension]!;
    const filter = this.filters.get(dimension);
    if (this.rows.countedBy)
      return {
        these: this.count(dimension, filter?.beside ?? this.passes),
        all: this.count(dimension, null),
      };
    return {
      these: this.rollUp(dimension, filter?.sums ?? this.passing[base]!),
      all: this.rollUp(dimension, this.whole[base]!),
    };
  }

  /** Chooses codes of a dimension; null: no choice any more. */
  choose(dimension: number, codes: readonly number[] | null): void {
    const before = this.filters.get(dimension);
    if (codes === null && !before) return;
    if (codes === null && this.filters.size === 1) return this.clear();
    if (codes === null) this.filters.delete(dimension);
    else
      this.filters.set(dimension, {
        passes: this.rowsOf(dimension, new Set(codes)),
        beside: before?.beside ?? this.passes,
        sums: before?.sums ?? this.passing[this.rows.dimensions[dimension]!.base]!.slice(),
      });
    this.combine(dimension);
  }

  /** No choice at all any more. */
  clear(): void {
    this.filters.clear();
    this.passes = allRows(this.rows.length);
    this.whole.forEach((sums, base) => this.passing[base]!.set(sums));
    this.passingTotal = this.wholeTotal;
  }

  /** Brings all sums up to date after another choice in a dimension, whose own sums stay. */
  private combine(changed: number): void {
    const { length, dimensions, countedBy } = this.rows;
    const before = this.passes;
    this.passes = inAll(
      [...this.filters.values()].map(({ passes }) => passes),
      length,
    );
    if (countedBy) this.passingTotal = this.countPassing();
    else this.addUp(before, this.passes);
    for (const [dimension, filter] of this.filters) {
      if (dimension === changed) continue;
      const { beside } = filter;
      filter.beside = inAll(
        [...this.filters].flatMap(([each, { passes }]) => (each === dimension ? [] : [passes])),
        length,
      );
      if (countedBy) continue;
      const codes = this.codes[dimensions[dimension]!.base]!;
      this.replace(beside, filter.beside, [{ sums: filter.sums, codes }]);
    }
  }

  private addUp(before: RowBits, after: RowBits): void {
    const total = new Float64Array(1);
    total[0] = this.passingTotal;
    this.replace(
      before,
      after,
      this.passing.map((sums, base) => ({ sums, codes: this.codes[base]! })),
      total,
    );
    this.passingTotal = total[0]!;
  }

  /** Brings sums from one set of rows to another: by what changed, or anew. */
  private replace(
    before: RowBits,
    after: RowBits,
    targets: readonly { sums: Float64Array; codes: Uint16Array | Uint32Array }[],
    total: Float64Array | null = null,
  ): void {
    const { values } = this.rows;
    const { changed, after: count } = countChanges(before, after);
    if (changed === 0) return;
    const isAnew = count < changed;
    if (isAnew) {
      for (const { sums } of targets) sums.fill(0);
      if (total) total[0] = 0;
    }
    for (const sign of isAnew ? [1] : [1, -1]) {
      const [bits, without] = sign === 1 ? [after, isAnew ? null : before] : [before, after];
      const listed = listRows(bits, without, this.list);
      if (listed === 0) continue;
      if (total) total[0]! += sign * addTotal(values, this.list, listed);
      for (const { sums, codes } of targets) addRows(sums, codes, values, this.list, listed, sign);
    }
  }

  /** The rows whose code of a dimension is one of those wanted. */
  private rowsOf(dimension: number, wanted: ReadonlySet<number>): RowBits {
    const { base, of } = this.rows.dimensions[dimension]!;
    const { size } = this.rows.bases[base]!;
    const { starts, rows } = this.indexOf(base);
    let passed = 0;
    for (let code = 0; code < size; code++)
      if (wanted.has(of[code]!)) passed += starts[code + 1]! - starts[code]!;
    // Those of fewer codes are written: the wanted ones, or all but the others.
    const isMost = passed * 2 > this.rows.length;
    const bits = isMost ? allRows(this.rows.length) : noRows(this.rows.length);
    for (let code = 0; code < size; code++) {
      if (wanted.has(of[code]!) === isMost) continue;
      const [from, to] = [starts[code]!, starts[code + 1]!];
      if (rows === null) setRange(bits, from, to, !isMost);
      else setListed(bits, rows, from, to, !isMost);
    }
    return bits;
  }

  private rollUp(dimension: number, ofBase: Float64Array): Float64Array {
    const { of, size } = this.rows.dimensions[dimension]!;
    const sums = new Float64Array(size);
    for (let code = 0; code < ofBase.length; code++) sums[of[code]!]! += ofBase[code]!;
    return sums;
  }

  private countPassing(): number {
    const { countedBy, values, length } = this.rows;
    let count = 0;
    let last = Number.NaN;
    for (let row = 0; row < length; row++) {
      if (values[row] === 0 || countedBy![row] === last || !has(this.passes, row)) continue;
      last = countedBy![row]!;
      count++;
    }
    return count;
  }

  /** Things of a set of rows by a dimension's code, each once a code; null: of all rows. */
  private count(dimension: number, bits: RowBits | null): Float64Array {
    const { dimensions, values, countedBy, length } = this.rows;
    const { base, of, size } = dimensions[dimension]!;
    const codes = this.codes[base]!;
    const counts = new Float64Array(size);
    const last = new Float64Array(size).fill(Number.NaN);
    for (let row = 0; row < length; row++) {
      if (values[row] === 0 || (bits !== null && !has(bits, row))) continue;
      const code = of[codes[row]!]!;
      if (last[code] === countedBy![row]) continue;
      last[code] = countedBy![row]!;
      counts[code]!++;
    }
    return counts;
  }

  /** The rows of each code of a base key, found when it is first chosen from. */
  private indexOf(base: number): Index {
    const known = this.index.get(base);
    if (known) return known;
    const codes = this.codes[base]!;
    const { size } = this.rows.bases[base]!;
    const starts = new Uint32Array(size + 1);
    let isInOrder = true;
    for (let row = 0; row < codes.length; row++) {
      starts[codes[row]! + 1]!++;
      if (row > 0 && codes[row]! < codes[row - 1]!) isInOrder = false;
    }
    for (let code = 0; code < size; code++) starts[code + 1]! += starts[code]!;
    const found = { starts, rows: isInOrder ? null : orderOf(codes, starts) };
    this.index.set(base, found);
    return found;
  }
}

function toNarrow(codes: Codes): Uint16Array {
  return codes instanceof Uint16Array ? codes : Uint16Array.from(codes);
}

function toWide(codes: Codes): Uint32Array {
  return codes instanceof Uint32Array ? codes : Uint32Array.from(codes);
}

function orderOf(codes: Uint16Array | Uint32Array, starts: Uint32Array): Uint32Array {
  const next = starts.slice();
  const rows = new Uint32Array(codes.length);
  for (let row = 0; row < codes.length; row++) rows[next[codes[row]!]!++] = row;
  return rows;
}

function addTotal(values: Float64Array, rows: Uint32Array, count: number): number {
  let total = 0;
  for (let at = 0; at < count; at++) total += values[rows[at]!]!;
  return total;
}

/** The loop where the time goes: one key of the listed rows. */
function addRows(
  sums: Float64Array,
  codes: Uint16Array | Uint32Array,
  values: Float64Array,
  rows: Uint32Array,
  count: number,
  sign: number,
): void {
  for (let at = 0; at < count; at++) {
    const row = rows[at]!;
    sums[codes[row]!]! += sign * values[row]!;
  }
}
