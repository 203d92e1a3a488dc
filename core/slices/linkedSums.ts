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
  /** 1 for each chosen code of the base key. */
  chosen: Uint8Array;
  /** Sums of what passes all other filters, by the base key's code. */
  sums: Float64Array;
}

/** More dimensions than bits of a row's mask cannot be filtered. */
export const MOST_DIMENSIONS = 16;

/**
 * Sums of rows by many dimensions, linked: each dimension's sums are of the rows that pass the
 * choices in all the others, so that its own choice is seen against what could be chosen instead.
 *
 * A row knows which choices exclude it (a bit each). A new choice touches only rows whose bit turns,
 * or those it lets pass, whichever are fewer; dimensions that follow from one base key share its
 * sums until one of them is chosen from.
 */
export class LinkedSums {
  private masks: Uint16Array;
  private filters = new Map<number, Filter>();
  /** Of rows that pass every choice. */
  private passing: Float64Array[];
  private whole: Float64Array[];
  private passingTotal: number;
  private wholeTotal: number;
  private index = new Map<number, { rows: Uint32Array; starts: Uint32Array }>();

  /** @throws RangeError for more dimensions than a row's mask has bits */
  constructor(private rows: LinkedRows) {
    if (rows.dimensions.length > MOST_DIMENSIONS)
      throw new RangeError(`At most ${MOST_DIMENSIONS} dimensions.`);
    this.masks = new Uint16Array(rows.length);
    this.passing = rows.bases.map(({ size }) => new Float64Array(size));
    this.passingTotal = 0;
    this.refill(null);
    this.whole = this.passing.map((sums) => sums.slice());
    this.wholeTotal = this.passingTotal;
  }

  /** What passes all choices, and everything; in the unit of the values. */
  get total(): { these: number; all: number } {
    return { these: this.passingTotal, all: this.wholeTotal };
  }

  /**
   * A dimension's sums by code: `these` of what passes the choices in the other dimensions, `all`
   * of everything. Deals are counted anew where a dimension follows from a finer key: one deal may
   * have several of its codes.
   */
  sumsOf(dimension: number): { these: Float64Array; all: Float64Array } {
    const { base } = this.rows.dimensions[dimension]!;
    if (this.rows.countedBy)
      return {
        these: this.count(dimension, false),
        all: this.count(dimension, true),
      };
    return {
      these: this.rollUp(dimension, this.filters.get(dimension)?.sums ?? this.passing[base]!),
      all: this.rollUp(dimension, this.whole[base]!),
    };
  }

  /** Whether a row passes all choices, for lists of the rows themselves. */
  passes(row: number): boolean {
    return this.masks[row] === 0;
  }

  get passingRows(): number {
    let count = 0;
    for (let row = 0; row < this.masks.length; row++) if (this.masks[row] === 0) count++;
    return count;
  }

  /** Chooses codes of a dimension; null: no choice any more. */
  choose(dimension: number, codes: readonly number[] | null): void {
    const { base, of } = this.rows.dimensions[dimension]!;
    const { size } = this.rows.bases[base]!;
    const before = this.filters.get(dimension);
    if (codes === null && !before) return;
    if (codes === null && this.filters.size === 1) return this.clear();
    const wanted = codes === null ? null : new Set(codes);
    const chosen = new Uint8Array(size).fill(wanted ? 0 : 1);
    if (wanted) for (let code = 0; code < size; code++) if (wanted.has(of[code]!)) chosen[code] = 1;
    if (!before) this.filters.set(dimension, { chosen: chosen, sums: this.passing[base]!.slice() });
    const old = before?.chosen ?? new Uint8Array(size).fill(1);
    if (before) before.chosen = chosen;
    this.turn({ dimension, base, old, chosen });
    if (codes === null) this.filters.delete(dimension);
  }

  /** No choice at all any more. */
  clear(): void {
    this.filters.clear();
    this.masks.fill(0);
    this.whole.forEach((sums, base) => this.passing[base]!.set(sums));
    this.passingTotal = this.wholeTotal;
  }

