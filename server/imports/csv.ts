import type { Readable } from 'node:stream';
import Papa from 'papaparse';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { FileFault, type FileRecord, parseCsv } from '../reading/index';
import { correct, type CorrectedCells } from './corrections';
import { guardCell } from './guardCell';

/** A record with the line of the file on which it starts. */
export type CsvRecord = FileRecord;

export interface CsvHeading {
  /** Where each known column stands; null for known ones that are not there. */
  at: Readonly<Record<string, number | null>>;
  ignored: string[];
  width: number;
}

export interface CsvColumns {
  known: readonly string[];
  required: readonly string[];
  /** What a heading means, where it is called otherwise; an empty text: it is not read. */
  meaning?: (heading: string) => string;
  /** Cells that are read otherwise than they stand there. */
  corrections: CorrectedCells | undefined;
}

type OnBatch = (heading: CsvHeading, records: CsvRecord[]) => Promise<void> | void;

/**
 * Records in batches under the heading, which is the first of them. @throws ProblemError
 * invalidInput naming what is wrong with the heading
 */
export async function* underHeading(
  source: AsyncIterable<CsvRecord[]>,
  columns: CsvColumns,
): AsyncGenerator<{ heading: CsvHeading; records: CsvRecord[] }> {
  let heading: CsvHeading | null = null;
  for await (const batch of source) {
    if (batch.length === 0) continue;
    const records = heading ? batch : batch.slice(1);
    heading ??= readHeading(batch[0]!, columns);
    correct(records, heading.at, columns.corrections);
    yield { heading, records };
    // Checking a batch takes some milliseconds: who asks meanwhile is answered between two.
    await new Promise((resolve) => setImmediate(resolve));
  }
  if (!heading) assertNoFieldErrors([{ field: 'file', code: 'emptyFile' }]);
}

/**
 * Reads all records of a file. @returns its heading. @throws ProblemError invalidInput naming what
 * is wrong with the heading
 */
export async function readRecords(
  source: AsyncIterable<CsvRecord[]>,
  columns: CsvColumns,
  onBatch: OnBatch,
): Promise<CsvHeading> {
  let found: CsvHeading | null = null;
  for await (const { heading, records } of underHeading(source, columns)) {
    found = heading;
    if (records.length > 0) await onBatch(heading, records);
  }
  return found!;
}

/** The same of a text, or of bytes as they arrive. @throws ProblemError invalidInput */
export async function readCsv(
  source: Readable | string,
  columns: CsvColumns,
  onBatch: OnBatch,
): Promise<CsvHeading> {
  try {
    return await readRecords(
      parseCsv(typeof source === 'string' ? [Buffer.from(source)] : source),
      columns,
      onBatch,
    );
  } catch (error) {
    throw error instanceof FileFault
      ? new ProblemError(error.code, error.params, error.at ? [error.at] : [])
      : error;
  }
}

function readHeading(
  { fields, line }: CsvRecord,
  { known, required, meaning }: CsvColumns,
): CsvHeading {
  const names = fields.map((field) =>
    meaning ? meaning(field.trim()) : field.trim().toLowerCase(),
  );
  const missing = required.filter((column) => !names.includes(column));
  assertNoFieldErrors(
    missing.map((column) => ({
      field: `line ${line}`,
      code: 'missingColumn' as const,
      params: { column, needed: required.join(', ') },
    })),
  );
  // Which of two would count? Whoever made the file knows.
  const twice = known.filter((column) => names.indexOf(column) !== names.lastIndexOf(column));
  assertNoFieldErrors(
    twice.map((column) => ({
      field: `line ${line}`,
      code: 'columnTwice' as const,
      params: { column },
    })),
  );
  const at = Object.fromEntries(
    known.map((column) => [column, names.includes(column) ? names.indexOf(column) : null]),
  );
  return {
    at,
    ignored: names.filter((name) => name !== '' && !known.includes(name)),
    width: fields.length,
  };
}

/** CSV with CRLF, as RFC 4180 has it. */
export function toCsv(
  columns: readonly string[],
  rows: readonly (readonly (string | number | null)[])[],
  withHeading = true,
): string {
  const text = Papa.unparse(
    { fields: [...columns], data: rows.map((row) => row.map(guardCell)) },
    {
      newline: '\r\n',
      header: withHeading,
      // Read by a program that splits at semicolons or tabs, a part of a text would stand in a cell
      // of its own, and might run.
      quotes: ((value: unknown) => typeof value === 'string' && /[;\t]/.test(value)) as never,
    },
  );
  if (rows.length === 0 && !withHeading) return '';
  // A heading alone ends its own line.
  return text.endsWith('\r\n') ? text : `${text}\r\n`;
}
