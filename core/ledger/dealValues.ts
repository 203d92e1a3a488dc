import type { Part } from '../measure/part';
import type { Day, DaySpan } from '../period/day';
import type { UnitTree } from '../units/tree';
import type { MemberSpan } from '../units/unit';
import { seekDay } from './seek';

/** The values of one person's deals, by day: what lies in a span lies side by side. */
interface ValueColumn {
  days: Int32Array;
  values: Float64Array;
}

/**
 * Values of single deals, of the parts a median is of: the middle one of a whole cannot be told from
 * those of its parts (docs/calculations.md, 4). Mutated by `load` and `replaceDay` only.
 */
export class DealValues {
  private parts = new Map<Part, Map<number, ValueColumn>>();
  /** Counts the changes. */
  version = 0;

  /** All of a person's values of a part, in any order. */
  load(part: Part, salespersonId: number, values: readonly { day: Day; value: number }[]): void {
    const sorted = [...values].sort((left, right) => left.day - right.day);
    let people = this.parts.get(part);
    if (!people) this.parts.set(part, (people = new Map()));
    people.set(salespersonId, {
      days: Int32Array.from(sorted, (each) => each.day),
      values: Float64Array.from(sorted, (each) => each.value),
    });
    this.version++;
  }

  /** Puts these in place of a person's values of one day. */
  replaceDay(part: Part, salespersonId: number, day: Day, values: readonly number[]): void {
    const column = this.parts.get(part)?.get(salespersonId);
    const others = column
      ? [...column.days].flatMap((each, at) =>
          each === day ? [] : [{ day: each, value: column.values[at]! }],
        )
      : [];
    this.load(part, salespersonId, [...others, ...values.map((value) => ({ day, value }))]);
  }

  /**
   * The median of the values of people on their days in a span: of an even number the mean of the
   * two in the middle. Null where there are none.
   */
  median(part: Part, memberSpans: readonly MemberSpan[], span: DaySpan): number | null {
    return medianOf(this.collect(part, memberSpans, span));
  }

  private collect(part: Part, memberSpans: readonly MemberSpan[], span: DaySpan): Float64Array {
    const people = this.parts.get(part);
    const pieces: Float64Array[] = [];
    let length = 0;
    for (const { salespersonId, from, to } of memberSpans) {
      const column = people?.get(salespersonId);
      if (!column) continue;
      const piece = column.values.subarray(
        seekDay(column.days, Math.max(from, span.from)),
        seekDay(column.days, Math.min(to, span.to)),
      );
      pieces.push(piece);
      length += piece.length;
    }
    const all = new Float64Array(length);
    let at = 0;
    for (const piece of pieces) {
      all.set(piece, at);
      at += piece.length;
    }
    return all;
  }
}

/** The middle value; of an even number the mean of the two in the middle. Sorts what it is given. */
export function medianOf(values: Float64Array): number | null {
  if (values.length === 0) return null;
  values.sort();
  const middle = values.length >> 1;
  return values.length % 2 === 1 ? values[middle]! : (values[middle - 1]! + values[middle]!) / 2;
}

/** So many units and spans are remembered until a value changes. */
const MOST_KEPT = 500;

/** Medians of one tree's units, found when they are first asked for. */
export class UnitMedians {
  private found = new Map<string, number | null>();
  private seen = -1;

  constructor(
    private values: DealValues,
    private tree: Pick<UnitTree, 'memberSpansUnder'>,
  ) {}

  find(unitId: number, part: Part, span: DaySpan): number | null {
    if (this.values.version !== this.seen || this.found.size >= MOST_KEPT) {
      this.found.clear();
      this.seen = this.values.version;
    }
    const key = `${part}|${unitId}|${span.from}|${span.to}`;
    let median = this.found.get(key);
    if (median === undefined) {
      median = this.values.median(part, this.tree.memberSpansUnder(unitId), span);
      this.found.set(key, median);
    }
    return median;
  }
}
