import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { describeNotePlace } from '#wording/note';
import { useListNotesQuery } from './api';
import type { NotePlace } from './notePlace';
import { NoteAction } from './noteWords';

const t = messagesOf('view', EN_VIEW);

const SHOWN = 3;

/** The newest open notes about what is shown, where it is shown. */
export function NoteLines({ place: { unit, period } }: { place: NotePlace }) {
  const { data } = useListNotesQuery({ unit, period }, { skip: !unit || !period });
  if (!data || data.notes.length === 0) return null;
  return (
    <ul aria-label={t('openNotes')} className="grid gap-1">
      {data.notes.slice(0, SHOWN).map((note) => (
        <li
          key={note.id}
          className="border-l-[3px] border-ember bg-sheet px-2.5 py-1 text-[12.5px] break-words"
        >
          <span className="text-soft">{describeNotePlace(note, unit)}</span> {note.text}{' '}
          <span className="text-soft">
            {note.author.name}
            <NoteAction note={note} />
          </span>
        </li>
      ))}
    </ul>
  );
}
