import type { Day, DaySpan } from '../period/day';
import { countWorkingDays, type WorkingDays } from '../period/workingDays';
import type { Phase } from '../status/grade';

/** How far a period has run, in working days; today counts as gone (CALCULATIONS 7). */
export interface Elapsed {
  phase: Phase;
  gone: number;
  total: number;
  left: number;
  /** Nobody works on any of its days. */
  isWorkless: boolean;
  /** The share that is due: gone of total, but never of nothing. */
  due: { gone: number; total: number };
}

/** A period without any working day has none elapsed; what is asked of it all the same is due on its last day. */
export function elapsedOf(period: DaySpan, asOf: Day, working: WorkingDays): Elapsed {
  const total = countWorkingDays(period, working);
  const phase: Phase = asOf < period.from ? 'notStarted' : asOf >= period.to ? 'ended' : 'open';
  if (phase === 'notStarted') return { phase, gone: 0, total, left: total, isWorkless: total === 0, due: { gone: 0, total: total || 1 } };
  const isLastDay = asOf >= period.to - 1;
  const gone = isLastDay ? total : countWorkingDays({ from: period.from, to: asOf + 1 }, working);
  if (total === 0) return { phase, gone: 0, total: 0, left: 0, isWorkless: true, due: { gone: isLastDay ? 1 : 0, total: 1 } };
  return { phase, gone, total, left: total - gone, isWorkless: false, due: { gone, total } };
}
