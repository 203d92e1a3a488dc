import { addUpIn, type GroupedLines } from './grouped';
import type { SliceMeasure } from './lineTable';

/** A place of a cross table: one code, or all that are not shown by themselves. */
export interface CrossHeading {
  /** A code of the grouping; null: all others. */
  code: number | null;
  /** How many codes it stands for. */
  count: number;
  total: number;
}

/** Lines by two groupings at once; in the measure's unit. */
export interface CrossTable {
  /** The largest first, all others last. */
  rows: CrossHeading[];
  columns: CrossHeading[];
  cells: number[][];
  total: number;
}

/**
 * What lines come to by two groupings at once. Nothing is left out: what is not shown
 * by itself is in "all others". Amounts of a row's cells add up to its total; deals are counted
 * once a cell, once a row and once a column, so that theirs need not.
 * @param rows,columns groupings of the same lines
 */
export function crossTableOf(
  rows: GroupedLines,
  columns: GroupedLines,
  { measure, most }: { measure: SliceMeasure; most: [number, number] },
): CrossTable {
  const down = foldOthers(rows, measure, most[0]);
  const across = foldOthers(columns, measure, most[1]);
  const width = across.headings.length;
  const { table } = rows;
  const codes = new Uint32Array(table.length);
  for (let row = 0; row < table.length; row++)
    codes[row] = down.codes[row]! * width + across.codes[row]!;
  const cells = addUp(table, codes, down.headings.length * width, measure);
  return {
    rows: down.headings,
    columns: across.headings,
    cells: down.headings.map((_, at) => [...cells.subarray(at * width, (at + 1) * width)]),
    total: addUp(table, new Uint32Array(table.length), 1, measure)[0]!,
  };
}

const addUp = (
  table: GroupedLines['table'],
  codes: Uint32Array,
  size: number,
  measure: SliceMeasure,
) =>
  addUpIn({ table, codes, ids: Array.from({ length: size }, (_, at) => at) }, measure, table.span);

/** The largest by themselves, all others as one. */
function foldOthers(
  grouped: GroupedLines,
  measure: SliceMeasure,
  most: number,
): { headings: CrossHeading[]; codes: Uint32Array } {
  const totals = addUpIn(grouped, measure, grouped.table.span);
  const order = [...grouped.ids.keys()].sort((a, b) => totals[b]! - totals[a]! || a - b);
  // A single one is shown under its name: "all others (1)" would take as much room.
  const shown = order.length <= most + 1 ? order : order.slice(0, most);
  const placeOf = new Map(shown.map((code, place) => [code, place]));
  const codes = grouped.codes.map((code) => placeOf.get(code) ?? shown.length);
  const headings: CrossHeading[] = shown.map((code) => ({
    code,
    count: 1,
    total: totals[code]!,
  }));
  if (order.length > shown.length)
    headings.push({
      code: null,
      count: order.length - shown.length,
      total: addUp(grouped.table, codes, shown.length + 1, measure)[shown.length]!,
    });
  return { headings, codes };
}
