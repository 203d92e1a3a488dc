import type { RulesOfMeasure } from '#contract/schemas/rule';
import { writeDecimal } from '#core/money/amount';
import { decimalsOf } from '#core/money/figureUnit';
import { readTyped } from '#core/money/typed';
import {
  type Benchmark,
  defaultLabels,
  defaultThresholds,
  type FixedThresholds,
  mayBeTwoGrade,
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
  workingDay: 'Each working day',
} as const;
export type FixedKind = keyof typeof FIXED_KINDS;

/** For whom fixed values hold. */
export const LEVEL_NAMES = {
  all: 'all levels',
  company: 'the company',
  branch: 'branches',
  team: 'teams',
  salesperson: 'salespeople',
} as const;
export type Level = keyof typeof LEVEL_NAMES;

type FixedForm = Record<FixedKind, { upper: string; lower: string }>;

export function isFixed(values: FixedForm): boolean {
  return Object.values(values).some(
    ({ upper, lower }) => upper.trim() !== '' || lower.trim() !== '',
  );
}

export const BENCHMARK_NAMES: Record<Benchmark, string> = {
  expectedToDate: 'what was due by now; the target once the period has ended',
  target: 'the target itself',
  priorPeriod: 'the period before, at the same point',
  priorYear: 'the same period last year, at the same point',
  peerAverage: 'the average of its peers',
};
export const SYMBOL_NAMES = { rungs: 'rungs', shapes: 'steps', words: 'plain words' } as const;

/** A rule as it is typed. */
export interface RuleForm {
  benchmark: Benchmark;
  upper: string;
  lower: string;
  isTwoGrade: boolean;
  fixedThresholds: Record<Level, FixedForm>;
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
  const levels = Object.keys(LEVEL_NAMES) as Level[];
  const toFixed = (fixed: FixedThresholds = {}) =>
    Object.fromEntries(
      kinds.map((kind) => [
        kind,
        { upper: write(fixed[kind]?.upper), lower: write(fixed[kind]?.lower) },
      ]),
    ) as FixedForm;
  return {
    benchmark: rule.benchmark,
    upper: String(rule.thresholds.upper),
    lower: String(rule.thresholds.lower),
    labels: rule.labels,
    iconSet: rule.iconSet,
    colors: rule.colors,
    isTwoGrade: rule.isTwoGrade ?? false,
    fixedThresholds: Object.fromEntries(
      levels.map((level) => [
        level,
        toFixed(level === 'all' ? rule.absoluteThresholds : rule.thresholdsByLevel?.[level]),
      ]),
    ) as RuleForm['fixedThresholds'],
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
    isTwoGrade: form.isTwoGrade && mayBeTwoGrade(benchmark),
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
  const readFixed = (values: FixedForm, under: string): FixedThresholds => {
    const fixed: Partial<Record<FixedKind, Thresholds>> = {};
    for (const [kind, { upper, lower }] of Object.entries(values) as [
      FixedKind,
      FixedForm[FixedKind],
    ][]) {
      const field = `${under}/${kind}`;
      if (upper.trim() === '' && lower.trim() === '') continue;
      if (upper.trim() === '' || lower.trim() === '') faults[field] = 'Give both values, or none.';
      else
        fixed[kind] = {
          upper: read(upper, decimalsIn(measure, currency), field),
          lower: read(lower, decimalsIn(measure, currency), field),
        };
    }
    return fixed;
  };
  const { all, ...ofLevels } = form.fixedThresholds;
  const absoluteThresholds = readFixed(all, 'absoluteThresholds');
  const thresholdsByLevel = Object.fromEntries(
    Object.entries(ofLevels)
      .map(([level, values]) => [level, readFixed(values, `thresholdsByLevel/${level}`)] as const)
      .filter(([, fixed]) => Object.keys(fixed).length > 0),
  );
  if (Object.keys(faults).length > 0) return { ok: false, faults };
  const { benchmark, labels, iconSet, colors, isTwoGrade } = form;
  return {
    ok: true,
    rule: {
      benchmark,
      thresholds,
      absoluteThresholds,
      labels,
      iconSet,
      colors,
      ...(Object.keys(thresholdsByLevel).length > 0 ? { thresholdsByLevel } : {}),
      ...(isTwoGrade ? { isTwoGrade } : {}),
    },
  };
}

/** A rule in a sentence. */
export function describeStatusRule({
  benchmark,
  thresholds,
  absoluteThresholds,
  thresholdsByLevel = {},
  labels,
  isTwoGrade,
}: StatusRule): string {
  const fixed = [
    ...toLengths(absoluteThresholds),
    ...Object.entries(thresholdsByLevel).flatMap(([level, of]) =>
      toLengths(of).map((length) => `${length} of ${LEVEL_NAMES[level as Level]}`),
    ),
  ];
  const below = isTwoGrade ? '' : `, from ${thresholds.lower}% ${labels.open[1]}`;
  return `Against ${BENCHMARK_NAMES[benchmark]}: from ${thresholds.upper}% ${labels.open[2]}${below}, else ${labels.open[0]}${fixed.length > 0 ? `; fixed values for each ${fixed.join(', ')}` : ''}.`;
}

function toLengths(fixed: FixedThresholds): string[] {
  return Object.keys(fixed).map((kind) => (kind === 'workingDay' ? 'working day' : kind));
}
