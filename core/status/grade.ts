import type { Direction } from '../measure/measure';
import type { PeriodKind } from '../period/calendar';
import type { UnitKind } from '../units/unit';
import {
  type Comparison,
  type IconSet,
  isComparison,
  type StatusColor,
  type StatusRule,
  type Thresholds,
} from './rule';

/**
 * 4 made, 3 at or above the upper cut, 2 between the thresholds, 1 well under target, 0 not graded.
 */
export type Grade = 0 | 1 | 2 | 3 | 4;

/** Why there is no grade. */
export const UNGRADED_WORDS = {
  noTarget: 'no target',
  incomplete: 'target incomplete',
  notStarted: 'not started',
  noData: 'no data',
  noWorkday: 'no working day',
  noBenchmark: 'nothing to compare with',
  running: 'still running',
  tooFewDeals: 'too few deals to judge by the day',
} as const;
/** Behind what a rule calls its best grade. */
export const STRETCH_LABEL = ', stretch';

/** The machine's name of a status, the same whatever words a rule has. */
export const STATUS_STATES = [
  'made',
  'stretch',
  'upper',
  'between',
  'below',
  ...(Object.keys(UNGRADED_WORDS) as (keyof typeof UNGRADED_WORDS)[]),
] as const;
export type StatusState = (typeof STATUS_STATES)[number];

export interface Status {
  readonly grade: Grade;
  readonly state: StatusState;
  /** As the rule words it. */
  readonly label: string;
  readonly iconSet: IconSet;
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
  /** The least that is asked for, which is the target's lower threshold; null: none is set. */
  floor: number | null;
  /** More than the target, for who reaches it; null: none is set. */
  stretch: number | null;
  /** The level of the unit: fixed thresholds may be of one level. */
  unitKind: UnitKind;
  /** A day or week with a share of a longer target, of a unit that does not sell in each. */
  hasTooFewDeals: boolean;
  /** True when parts of the target are missing. */
  incomplete: boolean;
  phase: Phase;
  /** Elapsed share as a fraction of whole days, so that the comparison stays exact. */
  elapsed: { due: Share; isWorkless: boolean; workingDays: number };
  direction: Direction;
  /** A higher-is-better sum or count: it grows towards its target. */
  isCumulative: boolean;
  /**
   * What an earlier period or the peers come to, for rules that compare with those; asked only
   * then.
   */
  compareWith(benchmark: Comparison): number | null;
}

/** A share as a fraction of whole numbers, never of nothing. */
export interface Share {
  gone: number;
  total: number;
}

const WHOLE: Share = { gone: 1, total: 1 };
const STATES = ['noTarget', 'below', 'between', 'upper', 'made'] as const;
/** Percents have at most one decimal: as tenths they are whole numbers. */
const TENTHS = 10;

/**
 * The status of a figure by its rule (docs/calculations.md, 8), compared on exact values: a value
 * on a cut gets the better grade. A target of 0 cannot be attained in part, so it is "no target"
 * unless the rule's direction is lower.
 */
export function gradeOf(input: GradeInput, rule: StatusRule): Status {
  // No helper is made in here: this is asked thousands of times a request, and naming one costs
  // more than grading.
  const judged = judge(input, rule);
  const phase = input.phase === 'ended' ? 'ended' : 'open';
  let ofRule = known.get(rule);
  if (!ofRule) known.set(rule, (ofRule = { open: new Map(), ended: new Map() }));
  let status = ofRule[phase].get(judged);
  if (!status) ofRule[phase].set(judged, (status = toStatus(judged, rule, phase)));
  return status;
}

function toStatus(judged: Judged, rule: StatusRule, phase: 'open' | 'ended'): Status {
  const { iconSet } = rule;
  if (judged === 'stretch')
    return {
      grade: 4,
      state: judged,
      label: rule.labels[phase][3] + STRETCH_LABEL,
      iconSet,
      color: rule.colors[3],
    };
  return typeof judged === 'number'
    ? {
        grade: judged,
        state: STATES[judged],
        label: rule.labels[phase][judged - 1]!,
        iconSet,
        color: rule.colors[judged - 1]!,
      }
    : { grade: 0, state: judged, label: UNGRADED_WORDS[judged], iconSet, color: null };
}

type Judged = 1 | 2 | 3 | 4 | 'stretch' | keyof typeof UNGRADED_WORDS;

/** A rule has a handful of statuses, each one object: a thousand units share them. */
const known = new WeakMap<StatusRule, Record<'open' | 'ended', Map<Judged, Status>>>();

/**
 * The target a grade may be found by: null when parts of it are missing, or when there is nothing
 * to attain.
 */
export function targetToJudge({
  target,
  incomplete,
  direction,
}: Pick<GradeInput, 'target' | 'incomplete' | 'direction'>): number | null {
  return incomplete || (target !== null && target <= 0 && direction === 'higher') ? null : target;
}

