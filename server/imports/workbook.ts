import ExcelJS from 'exceljs';
import type { MeasureCode } from '#core/measure/measure';
import { decimalsOf, toMajor } from '#core/money/format';
import { buildTargetTable, type TableCell } from '#core/target/table';
import { figureUnitOf, type Books } from '#core/standing/books';
import type { Unit } from '#core/units/unit';
import { refuseFaults } from '../problem';
import { toCsv } from './csv';
import type { StoredTargetRow } from './storedTargets';
import { TARGET_COLUMNS } from './targetColumns';

const DETAILS = 'details';
/** Unit code and name stand before the periods. */
const FIRST_PERIOD_COLUMN = 3;

/** A year's targets as a workbook: a sheet a measure, units by periods with formulas for the sums, and one for what fits no grid. */
export async function writeWorkbook(books: Books, measures: readonly MeasureCode[], { yearLabel, root }: { yearLabel: number; root: Unit }, stored: readonly StoredTargetRow[]): Promise<Buffer> {
  const workbook = new ExcelJS.Workbook();
  const { rows, columns } = layOut(books, yearLabel, root);
  for (const measure of measures) writeGrid(workbook, books, measure, rows, buildTargetTable({ lookup: books.lookup, targets: books.targets, rows, columns, measure }), columns.map((column) => column.period.id));
  const inGrid = new Set(columns.map((column) => column.period.id));
  const details = workbook.addWorksheet(DETAILS);
  details.addRow(TARGET_COLUMNS.known);
  for (const row of stored) {
    if (inGrid.has(row.periodId) && row.floor === null && row.stretch === null && row.note === null) continue;
    const show = (value: number | null) => (value === null ? null : toMajor(value, figureUnitOf(books, row.measure)));
    details.addRow([books.tree.find(row.unitId)!.code, row.periodId, row.measure, show(row.target), show(row.floor), show(row.stretch), row.note]);
  }
  return Buffer.from(await workbook.xlsx.writeBuffer());
}

function layOut(books: Books, yearLabel: number, root: Unit) {
  const { calendar, tree } = books;
  const year = calendar.year(yearLabel);
  const rows: { unitId: number; children: number[] }[] = [];
  const seen = new Map<number, number>();
  const visit = (unit: Unit): number => {
    const index = rows.push({ unitId: unit.id, children: [] }) - 1;
    seen.set(unit.id, index);
    for (const child of tree.childrenDuring(unit.id, year)) rows[index]!.children.push(seen.get(child.id) ?? visit(child));
    return index;
  };
  visit(root);
  // Months of a quarter, the quarter, and so on; the year last.
  const columns = calendar.quarters(yearLabel).flatMap((quarter, q) => [
    ...calendar.monthsIn(quarter).map((period) => ({ period, parts: [] as number[] })), { period: quarter, parts: [q * 4, q * 4 + 1, q * 4 + 2] },
  ]);
  columns.push({ period: year, parts: [3, 7, 11, 15] });
  return { rows, columns };
}

function writeGrid(workbook: ExcelJS.Workbook, books: Books, measure: MeasureCode, rows: readonly { unitId: number }[], table: readonly (readonly TableCell[])[], periodIds: readonly string[]): void {
  const sheet = workbook.addWorksheet(measure, { views: [{ state: 'frozen', xSplit: FIRST_PERIOD_COLUMN - 1, ySplit: 1 }] });
  sheet.addRow(['unit', 'name', ...periodIds]).font = { bold: true };
  const figure = figureUnitOf(books, measure);
  const digits = decimalsOf(figure);
  const format = digits === 0 ? '#,##0' : `#,##0.${'0'.repeat(digits)}`;
  table.forEach((cells, row) => {
    const { code, name } = books.tree.find(rows[row]!.unitId)!;
    const line = sheet.addRow([code, name]);
    cells.forEach((cell, column) => {
      if (cell.kind === 'empty') return;
      const target = line.getCell(column + FIRST_PERIOD_COLUMN);
      const value = toMajor(cell.value, figure);
      // By name: asking the sheet for a cell would make its row, and the next line would be added below it.
      const addressOf = (index: number) => (cell.kind === 'sumOfColumns' ? `${sheet.getColumn(index + FIRST_PERIOD_COLUMN).letter}${row + 2}` : `${sheet.getColumn(column + FIRST_PERIOD_COLUMN).letter}${index + 2}`);
      target.value = cell.kind === 'set' ? value : { formula: cell.of.map(addressOf).join('+'), result: value };
      target.numFmt = format;
    });
  });
}

