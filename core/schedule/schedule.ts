import { type Day, fromCivil, toCivil, weekdayOf } from '../period/day';
import type { LocalTime } from '../period/timeOfDay';

export const RHYTHMS = ['workingDays', 'daily', 'weekly', 'monthly'] as const;
export type Rhythm = (typeof RHYTHMS)[number];

/** When something is sent, by the clock of the place it is sent for. */
export interface Schedule {
  rhythm: Rhythm;
  /** Minutes after midnight. */
  minute: number;
  /** ISO weekday, Monday 1; of a weekly one. */
  weekday: number | null;
  /** 1 to 31, of a monthly one; in a shorter month its last day. */
  monthDay: number | null;
}

/** So far back a missed one is still sent, where the server was away on its day. */
const CATCH_UP_DAYS = 3;

function lastDayOfMonth(day: Day): number {
  const { year, month } = toCivil(day);
  return toCivil(fromCivil(month === 12 ? year + 1 : year, month === 12 ? 1 : month + 1, 1) - 1)
    .date;
}

/** Whether a schedule sends on a day. */
export function sendsOn(
  { rhythm, weekday, monthDay }: Schedule,
  day: Day,
  isWorked: (day: Day) => boolean,
): boolean {
  switch (rhythm) {
    case 'daily':
      return true;
    case 'workingDays':
      return isWorked(day);
    case 'weekly':
      return weekdayOf(day) === weekday;
    case 'monthly':
      return toCivil(day).date === Math.min(monthDay ?? 1, lastDayOfMonth(day));
  }
}

/**
 * The day whose sending is due and has not been done: today once its time has come, else a day
 * before that was missed. Judged by what the clock on the wall shows: a time that a change of clocks
 * leaves out is due right after it, one that comes twice is due once.
 * @param after the last day that was sent, or the one on which the schedule was made
 */
export function dueDay(
  schedule: Schedule,
  now: LocalTime,
  after: Day,
  isWorked: (day: Day) => boolean,
): Day | null {
  for (let day = now.day; day > after && day > now.day - CATCH_UP_DAYS; day--) {
    if (day === now.day && now.minute < schedule.minute) continue;
    if (sendsOn(schedule, day, isWorked)) return day;
  }
  return null;
}
