import { createContext, type ReactNode, useCallback, useContext, useMemo } from 'react';
import type { Note } from '#contract/schemas/note';
import { isNoteAbout } from '#core/notes/about';
import { buildCalendar } from '#core/period/calendar';
import { toIsoDay } from '#core/period/day';
import { useGetCompanyQuery } from '../../app/api';
import { useListNotesQuery } from './api';

/** A point of a picture or a row of a table, as far as it is not what the view is about. */
export interface NotedPoint {
  unit?: string;
  /** Its id. */
  period?: string;
  slice?: { by: string; key: string } | null;
}

interface View {
  unit: string;
  period: string;
  measure: string;
}

type Find = (point: NotedPoint) => readonly Note[];
const NONE: readonly Note[] = [];
const Context = createContext<Find>(() => NONE);

/**
 * Lets pictures and tables within show the open notes about their points; the newest 200 of the
 * unit and all below it.
 */
export function ShownNotes({ view, children }: { view: View; children: ReactNode }) {
  const { unit, period, measure } = view;
  const { data } = useListNotesQuery({ unit, measure }, { skip: !unit });
  const { data: company } = useGetCompanyQuery();
  const calendar = useMemo(() => company && buildCalendar(company.calendar), [company]);
  const notes = data?.notes;
  const find = useCallback<Find>(
    (point) => {
      if (!notes?.length || !calendar) return NONE;
      const days = calendar.parse(point.period ?? period);
      if (!days) return NONE;
      const figure = {
        unit: point.unit ?? unit,
        measure,
        slice: point.slice ?? null,
        from: toIsoDay(days.from),
        lastDay: toIsoDay(days.to - 1),
      };
      return notes.filter((note) =>
        isNoteAbout(
          {
            unit: note.unit.code,
            measure: note.measure,
            slice: note.slice,
            from: note.period.from,
            lastDay: note.period.lastDay,
          },
          figure,
        ),
      );
    },
    [notes, calendar, unit, period, measure],
  );
  return <Context.Provider value={find}>{children}</Context.Provider>;
}

/** Finds the open notes about a point of what is shown; none outside a view that has notes. */
export function useNotesAt(): Find {
  return useContext(Context);
}
