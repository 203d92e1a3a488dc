import {
  DETAILS_SHEET,
  FILE_LIMITS,
  FileFault,
  type FileRecord,
  FIRST_PERIOD_COLUMN,
} from './record';
import { openWorkbook, type SheetRow } from './xlsx';

/** The first sheet of a workbook as records, numbered as its rows are. @throws FileFault */
export function* readTable(path: string): Generator<FileRecord[]> {
  const workbook = openWorkbook(path);
  const [first] = workbook.sheets;
  if (!first) throw FileFault.at('file', 'notAWorkbook');
  yield* tableRecords(workbook.rowsOf(first.path));
}

/**
 * Rows as fields, as many as the first has. Cells beyond it have no heading and are left out; blank
 * rows too, but they are counted.
 */
function* tableRecords(batches: Iterable<SheetRow[]>): Generator<FileRecord[]> {
  let width = 0;
  for (const rows of batches) {
    yield rows.flatMap(({ number, cells }) => {
      width ||= Math.max(...cells.keys());
      if (width > FILE_LIMITS.columns)
        throw FileFault.at(`line ${number}`, 'tooManyColumns', {
          count: width,
          max: FILE_LIMITS.columns,
        });
      const fields = Array.from({ length: width }, (_, at) => cells.get(at + 1)?.text ?? '');
      return fields.every((field) => field.trim() === '') ? [] : [{ line: number, fields }];
    });
  }
}

type Row = Record<string, string>;

interface Placed {
  row: Row;
  line: number;
  place: string;
}

/**
 * A workbook of targets as rows of `targets.csv`: numbers in the grids are targets, formulas and
 * empty cells are not, the sheet "details" adds floors, stretches, notes and periods outside the
 * grid. Each row says where it stood.
 * @throws FileFault for a file that has no sheet of a measure
 */
export function* readTargets(
  path: string,
  columns: readonly string[],
  measures: readonly string[],
): Generator<FileRecord[]> {
  const workbook = openWorkbook(path);
  const grids = workbook.sheets.filter((sheet) => measures.includes(sheet.name));
  const details = workbook.sheets.find((sheet) => sheet.name === DETAILS_SHEET);
  if (grids.length === 0 && !details)
    throw FileFault.at('file', 'noSheet', { sheets: [...measures, DETAILS_SHEET].join(', ') });
  const placed = new Map<string, Placed>();
  for (const sheet of grids) readGrid(sheet.name, workbook.rowsOf(sheet.path), placed);
  for (const each of details ? readDetails(workbook.rowsOf(details.path)) : []) {
    const key = keyOf(each.row);
    const target = each.row['target'] || (placed.get(key)?.row['target'] ?? '');
    placed.set(key, { ...each, row: { ...each.row, target } });
  }
  yield [{ line: 1, fields: [...columns] }];
  yield [...placed.values()].map(({ row, line, place }) => ({
    line,
    place,
    fields: columns.map((column) => row[column] ?? ''),
  }));
}

const keyOf = (row: Row) => `${row['unit']}|${row['period']}|${row['measure']}`;

function readGrid(
  measure: string,
  batches: Iterable<SheetRow[]>,
  placed: Map<string, Placed>,
): void {
  let periods: [number, string][] | null = null;
  for (const rows of batches) {
    for (const { number, cells } of rows) {
      if (!periods) {
        periods = [...cells]
          .filter(([column]) => column >= FIRST_PERIOD_COLUMN)
          .map(([column, cell]) => [column, cell.text]);
        continue;
      }
      const unit = (cells.get(1)?.text ?? '').trim();
      for (const [column, period] of periods) {
        const cell = cells.get(column);
        // A formula is a sum of what is set elsewhere; what a person typed over it is a number.
        if (!cell || cell.isFormula || cell.text === '') continue;
        const row = { unit, period, measure, target: cell.text };
        placed.set(keyOf(row), {
          row,
          line: number,
          place: `${measure}!${letterOf(column)}${number}`,
        });
      }
    }
  }
}

function readDetails(batches: Iterable<SheetRow[]>): Placed[] {
  const records = [...tableRecords(batches)].flat();
  const names = records[0]?.fields.map((field) => field.trim().toLowerCase()) ?? [];
  return records.slice(1).map(({ line, fields }) => ({
    row: Object.fromEntries(names.map((name, at) => [name, fields[at] ?? ''])),
    line,
    place: `${DETAILS_SHEET}, row ${line}`,
  }));
}

/** A column as spreadsheets write it: 1 is A, 27 is AA. */
function letterOf(column: number): string {
  const rest = Math.floor((column - 1) / 26);
  return (rest > 0 ? letterOf(rest) : '') + String.fromCharCode(65 + ((column - 1) % 26));
}
