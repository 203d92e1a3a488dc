import type { Direction } from '../measure/measure';
import type { StatusRule } from './rule';

/** 4 made, 3 at or above the upper cut, 2 between the cuts, 1 below the lower cut, 0 not graded. */
export type Grade = 0 | 1 | 2 | 3 | 4;

export const STATUS_WORDS = {
  made: 'made',
  onPace: 'on pace',
  slipping: 'slipping',
  behind: 'behind',
  near: 'near',
  short: 'short',
  wellShort: 'well short',
  noTarget: 'no target',
  incomplete: 'target incomplete',
  notStarted: 'not started',
  over: 'over',
  wellOver: 'well over',
  noData: 'no data',
} as const;
export type StatusState = keyof typeof STATUS_WORDS;
export const STATUS_STATES = Object.keys(STATUS_WORDS) as StatusState[];

export interface Status {
  grade: Grade;
  state: StatusState;
}

/** Where the business date stands in a period. */
export type Phase = 'notStarted' | 'open' | 'ended';

export interface GradeInput {
  /** Null: there is nothing to judge. */
  actual: number | null;
  /** Null: none. */
  target: number | null;
  /** True when parts of the target are missing. */
  incomplete: boolean;
  phase: Phase;
  /** Elapsed share as a fraction of whole days, so that the comparison stays exact. */
  elapsed: { gone: number; total: number };
  direction: Direction;
  /** A higher-is-better sum or count: it grows towards its target. */
  accrues: boolean;
}

const OPEN_STATES = { 4: 'made', 3: 'onPace', 2: 'slipping', 1: 'behind' } as const;
const ENDED_STATES = { 4: 'made', 3: 'near', 2: 'short', 1: 'wellShort' } as const;
const ENDED_OVER = { 4: 'made', 3: 'near', 2: 'over', 1: 'wellOver' } as const;

/**
 * The status of a figure by its rule (CALCULATIONS 8), compared on exact values: a value on a cut gets the better grade.
 * A target of 0 cannot be attained in part, so it is "no target" unless the rule's direction is lower.
 */
export function gradeOf(input: GradeInput, rule: StatusRule): Status {
  if (input.incomplete) return { grade: 0, state: 'incomplete' };
  if (input.target === null || (input.target <= 0 && input.direction === 'higher')) return { grade: 0, state: 'noTarget' };
  if (input.phase === 'notStarted') return { grade: 0, state: 'notStarted' };
  if (input.actual === null) return { grade: 0, state: 'noData' };
  const { actual, target, direction } = input;
  const whole = { gone: 1, total: 1 };
  // What does not grow towards its target can still turn: it is made only once the period has ended.
  if ((input.phase === 'ended' || input.accrues) && reaches(actual, target, 100, whole, direction)) return { grade: 4, state: 'made' };
  const part = input.phase === 'open' && rule.yardstick === 'dueByNow' && input.accrues ? input.elapsed : whole;
  const grade = reaches(actual, target, rule.upperCut, part, direction) ? 3 : reaches(actual, target, rule.lowerCut, part, direction) ? 2 : 1;
  const ended = direction === 'higher' ? ENDED_STATES : ENDED_OVER;
  return { grade, state: (input.phase === 'open' ? OPEN_STATES : ended)[grade] };
}

/** actual >= target x gone / total x cut %, in whole numbers where they are whole; turned round when lower is better. */
function reaches(actual: number, target: number, cut: number, part: { gone: number; total: number }, direction: Direction): boolean {
  const left = actual * part.total * 100;
  const right = target * part.gone * cut;
  const isExact = !Number.isInteger(actual) || (Number.isSafeInteger(left) && Number.isSafeInteger(right));
  const difference = isExact ? left - right
    : Number(BigInt(actual) * BigInt(part.total) * 100n - BigInt(target) * BigInt(part.gone) * BigInt(cut));
  return direction === 'higher' ? difference >= 0 : difference <= 0;
}
