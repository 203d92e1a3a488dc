import { type Part, PARTS } from '../measure/part';
import type { Day, DaySpan } from '../period/day';
import { ChangeLog } from './changeLog';
import type { Contribution } from './contribution';

/** Beyond it sums of whole numbers are not exact any more. */
const MOST_EXACT = Number.MAX_SAFE_INTEGER;
const GROW_DAYS = 366;
const FIRST_CAPACITY = 64;

/**
 * The running sums of one part; empty until it has any. A reader keeps the block and asks for
 * `data` anew: it is replaced when people or days are added.
 */
export interface SumBlock {
  data: Float64Array;
}

interface Volume {
  of: Map<number, number>;
  all: number;
}

/**
 * Daily totals per salesperson and part as running sums: the sum of any span is one subtraction.
 * Laid out a day a row and a salesperson a column: `data[i * capacity + column]` holds everything
 * before day `firstDay + i`. A whole company's sums for one span are then two rows that lie side by
 * side in memory; a person a row, they were thousands of places apart, and waiting for memory took
 * a third of a standing's time. Float64 holds integers exactly up to 2^53. A person of whom a part
 * could leave that range is left out of that part and named in `omitted`: one slip of the keyboard
 * must not stop everybody else's figures, and a wrong number is worse than none. Mutated by `add`,
 * `load` and `columnOf` only.
 */
export class RunningSums {
  private blocks = new Map<Part, SumBlock>(
    PARTS.map((part) => [part, { data: new Float64Array(0) }]),
  );
  private columns = new Map<number, number>();
  private firstDay = 0;
  /** What was added one by one; it begins anew whenever the sums are laid out or filled anew. */
  readonly log = new ChangeLog<Contribution>();
  /** How many days the sums cover; `data` has a row more. */
  days = 0;
  /** Columns there is room for: the distance from one day to the next in `data`. */
  capacity = FIRST_CAPACITY;
  /** The newest day that holds anything, or null: "booked up to". */
  newestDay: Day | null = null;
  /**
   * What was added of a part, signs left aside, by column; and all of it together. No sum of any
   * span is larger.
   */
  private volumes = new Map<Part, Volume>();
  private left = new Map<Part, Set<number>>();
  /**
   * True once something was said of a person who is left out: their totals may be right again,
   * which only reading them tells.
   */
  isStale = false;

  /** Who is left out of which part, because it is too large to be added up exactly. */
  get omitted(): { salespersonId: number; part: Part }[] {
    return [...this.left].flatMap(([part, people]) =>
      [...people].map((salespersonId) => ({ salespersonId, part })),
    );
  }

  /** The same people, whichever part it is. */
  get omittedPeople(): ReadonlySet<number> {
    const people = new Set<number>();
    for (const each of this.left.values())
      for (const salespersonId of each) people.add(salespersonId);
    return people;
  }

  /** All amounts of a part, signs left aside: no sum of it is larger. */
  volumeOf(part: Part): number {
    return this.volumes.get(part)?.all ?? 0;
  }

  /** Adds one contribution; the person's sums from that day on move with it. */
  add(contribution: Contribution): void {
    this.cover(contribution.day);
    const { salespersonId, part, amount } = contribution;
    this.note(contribution);
    if (!this.takes(part, salespersonId, Math.abs(amount))) {
      this.isStale = true;
      return;
    }
    const column = this.columnOf(salespersonId);
    const data = this.open(part);
    for (
      let at = (contribution.day - this.firstDay + 1) * this.capacity + column;
      at < data.length;
      at += this.capacity
    )
      data[at]! += amount;
    this.log.note(contribution);
  }

  /**
   * Makes room for so many people and these days before they are loaded: laying millions of sums
   * out anew would hold everybody up.
   */
  prepare(people: number, days: DaySpan): void {
    while (this.capacity < people) this.capacity *= 2;
    this.cover(days.from);
    this.cover(Math.max(days.from, days.to - 1));
  }

  /** Adds many at once in one pass a person: for the first load and for imports. */
  load(contributions: Iterable<Contribution>): void {
    const all = [...contributions];
    if (all.length === 0) return;
    let [first, last] = [Infinity, -Infinity];
    for (const { day } of all) {
      if (day < first) first = day;
      if (day > last) last = day;
    }
    this.cover(first);
    this.cover(last);
    const byPerson = new Map<string, Contribution[]>();
    for (const contribution of all) {
      const key = `${contribution.part}|${contribution.salespersonId}`;
      const list = byPerson.get(key);
      if (list) list.push(contribution);
      else byPerson.set(key, [contribution]);
    }
    for (const list of byPerson.values()) this.loadPerson(list);
    for (const contribution of all) this.note(contribution);
    this.log.beginAnew();
  }

  /** A lost deal says nothing of how far the bookings reach. */
  private note({ part, day }: Contribution): void {
    if (part === 'revenue' || part === 'won') this.newestDay = Math.max(this.newestDay ?? day, day);
  }

