import { peerAverageOf, toldAverage } from '../comparison/peers';
import { type Dataset, type EarlierSpan, valueIn } from '../dataset/dataset';
import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import type { Day } from '../period/day';
import {
  benchmarkOf,
  fixedThresholdsOf,
  type Grade,
  type GradeInput,
  gradeOf,
  type Status,
  targetToJudge,
  toValue,
} from '../status/grade';
import { type Comparison, isComparison, type StatusRule } from '../status/rule';
import { completeValue, type ResolvedTarget } from '../targets/resolvedTarget';
import { usuallySells } from './dailySales';
import type { Elapsed } from './elapsed';

/** What is judged: a unit's figure and target of a period. */
export interface Judged {
  unitId: number;
  period: Period;
  measure: MeasureCode;
  actual: number | null;
  target: ResolvedTarget;
  elapsed: Elapsed;
}

const compareWithNothing = () => null;

function toInput(dataset: Dataset, judged: Judged, rule: StatusRule): GradeInput {
  const { unitId, period, measure, target } = judged;
  const { direction, isCumulative, formula } = dataset.measures.get(measure);
  const isTyped = formula.kind === 'typed';
  const complete = completeValue(target);
  return {
    kind: period.kind,
    actual: judged.actual,
    target: complete,
    incomplete: target.value !== null && complete === null,
    floor: direction === 'higher' ? target.floor : null,
    stretch: direction === 'higher' && isCumulative ? target.stretch : null,
    unitKind: dataset.tree.find(unitId)!.kind,
    phase: judged.elapsed.phase,
    elapsed: judged.elapsed,
    hasTooFewDeals:
      (period.kind === 'day' || period.kind === 'week') &&
      target.isShare &&
      isCumulative &&
      !isTyped &&
      !usuallySells(dataset, unitId, period),
    direction,
    isCumulative,
    compareWith: isComparison(rule.benchmark)
      ? (benchmark) => compareIn(dataset, judged, benchmark)
      : compareWithNothing,
  };
}

/** What others, or the unit itself at the same point before, come to. */
function compareIn(
  dataset: Dataset,
  { unitId, period, measure }: Judged,
  benchmark: Comparison,
): number | null {
  const valueOf = (earlier: EarlierSpan | null) =>
    earlier && valueIn(dataset, unitId, measure, earlier.span);
  switch (benchmark) {
    case 'peerAverage':
      return peerAverageOf(dataset, unitId, period, measure)?.average ?? null;
    case 'priorPeriod':
      return valueOf(dataset.comparedOf(period).prior);
    case 'priorYear':
      return valueOf(dataset.comparedOf(period).priorYear);
  }
}

/** The status by the rule of the measure and period, or by another one that is tried. */
export function gradeIn(
  dataset: Dataset,
  judged: Judged,
  rule: StatusRule = dataset.rules.of(judged.measure, judged.period),
): Status {
  return gradeOf(toInput(dataset, judged, rule), rule);
}

/**
 * How a grade was found: what was compared, from where on the grades begin, and what the next one
 * takes.
 */
export interface Grading {
  rule: StatusRule;
  /** From when on the rule holds; null: it is the one that ships. */
  effectiveFrom: Day | null;
  /** The thresholds are fixed values, not percents. */
  isAbsolute: boolean;
  /** The figures from which on grade 3 and 2 begin; null where there is nothing to compare with. */
  thresholds: { upper: number; lower: number } | null;
  /** The full target, where reaching it is made; null for an average, which is no target. */
  achievedAt: number | null;
  /** How many peers an average is of; null for other benchmarks. */
  peers: number | null;
  /**
   * The next better grade, its word, the figure it begins at, and how far that is away (more for
   * higher is better, less for lower).
   */
  next: {
    grade: Grade;
    label: string;
    at: number;
    distance: number;
    /** It is given only once the period has ended: what is there now can still turn. */
    isAtEnd: boolean;
  } | null;
}

/**
 * The way to a grade, for whoever asks why (docs/calculations.md, 8). Values in whole units of the
 * measure's last decimal, with fractions.
 */
export function explainGrade(dataset: Dataset, judged: Judged): Grading {
  const rule = dataset.rules.of(judged.measure, judged.period);
  const input = toInput(dataset, judged, rule);
  const target = targetToJudge(input);
  const { thresholds } = benchmarkOf(input, rule, target);
  const achievedAt = rule.benchmark === 'peerAverage' || rule.isTwoGrade ? null : target;
  const steps: (number | null)[] = [
    thresholds && !rule.isTwoGrade ? toValue(thresholds.lower) : null,
    thresholds && toValue(thresholds.upper),
    achievedAt,
  ];
  const { grade } = gradeOf(input, rule);
  const better = (grade === 1 && rule.isTwoGrade ? 3 : grade + 1) as Grade;
  const at = grade === 0 || grade === 4 ? null : (steps[better - 2] ?? null);
  const isAtEnd = better === 4 && input.phase !== 'ended' && !input.isCumulative;
  const words = rule.labels[judged.elapsed.phase === 'ended' ? 'ended' : 'open'];
  const isAbsolute = fixedThresholdsOf(rule, input) !== null;
  const peers =
    rule.benchmark === 'peerAverage'
      ? (peerAverageOf(dataset, judged.unitId, judged.period, judged.measure)?.count ?? null)
      : null;
  const tell =
    rule.benchmark === 'peerAverage' && !isAbsolute
      ? (value: number) => toldAverage(value, peers ?? 0)
      : (value: number) => value;
  const toldAt = at === null ? null : tell(at);
  const [upper, lower] = thresholds
    ? [tell(toValue(thresholds.upper)), tell(toValue(thresholds.lower))]
    : [null, null];
  return {
    rule,
    achievedAt,
    effectiveFrom: dataset.rules.since(judged.measure, judged.period),
    isAbsolute,
    peers,
    thresholds: upper === null || lower === null ? null : { upper, lower },
    next:
      toldAt === null || judged.actual === null
        ? null
        : {
            grade: better,
            label: words[better - 1]!,
            at: toldAt,
            distance: Math.max(
              0,
              input.direction === 'lower' ? judged.actual - toldAt : toldAt - judged.actual,
            ),
            isAtEnd,
          },
  };
}
