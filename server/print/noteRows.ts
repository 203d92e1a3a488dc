import type { Note } from '#contract/schemas/note';
import { describeDayOf } from '#wording/moment';

/** Columns of the sheet of notes. */
export const NOTE_COLUMNS = [
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

/** A note as a row of them; its day by the clock of a time zone. */
export function toNoteRow(note: Note, timeZone: string): (string | null)[] {
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
