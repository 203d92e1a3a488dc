import { lazy, Suspense, useState } from 'react';
import type { NoteSlice } from '#contract/schemas/note';
import { Button } from '../../ui/Button';
import { useListNotesQuery } from './api';

const NotesDialog = lazy(async () => ({ default: (await import('./NotesDialog')).NotesDialog }));

export interface NotePlace {
  unit: string;
  period: string;
  measure: string;
  /** What of the figure is looked at, where it is one value. */
  slice?: NoteSlice | null;
}

/** How many open notes there are about what is shown; opens them beside it. */
export function NotesButton({ place }: { place: NotePlace }) {
  const [isOpen, setOpen] = useState(false);
  const { unit, period } = place;
  const { data } = useListNotesQuery({ unit, period }, { skip: !unit || !period });
  const count = data?.count ?? 0;
  return (
    <>
      <Button className="h-[28px]" aria-haspopup="dialog" onClick={() => setOpen(true)}>
        Notes
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
