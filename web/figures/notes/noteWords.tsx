import type { Note } from '#contract/schemas/note';
import { parseDay } from '#core/period/day';
import { shortDay } from '#wording/period';

/** What a note is about, as far as it is not what one looks at: "Deck & rigging, Osprey Marine:". */
export function describeNotePlace(note: Note, unit: string): string {
  const parts = [
    ...(note.unit.code === unit ? [] : [note.unit.name]),
    ...(note.slice ? [note.slice.name] : []),
    ...(note.measure === 'revenue' ? [] : [note.measureName]),
    note.period.name,
  ];
  return `${parts.join(', ')}:`;
}

/** Who sees to it, and until when. */
export function NoteAction({ note: { assignee, dueOn, isOverdue } }: { note: Note }) {
  if (!assignee) return null;
  return (
    <>
      {' · '}
      <span className={isOverdue ? 'font-semibold text-grade-1' : undefined}>
        {assignee.name} sees to it
        {dueOn && ` until ${shortDay(parseDay(dueOn)!, true)}`}
        {isOverdue && ', overdue'}
      </span>
    </>
  );
}
