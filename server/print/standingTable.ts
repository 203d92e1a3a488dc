import type { StandingView } from '#contract/schemas/attainment';
import { decimalsOf, toMajor } from '#core/money/figureUnit';
import { listDefinitions } from '#wording/definitions';
import { figureUnit } from '#wording/figureUnit';
import { describeNotes } from '#wording/note';
import { describePresence } from '#wording/presence';
import { guardCell, toCsv } from '../imports/index';
import { addNotesSheet } from './notesSheet';
import type { PrintedStanding } from './printedStanding';

type Cell = string | number | null;

const COLUMNS = [
  'rank',
  'rank_change',
  'unit',
  'name',
  'under',
  'actual',
  'target',
  'attainment',
  'grade',
  'status',
  'gap',
  'prior_year',
  'change',
  'note',
  'written_notes',
] as const;

/**
 * Numbers as numbers, in major units; words and grades as on the screen. Both levels, then the
 * whole, then what it means.
 */
function toRows({ view, notes }: PrintedStanding): {
  head: Cell[][];
  rows: Cell[][];
  definitions: string[];
} {
  const unit = figureUnit(view);
  const notesOn = (code: string) =>
    describeNotes(notes.filter((note) => note.unit.code === code && note.slice === null));
  const number = (value: number | null) =>
    value === null ? null : Number(toMajor(value, unit).toFixed(decimalsOf(unit)));
  const { figures } = view;
  const share = (value: number | null) => (value === null ? null : Number(value.toPrecision(12)));
  const line = (place: StandingView['rankings'][number]): Cell[] => [
    place.rank,
    place.rankChange,
    place.unit.code,
    place.unit.name,
    place.teamName,
    number(place.actual),
    place.targetIncomplete ? null : number(place.target),
    share(place.attainment),
    place.status.grade,
    place.status.label,
    number(place.gap),
    number(place.priorYear),
    place.priorYearText,
    describePresence(place),
    notesOn(place.unit.code),
  ];
  return {
    head: [
      [view.sentence.map((part) => part.text).join('')],
      [
        `${view.unit.name}, ${view.period.name}, ${view.measure.name}${unit.currency ? `, ${unit.currency}` : ''}`,
      ],
      [],
    ],
    rows: [
      ...view.below.map(line),
      ...view.rankings.map(line),
      [
        null,
        null,
        view.unit.code,
        `${view.unit.name}, all`,
        null,
        number(figures.actual),
        figures.target.missingCount > 0 ? null : number(figures.target.value),
        share(figures.attainment),
        figures.status.grade,
        figures.status.label,
        number(figures.gap),
        number(view.priorYear?.toDate ?? null),
        view.priorYear?.changeText ?? null,
        null,
        notesOn(view.unit.code),
      ],
    ],
    definitions: listDefinitions(view),
  };
}

/** A standing as CSV (RFC 4180): a table with a heading, then an empty line and the definitions. */
export function writeStandingCsv(standing: PrintedStanding): string {
  const { rows, definitions } = toRows(standing);
  return `${toCsv(
    COLUMNS,
    rows.map((row) => row.map((cell) => cell ?? '')),
  )}\r\n${toCsv(
    ['definitions'],
    definitions.map((text) => [text]),
  )}`;
}

/** The same as a workbook: the sentence above, definitions on a sheet of their own. */
export async function writeStandingWorkbook(standing: PrintedStanding): Promise<Buffer> {
  const { view } = standing;
  const { head, rows, definitions } = toRows(standing);
  const unit = figureUnit(view);
  const { default: ExcelJS } = await import('exceljs');
  const workbook = new ExcelJS.Workbook();
  const sheet = workbook.addWorksheet('standing', {
    views: [{ state: 'frozen', ySplit: head.length + 1 }],
  });
  head.forEach((row) => sheet.addRow(row.map(guardCell)));
  sheet.getRow(1).font = { bold: true, size: 14 };
  sheet.addRow([...COLUMNS]).font = { bold: true };
  for (const row of rows) sheet.addRow(row.map(guardCell));
  sheet.lastRow!.font = { bold: true };
  const digits = decimalsOf(unit);
  for (const column of [6, 7, 11, 12])
    sheet.getColumn(column).numFmt = digits === 0 ? '#,##0' : `#,##0.${'0'.repeat(digits)}`;
  sheet.getColumn(8).numFmt = '0.0%';
  COLUMNS.forEach(
    (name, index) =>
      (sheet.getColumn(index + 1).width = Math.max(10, name === 'name' ? 26 : name.length + 3)),
  );
  addNotesSheet(workbook, standing);
  const words = workbook.addWorksheet('definitions');
  definitions.forEach((text) => words.addRow([guardCell(text)]));
  words.getColumn(1).width = 120;
  return Buffer.from(await workbook.xlsx.writeBuffer());
}
