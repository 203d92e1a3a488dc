import type { Day } from './day';

/** Where a clock on a wall stands: the day, and minutes after its midnight. */
export interface LocalTime {
  day: Day;
  minute: number;
}

export const MINUTES_A_DAY = 1_440;

/** When business ends where nobody said otherwise: 17:00 (docs/calculations.md, 2). */
export const END_OF_BUSINESS = 17 * 60;

/** Minutes after midnight of "17:00"; "24:00" is the end of the day. Null: no time, or midnight. */
export function parseTimeOfDay(text: string): number | null {
  const found = /^([01]\d|2[0-4]):([0-5]\d)$/.exec(text);
  if (!found) return null;
  const minutes = Number(found[1]) * 60 + Number(found[2]);
  return minutes > 0 && minutes <= MINUTES_A_DAY ? minutes : null;
}

/** "17:00" */
export function formatTimeOfDay(minutes: number): string {
  const pad = (value: number) => String(value).padStart(2, '0');
  return `${pad(Math.floor(minutes / 60))}:${pad(minutes % 60)}`;
}
