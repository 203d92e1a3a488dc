import { Ajv } from 'ajv';
import { Corrections } from '#contract/schemas/import';
import { assertNoFieldErrors } from '../problem';
import type { FileRecord } from '../reading/index';

const isCorrections = new Ajv({ strict: false }).compile<Corrections>(Corrections);

/** Other words for cells of a file, by the line on which their record starts. */
export type CorrectedCells = ReadonlyMap<number, readonly { column: string; value: string }[]>;

/** @throws ProblemError invalidInput for what is no list of corrections */
export function readCorrections(text: string | undefined): CorrectedCells {
  const cells = new Map<number, { column: string; value: string }[]>();
  if (text === undefined) return cells;
  let list: unknown = null;
  try {
    list = JSON.parse(text);
  } catch {
    // Refused below, like any other that is no such list.
  }
  if (!isCorrections(list)) assertNoFieldErrors([{ field: 'corrections', code: 'corrections' }]);
  else
    for (const [line, column, value] of list)
      cells.set(line, [...(cells.get(line) ?? []), { column, value }]);
  return cells;
}

/** Puts the corrected words in place; a column that the file has not is left alone. */
export function correct(
  records: readonly FileRecord[],
  at: Readonly<Record<string, number | null>>,
  cells: CorrectedCells | undefined,
): void {
  if (!cells?.size) return;
  for (const { line, fields } of records)
    for (const { column, value } of cells.get(line) ?? []) {
      const place = at[column] ?? null;
      if (place !== null && place < fields.length) fields[place] = value;
    }
}
