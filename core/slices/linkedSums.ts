import type { Codes, LinkedRows } from './linkedRows';
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
import { addAll, addOne, type Records, sideBySide } from './rowRecords';

interface Filter {
  /** What is chosen, as a text. */
  chosen: string;
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

/** How everything stood before a dimension was first chosen from. */
interface Earlier {
  dimension: number;
  /** All other choices, as a text. */
  others: string;
  filters: [number, Filter][];
  passes: RowBits;
  passing: Float64Array;
  passingTotal: number;
}

/** So many choices are taken back at once; those before are added up again. */
const MOST_EARLIER = 4;

/**
 * Sums of rows by many dimensions, linked: each dimension's sums are of the rows that pass the
 * choices in all the others, so that its own choice is seen against what could be chosen instead.
 *
 * Each choice keeps the set of rows it lets pass, a bit a row. After another choice the sets are
 * combined, and only rows that came or went are added or taken away, or all that pass are added up
 * anew, whichever are fewer. Dimensions that follow from one base key share its sums until one of
 * them is chosen from. A choice that is taken back finds the sums from before it.
 */
export class LinkedSums {
  private filters = new Map<number, Filter>();
  /** Codes and values of all rows, in the order in which they lie. */
  private columns: Codes[];
  private values: Float64Array;
  private records: Records;
  /** Where the codes of each base key begin. */
  private starts: number[];
  /** Rows that pass every choice, and their sums by all base keys, one after the other. */
  private passes: RowBits;
  private passing: Float64Array;
  private whole: Float64Array;
  private passingTotal = 0;
  private wholeTotal = 0;
  private index = new Map<number, Index>();
  private earlier: Earlier[] = [];
  private wholeSums = new Map<number, Float64Array>();
  /** Where rows are listed to be added up. */
  private list: Uint32Array;
  private lent = new Set<RowBits>();
  private free: RowBits[] = [];

  constructor(private rows: LinkedRows) {
    const { length, bases } = rows;
    this.starts = bases.map((_, base) =>
      bases.slice(0, base).reduce((sum, { size }) => sum + size, 0),
    );
    const size = bases.reduce((sum, each) => sum + each.size, 0) + 1;
    const order =
      rows.together === undefined || rows.countedBy
        ? null
        : this.indexOf(rows.together, bases[rows.together]!.codes).rows;
    this.index.clear();
    this.columns = bases.map(({ codes }) => (order ? inOrder(codes, order) : codes));
    this.values = order ? inOrder(rows.values, order) : rows.values;
    this.records = sideBySide({ ...rows, values: this.values }, this.columns, {
      starts: this.starts,
      size,
    });
    this.list = new Uint32Array(length);
    this.passes = allRows(length);
    this.passing = new Float64Array(size);
    if (rows.countedBy) this.passingTotal = this.countPassing();
    else this.passingTotal = addAll(this.passing, this.listOf(this.passes, null), this.records, 1);
    this.whole = this.passing.slice();
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
    let all = this.wholeSums.get(dimension);
    if (!all)
      this.wholeSums.set(
        dimension,
        (all = this.rows.countedBy
          ? this.count(dimension, null)
          : this.rollUp(dimension, this.ofBase(this.whole, base))),
      );
    return {
      these: this.rows.countedBy
        ? this.count(dimension, filter?.beside ?? this.passes)
        : this.rollUp(dimension, filter?.sums ?? this.ofBase(this.passing, base)),
      all,
    };
  }

  /** Chooses codes of a dimension; null: no choice any more. */
  choose(dimension: number, codes: readonly number[] | null): void {
    const before = this.filters.get(dimension);
    if (codes === null && !before) return;
    if (codes === null && this.filters.size === 1) return this.clear();
    if (codes === null) {
      if (this.takeBack(dimension)) return;
      this.filters.delete(dimension);
    } else {
      if (!before) this.remember(dimension);
      const { base } = this.rows.dimensions[dimension]!;
      this.filters.set(dimension, {
        chosen: codes.join(),
        passes: this.rowsOf(dimension, new Set(codes)),
        beside: before?.beside ?? this.passes,
        sums: before?.sums ?? this.ofBase(this.passing, base).slice(),
      });
    }
    this.combine(dimension);
  }

  /** No choice at all any more. */
  clear(): void {
    this.filters.clear();
    this.earlier = [];
    this.passes = allRows(this.rows.length);
    this.passing.set(this.whole);
    this.passingTotal = this.wholeTotal;
  }

  /** A set to write into, of those that nothing stands on any more where there is one. */
  private takeBits(): RowBits {
    const bits = this.free.pop() ?? noRows(this.rows.length);
    this.lent.add(bits);
    return bits;
  }

