import { peerAverageOf } from '../comparison/peers';
import { type Dataset, valueIn } from '../dataset/dataset';
import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import type { Day } from '../period/day';
import {
  benchmarkOf,
  type Grade,
  type GradeInput,
  gradeOf,
  type Status,
  targetToJudge,
  toValue,
} from '../status/grade';
import type { StatusRule } from '../status/rule';
import { completeValue, type ResolvedTarget } from '../targets/resolvedTarget';
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
  const { direction, isCumulative } = dataset.measures.get(measure);
  const complete = completeValue(target);
  return {
    kind: period.kind,
    actual: judged.actual,
    target: complete,
    incomplete: target.value !== null && complete === null,
    phase: judged.elapsed.phase,
    elapsed: judged.elapsed,
    direction,
    isCumulative,
    compareWith:
      rule.benchmark !== 'priorPeriod' && rule.benchmark !== 'peerAverage'
        ? compareWithNothing
        : (benchmark) =>
            benchmark === 'peerAverage'
              ? (peerAverageOf(dataset, unitId, period, measure)?.average ?? null)
              : valueIn(dataset, unitId, measure, dataset.comparedOf(period).prior.span),
  };
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
  next: { grade: Grade; label: string; at: number; distance: number } | null;
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
  const achievedAt = rule.benchmark === 'peerAverage' ? null : target;
  const steps: (number | null)[] = [
    thresholds && toValue(thresholds.lower),
    thresholds && toValue(thresholds.upper),
    achievedAt,
  ];
  const { grade } = gradeOf(input, rule);
  const at = grade === 0 || grade === 4 ? null : (steps[grade - 1] ?? null);
  const words = rule.labels[judged.elapsed.phase === 'ended' ? 'ended' : 'open'];
  const isAbsolute = rule.absoluteThresholds[judged.period.kind] !== undefined;
  const peers =
    rule.benchmark === 'peerAverage'
      ? (peerAverageOf(dataset, judged.unitId, judged.period, judged.measure)?.count ?? null)
      : null;
  const tell =
    rule.benchmark === 'peerAverage' && !isAbsolute
      ? (value: number) => tellAverage(value, peers ?? 0)
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
            grade: (grade + 1) as Grade,
            label: words[grade as 1 | 2 | 3],
            at: toldAt,
            distance: Math.abs(toldAt - judged.actual),
          },
  };
}

/** Of fewer, an average and one's own figure give the others' away. */
const FEWEST_TOLD = 5;
const DIGITS_TOLD = 3;

/** What is told of an average of peers: three digits of it, and of few peers the grade alone. */
function tellAverage(value: number, peers: number): number | null {
  return peers < FEWEST_TOLD ? null : Number(value.toPrecision(DIGITS_TOLD));
}
