import type { Direction, Measure } from '../measure/measure';
import { PERIOD_KINDS } from '../period/calendar';
import type { UnitKind } from '../units/unit';

/**
 * What a figure is judged by: the target itself, what was due of it by now, the prior period at the
 * same point, or the average of its peers (docs/calculations.md, 8).
 */
export const BENCHMARKS = [
  'expectedToDate',
  'target',
  'priorPeriod',
  'priorYear',
  'peerAverage',
] as const;
export type Benchmark = (typeof BENCHMARKS)[number];

/** Benchmarks that are no target, but what was reached before or elsewhere. */
export type Comparison = Extract<Benchmark, 'priorPeriod' | 'priorYear' | 'peerAverage'>;

export function isComparison(benchmark: Benchmark): benchmark is Comparison {
  return benchmark !== 'expectedToDate' && benchmark !== 'target';
}

/** Lengths of period a fixed threshold may be for; `workingDay`: so much a working day of any. */
export const FIXED_PERIODS = [...PERIOD_KINDS, 'workingDay'] as const;
export type FixedPeriod = (typeof FIXED_PERIODS)[number];
export type FixedThresholds = Readonly<Partial<Record<FixedPeriod, Thresholds>>>;

/** How a grade is drawn: a ladder with as many rungs, a shape of its own, or its word alone. */
export const ICON_SETS = ['rungs', 'shapes', 'words'] as const;
export type IconSet = (typeof ICON_SETS)[number];

/** Colours that can be told apart, and read, in both themes. */
export const STATUS_COLORS = ['teal', 'steel', 'amber', 'rust', 'plum', 'slate'] as const;
export type StatusColor = (typeof STATUS_COLORS)[number];

/**
 * From the upper cut on a figure is grade 3, from the lower on 2. Where less is better the upper is
 * the smaller one.
 */
export interface Thresholds {
  upper: number;
  lower: number;
}

/** One of each grade, 1 to 4. */
export type PerGrade<Value> = readonly [Value, Value, Value, Value];

/** One rule a measure, in one place. */
export interface StatusRule {
  benchmark: Benchmark;
  /** Percent of the benchmark, with at most one decimal. */
  thresholds: Thresholds;
  /**
   * Fixed values in whole units of the measure's last decimal, each for periods of one length:
   * there they stand in place of the percents.
   */
  absoluteThresholds: FixedThresholds;
  /** Fixed values of one level, which go before those of all. */
  thresholdsByLevel?: Readonly<Partial<Record<UnitKind, FixedThresholds>>> | undefined;
  /** Against an earlier period: ahead or level, and behind, with nothing between. */
  isTwoGrade?: boolean | undefined;
  labels: { open: PerGrade<string>; ended: PerGrade<string> };
  iconSet: IconSet;
  colors: PerGrade<StatusColor>;
}

const COLORS: PerGrade<StatusColor> = ['rust', 'amber', 'steel', 'teal'];

/**
 * Thresholds as they are used where nobody chose others: 95 and 80 %, for limits 103 and 110 %,
 * against peers 110 and 90 % (docs/calculations.md, 8).
 */
export function defaultThresholds(benchmark: Benchmark, direction: Direction): Thresholds {
  if (benchmark === 'peerAverage')
    return direction === 'lower' ? { upper: 90, lower: 110 } : { upper: 110, lower: 90 };
  return direction === 'lower' ? { upper: 103, lower: 110 } : { upper: 95, lower: 80 };
}

