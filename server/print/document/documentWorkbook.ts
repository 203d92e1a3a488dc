import { decimalsOf, toMajor } from '#core/money/figureUnit';
import { guardCell } from '../../imports/index';
import { addNotesSheet } from '../notesSheet';
import type { ColumnKind, DocumentCell, FigureDocument } from './document';

/** Of a sheet's name, by ECMA-376. */
const LONGEST_NAME = 31;

/** A document as a workbook: what it says first, then a sheet a table; numbers as numbers. */
export async function writeDocumentWorkbook(document: FigureDocument): Promise<Buffer> {
  const { unit } = document;
  const digits = decimalsOf(unit);
  const figures = digits === 0 ? '#,##0' : `#,##0.${'0'.repeat(digits)}`;
  const formats: Readonly<Partial<Record<ColumnKind, string>>> = {
    figure: figures,
    signed: figures,
    change: '0.0%',
  };
  const toCell = (kind: ColumnKind, cell: DocumentCell): DocumentCell =>
    (kind === 'figure' || kind === 'signed') && typeof cell === 'number'
      ? Number(toMajor(cell, unit).toFixed(digits))
      : cell;
  const { default: ExcelJS } = await import('exceljs');
  const workbook = new ExcelJS.Workbook();
  const first = workbook.addWorksheet('summary');
  const lines = [
    document.sentence.map(({ text }) => text).join(''),
    `${document.title}${unit.currency ? `, ${unit.currency}` : ''}`,
    ...document.facts,
    `As of ${document.asOf}.`,
  ];
  for (const line of lines) first.addRow([guardCell(line)]);
  first.getRow(1).font = { bold: true, size: 14 };
  first.getColumn(1).width = 120;
  for (const { name, columns, rows, hasTotal } of document.tables) {
    const sheet = workbook.addWorksheet(name.slice(0, LONGEST_NAME), {
      views: [{ state: 'frozen', ySplit: 1 }],
    });
    sheet.addRow(columns.map((column) => guardCell(column.name))).font = { bold: true };
    for (const row of rows)
      sheet.addRow(row.map((cell, index) => guardCell(toCell(columns[index]!.kind, cell))));
    if (hasTotal) sheet.lastRow!.font = { bold: true };
    columns.forEach(({ kind, name: heading }, index) => {
      const column = sheet.getColumn(index + 1);
      column.width = index === 0 ? 30 : Math.max(11, heading.length + 3);
      const format = formats[kind];
      if (format) column.numFmt = format;
    });
  }
  addNotesSheet(workbook, document);
  return Buffer.from(await workbook.xlsx.writeBuffer());
}
