import { PassThrough, type Readable } from 'node:stream';
import type { ImportKind } from '#contract/schemas/import';
import { toCsv } from './csv';
import type { ExportedRows } from './export';

/**
 * Columns that are numbers in a workbook; everything else is text, also what looks like a formula.
 */
const NUMBERS = new Set([
  'amount',
  'probability',
  'quantity',
  'cost',
  'commission_rate',
  'target',
  'floor',
  'stretch',
  'value',
  'rate',
]);
/** Up to here a number of a spreadsheet keeps every digit. */
const MOST_DIGITS = 15;

export async function* writeCsvRows({ columns, blocks }: ExportedRows): AsyncGenerator<string> {
  yield toCsv(columns, []);
  for await (const rows of blocks) yield toCsv(columns, rows, false);
}

/** An array of objects with the columns as names, row by row. */
export async function* writeJsonRows({ columns, blocks }: ExportedRows): AsyncGenerator<string> {
  let separator = '[';
  for await (const rows of blocks) {
    for (const row of rows) {
      yield `${separator}${JSON.stringify(Object.fromEntries(columns.map((column, at) => [column, row[at] ?? null])))}`;
      separator = ',\n';
    }
  }
  yield separator === '[' ? '[]' : ']';
}

/** One sheet, written as the rows come: a book of a million rows is never held whole. */
export function writeTableWorkbook(kind: ImportKind, { columns, blocks }: ExportedRows): Readable {
  const stream = new PassThrough();
  const write = async () => {
    const { default: ExcelJS } = await import('exceljs');
    const workbook = new ExcelJS.stream.xlsx.WorkbookWriter({ stream, useSharedStrings: false });
    const sheet = workbook.addWorksheet(kind, { views: [{ state: 'frozen', ySplit: 1 }] });
    sheet.addRow([...columns]).commit();
    for await (const rows of blocks) {
      for (const row of rows)
        sheet.addRow(row.map((value, at) => toCell(columns[at]!, value))).commit();
      if (stream.writableNeedDrain) await new Promise((resolve) => stream.once('drain', resolve));
    }
    sheet.commit();
    await workbook.commit();
  };
  void write().catch((error: unknown) => stream.destroy(error as Error));
  return stream;
}

function toCell(column: string, value: string | number | null): string | number | null {
  return typeof value === 'string' &&
    NUMBERS.has(column) &&
    value !== '' &&
    value.replace(/\D/g, '').length <= MOST_DIGITS &&
    !Number.isNaN(Number(value))
    ? Number(value)
    : value;
}
