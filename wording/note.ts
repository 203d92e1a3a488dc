import type { Note } from '#contract/schemas/note';
import { parseDay } from '#core/period/day';
import { describeDayOf } from './moment';
import { shortDay } from './period';

/** What a note is about, as far as it is not what one looks at: "Deck & rigging, August 2026:". */
export function describeNotePlace(note: Note, unit: string): string {
  const parts = [
    ...(note.unit.code === unit ? [] : [note.unit.name]),
    ...(note.slice ? [note.slice.name] : []),
    ...(note.measure === 'revenue' ? [] : [note.measureName]),
    note.period.name,
  ];
  return `${parts.join(', ')}:`;
}

/** "Ilse Varga sees to it until 20 Nov 2026, overdue"; null where nobody needs to. */
export function describeNoteAction({
  assignee,
  dueOn,
  isOverdue,
}: Pick<Note, 'assignee' | 'dueOn' | 'isOverdue'>): string | null {
  if (!assignee) return null;
  const until = dueOn ? ` until ${shortDay(parseDay(dueOn)!, true)}` : '';
  return `${assignee.name} sees to it${until}${isOverdue ? ', overdue' : ''}`;
}

/** "2 notes: Call Osprey (Marit Solberg); …", for whoever hears a picture; null for none. */
export function describeNotes(notes: readonly Note[]): string | null {
  if (notes.length === 0) return null;
  const told = notes.map(({ text, author }) => `${text} (${author.name})`).join('; ');
  return `${notes.length === 1 ? 'Note' : `${notes.length} notes`}: ${told}`;
}

/**
 * A note in one line of print: what it is about, its words, who wrote it when, who sees to it, and
 * how many answered.
 */
export function printNote(note: Note, unit: string, timeZone: string): string {
  const { text, author, at, replies } = note;
  const action = describeNoteAction(note);
  return [
    `${describeNotePlace(note, unit)} ${text.replace(/\s+/g, ' ')} (${author.name}, ${describeDayOf(at, timeZone)})`,
    ...(action ? [action] : []),
    ...(replies.length > 0
      ? [replies.length === 1 ? '1 answer' : `${replies.length} answers`]
      : []),
  ].join('; ');
}