/** Words that say what is compared: nobody may take an average for the target. */
export function defaultLabels(benchmark: Benchmark, direction: Direction): StatusRule['labels'] {
  const always = (words: PerGrade<string>) => ({ open: words, ended: words });
  switch (benchmark) {
    case 'peerAverage':
      return always(
        direction === 'lower'
          ? ['above average', 'around average', 'below average', 'made']
          : ['below average', 'around average', 'above average', 'made'],
      );
    case 'priorPeriod':
      return always(
        direction === 'lower'
          ? ['up on before', 'about as before', 'down on before', 'made']
          : ['down on before', 'about as before', 'up on before', 'made'],
      );
    case 'priorYear':
      return always(
        direction === 'lower'
          ? ['up on last year', 'about as last year', 'down on last year', 'made']
          : ['down on last year', 'about as last year', 'up on last year', 'made'],
      );
    default:
      return {
        open: ['behind', 'slipping', 'on pace', 'made'],
        ended:
          direction === 'lower'
            ? ['well over', 'over', 'near', 'made']
            : ['well short', 'short', 'near', 'made'],
      };
  }
}

/**
 * The rule of a measure for which nobody has set one. What has no elapsed share is judged by the
 * target itself.
 */
export function defaultRule({
  isCumulative,
  direction,
}: Pick<Measure, 'isCumulative' | 'direction'>): StatusRule {
  const benchmark = isCumulative ? 'expectedToDate' : 'target';
  return {
    benchmark,
    thresholds: defaultThresholds(benchmark, direction),
    absoluteThresholds: {},
    labels: defaultLabels(benchmark, direction),
    iconSet: 'rungs',
    colors: COLORS,
  };
}

/** The percents of the target that a shown one must not cross. */
export function cutsOf({ benchmark, thresholds }: StatusRule): number[] {
  return isComparison(benchmark) ? [] : [thresholds.lower, thresholds.upper];
}

/** What is wrong with a rule, and at which part of it. */
export interface RuleFault {
  field: string;
  fault:
    | 'thresholdsCrossed'
    | 'notPositive'
    | 'emptyWord'
    | 'sameWord'
    | 'sameColor'
    | 'longWord'
    | 'twoGradesOfTarget';
}

const LONGEST_WORD = 24;

/** What may be judged as ahead or behind alone (docs/calculations.md, 8). */
export function mayBeTwoGrade(benchmark: Benchmark): boolean {
  return benchmark === 'priorPeriod' || benchmark === 'priorYear';
}

/** Everything that keeps a rule from being used; none: it can be. */
export function findRuleFaults(rule: StatusRule, direction: Direction): RuleFault[] {
  const faults: RuleFault[] = [];
  const isCrossed = ({ upper, lower }: Thresholds) =>
    direction === 'lower' ? upper >= lower : upper <= lower;
  if (rule.thresholds.upper <= 0 || rule.thresholds.lower <= 0)
    faults.push({ field: 'thresholds', fault: 'notPositive' });
  else if (isCrossed(rule.thresholds))
    faults.push({ field: 'thresholds', fault: 'thresholdsCrossed' });
  const checkFixed = (field: string, fixed: FixedThresholds) => {
    for (const [kind, thresholds] of Object.entries(fixed))
      if (isCrossed(thresholds))
        faults.push({ field: `${field}/${kind}`, fault: 'thresholdsCrossed' });
  };
  checkFixed('absoluteThresholds', rule.absoluteThresholds);
  for (const [level, fixed] of Object.entries(rule.thresholdsByLevel ?? {}))
    checkFixed(`thresholdsByLevel/${level}`, fixed);
  if (rule.isTwoGrade && !mayBeTwoGrade(rule.benchmark))
    faults.push({ field: 'isTwoGrade', fault: 'twoGradesOfTarget' });
  for (const phase of ['open', 'ended'] as const) {
    rule.labels[phase].forEach((word, at) => {
      const field = `labels/${phase}/${at}`;
      if (word.trim() === '') faults.push({ field, fault: 'emptyWord' });
      else if (word.length > LONGEST_WORD) faults.push({ field, fault: 'longWord' });
      else if (
        rule.labels[phase].findIndex(
          (other) => other.trim().toLowerCase() === word.trim().toLowerCase(),
        ) < at
      )
        faults.push({ field, fault: 'sameWord' });
    });
  }
  rule.colors.forEach((color, at) => {
    if (rule.colors.indexOf(color) < at) faults.push({ field: `colors/${at}`, fault: 'sameColor' });
  });
  return faults;
}
