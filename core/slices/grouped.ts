import type { Day, DaySpan } from '../period/day';
import { placesIn } from './lineColumn';
import { type LineTable, type SliceMeasure, valuesOf } from './lineTable';

/** Lines with the code of what each is put together by; `ids` are what the codes stand for. */
export interface GroupedLines {
  table: LineTable;
  codes: Uint32Array;
  ids: readonly (number | string)[];
}

/** Puts lines together by an id each. */
export function groupBy(table: LineTable, idOf: (row: number) => number | string): GroupedLines {
  const found = new Map<number | string, number>();
  const codes = new Uint32Array(table.length);
  for (let row = 0; row < table.length; row++) {
    const id = idOf(row);
    let code = found.get(id);
    if (code === undefined) found.set(id, (code = found.size));
    codes[row] = code;
  }
  return { table, codes, ids: [...found.keys()] };
}

/** What each code comes to in a span; deals are counted, each once a code. */
export function addUpIn(
  { table, codes, ids }: GroupedLines,
  measure: SliceMeasure,
  span: DaySpan,
): Float64Array {
  const values = valuesOf(table, measure);
  const sums = new Float64Array(ids.length);
  const [from, to] = placesIn(table, span);
  if (measure !== 'deals_won') {
    for (let row = from; row < to; row++) sums[codes[row]!]! += values[row]!;
    return sums;
  }
  const last = new Float64Array(ids.length).fill(Number.NaN);
  for (let row = from; row < to; row++) {
    const code = codes[row]!;
    if (values[row] === 0 || last[code] === table.deals[row]) continue;
    last[code] = table.deals[row]!;
    sums[code]!++;
  }
  return sums;
}

/** The day on which each code's running sum over a span first reached a value; NaN: on none. */
export function reachedIn(
  { table, codes, ids }: GroupedLines,
  measure: SliceMeasure,
  span: DaySpan,
  wanted: ArrayLike<number>,
): Float64Array {
  const values = valuesOf(table, measure);
  const sums = new Float64Array(ids.length);
  const reached = new Float64Array(ids.length).fill(Number.NaN);
  const last = new Float64Array(ids.length).fill(Number.NaN);
  const [from, to] = placesIn(table, span);
  let day: Day = from < to ? table.days[from]! : 0;
  let touched: number[] = [];
  // A day counts as a whole: what it reached by noon and gave back by evening it did not reach.
  const close = () => {
    for (const code of touched)
      if (Number.isNaN(reached[code]!) && sums[code]! >= wanted[code]!) reached[code] = day;
    touched = [];
  };
  for (let row = from; row < to; row++) {
    if (table.days[row] !== day) {
      close();
      day = table.days[row]!;
    }
    const code = codes[row]!;
    if (measure === 'deals_won') {
      if (values[row] === 0 || last[code] === table.deals[row]) continue;
      last[code] = table.deals[row]!;
    }
    sums[code]! += values[row]!;
    touched.push(code);
  }
  close();
  return reached;
}
