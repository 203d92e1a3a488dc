import type { Part } from '../measure/part';
import { LogReader } from './changeLog';
import type { Contribution } from './contribution';
import type { RunningSums } from './runningSums';
import { runToEnd } from './steps';

/** The days a salesperson stood under a unit, and where their sums are. */
export interface Lane {
  salespersonId: number;
  column: number;
  from: number;
  to: number;
}

/** So many lanes are added up for so many days before others get their turn. */
const AT_ONCE = 1_000_000;

/** Of one unit's people and days, as trees before and after a move have them. */
const MOST_VARIANTS = 3;

interface UnitSum {
  part: Part;
  lanes: readonly Lane[];
  /** `data[i]` holds what the unit's people booked under it before the day of row `i`. */
  data: Float64Array;
}

/**
 * Running sums of whole units, put together of their people's when they are first asked for and
 * kept up with every booking: a company's month is then one subtraction and not one for each of a
 * thousand people, and its days lie side by side in memory. They belong to the sums they are made
 * of: trees that agree about a unit's people share them.
 */
export class UnitSums {
  private kept = new Map<Part, Map<readonly Lane[], UnitSum>>();
  private byPerson = new Map<number, UnitSum[]>();
  private lanesOf = new Map<number, (readonly Lane[])[]>();
  private reader: LogReader<Contribution>;

  constructor(private sums: RunningSums) {
    this.reader = new LogReader(
      sums.log,
      () => this.forget(),
      (contribution) => this.add(contribution),
    );
  }

  /** The lanes of a unit by which its sums are found: the same object for the same people and days. */
  share(unitId: number, lanes: readonly Lane[]): readonly Lane[] {
    const known = this.lanesOf.get(unitId) ?? [];
    const same = known.find((each) => areSame(each, lanes));
    if (same) return same;
    const [oldest, ...others] = known;
    if (oldest && known.length >= MOST_VARIANTS) this.drop(oldest);
    this.lanesOf.set(unitId, [...(known.length < MOST_VARIANTS ? known : others), lanes]);
    return lanes;
  }

  private drop(lanes: readonly Lane[]): void {
    for (const ofPart of this.kept.values()) ofPart.delete(lanes);
    for (const { salespersonId } of lanes) {
      const left = this.byPerson.get(salespersonId)?.filter((sum) => sum.lanes !== lanes);
      if (left) this.byPerson.set(salespersonId, left);
    }
  }

  /**
   * Running sums of a unit's shared lanes, a row a day as those they are derived from.
   */
  find(part: Part, lanes: readonly Lane[]): Float64Array {
    this.reader.keepUp();
    const known = this.kept.get(part)?.get(lanes);
    if (known) return known.data;
    return this.keep(runToEnd(this.build(part, lanes))).data;
  }

  /**
   * The same in steps, so that whoever waits gets a turn between them; a booking in between makes
   * the work void, and it is left to whoever asks first.
   */
  *prepare(part: Part, lanes: readonly Lane[]): Generator<void, void> {
    this.reader.keepUp();
    if (this.kept.get(part)?.has(lanes) || this.sums.blockOf(part).data.length === 0) return;
    const { log } = this.sums;
    const [generation, heard] = [log.generation, log.changes.length];
    const built = yield* this.build(part, lanes);
    const isVoid = log.generation !== generation || log.changes.length !== heard;
    if (!isVoid && !this.kept.get(part)?.has(lanes)) this.keep(built);
  }

  private forget(): void {
    this.kept.clear();
    this.byPerson.clear();
  }

  private add({ part, salespersonId, day, amount }: Contribution): void {
    for (const sum of this.byPerson.get(salespersonId) ?? []) {
      if (
        sum.part !== part ||
        !sum.lanes.some(
          (lane) => lane.salespersonId === salespersonId && lane.from <= day && lane.to > day,
        )
      )
        continue;
      for (let row = this.sums.rowOf(day) + 1; row < sum.data.length; row++)
        sum.data[row]! += amount;
    }
  }

  private keep(built: UnitSum): UnitSum {
    let ofPart = this.kept.get(built.part);
    if (!ofPart) this.kept.set(built.part, (ofPart = new Map()));
    ofPart.set(built.lanes, built);
    for (const salespersonId of new Set(built.lanes.map((lane) => lane.salespersonId))) {
      const list = this.byPerson.get(salespersonId);
      if (list) list.push(built);
      else this.byPerson.set(salespersonId, [built]);
    }
    return built;
  }

  /** Day after day, for a day's people lie side by side. */
  private *build(part: Part, lanes: readonly Lane[]): Generator<void, UnitSum> {
    const { sums } = this;
    const { data: source } = sums.blockOf(part);
    const data = new Float64Array(sums.days + 1);
    const starts = Int32Array.from(lanes, (lane) => sums.rowOf(lane.from));
    const ends = Int32Array.from(lanes, (lane) => sums.rowOf(lane.to));
    const columns = Int32Array.from(lanes, (lane) => lane.column);
    const rowsAtOnce = Math.max(1, Math.floor(AT_ONCE / Math.max(1, lanes.length)));
    for (let row = 1; row < data.length; row++) {
      let change = 0;
      const [now, before] = [row * sums.capacity, (row - 1) * sums.capacity];
      for (let at = 0; at < columns.length; at++)
        if (starts[at]! < row && ends[at]! >= row)
          change += source[now + columns[at]!]! - source[before + columns[at]!]!;
      data[row] = data[row - 1]! + change;
      if (row % rowsAtOnce === 0) yield;
    }
    return { part, lanes, data };
  }
}

function areSame(left: readonly Lane[], right: readonly Lane[]): boolean {
  return (
    left.length === right.length &&
    left.every((lane, at) => {
      const other = right[at]!;
      return (
        lane.salespersonId === other.salespersonId &&
        lane.column === other.column &&
        lane.from === other.from &&
        lane.to === other.to
      );
    })
  );
}
