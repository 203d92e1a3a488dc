import type { RulesOfMeasure } from '#contract/schemas/rule';
import { writeDecimal } from '#core/money/amount';
import { decimalsOf } from '#core/money/format';
import { readTyped } from '#core/money/typed';
import { defaultCuts, defaultWords, type Cuts, type PerGrade, type StatusRule, type Yardstick } from '#core/status/rule';
import { figureUnit } from '#contract/words/figureUnit';

/** Lengths of period for which fixed values can be given. */
export const FIXED_KINDS = { day: 'A day', week: 'A week', month: 'A month', quarter: 'A quarter', year: 'A year' } as const;
export type FixedKind = keyof typeof FIXED_KINDS;

export const YARDSTICK_NAMES: Record<Yardstick, string> = {
  dueByNow: 'what was due by now; the target once the period has ended', target: 'the target itself', priorPeriod: 'the period before, at the same point', peerAverage: 'the average of its peers',
};
export const SYMBOL_NAMES = { rungs: 'rungs', shapes: 'shapes', words: 'plain words' } as const;

/** A rule as it is typed. */
export interface RuleForm {
  yardstick: Yardstick;
  upper: string;
  lower: string;
  fixed: Record<FixedKind, { upper: string; lower: string }>;
  words: { open: PerGrade<string>; ended: PerGrade<string> };
  symbols: StatusRule['symbols'];
  colors: StatusRule['colors'];
}

type OfMeasure = Pick<RulesOfMeasure, 'unit' | 'decimals' | 'direction'>;
const decimalsIn = (measure: OfMeasure, currency: string) => decimalsOf(figureUnit({ measure, currency }));

export function toForm(rule: StatusRule, measure: OfMeasure, currency: string): RuleForm {
  const write = (value: number | undefined) => (value === undefined ? '' : writeDecimal(value, decimalsIn(measure, currency)));
  const kinds = Object.keys(FIXED_KINDS) as FixedKind[];
  return {
    yardstick: rule.yardstick, upper: String(rule.cuts.upper), lower: String(rule.cuts.lower), words: rule.words, symbols: rule.symbols, colors: rule.colors,
    fixed: Object.fromEntries(kinds.map((kind) => [kind, { upper: write(rule.fixed[kind]?.upper), lower: write(rule.fixed[kind]?.lower) }])) as RuleForm['fixed'],
  };
}

/** Another yardstick brings its usual cuts and words, so that nobody takes an average for the target. */
export function withYardstick(form: RuleForm, yardstick: Yardstick, { direction }: OfMeasure): RuleForm {
  const { upper, lower } = defaultCuts(yardstick, direction);
  return { ...form, yardstick, upper: String(upper), lower: String(lower), words: defaultWords(yardstick, direction) };
}

export type ReadRule = { ok: true; rule: StatusRule } | { ok: false; faults: Record<string, string> };

/** The rule a form says, or what in it is no number, by field. */
export function readRule(form: RuleForm, measure: OfMeasure, currency: string): ReadRule {
  const faults: Record<string, string> = {};
  const read = (text: string, decimals: number, field: string): number => {
    const typed = readTyped(text, decimals);
    if (!typed.ok) faults[field] = 'Is not a number with so many decimals.';
    return typed.ok ? typed.value : 0;
  };
  const cuts: Cuts = { upper: read(form.upper, 1, 'cuts') / 10, lower: read(form.lower, 1, 'cuts') / 10 };
  const fixed: Partial<Record<FixedKind, Cuts>> = {};
  for (const [kind, { upper, lower }] of Object.entries(form.fixed) as [FixedKind, RuleForm['fixed'][FixedKind]][]) {
    if (upper.trim() === '' && lower.trim() === '') continue;
    if (upper.trim() === '' || lower.trim() === '') faults[`fixed/${kind}`] = 'Give both values, or none.';
    else fixed[kind] = { upper: read(upper, decimalsIn(measure, currency), `fixed/${kind}`), lower: read(lower, decimalsIn(measure, currency), `fixed/${kind}`) };
  }
  const { yardstick, words, symbols, colors } = form;
  return Object.keys(faults).length > 0 ? { ok: false, faults } : { ok: true, rule: { yardstick, cuts, fixed, words, symbols, colors } };
}

/** A rule in a sentence. */
export function describeStatusRule({ yardstick, cuts, fixed, words }: StatusRule): string {
  const kinds = Object.keys(fixed);
  return `Against ${YARDSTICK_NAMES[yardstick]}: from ${cuts.upper}% ${words.open[2]}, from ${cuts.lower}% ${words.open[1]}, else ${words.open[0]}${kinds.length > 0 ? `; fixed values for each ${kinds.join(', ')}` : ''}.`;
}
