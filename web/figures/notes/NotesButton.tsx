import { lazy, Suspense, useState } from 'react';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { Button } from '../../ui/Button';
import { useListNotesQuery } from './api';
import type { NotePlace } from './notePlace';

const t = messagesOf('view', EN_VIEW);

const NotesDialog = lazy(async () => ({ default: (await import('./NotesDialog')).NotesDialog }));

/** How many open notes there are about what is shown; opens them beside it. */
export function NotesButton({ place }: { place: NotePlace }) {
  const [isOpen, setOpen] = useState(false);
  const { unit, period } = place;
  const { data } = useListNotesQuery({ unit, period }, { skip: !unit || !period });
  const count = data?.count ?? 0;
  return (
    <>
      <Button
        data-nopicture
        className="h-[28px]"
        aria-haspopup="dialog"
        onClick={() => setOpen(true)}
      >
        {t('notes')}
        {count > 0 && (
          <span className="rounded-full bg-ember px-1.5 text-[11px] font-semibold text-iron">
            {count}
          </span>
        )}
      </Button>
      {isOpen && (
        <Suspense>
          <NotesDialog place={place} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
