import type { Day, DaySpan } from '../period/day';
import { countWorkingDays, type WorkingDays } from '../period/workingDays';
import type { Phase, Share } from '../status/grade';

/** What decides how much of a target is due: its days, or the targets of its months. */
export type DueBasis = 'workingDays' | 'months';

/** How far a period has run, in working days (docs/calculations.md, 2 and 7). */
export interface Elapsed {
  phase: Phase;
  workingDaysElapsed: number;
  workingDays: number;
  /** Without today once its end of business has passed. */
  workingDaysRemaining: number;
  /** Nobody works on any of its days. */
  isWorkless: boolean;
  /** The share that is due. */
  due: Share;
  dueBasis: DueBasis;
}

/** The share of a period that is due at the end of a day, by working days; all on its last day. */
export function dueByWorkingDays(period: DaySpan, through: Day, working: WorkingDays): Share {
  const total = countWorkingDays(period, working) || 1;
  if (through < period.from) return { gone: 0, total };
  return through >= period.to - 1
    ? { gone: total, total }
    : { gone: countWorkingDays({ from: period.from, to: through + 1 }, working), total };
}

/**
 * How far a period has run. A period without any working day has none elapsed; what is asked of it
 * all the same is due on its last day.
 * @param isTodayOver whether today's end of business has passed: until then today's bookings count,
 * but nothing is due for it
 */
export function elapsedOf(
  period: DaySpan,
  asOf: Day,
  working: WorkingDays,
  isTodayOver = true,
): Elapsed {
  const workingDays = countWorkingDays(period, working);
  const phase: Phase = asOf < period.from ? 'notStarted' : asOf >= period.to ? 'ended' : 'open';
  const due = dueByWorkingDays(period, isTodayOver ? asOf : asOf - 1, working);
  const workingDaysElapsed = workingDays === 0 ? 0 : due.gone;
  return {
    phase,
    workingDaysElapsed,
    workingDays,
    workingDaysRemaining: workingDays - workingDaysElapsed,
    isWorkless: workingDays === 0,
    due,
    dueBasis: 'workingDays',
  };
}
