import type { StandingView } from '#contract/schemas/attainment';
import type { Note } from '#contract/schemas/note';
import { printNote } from '#wording/note';
import { wrap } from './fonts';

export const [NOTE_LINE, NOTE_SIZE] = [9.2, 7.4];
/** Lines of notes on a page that is first of all a picture. */
const MOST_LINES = 9;

/** By which a name on the page finds its notes. */
export interface Numbered {
  /** "[1, 3] " before the name of a unit with notes; empty for one without. */
  numberOf(unit: string): string;
}

/** Notes as numbered lines, as many as there is room for; how many more there are is said. */
export function layNotes(
  view: StandingView,
  notes: readonly Note[],
  { timeZone, width }: { timeZone: string; width: number },
): Numbered & { lines: string[] } {
  const lines: string[] = [];
  const shown = new Map<string, number[]>();
  let count = 0;
  for (const note of notes) {
    const own = wrap(`[${count + 1}] ${printNote(note, view.unit.code, timeZone)}`, width, {
      size: NOTE_SIZE,
    });
    const room = MOST_LINES - lines.length - (count + 1 < notes.length ? 1 : 0);
    if (own.length > room && count > 0) break;
    lines.push(...own.slice(0, MOST_LINES - 1));
    count++;
    shown.set(note.unit.code, [...(shown.get(note.unit.code) ?? []), count]);
  }
  const rest = notes.length - count;
  if (rest > 0) lines.push(`${rest} more ${rest === 1 ? 'note' : 'notes'} in Iron Ladder.`);
  return {
    lines,
    numberOf: (unit) => {
      const numbers = shown.get(unit);
      return numbers ? `[${numbers.join(', ')}] ` : '';
    },
  };
}