  private loadPerson(list: readonly Contribution[]): void {
    const { salespersonId, part } = list[0]!;
    if (
      !this.takes(
        part,
        salespersonId,
        list.reduce((sum, { amount }) => sum + Math.abs(amount), 0),
      )
    )
      return;
    const column = this.columnOf(salespersonId);
    const data = this.open(part);
    const extra = new Float64Array(this.days + 1);
    for (const { day, amount } of list) extra[day - this.firstDay + 1]! += amount;
    for (let i = 1, sum = 0; i <= this.days; i++) {
      sum += extra[i]!;
      data[i * this.capacity + column]! += sum;
    }
  }

  /**
   * Whether so much more of a part stays exact; else the person who has most of it is left out of
   * it, be it this one or another.
   */
  private takes(part: Part, salespersonId: number, more: number): boolean {
    if (this.left.get(part)?.has(salespersonId)) return false;
    let volume = this.volumes.get(part);
    if (!volume) this.volumes.set(part, (volume = { of: new Map(), all: 0 }));
    const own = (volume.of.get(salespersonId) ?? 0) + more;
    volume.of.set(salespersonId, own);
    volume.all += more;
    while (volume.all > MOST_EXACT) {
      const [largest, most] = [...volume.of].reduce((best, each) =>
        each[1] > best[1] ? each : best,
      );
      this.leaveOut(part, largest);
      volume.of.delete(largest);
      volume.all = [...volume.of.values()].reduce((sum, each) => sum + each, 0);
      if (most === 0) break;
    }
    return !this.left.get(part)?.has(salespersonId);
  }

  private leaveOut(part: Part, salespersonId: number): void {
    this.isStale = true;
    const people = this.left.get(part) ?? new Set();
    this.left.set(part, people.add(salespersonId));
    const column = this.columns.get(salespersonId);
    const { data } = this.blockOf(part);
    if (column !== undefined)
      for (let at = column; at < data.length; at += this.capacity) data[at] = 0;
    this.log.beginAnew();
  }

  /** Total of the span's days; 0 for days and people without totals. */
  sum(part: Part, salespersonId: number, from: Day, to: Day): number {
    const column = this.columns.get(salespersonId);
    // Before the first contribution there are no rows at all.
    const { data } = this.blockOf(part);
    if (column === undefined || to <= from || data.length === 0) return 0;
    return data[this.offsetOf(to) + column]! - data[this.offsetOf(from) + column]!;
  }

  /**
   * Everything in the span, whoever it belongs to: what roll-ups are checked against to find the
   * unassigned.
   */
  sumOfAll(part: Part, span: DaySpan): number {
    let total = 0;
    for (const id of this.columns.keys()) total += this.sum(part, id, span.from, span.to);
    return total;
  }

  /** For readers that ask for many people at once: where a part's sums are. */
  blockOf(part: Part): SumBlock {
    let block = this.blocks.get(part);
    if (!block) this.blocks.set(part, (block = { data: new Float64Array(0) }));
    return block;
  }

  /** The parts there are, those of custom fields among them. */
  get parts(): Part[] {
    return [...this.blocks.keys()];
  }

  /** The row of a day; days outside count as the first or the last. */
  rowOf(day: Day): number {
    return Math.min(Math.max(day - this.firstDay, 0), this.days);
  }

  /** Where the row of a day begins. */
  offsetOf(day: Day): number {
    return this.rowOf(day) * this.capacity;
  }

  /**
   * The column of a salesperson; an empty one for somebody who has booked nothing yet. It never
   * changes.
   */
  columnOf(salespersonId: number): number {
    let column = this.columns.get(salespersonId);
    if (column === undefined) {
      column = this.columns.size;
      this.columns.set(salespersonId, column);
      if (column >= this.capacity) this.lay(0, 0, this.capacity * 2);
    }
    return column;
  }

  /**
   * The part's sums, with room for them: many a company never uses some parts, and a large one's
   * take millions of bytes.
   */
  private open(part: Part): Float64Array {
    const block = this.blockOf(part);
    if (block.data.length === 0) block.data = new Float64Array((this.days + 1) * this.capacity);
    return block.data;
  }

  /** Makes room so that the day fits, a year at a time so that it is rare. */
  private cover(day: Day): void {
    if (this.days === 0) {
      this.firstDay = day;
      this.days = GROW_DAYS;
      this.log.beginAnew();
      return;
    }
    const before = day < this.firstDay ? this.firstDay - day + GROW_DAYS : 0;
    const after =
      day >= this.firstDay + this.days ? day - this.firstDay - this.days + GROW_DAYS : 0;
    if (before + after > 0) this.lay(before, after, this.capacity);
  }

  /** Lays the sums out anew with more days or columns; days after the last carry its sums on. */
  private lay(before: number, after: number, capacity: number): void {
    for (const block of this.blocks.values()) {
      if (block.data.length === 0) continue;
      const wider = new Float64Array((this.days + before + after + 1) * capacity);
      for (let i = 0; i <= this.days + after; i++) {
        const row = Math.min(i, this.days) * this.capacity;
        wider.set(block.data.subarray(row, row + this.capacity), (i + before) * capacity);
      }
      block.data = wider;
    }
    this.capacity = capacity;
    this.log.beginAnew();
    if (this.days === 0) return;
    this.firstDay -= before;
    this.days += before + after;
  }
}
