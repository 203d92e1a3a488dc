import type ExcelJS from 'exceljs';
import { type Dataset, figureUnitOf } from '#core/dataset/dataset';
import type { MeasureCode } from '#core/measure/measure';
import { decimalsOf, toMajor } from '#core/money/figureUnit';
import { buildTargetTable, type TableCell } from '#core/targets/table';
import type { Unit } from '#core/units/unit';
import { DETAILS_SHEET, FIRST_PERIOD_COLUMN } from '../reading/index';
import type { StoredTargetRow } from './storedTargets';
import { TARGET_COLUMNS } from './targetColumns';

/**
 * A year's targets as a workbook: a sheet a measure, units by periods with formulas for the sums,
 * and one for what fits no grid.
 */
export async function writeWorkbook(
  dataset: Dataset,
  measures: readonly MeasureCode[],
  { yearLabel, root }: { yearLabel: number; root: Unit },
  stored: readonly StoredTargetRow[],
): Promise<Buffer> {
  const { default: exceljs } = await import('exceljs');
  const workbook = new exceljs.Workbook();
  const { rows, columns } = layOut(dataset, yearLabel, root);
  for (const measure of measures)
    writeGrid(
      workbook,
      dataset,
      measure,
      rows,
      buildTargetTable({
        lookup: dataset.lookup,
        targets: dataset.targets,
        rows,
        columns,
        measure,
      }),
      columns.map((column) => column.period.id),
    );
  const inGrid = new Set(columns.map((column) => column.period.id));
  const details = workbook.addWorksheet(DETAILS_SHEET);
  details.addRow(TARGET_COLUMNS.known);
  for (const row of stored) {
    if (inGrid.has(row.periodId) && row.floor === null && row.stretch === null && row.note === null)
      continue;
    const show = (value: number | null) =>
      value === null ? null : toMajor(value, figureUnitOf(dataset, row.measure));
    details.addRow([
      dataset.tree.find(row.unitId)!.code,
      row.periodId,
      row.measure,
      show(row.target),
      show(row.floor),
      show(row.stretch),
      row.note,
    ]);
  }
  return Buffer.from(await workbook.xlsx.writeBuffer());
}

function layOut(dataset: Dataset, yearLabel: number, root: Unit) {
  const { calendar, tree } = dataset;
  const year = calendar.year(yearLabel);
  const rows: { unitId: number; children: number[] }[] = [];
  const seen = new Map<number, number>();
  const visit = (unit: Unit): number => {
    const index = rows.push({ unitId: unit.id, children: [] }) - 1;
    seen.set(unit.id, index);
    for (const child of tree.childrenDuring(unit.id, year))
      rows[index]!.children.push(seen.get(child.id) ?? visit(child));
    return index;
  };
  visit(root);
  // Months of a quarter, the quarter, and so on; the year last.
  const columns = calendar
    .quarters(yearLabel)
    .flatMap((quarter, q) => [
      ...calendar.monthsIn(quarter).map((period) => ({ period, parts: [] as number[] })),
      { period: quarter, parts: [q * 4, q * 4 + 1, q * 4 + 2] },
    ]);
  columns.push({ period: year, parts: [3, 7, 11, 15] });
  return { rows, columns };
}

function writeGrid(
  workbook: ExcelJS.Workbook,
  dataset: Dataset,
  measure: MeasureCode,
  rows: readonly { unitId: number }[],
  table: readonly (readonly TableCell[])[],
  periodIds: readonly string[],
): void {
  const sheet = workbook.addWorksheet(measure, {
    views: [{ state: 'frozen', xSplit: FIRST_PERIOD_COLUMN - 1, ySplit: 1 }],
  });
  sheet.addRow(['unit', 'name', ...periodIds]).font = { bold: true };
  const figure = figureUnitOf(dataset, measure);
  const digits = decimalsOf(figure);
  const format = digits === 0 ? '#,##0' : `#,##0.${'0'.repeat(digits)}`;
  table.forEach((cells, row) => {
    const { code, name } = dataset.tree.find(rows[row]!.unitId)!;
    const line = sheet.addRow([code, name]);
    cells.forEach((cell, column) => {
      if (cell.kind === 'empty') return;
      const target = line.getCell(column + FIRST_PERIOD_COLUMN);
      const value = toMajor(cell.value, figure);
      // By name: asking the sheet for a cell would make its row, and the next line would be added
      // below it.
      const addressOf = (index: number) =>
        cell.kind === 'sumOfColumns'
          ? `${sheet.getColumn(index + FIRST_PERIOD_COLUMN).letter}${row + 2}`
          : `${sheet.getColumn(column + FIRST_PERIOD_COLUMN).letter}${index + 2}`;
      target.value =
        cell.kind === 'set' ? value : { formula: cell.of.map(addressOf).join('+'), result: value };
      target.numFmt = format;
    });
  });
}
