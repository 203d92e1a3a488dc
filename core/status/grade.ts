import type { Direction } from '../measure/measure';
import type { PeriodKind } from '../period/calendar';
import type { IconSet, StatusColor, StatusRule, Thresholds } from './rule';

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
} as const;
/** The machine's name of a status, the same whatever words a rule has. */
export const STATUS_STATES = [
  'made',
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
  /** True when parts of the target are missing. */
  incomplete: boolean;
  phase: Phase;
  /** Elapsed share as a fraction of whole days, so that the comparison stays exact. */
  elapsed: { due: { gone: number; total: number }; isWorkless: boolean };
  direction: Direction;
  /** A higher-is-better sum or count: it grows towards its target. */
  isCumulative: boolean;
  /**
   * What the prior period or the peers come to, for rules that compare with those; asked only then.
   */
  compareWith(benchmark: 'priorPeriod' | 'peerAverage'): number | null;
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
  if (!status)
    ofRule[phase].set(
      judged,
      (status =
        typeof judged === 'number'
          ? {
              grade: judged,
              state: STATES[judged],
              label: rule.labels[phase][judged - 1]!,
              iconSet: rule.iconSet,
              color: rule.colors[judged - 1]!,
            }
          : {
              grade: 0,
              state: judged,
              label: UNGRADED_WORDS[judged],
              iconSet: rule.iconSet,
              color: null,
            }),
    );
  return status;
}

type Judged = 1 | 2 | 3 | 4 | keyof typeof UNGRADED_WORDS;

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
  // What does not grow towards its target can still turn: it is made only once the period has
  // ended. An average is no target.
  const mayBeMade =
    (phase === 'ended' || input.isCumulative) &&
    rule.benchmark !== 'peerAverage' &&
    target !== null;
  if (mayBeMade && reaches(actual, target, WHOLE, direction)) return 4;
  if (isClosedDay) return 'noWorkday';
  if (benchmark.thresholds === null) return 'noBenchmark';
  const { upper, lower } = benchmark.thresholds;
  return reaches(actual, upper.of, upper.part, direction)
    ? 3
    : reaches(actual, lower.of, lower.part, direction)
      ? 2
      : 1;
}

interface Threshold {
  of: number;
  part: Part;
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
  const fixed = rule.absoluteThresholds[input.kind];
  if (fixed)
    return {
      isTarget: false,
      thresholds: { upper: { of: fixed.upper, part: due }, lower: { of: fixed.lower, part: due } },
    };
  const isTarget = rule.benchmark === 'expectedToDate' || rule.benchmark === 'target';
  const compared =
    rule.benchmark === 'priorPeriod' || rule.benchmark === 'peerAverage'
      ? input.compareWith(rule.benchmark)
      : target;
  if (compared === null || (compared <= 0 && !isTarget)) return { isTarget, thresholds: null };
  return {
    isTarget,
    thresholds: {
      upper: toThreshold(compared, rule.thresholds, 'upper', due),
      lower: toThreshold(compared, rule.thresholds, 'lower', due),
    },
  };
}

function toThreshold(
  of: number,
  thresholds: Thresholds,
  which: keyof Thresholds,
  due: Part,
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
function reaches(actual: number, of: number, part: Part, direction: Direction): boolean {
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