  /** Finds which lent sets are in use no more. */
  private sweepBits(): void {
    const used = new Set([this.passes, ...this.earlier.map(({ passes }) => passes)]);
    const filters = [...this.filters, ...this.earlier.flatMap((each) => each.filters)];
    for (const [, { passes, beside }] of filters) used.add(passes).add(beside);
    for (const bits of this.lent)
      if (!used.has(bits)) {
        this.lent.delete(bits);
        this.free.push(bits);
      }
  }

  /** The rows of a set that are not in another, until the next are listed. */
  private listOf(bits: RowBits, without: RowBits | null): Uint32Array {
    return this.list.subarray(0, listRows(bits, without, this.list));
  }

  private ofBase(sums: Float64Array, base: number): Float64Array {
    const from = this.starts[base]!;
    return sums.subarray(from, from + this.rows.bases[base]!.size);
  }

  private othersOf(dimension: number): string {
    return [...this.filters]
      .filter(([each]) => each !== dimension)
      .sort(([a], [b]) => a - b)
      .map(([each, { chosen }]) => `${each}:${chosen}`)
      .join(';');
  }

  /** Keeps how everything stands, for when the choice that comes is taken back. */
  private remember(dimension: number): void {
    if (this.rows.countedBy) return;
    this.earlier.push({
      dimension,
      others: this.othersOf(dimension),
      filters: [...this.filters].map(([each, filter]) => [
        each,
        { ...filter, sums: filter.sums.slice() },
      ]),
      passes: this.passes,
      passing: this.passing.slice(),
      passingTotal: this.passingTotal,
    });
    if (this.earlier.length > MOST_EARLIER) this.earlier.shift();
  }

  /** Goes back to before a dimension was chosen from, if all else is as it was. */
  private takeBack(dimension: number): boolean {
    const others = this.othersOf(dimension);
    const at = this.earlier.findLastIndex(
      (each) => each.dimension === dimension && each.others === others,
    );
    if (at < 0) return false;
    const [found] = this.earlier.splice(at, 1);
    this.filters = new Map(found!.filters);
    this.passes = found!.passes;
    this.passing = found!.passing;
    this.passingTotal = found!.passingTotal;
    return true;
  }

  /** Brings all sums up to date after another choice in a dimension, whose own sums stay. */
  private combine(changed: number): void {
    const { length, countedBy } = this.rows;
    const before = this.passes;
    const filters = [...this.filters];
    const { all, beside } = andEach(
      filters.map(([, filter]) => filter.passes),
      length,
      () => this.takeBits(),
    );
    this.passes = all;
    if (countedBy) this.passingTotal = this.countPassing();
    else this.addUp(before);
    filters.forEach(([dimension, filter], at) => {
      if (dimension === changed) return;
      const was = filter.beside;
      filter.beside = beside[at]!;
      if (!countedBy) this.addUpBeside(dimension, filter, was);
    });
    this.sweepBits();
  }

  /** Brings the sums of what passes from one set of rows to the present: by what changed, or anew. */
  private addUp(before: RowBits): void {
    const { passes, passing, records } = this;
    if (isMostlyChanged(before, passes)) {
      passing.fill(0);
      this.passingTotal = addAll(passing, this.listOf(passes, null), records, 1);
    } else {
      this.passingTotal += addAll(passing, this.listOf(passes, before), records, 1);
      this.passingTotal += addAll(passing, this.listOf(before, passes), records, -1);
    }
  }

  /** The same of one base key, of the rows that all other choices let pass. */
  private addUpBeside(dimension: number, { beside, sums }: Filter, before: RowBits): void {
    const { base } = this.rows.dimensions[dimension]!;
    const how = { codes: this.columns[base]!, values: this.values };
    if (isMostlyChanged(before, beside)) {
      sums.fill(0);
      addOne(sums, this.listOf(beside, null), { ...how, sign: 1 });
    } else {
      addOne(sums, this.listOf(beside, before), { ...how, sign: 1 });
      addOne(sums, this.listOf(before, beside), { ...how, sign: -1 });
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
    const { codes } = this.rows.bases[base]!;
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
  private indexOf(base: number, codes = this.columns[base]!): Index {
    const known = this.index.get(base);
    if (known) return known;
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

function inOrder<Column extends Codes | Float64Array>(column: Column, order: Uint32Array): Column {
  const sorted = column.slice() as Column;
  for (let row = 0; row < order.length; row++) sorted[row] = column[order[row]!]!;
  return sorted;
}

function orderOf(codes: Codes, starts: Uint32Array): Uint32Array {
  const next = starts.slice();
  const rows = new Uint32Array(codes.length);
  for (let row = 0; row < codes.length; row++) rows[next[codes[row]!]!++] = row;
  return rows;
}
