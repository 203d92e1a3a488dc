import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import type { Day } from '../period/day';
import { gradeOf, targetToJudge, toValue, yardstickOf, type Grade, type GradeInput, type Status } from '../status/grade';
import type { StatusRule } from '../status/rule';
import { completeValue, type FoundTarget } from '../target/found';
import { valueIn, type Books } from './books';
import type { Elapsed } from './elapsed';
import { peerAverageOf } from './peers';

/** What is judged: a unit's figure and target of a period. */
export interface Judged {
  unitId: number;
  period: Period;
  measure: MeasureCode;
  actual: number | null;
  target: FoundTarget;
  elapsed: Elapsed;
}

const compareWithNothing = () => null;

function toInput(books: Books, judged: Judged, rule: StatusRule): GradeInput {
  const { unitId, period, measure, target } = judged;
  const { direction, accrues } = books.measures.get(measure);
  const complete = completeValue(target);
  return {
    kind: period.kind, actual: judged.actual, target: complete, incomplete: target.value !== null && complete === null, phase: judged.elapsed.phase, elapsed: judged.elapsed, direction, accrues,
    compareWith: rule.yardstick !== 'priorPeriod' && rule.yardstick !== 'peerAverage' ? compareWithNothing : (yardstick) => (yardstick === 'peerAverage'
      ? peerAverageOf(books, unitId, period, measure)?.average ?? null
      : valueIn(books, unitId, measure, books.comparedOf(period).prior.span)),
  };
}

/** The status by the rule of the measure and period, or by another one that is tried. */
export function gradeIn(books: Books, judged: Judged, rule: StatusRule = books.rules.of(judged.measure, judged.period)): Status {
  return gradeOf(toInput(books, judged, rule), rule);
}

/** How a grade was found: what was compared, from where on the grades begin, and what the next one takes. */
export interface Grading {
  rule: StatusRule;
  /** From when on the rule holds; null: it is the one that ships. */
  since: Day | null;
  /** The cuts are fixed values, not percents. */
  isFixed: boolean;
  /** The figures from which on grade 3 and 2 begin; null where there is nothing to compare with. */
  cuts: { upper: number; lower: number } | null;
  /** The full target, where reaching it is made; null for an average, which is no target. */
  madeAt: number | null;
  /** How many peers an average is of; null for other yardsticks. */
  peers: number | null;
  /** The next better grade, its word, the figure it begins at, and how far that is away (more for higher is better, less for lower). */
  next: { grade: Grade; word: string; at: number; distance: number } | null;
}

/** The way to a grade, for whoever asks why (CALCULATIONS 8). Values in whole units of the measure's last decimal, with fractions. */
export function explainGrade(books: Books, judged: Judged): Grading {
  const rule = books.rules.of(judged.measure, judged.period);
  const input = toInput(books, judged, rule);
  const target = targetToJudge(input);
  const { cuts } = yardstickOf(input, rule, target);
  const madeAt = rule.yardstick === 'peerAverage' ? null : target;
  const steps: (number | null)[] = [cuts && toValue(cuts.lower), cuts && toValue(cuts.upper), madeAt];
  const { grade } = gradeOf(input, rule);
  const at = grade === 0 || grade === 4 ? null : steps[grade - 1] ?? null;
  const words = rule.words[judged.elapsed.phase === 'ended' ? 'ended' : 'open'];
  const isFixed = rule.fixed[judged.period.kind] !== undefined;
  const peers = rule.yardstick === 'peerAverage' ? peerAverageOf(books, judged.unitId, judged.period, judged.measure)?.count ?? null : null;
  const tell = rule.yardstick === 'peerAverage' && !isFixed ? (value: number) => tellAverage(value, peers ?? 0) : (value: number) => value;
  const toldAt = at === null ? null : tell(at);
  const [upper, lower] = cuts ? [tell(toValue(cuts.upper)), tell(toValue(cuts.lower))] : [null, null];
  return {
    rule, madeAt, since: books.rules.since(judged.measure, judged.period), isFixed, peers,
    cuts: upper === null || lower === null ? null : { upper, lower },
    next: toldAt === null || judged.actual === null ? null : { grade: (grade + 1) as Grade, word: words[grade as 1 | 2 | 3], at: toldAt, distance: Math.abs(toldAt - judged.actual) },
  };
}

/** Of fewer, an average and one's own figure give the others' away. */
const FEWEST_TOLD = 5;
const DIGITS_TOLD = 3;

/** What is told of an average of peers: three digits of it, and of few peers the grade alone. */
function tellAverage(value: number, peers: number): number | null {
  return peers < FEWEST_TOLD ? null : Number(value.toPrecision(DIGITS_TOLD));
}
