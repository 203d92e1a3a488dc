import type { AlertRule, AlertRuleInput } from '#contract/schemas/alert';
import type { MeasureRecord } from '#contract/schemas/measure';
import { OF_SLICES } from '#core/alerts/rule';
import { decimalsOf, type FigureUnit } from '#core/money/figureUnit';
import type { SliceDimension } from '#core/targets/targetSlice';
import { figureUnit } from '#wording/figureUnit';
import { IN_AMOUNTS, KIND_WORDS } from './ruleWords';

/** A rule as it is typed: its numbers are texts. */
export interface TypedRule extends Omit<AlertRuleInput, 'threshold' | 'days' | 'change' | 'slice'> {
  /** Of which dimension the slice is; empty: the whole unit. */
  sliceBy: SliceDimension | '';
  sliceName: string;
  threshold: string;
  days: string;
  change: NonNullable<AlertRuleInput['change']>;
}

export const EMPTY_RULE: Omit<TypedRule, 'unit'> = {
  name: '',
  kind: 'pace',
  watched: 'salespeople',
  measure: 'revenue',
  sliceBy: '',
  sliceName: '',
  periodKind: 'month',
  threshold: '90',
  days: '5',
  change: 'worse',
  receivers: [],
  roles: [],
  delivery: 'app',
};

/**
 * What a rule's amount is counted in: of a gap its measure's figure, of a deal the reporting
 * currency; typed in whole units, kept in those of the last decimal.
 */
export function amountUnitOf(
  kind: AlertRuleInput['kind'],
  measure: MeasureRecord | undefined,
  currency: string,
): FigureUnit {
  return kind === 'gap' && measure
    ? figureUnit({ measure, currency })
    : { kind: 'money', currency };
}

export function toTyped(rule: AlertRule, unit: FigureUnit): TypedRule {
  const { threshold, days, change } = rule;
  const shown =
    threshold === null
      ? null
      : IN_AMOUNTS.includes(rule.kind)
        ? Math.abs(threshold) / 10 ** decimalsOf(unit)
        : threshold;
  return {
    unit: rule.unit.code,
    name: rule.name,
    kind: rule.kind,
    watched: rule.watched,
    measure: rule.measure,
    sliceBy: rule.slice?.by ?? '',
    sliceName: rule.slice?.value ?? '',
    periodKind: rule.periodKind,
    threshold: shown === null ? EMPTY_RULE.threshold : String(shown),
    days: days === null ? EMPTY_RULE.days : String(days),
    change: change ?? 'worse',
    receivers: rule.receivers.map(({ id }) => id),
    roles: rule.roles,
    delivery: rule.delivery,
  };
}

const readNumber = (text: string): number | null => {
  const number = Number(text.replace(/[\s,]/g, ''));
  return text.trim() === '' || !Number.isFinite(number) ? null : number;
};

/** What is sent: what cannot be read is left out, and the server says which field it misses. */
export function toInput(typed: TypedRule, unit: FigureUnit): AlertRuleInput {
  const words = KIND_WORDS[typed.kind];
  const number = readNumber(typed.threshold);
  const sign = typed.kind === 'gap' ? -1 : 1;
  const threshold =
    words.threshold === null || number === null
      ? null
      : IN_AMOUNTS.includes(typed.kind)
        ? sign * Math.round(number * 10 ** decimalsOf(unit))
        : number;
  const days = words.days === null ? null : readNumber(typed.days);
  const { sliceBy, sliceName, ...rest } = typed;
  return {
    ...rest,
    slice:
      sliceBy === '' || !OF_SLICES.includes(typed.kind)
        ? null
        : { by: sliceBy, value: sliceName.trim() },
    name: typed.name.trim() || words.name,
    threshold,
    days: days === null ? null : Math.round(days),
    change: typed.kind === 'grade' ? typed.change : null,
  };
}
