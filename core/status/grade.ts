import type { Direction } from '../measure/measure';
import type { PeriodKind } from '../period/calendar';
import type { Cuts, StatusColor, StatusRule, SymbolSet } from './rule';

/** 4 made, 3 at or above the upper cut, 2 between the cuts, 1 below the lower cut, 0 not graded. */
export type Grade = 0 | 1 | 2 | 3 | 4;

/** Why there is no grade. */
export const UNGRADED_WORDS = {
  noTarget: 'no target',
  incomplete: 'target incomplete',
  notStarted: 'not started',
  noData: 'no data',
  noWorkday: 'no working day',
  noYardstick: 'nothing to compare with',
} as const;
/** The machine's name of a status, the same whatever words a rule has. */
export const STATUS_STATES = ['made', 'upper', 'between', 'below', ...Object.keys(UNGRADED_WORDS) as (keyof typeof UNGRADED_WORDS)[]] as const;
export type StatusState = (typeof STATUS_STATES)[number];

export interface Status {
  readonly grade: Grade;
  readonly state: StatusState;
  /** As the rule words it. */
  readonly word: string;
  readonly symbols: SymbolSet;
  /** Null where there is no grade. */
  readonly color: StatusColor | null;
}

/** Where the business date stands in a period. */
export type Phase = 'notStarted' | 'open' | 'ended';

export interface GradeInput {
  kind: PeriodKind;
  /** Null: there is nothing to judge. */
  actual: number | null;
  /** Null: none. */
  target: number | null;
  /** True when parts of the target are missing. */
  incomplete: boolean;
  phase: Phase;
  /** Elapsed share as a fraction of whole days, so that the comparison stays exact. */
  elapsed: { due: { gone: number; total: number }; isWorkless: boolean };
  direction: Direction;
  /** A higher-is-better sum or count: it grows towards its target. */
  accrues: boolean;
  /** What the prior period or the peers come to, for rules that compare with those; asked only then. */
  compareWith(yardstick: 'priorPeriod' | 'peerAverage'): number | null;
}

/** A share as a fraction of whole numbers. */
interface Part {
  gone: number;
  total: number;
}

const WHOLE: Part = { gone: 1, total: 1 };
const STATES = ['noTarget', 'below', 'between', 'upper', 'made'] as const;
/** Percents have at most one decimal: as tenths they are whole numbers. */
const TENTHS = 10;

/**
 * The status of a figure by its rule (CALCULATIONS 8), compared on exact values: a value on a cut gets the better grade.
 * A target of 0 cannot be attained in part, so it is "no target" unless the rule's direction is lower.
 */
export function gradeOf(input: GradeInput, rule: StatusRule): Status {
  // No helper is made in here: this is asked thousands of times a request, and naming one costs more than grading.
  const judged = judge(input, rule);
  const phase = input.phase === 'ended' ? 'ended' : 'open';
  let ofRule = known.get(rule);
  if (!ofRule) known.set(rule, (ofRule = { open: new Map(), ended: new Map() }));
  let status = ofRule[phase].get(judged);
  if (!status) ofRule[phase].set(judged, (status = typeof judged === 'number'
    ? { grade: judged, state: STATES[judged], word: rule.words[phase][judged - 1]!, symbols: rule.symbols, color: rule.colors[judged - 1]! }
    : { grade: 0, state: judged, word: UNGRADED_WORDS[judged], symbols: rule.symbols, color: null }));
  return status;
}

type Judged = 1 | 2 | 3 | 4 | keyof typeof UNGRADED_WORDS;

/** A rule has a handful of statuses, each one object: a thousand units share them. */
const known = new WeakMap<StatusRule, Record<'open' | 'ended', Map<Judged, Status>>>();

/** The target a grade may be found by: null when parts of it are missing, or when there is nothing to attain. */
export function targetToJudge({ target, incomplete, direction }: Pick<GradeInput, 'target' | 'incomplete' | 'direction'>): number | null {
  return incomplete || (target !== null && target <= 0 && direction === 'higher') ? null : target;
}

function judge(input: GradeInput, rule: StatusRule): Judged {
  const { actual, direction, phase } = input;
  const target = targetToJudge(input);
  const isClosedDay = input.kind === 'day' && input.elapsed.isWorkless;
  // A month's target leaves nothing for such a day: that is no missing target.
  if (isClosedDay && target === null) return 'noWorkday';
  const yardstick = yardstickOf(input, rule, target);
  if (yardstick.isTarget && input.incomplete) return 'incomplete';
  if (yardstick.isTarget && target === null) return 'noTarget';
  if (phase === 'notStarted') return 'notStarted';
  if (actual === null) return 'noData';
  // What does not grow towards its target can still turn: it is made only once the period has ended. An average is no target.
  const mayBeMade = (phase === 'ended' || input.accrues) && rule.yardstick !== 'peerAverage' && target !== null;
  if (mayBeMade && reaches(actual, target, WHOLE, direction)) return 4;
  if (isClosedDay) return 'noWorkday';
  if (yardstick.cuts === null) return 'noYardstick';
  const { upper, lower } = yardstick.cuts;
  return reaches(actual, upper.of, upper.part, direction) ? 3 : reaches(actual, lower.of, lower.part, direction) ? 2 : 1;
}

interface Threshold {
  of: number;
  part: Part;
}

/** The values of the two cuts, and whether they are made of the target. Null: there is nothing to compare with. */
export function yardstickOf(input: GradeInput, rule: StatusRule, target: number | null): { isTarget: boolean; cuts: { upper: Threshold; lower: Threshold } | null } {
  const due = input.phase === 'open' && rule.yardstick === 'dueByNow' && input.accrues ? input.elapsed.due : WHOLE;
  const fixed = rule.fixed[input.kind];
  if (fixed) return { isTarget: false, cuts: { upper: { of: fixed.upper, part: due }, lower: { of: fixed.lower, part: due } } };
  const isTarget = rule.yardstick === 'dueByNow' || rule.yardstick === 'target';
  const compared = rule.yardstick === 'priorPeriod' || rule.yardstick === 'peerAverage' ? input.compareWith(rule.yardstick) : target;
  if (compared === null || (compared <= 0 && !isTarget)) return { isTarget, cuts: null };
  return { isTarget, cuts: { upper: toThreshold(compared, rule.cuts, 'upper', due), lower: toThreshold(compared, rule.cuts, 'lower', due) } };
}

function toThreshold(of: number, cuts: Cuts, which: keyof Cuts, due: Part): Threshold {
  return { of, part: { gone: due.gone * Math.round(cuts[which] * TENTHS), total: due.total * 100 * TENTHS } };
}

/** The figure from which on a threshold is reached; may have fractions. */
export function toValue({ of, part }: Threshold): number {
  return (of * part.gone) / part.total;
}

/** actual >= of x gone / total, in whole numbers where they are whole; turned round when lower is better. */
function reaches(actual: number, of: number, part: Part, direction: Direction): boolean {
  const left = actual * part.total;
  const right = of * part.gone;
  const isFine = !Number.isInteger(actual) || !Number.isInteger(of) || (Number.isSafeInteger(left) && Number.isSafeInteger(right));
  const difference = isFine ? left - right : Number(BigInt(actual) * BigInt(part.total) - BigInt(of) * BigInt(part.gone));
  return direction === 'higher' ? difference >= 0 : difference <= 0;
}
