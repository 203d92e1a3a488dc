import type { Note } from '#contract/schemas/note';
import { describeNoteAction } from '#wording/note';

/** Who sees to it, and until when. */
export function NoteAction({ note }: { note: Note }) {
  const words = describeNoteAction(note);
  if (words === null) return null;
  return (
    <>
      {' · '}
      <span className={note.isOverdue ? 'font-semibold text-grade-1' : undefined}>{words}</span>
    </>
  );
}
