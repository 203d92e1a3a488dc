import type { Note } from '#contract/schemas/note';
import { isNoteAbout } from '#core/notes/about';
import { toIsoDay } from '#core/period/day';
import type { Scope } from '../access/index';
import { findPeriod } from '../attainment/index';
import type { Context } from '../context';
import { listNotes } from './service';

const MOST_PRINTED = 100;

/**
 * The open notes that belong to a standing: about its unit or one below, its measure, and no day
 * outside its period. Of the units the reader sees.
 */
export async function listPrintedNotes(
  context: Context,
  scope: Scope,
  { unit, period, measure }: { unit: string; period: string; measure: string },
): Promise<Note[]> {
  const { notes } = await listNotes(context, scope, null, { unit, period, measure }, MOST_PRINTED);
  const { from, to } = findPeriod(scope.dataset, period);
  const days = { from: toIsoDay(from), lastDay: toIsoDay(to - 1) };
  return notes.filter((note) => {
    const about = { unit: note.unit.code, measure, slice: note.slice };
    const { from, lastDay } = note.period;
    return isNoteAbout({ ...about, from, lastDay }, { ...about, ...days });
  });
}