function judge(input: GradeInput, rule: StatusRule): Judged {
  const { actual, direction, phase } = input;
  const target = targetToJudge(input);
  const isClosedDay = input.kind === 'day' && input.elapsed.isWorkless;
  // A month's target leaves nothing for such a day: that is no missing target.
  if (isClosedDay && target === null) return 'noWorkday';
  const benchmark = benchmarkOf(input, rule, target);
  if (benchmark.isTarget && input.incomplete) return 'incomplete';
  if (benchmark.isTarget && target === null) return 'noTarget';
  if (phase === 'notStarted') return 'notStarted';
  if (actual === null) return 'noData';
  const isShort = input.kind === 'day' || input.kind === 'week';
  const { due } = input.elapsed;
  if (isShort && phase === 'open' && due.gone < due.total && !isClosedDay) return 'running';
  if (benchmark.isTarget && input.hasTooFewDeals && !isClosedDay) return 'tooFewDeals';
  // What does not grow towards its target can still turn: it is made only once the period has
  // ended. An average is no target.
  const mayBeMade =
    (phase === 'ended' || input.isCumulative) &&
    rule.benchmark !== 'peerAverage' &&
    !rule.isTwoGrade &&
    target !== null;
  if (mayBeMade && reaches(actual, target, WHOLE, direction))
    return input.stretch !== null && reaches(actual, input.stretch, WHOLE, direction)
      ? 'stretch'
      : 4;
  if (isClosedDay) return 'noWorkday';
  if (benchmark.thresholds === null) return 'noBenchmark';
  const { upper, lower } = benchmark.thresholds;
  return reaches(actual, upper.of, upper.part, direction)
    ? 3
    : !rule.isTwoGrade && reaches(actual, lower.of, lower.part, direction)
      ? 2
      : 1;
}

interface Threshold {
  of: number;
  part: Share;
}

/**
 * The values of the two thresholds, and whether they are made of the target. Null: there is nothing
 * to compare with.
 */
export function benchmarkOf(
  input: GradeInput,
  rule: StatusRule,
  target: number | null,
): { isTarget: boolean; thresholds: { upper: Threshold; lower: Threshold } | null } {
  const due =
    input.phase === 'open' && rule.benchmark === 'expectedToDate' && input.isCumulative
      ? input.elapsed.due
      : WHOLE;
  const fixed = fixedThresholdsOf(rule, input);
  if (fixed)
    return {
      isTarget: false,
      thresholds: { upper: { of: fixed.upper, part: due }, lower: { of: fixed.lower, part: due } },
    };
  const isTarget = !isComparison(rule.benchmark);
  const compared = isComparison(rule.benchmark) ? input.compareWith(rule.benchmark) : target;
  if (compared === null || (compared <= 0 && !isTarget)) return { isTarget, thresholds: null };
  const upper = toThreshold(compared, rule.thresholds, 'upper', due);
  const { floor } = input;
  if (!isTarget || floor === null)
    return {
      isTarget,
      thresholds: { upper, lower: toThreshold(compared, rule.thresholds, 'lower', due) },
    };
  // A floor that was set for this target is its lower threshold; nobody below it is on pace.
  const lower = { of: floor, part: due };
  return {
    isTarget,
    thresholds: { lower, upper: toValue(lower) > toValue(upper) ? lower : upper },
  };
}

/**
 * The fixed thresholds for a period, those of the unit's level before those of all; a value a
 * working day counts as often as the period has any. Null: the percents hold.
 */
export function fixedThresholdsOf(
  rule: StatusRule,
  { kind, unitKind, elapsed }: Pick<GradeInput, 'kind' | 'unitKind' | 'elapsed'>,
): Thresholds | null {
  const ofLevel = rule.thresholdsByLevel?.[unitKind];
  const fixed = ofLevel?.[kind] ?? perWorkingDay(ofLevel?.workingDay, elapsed.workingDays);
  return (
    fixed ??
    rule.absoluteThresholds[kind] ??
    perWorkingDay(rule.absoluteThresholds.workingDay, elapsed.workingDays)
  );
}

function perWorkingDay(each: Thresholds | undefined, days: number): Thresholds | null {
  return each === undefined || days === 0
    ? null
    : { upper: each.upper * days, lower: each.lower * days };
}

function toThreshold(
  of: number,
  thresholds: Thresholds,
  which: keyof Thresholds,
  due: Share,
): Threshold {
  return {
    of,
    part: {
      gone: due.gone * Math.round(thresholds[which] * TENTHS),
      total: due.total * 100 * TENTHS,
    },
  };
}

/** The figure from which on a threshold is reached; may have fractions. */
export function toValue({ of, part }: Threshold): number {
  return (of * part.gone) / part.total;
}

/**
 * actual >= of x gone / total, in whole numbers where they are whole; turned round when lower is
 * better.
 */
function reaches(actual: number, of: number, part: Share, direction: Direction): boolean {
  const left = actual * part.total;
  const right = of * part.gone;
  const isFine =
    !Number.isInteger(actual) ||
    !Number.isInteger(of) ||
    (Number.isSafeInteger(left) && Number.isSafeInteger(right));
  const difference = isFine
    ? left - right
    : Number(BigInt(actual) * BigInt(part.total) - BigInt(of) * BigInt(part.gone));
  return direction === 'higher' ? difference >= 0 : difference <= 0;
}