  /** Turns the bit of a dimension where its choice has changed, and brings the sums up to date. */
  private turn(change: { dimension: number; base: number; old: Uint8Array; chosen: Uint8Array }) {
    const { dimension, base, old, chosen } = change;
    const { rows, starts } = this.indexOf(base);
    let [turned, passed] = [0, 0];
    for (let code = 0; code < chosen.length; code++) {
      const count = starts[code + 1]! - starts[code]!;
      if (chosen[code] !== old[code]) turned += count;
      if (chosen[code] === 1) passed += count;
    }
    if (turned === 0) return;
    const isRefill = this.rows.countedBy !== undefined || passed < turned;
    const bit = 1 << dimension;
    const { masks } = this;
    for (let code = 0; code < chosen.length; code++) {
      if (chosen[code] === old[code]) continue;
      const sign = chosen[code] === 1 ? 1 : -1;
      for (let at = starts[code]!; at < starts[code + 1]!; at++) {
        const row = rows[at]!;
        const rest = masks[row]! & ~bit;
        masks[row] = sign === 1 ? rest : rest | bit;
        if (!isRefill) this.add(row, rest, dimension, sign);
      }
    }
    if (isRefill) this.refill(change);
  }

  /**
   * Adds a row, or takes it away, wherever it counts: `rest` are the other choices that exclude it.
   * Excluded by none it counts everywhere, by one only in that one's own sums.
   */
  private add(row: number, rest: number, but: number, sign: number): void {
    const { bases, dimensions, values } = this.rows;
    const value = sign * values[row]!;
    if (rest === 0) {
      this.passingTotal += value;
      for (let base = 0; base < bases.length; base++)
        this.passing[base]![bases[base]!.codes[row]!]! += value;
      for (const [dimension, { sums }] of this.filters)
        if (dimension !== but) sums[bases[dimensions[dimension]!.base]!.codes[row]!]! += value;
    } else if ((rest & (rest - 1)) === 0) {
      const dimension = 31 - Math.clz32(rest);
      this.filters.get(dimension)!.sums[bases[dimensions[dimension]!.base]!.codes[row]!]! += value;
    }
  }

  /** All sums anew, of the rows that a choice lets pass; null: of all rows. */
  private refill(change: { dimension: number; base: number; chosen: Uint8Array } | null): void {
    for (const sums of this.passing) sums.fill(0);
    for (const [dimension, { sums }] of this.filters)
      if (dimension !== change?.dimension) sums.fill(0);
    this.passingTotal = 0;
    if (this.rows.countedBy) {
      this.passingTotal = this.countPassing();
      return;
    }
    if (!change) {
      for (let row = 0; row < this.rows.length; row++) this.add(row, 0, -1, 1);
      return;
    }
    const { rows, starts } = this.indexOf(change.base);
    const bit = 1 << change.dimension;
    for (let code = 0; code < change.chosen.length; code++) {
      if (change.chosen[code] === 0) continue;
      for (let at = starts[code]!; at < starts[code + 1]!; at++) {
        const row = rows[at]!;
        this.add(row, this.masks[row]! & ~bit, change.dimension, 1);
      }
    }
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
      if (this.masks[row] !== 0 || values[row] === 0 || countedBy![row] === last) continue;
      last = countedBy![row]!;
      count++;
    }
    return count;
  }

  /** Things by a dimension's code, each once a code. */
  private count(dimension: number, isAll: boolean): Float64Array {
    const { bases, dimensions, values, countedBy, length } = this.rows;
    const { base, of, size } = dimensions[dimension]!;
    const { codes } = bases[base]!;
    const bit = 1 << dimension;
    const counts = new Float64Array(size);
    const last = new Float64Array(size).fill(Number.NaN);
    for (let row = 0; row < length; row++) {
      if (values[row] === 0 || (!isAll && (this.masks[row]! & ~bit) !== 0)) continue;
      const code = of[codes[row]!]!;
      if (last[code] === countedBy![row]) continue;
      last[code] = countedBy![row]!;
      counts[code]!++;
    }
    return counts;
  }

  /** The rows of each code of a base key, found when it is first chosen from. */
  private indexOf(base: number): { rows: Uint32Array; starts: Uint32Array } {
    const known = this.index.get(base);
    if (known) return known;
    const { codes, size } = this.rows.bases[base]!;
    const starts = new Uint32Array(size + 1);
    for (let row = 0; row < this.rows.length; row++) starts[codes[row]! + 1]!++;
    for (let code = 0; code < size; code++) starts[code + 1]! += starts[code]!;
    const next = starts.slice();
    const rows = new Uint32Array(this.rows.length);
    for (let row = 0; row < this.rows.length; row++) rows[next[codes[row]!]!++] = row;
    const found = { rows, starts };
    this.index.set(base, found);
    return found;
  }
}