type Row = Record<string, string>;

interface Placed {
  row: Row;
  place: string;
}

/**
 * Reads a workbook of targets as rows of `targets.csv`: numbers in the grids are targets, formulas and empty cells are not,
 * the sheet "details" adds floors, stretches, notes and periods outside the grid.
 * `places` says where each row stood, for pointing at what is refused.
 * @throws Refused invalidInput for a file that is no workbook, or has no sheet of a measure
 */
export async function readTargetWorkbook(bytes: Buffer, measures: readonly MeasureCode[]): Promise<{ csv: string; places: string[] }> {
  const workbook = await open(bytes);
  const rows = new Map<string, Placed>();
  const grids = workbook.worksheets.filter((sheet) => measures.includes(sheet.name));
  const details = workbook.getWorksheet(DETAILS);
  if (grids.length === 0 && !details) refuseFaults([{ field: 'file', code: 'noSheet', params: { sheets: [...measures, DETAILS].join(', ') } }]);
  for (const sheet of grids) readGrid(sheet, rows);
  if (details) readTable(details).forEach((row, at) => {
    const key = `${row['unit']}|${row['period']}|${row['measure']}`;
    rows.set(key, { row: { ...row, ...(row['target'] ? {} : { target: rows.get(key)?.row['target'] ?? '' }) }, place: `${DETAILS}, row ${at + 2}` });
  });
  const placed = [...rows.values()];
  return {
    csv: toCsv(TARGET_COLUMNS.known, placed.map(({ row }) => TARGET_COLUMNS.known.map((column) => row[column] ?? ''))),
    places: placed.map((each) => each.place),
  };
}

function readGrid(sheet: ExcelJS.Worksheet, rows: Map<string, Placed>): void {
  const periods = new Map<number, string>();
  sheet.getRow(1).eachCell((cell, column) => { if (column >= FIRST_PERIOD_COLUMN) periods.set(column, String(cell.value)); });
  sheet.eachRow((line, number) => {
    if (number === 1) return;
    const unit = String(line.getCell(1).value ?? '').trim();
    for (const [column, period] of periods) {
      const { value } = line.getCell(column);
      // A formula is a sum of what is set elsewhere; what a person typed over it is a number.
      if (value === null || value === undefined || value === '' || (typeof value === 'object' && ('formula' in value || 'sharedFormula' in value))) continue;
      rows.set(`${unit}|${period}|${sheet.name}`, { row: { unit, period, measure: sheet.name, target: textOf(value) }, place: `${sheet.name}!${sheet.getColumn(column).letter}${number}` });
    }
  });
}

/** The first sheet of a workbook, or a given one, as rows by its heading. */
function readTable(sheet: ExcelJS.Worksheet): Row[] {
  const names: string[] = [];
  sheet.getRow(1).eachCell((cell, column) => { names[column] = String(cell.value).trim().toLowerCase(); });
  const rows: Row[] = [];
  sheet.eachRow((line, number) => {
    if (number > 1) rows.push(Object.fromEntries(names.flatMap((name, column) => (name ? [[name, textOf(line.getCell(column).value)]] : []))));
  });
  return rows;
}

function textOf(value: ExcelJS.CellValue): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  if (typeof value === 'object') return 'richText' in value ? value.richText.map((part) => part.text).join('') : 'result' in value ? textOf(value.result as ExcelJS.CellValue) : '';
  return String(value);
}

async function open(bytes: Buffer): Promise<ExcelJS.Workbook> {
  const workbook = new ExcelJS.Workbook();
  try {
    await workbook.xlsx.load(bytes as never);
  } catch {
    refuseFaults([{ field: 'file', code: 'notAWorkbook' }]);
  }
  return workbook;
}

/** Any other table in a workbook: its first sheet, as CSV. */
export async function readTableWorkbook(bytes: Buffer): Promise<string> {
  const workbook = await open(bytes);
  const rows = readTable(workbook.worksheets[0]!);
  const columns = Object.keys(rows[0] ?? {});
  return toCsv(columns, rows.map((row) => columns.map((column) => row[column] ?? '')));
}
