import type { Part } from '../measure/part';
import { LogReader } from './changeLog';
import type { Contribution } from './contribution';
import type { RunningSums } from './runningSums';

/** The days a salesperson stood under a unit, and where their sums are. */
export interface Lane {
  salespersonId: number;
  column: number;
  from: number;
  to: number;
}

interface UnitSum {
  part: Part;
  lanes: readonly Lane[];
  /** `data[i]` holds what the unit's people booked under it before the day of row `i`. */
  data: Float64Array;
}

/**
 * Running sums of whole units, put together of their people's when they are first asked for and
 * kept up with every booking: a company's month is then one subtraction and not one for each of a
 * thousand people, and its days lie side by side in memory.
 */
export class UnitSums {
  private kept = new Map<Part, Map<number, UnitSum>>();
  private byPerson = new Map<number, UnitSum[]>();
  private reader: LogReader<Contribution>;

  constructor(private sums: RunningSums) {
    this.reader = new LogReader(
      sums.log,
      () => this.forget(),
      (contribution) => this.add(contribution),
    );
  }

  /** Running sums of a unit, a row a day as those they are derived from. */
  find(unitId: number, part: Part, lanes: readonly Lane[]): Float64Array {
    this.reader.keepUp();
    let ofPart = this.kept.get(part);
    if (!ofPart) this.kept.set(part, (ofPart = new Map()));
    let found = ofPart.get(unitId);
    if (!found) ofPart.set(unitId, (found = this.build(part, lanes)));
    return found.data;
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

  /** Day after day, for a day's people lie side by side. */
  private build(part: Part, lanes: readonly Lane[]): UnitSum {
    const { sums } = this;
    const { data: source } = sums.blockOf(part);
    const data = new Float64Array(sums.days + 1);
    const starts = Int32Array.from(lanes, (lane) => sums.rowOf(lane.from));
    const ends = Int32Array.from(lanes, (lane) => sums.rowOf(lane.to));
    const columns = Int32Array.from(lanes, (lane) => lane.column);
    for (let row = 1; row < data.length; row++) {
      let change = 0;
      const [now, before] = [row * sums.capacity, (row - 1) * sums.capacity];
      for (let at = 0; at < columns.length; at++)
        if (starts[at]! < row && ends[at]! >= row)
          change += source[now + columns[at]!]! - source[before + columns[at]!]!;
      data[row] = data[row - 1]! + change;
    }
    const built = { part, lanes, data };
    for (const salespersonId of new Set(lanes.map((lane) => lane.salespersonId))) {
      const list = this.byPerson.get(salespersonId);
      if (list) list.push(built);
      else this.byPerson.set(salespersonId, [built]);
    }
    return built;
  }
}
