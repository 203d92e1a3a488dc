import type { Accumulation } from '../measure/definition';
import type { Day, DaySpan } from '../period/day';
import { intersect } from '../period/day';
import type { UnitTree } from '../units/tree';
import { seekDay } from './seek';

/** Values of one unit, oldest first, with the sum of everything before each. */
interface Series {
  days: Day[];
  values: number[];
  before: number[];
}

/**
 * Values that are typed in per unit and day (calls made, headcount), by the code of their measure
 * without its version. Mutated by `put` only.
 */
export class ActivityBook {
  private byMeasure = new Map<string, Map<number, Series>>();
  private versions = new Map<string, number>();
  /** Counts the changes. */
  version = 0;

  /** Counts the changes of one measure. */
  versionOf(measure: string): number {
    return this.versions.get(measure) ?? 0;
  }

  /** All values of a measure, by unit, oldest first. */
  *entriesOf(measure: string): Generator<{ unitId: number; day: Day; value: number }> {
    for (const [unitId, { days, values }] of this.byMeasure.get(measure) ?? [])
      for (const [at, day] of days.entries()) yield { unitId, day, value: values[at]! };
  }

  /** Sets the value of a unit and day; null takes it away. */
  put(measure: string, unitId: number, day: Day, value: number | null): void {
    this.version++;
    this.versions.set(measure, this.versionOf(measure) + 1);
    let units = this.byMeasure.get(measure);
    if (!units) this.byMeasure.set(measure, (units = new Map()));
    let series = units.get(unitId);
    if (!series) units.set(unitId, (series = { days: [], values: [], before: [] }));
    const at = seek(series.days, day);
    const exists = series.days[at] === day;
    if (value === null) {
      if (!exists) return;
      series.days.splice(at, 1);
      series.values.splice(at, 1);
    } else if (exists) series.values[at] = value;
    else {
      series.days.splice(at, 0, day);
      series.values.splice(at, 0, value);
    }
    series.before = [];
  }

  /** The unit's own values in a span, oldest first. */
  entriesIn(measure: string, unitId: number, span: DaySpan): { day: Day; value: number }[] {
    const series = this.byMeasure.get(measure)?.get(unitId);
    if (!series) return [];
    const from = seek(series.days, span.from);
    return series.days
      .slice(from, seek(series.days, span.to))
      .map((day, i) => ({ day, value: series.values[from + i]! }));
  }

  /** What was typed for the unit alone in a span; null when nothing was. */
  readOwn(
    measure: string,
    unitId: number,
    accumulation: Accumulation,
    span: DaySpan,
  ): number | null {
    return accumulate([this.partOf(measure, { unitId, ...span })], accumulation);
  }

  /**
   * What was typed for a unit and all below it in a span, each for the days it stood there; null
   * when nothing was. A sum adds up over days and units. An average is that of all values. A last
   * value is the newest of each unit in the span, added up over units.
   */
  read(
    tree: UnitTree,
    unitId: number,
    measure: string,
    accumulation: Accumulation,
    span: DaySpan,
  ): number | null {
    return accumulate(
      placesUnder(tree, unitId, span).map((place) => this.partOf(measure, place)),
      accumulation,
    );
  }

  private partOf(measure: string, { unitId, from, to }: Place): Part | null {
    const series = this.byMeasure.get(measure)?.get(unitId);
    return series ? { series, from: seek(series.days, from), to: seek(series.days, to) } : null;
  }
}

/** A unit's values from one index to another. */
interface Part {
  series: Series;
  from: number;
  to: number;
}

function accumulate(parts: readonly (Part | null)[], accumulation: Accumulation): number | null {
  let [total, count] = [0, 0];
  for (const part of parts) {
    if (part === null || part.to <= part.from) continue;
    const { series, from, to } = part;
    count += to - from;
    total += accumulation === 'last' ? series.values[to - 1]! : sumOf(series, from, to);
  }
  if (count === 0) return null;
  return accumulation === 'average' ? total / count : total;
}

interface Place extends DaySpan {
  unitId: number;
}

/** The unit itself and all below it, each with the days of the span on which it stood there. */
export function placesUnder(tree: UnitTree, unitId: number, span: DaySpan): Place[] {
  const places: Place[] = [{ unitId, from: span.from, to: span.to }];
  // A place found is looked under in turn; a tree has no cycles, and no more levels than kinds of
  // units.
  for (let at = 0; at < places.length; at++) {
    const above = places[at]!;
    for (const membership of tree.membershipsUnder(above.unitId)) {
      const both = intersect(membership, above);
      if (both) places.push({ unitId: membership.unitId, ...both });
    }
  }
  return places;
}

function sumOf(series: Series, from: number, to: number): number {
  if (series.before.length === 0) {
    let sum = 0;
    series.before = [0, ...series.values.map((value) => (sum += value))];
  }
  return series.before[to]! - series.before[from]!;
}

function seek(days: readonly Day[], day: Day): number {
  return seekDay(days, day);
}
