import { type Corrections, MOST_CORRECTIONS } from '#contract/schemas/import';

/** Other words for refused cells, by line and column, as they are typed. */
export type Corrected = ReadonlyMap<string, Corrections[number]>;

export const NONE_CORRECTED: Corrected = new Map();
const keyOf = (line: number, column: string) => `${line} ${column}`;

/** With a cell read otherwise; as many as one question can hold. */
export function withCorrection(
  cells: Corrected,
  line: number,
  column: string,
  value: string,
): Corrected {
  const key = keyOf(line, column);
  if (!cells.has(key) && cells.size >= MOST_CORRECTIONS) return cells;
  return new Map(cells).set(key, [line, column, value]);
}

/** What is typed for a cell; undefined: nothing. */
export function correctedAt(cells: Corrected, line: number, column: string): string | undefined {
  return cells.get(keyOf(line, column))?.[2];
}

/** As the import is asked with them; undefined: there are none. */
export function writeCorrections(cells: Corrected): string | undefined {
  return cells.size === 0 ? undefined : JSON.stringify([...cells.values()]);
}
