import type { Day } from '../period/day';
import { type AlertCondition, isWorseBelow } from './rule';

/** Where a watched unit stood when it was last looked at. */
export interface AlertState {
  /** Past the threshold, and not yet back by the band. */
  isActive: boolean;
  reading: number | null;
  /** The last day on which it fired; null: never. */
  firedOn: Day | null;
}

export const FIRST_STATE: AlertState = { isActive: false, reading: null, firedOn: null };

/** Percents come back by so many points, amounts by so much of the threshold. Choice. */
const BAND_POINTS = 2;
const BAND_SHARE = 0.05;
const IN_PERCENT: readonly AlertCondition['kind'][] = ['pace', 'forecast', 'odds'];

/**
 * How far a reading must come back over the threshold before the rule can fire again: without it a
 * figure at the threshold would fire with every booking.
 */
export function bandOf({ kind, threshold }: AlertCondition): number {
  if (IN_PERCENT.includes(kind)) return BAND_POINTS;
  return kind === 'gap' || kind === 'coverage' ? Math.abs(threshold ?? 0) * BAND_SHARE : 0;
}

/**
 * The next state and whether the rule fires: once a crossing, a grade at most once a day and
 * direction. A reading of null says nothing and changes nothing.
 */
export function cross(
  condition: AlertCondition,
  before: AlertState,
  reading: number | null,
  today: Day,
): { state: AlertState; fires: boolean } {
  if (reading === null) return { state: before, fires: false };
  if (condition.kind === 'grade') return crossGrade(condition, before, reading, today);
  const threshold = condition.threshold ?? 0;
  const sign = isWorseBelow(condition.kind) ? -1 : 1;
  // Below what is to be kept, at or above what is not to be reached.
  const isPast = sign < 0 ? reading < threshold : reading >= threshold;
  const isBack =
    sign * (reading - threshold) < -bandOf(condition) || (!isPast && bandOf(condition) === 0);
  const isActive = isPast || (before.isActive && !isBack);
  const fires = isPast && !before.isActive;
  return { state: { isActive, reading, firedOn: fires ? today : before.firedOn }, fires };
}

function crossGrade(
  { change }: AlertCondition,
  before: AlertState,
  grade: number,
  today: Day,
): { state: AlertState; fires: boolean } {
  // Grade 0 is none: nothing got worse because a target went.
  if (grade === 0) return { state: before, fires: false };
  const isWorse = before.reading !== null && grade < before.reading;
  const isBetter = before.reading !== null && grade > before.reading;
  const isWanted = (isWorse && change !== 'better') || (isBetter && change !== 'worse');
  const fires = isWanted && before.firedOn !== today;
  return {
    state: { isActive: false, reading: grade, firedOn: fires ? today : before.firedOn },
    fires,
  };
}
