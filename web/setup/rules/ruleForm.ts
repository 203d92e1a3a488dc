import type { RulesOfMeasure } from '#contract/schemas/rule';
import { writeDecimal } from '#core/money/amount';
import { decimalsOf } from '#core/money/format';
import { readTyped } from '#core/money/typed';
import {
  type Benchmark,
  defaultLabels,
  defaultThresholds,
  type PerGrade,
  type StatusRule,
  type Thresholds,
} from '#core/status/rule';
import { figureUnit } from '#wording/figureUnit';

/** Lengths of period for which fixed values can be given. */
export const FIXED_KINDS = {
  day: 'A day',
  week: 'A week',
  month: 'A month',
  quarter: 'A quarter',
  year: 'A year',
} as const;
export type FixedKind = keyof typeof FIXED_KINDS;

export const BENCHMARK_NAMES: Record<Benchmark, string> = {
  expectedToDate: 'what was due by now; the target once the period has ended',
  target: 'the target itself',
  priorPeriod: 'the period before, at the same point',
  peerAverage: 'the average of its peers',
};
export const SYMBOL_NAMES = { rungs: 'rungs', shapes: 'shapes', words: 'plain words' } as const;

/** A rule as it is typed. */
export interface RuleForm {
  benchmark: Benchmark;
  upper: string;
  lower: string;
  absoluteThresholds: Record<FixedKind, { upper: string; lower: string }>;
  labels: { open: PerGrade<string>; ended: PerGrade<string> };
  iconSet: StatusRule['iconSet'];
  colors: StatusRule['colors'];
}

type OfMeasure = Pick<RulesOfMeasure, 'valueKind' | 'decimals' | 'direction'>;
const decimalsIn = (measure: OfMeasure, currency: string) =>
  decimalsOf(figureUnit({ measure, currency }));

export function toForm(rule: StatusRule, measure: OfMeasure, currency: string): RuleForm {
  const write = (value: number | undefined) =>
    value === undefined ? '' : writeDecimal(value, decimalsIn(measure, currency));
  const kinds = Object.keys(FIXED_KINDS) as FixedKind[];
  return {
    benchmark: rule.benchmark,
    upper: String(rule.thresholds.upper),
    lower: String(rule.thresholds.lower),
    labels: rule.labels,
    iconSet: rule.iconSet,
    colors: rule.colors,
    absoluteThresholds: Object.fromEntries(
      kinds.map((kind) => [
        kind,
        {
          upper: write(rule.absoluteThresholds[kind]?.upper),
          lower: write(rule.absoluteThresholds[kind]?.lower),
        },
      ]),
    ) as RuleForm['absoluteThresholds'],
  };
}

/**
 * Another benchmark brings its usual thresholds and words, so that nobody takes an average for the
 * target.
 */
export function withBenchmark(
  form: RuleForm,
  benchmark: Benchmark,
  { direction }: OfMeasure,
): RuleForm {
  const { upper, lower } = defaultThresholds(benchmark, direction);
  return {
    ...form,
    benchmark,
    upper: String(upper),
    lower: String(lower),
    labels: defaultLabels(benchmark, direction),
  };
}

export type ReadRule =
  { ok: true; rule: StatusRule } | { ok: false; faults: Record<string, string> };

/** The rule a form says, or what in it is no number, by field. */
export function readRule(form: RuleForm, measure: OfMeasure, currency: string): ReadRule {
  const faults: Record<string, string> = {};
  const read = (text: string, decimals: number, field: string): number => {
    const typed = readTyped(text, decimals);
    if (!typed.ok) faults[field] = 'Is not a number with so many decimals.';
    return typed.ok ? typed.value : 0;
  };
  const thresholds: Thresholds = {
    upper: read(form.upper, 1, 'thresholds') / 10,
    lower: read(form.lower, 1, 'thresholds') / 10,
  };
  const absoluteThresholds: Partial<Record<FixedKind, Thresholds>> = {};
  for (const [kind, { upper, lower }] of Object.entries(form.absoluteThresholds) as [
    FixedKind,
    RuleForm['absoluteThresholds'][FixedKind],
  ][]) {
    if (upper.trim() === '' && lower.trim() === '') continue;
    if (upper.trim() === '' || lower.trim() === '')
      faults[`absoluteThresholds/${kind}`] = 'Give both values, or none.';
    else
      absoluteThresholds[kind] = {
        upper: read(upper, decimalsIn(measure, currency), `absoluteThresholds/${kind}`),
        lower: read(lower, decimalsIn(measure, currency), `absoluteThresholds/${kind}`),
      };
  }
  const { benchmark, labels, iconSet, colors } = form;
  return Object.keys(faults).length > 0
    ? { ok: false, faults }
    : { ok: true, rule: { benchmark, thresholds, absoluteThresholds, labels, iconSet, colors } };
}

/** A rule in a sentence. */
export function describeStatusRule({
  benchmark,
  thresholds,
  absoluteThresholds,
  labels,
}: StatusRule): string {
  const kinds = Object.keys(absoluteThresholds);
  return `Against ${BENCHMARK_NAMES[benchmark]}: from ${thresholds.upper}% ${labels.open[2]}, from ${thresholds.lower}% ${labels.open[1]}, else ${labels.open[0]}${kinds.length > 0 ? `; fixed values for each ${kinds.join(', ')}` : ''}.`;
}
