import { Readable } from 'node:stream';
import type { ImportKind } from '#contract/schemas/import';
import type { MeasureCode } from '#core/measure/measure';
import { Refused, refuseFaults } from '../problem';
import { toCsv } from './csv';
import { readTableWorkbook, readTargetWorkbook } from './workbook';

export const XLSX_TYPE = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
/** A workbook is read whole. */
const LARGEST_WORKBOOK = 20 * 1024 * 1024;

export interface CsvSource {
  csv: Readable;
  /** Where a line stood in the workbook it was made from. */
  placeOf?: (line: number) => string | undefined;
}

/** A file of any of the open formats as CSV: a workbook and JSON carry the same columns. @throws Refused wrongMediaType, tooLarge, invalidInput */
export async function toCsvStream(kind: ImportKind, body: unknown, contentType: string, measures: readonly MeasureCode[]): Promise<CsvSource> {
  if (body instanceof Readable && contentType.startsWith(XLSX_TYPE)) {
    const bytes = await readWhole(body);
    if (kind !== 'targets') return { csv: Readable.from([Buffer.from(await readTableWorkbook(bytes))]) };
    const { csv, places } = await readTargetWorkbook(bytes, measures);
    return { csv: Readable.from([Buffer.from(csv)]), placeOf: (line) => places[line - 2] };
  }
  if (body instanceof Readable) return { csv: body };
  if (Array.isArray(body)) {
    const bad = body.findIndex((row) => typeof row !== 'object' || row === null || Array.isArray(row));
    if (bad >= 0) refuseFaults([{ field: String(bad), code: 'format', params: { problem: 'each row must be an object with the columns as names' } }]);
    const columns = [...new Set(body.flatMap((row) => Object.keys(row as object)))];
    return { csv: Readable.from([Buffer.from(toCsv(columns, body.map((row) => columns.map((column) => ((row as Record<string, unknown>)[column] ?? '') as string))))]) };
  }
  throw new Refused('wrongMediaType', { expected: `the file as text/csv, ${XLSX_TYPE}, or a JSON array of rows` });
}

async function readWhole(body: Readable): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of body as AsyncIterable<Buffer>) {
    size += chunk.length;
    if (size > LARGEST_WORKBOOK) throw new Refused('tooLarge', { limit: `${LARGEST_WORKBOOK / 1024 / 1024} MB of a workbook` });
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}
