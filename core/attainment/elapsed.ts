import type { Day, DaySpan } from '../period/day';
import { countWorkingDays, type WorkingDays } from '../period/workingDays';
import type { Phase } from '../status/grade';

/** How far a period has run, in working days; today counts as gone (docs/calculations.md, 7). */
export interface Elapsed {
  phase: Phase;
  workingDaysElapsed: number;
  workingDays: number;
  workingDaysRemaining: number;
  /** Nobody works on any of its days. */
  isWorkless: boolean;
  /** The share that is due: gone of total, but never of nothing. */
  due: { gone: number; total: number };
}

/**
 * A period without any working day has none elapsed; what is asked of it all the same is due on its
 * last day.
 */
export function elapsedOf(period: DaySpan, asOf: Day, working: WorkingDays): Elapsed {
  const workingDays = countWorkingDays(period, working);
  const phase: Phase = asOf < period.from ? 'notStarted' : asOf >= period.to ? 'ended' : 'open';
  if (phase === 'notStarted')
    return {
      phase,
      workingDaysElapsed: 0,
      workingDays,
      workingDaysRemaining: workingDays,
      isWorkless: workingDays === 0,
      due: { gone: 0, total: workingDays || 1 },
    };
  const isLastDay = asOf >= period.to - 1;
  const workingDaysElapsed = isLastDay
    ? workingDays
    : countWorkingDays({ from: period.from, to: asOf + 1 }, working);
  if (workingDays === 0)
    return {
      phase,
      workingDaysElapsed: 0,
      workingDays: 0,
      workingDaysRemaining: 0,
      isWorkless: true,
      due: { gone: isLastDay ? 1 : 0, total: 1 },
    };
  return {
    phase,
    workingDaysElapsed,
    workingDays,
    workingDaysRemaining: workingDays - workingDaysElapsed,
    isWorkless: false,
    due: { gone: workingDaysElapsed, total: workingDays },
  };
}
