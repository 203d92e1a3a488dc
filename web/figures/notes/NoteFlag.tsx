import { Popover } from 'radix-ui';
import { describeNotes } from '#wording/note';
import { Moment } from '../../app/Moment';
import { PENNANT } from '../../charts/pennant';
import { NoteAction } from './noteWords';
import { type NotedPoint, useNotesAt } from './ShownNotes';

/** Marks a row or cell that somebody wrote a note about; opens to what was written, by whom and when. */
export function NoteFlag(point: NotedPoint) {
  const notes = useNotesAt()(point);
  const words = describeNotes(notes);
  if (words === null) return null;
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={words}
        title={words}
        onClick={(event) => event.stopPropagation()}
        onKeyDown={(event) => event.stopPropagation()}
        className="-mx-1.5 grid size-[24px] shrink-0 place-items-center rounded-[3px] hover:bg-hover"
      >
        <Pennant />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          collisionPadding={8}
          onClick={(event) => event.stopPropagation()}
          onKeyDown={(event) => event.stopPropagation()}
          className="z-60 max-h-[min(420px,var(--radix-popover-content-available-height))] w-[320px] max-w-[94vw] overflow-y-auto rounded-sheet border border-strong/30 bg-sheet p-3 text-[13px] text-ink"
        >
          <ul className="grid gap-2">
            {notes.map((note) => (
              <li key={note.id} className="border-l-[3px] border-ember pl-2">
                <p className="break-words whitespace-pre-wrap">{note.text}</p>
                <p className="text-[12px] text-soft">
                  {note.author.name}, <Moment at={note.at} />
                  <NoteAction note={note} />
                </p>
              </li>
            ))}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function Pennant() {
  return (
    <svg aria-hidden width="10" height="12" viewBox="0 0 10 12">
      <path d={PENNANT} fill="var(--ember)" stroke="var(--ember-text, var(--ember))" />
    </svg>
  );
}
