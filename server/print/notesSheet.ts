import type { Workbook } from 'exceljs';
import type { Note } from '#contract/schemas/note';
import { describeDayOf } from '#wording/moment';
import { guardCell } from '../imports/index';
import type { PrintedNotes } from './printedStanding';

const NOTE_COLUMNS = [
  'unit',
  'name',
  'slice',
  'period',
  'text',
  'author',
  'written_on',
  'assignee',
  'due_on',
] as const;

function toNoteRow(note: Note, timeZone: string): (string | null)[] {
  return [
    note.unit.code,
    note.unit.name,
    note.slice?.name ?? null,
    note.period.name,
    note.text,
    note.author.name,
    describeDayOf(note.at, timeZone),
    note.assignee?.name ?? null,
    note.dueOn,
  ];
}

/** Adds a sheet of the notes to a workbook; none where there is none. */
export function addNotesSheet(workbook: Workbook, { notes, timeZone }: PrintedNotes): void {
  if (notes.length === 0) return;
  const sheet = workbook.addWorksheet('notes');
  sheet.addRow([...NOTE_COLUMNS]).font = { bold: true };
  for (const note of notes) sheet.addRow(toNoteRow(note, timeZone).map(guardCell));
  NOTE_COLUMNS.forEach(
    (name, index) => (sheet.getColumn(index + 1).width = name === 'text' ? 80 : 18),
  );
}
