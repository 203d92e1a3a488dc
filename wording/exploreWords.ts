import type { LinesHeader } from '#contract/schemas/slice';
import { exponentOf } from '#core/money/currency';
import type { FigureUnit } from '#core/money/figureUnit';
import { DEAL_SIZES } from '#core/slices/dealSize';
import type { ExploreAnswer, ExploreKey, SliceValue } from '#core/slices/exploring';
import type { SliceMeasure } from '#core/slices/lineTable';
import { describeExplored, type ExplorePart } from './exploreSentence';
import { formatShort } from './numbers/format';

export const KEY_NAMES: Readonly<Record<ExploreKey, string>> = {
  month: 'Month',
  week: 'Week',
  weekday: 'Weekday',
  size: 'Deal size',
  branch: 'Branch',
  team: 'Team',
  salesperson: 'Salesperson',
  category: 'Category',
  product: 'Product',
  customer: 'Customer',
  customerGroup: 'Customer group',
  source: 'Source',
  location: 'Location',
};

/** Of what can be explored. */
export const MEASURE_NAMES: Readonly<Record<SliceMeasure, string>> = {
  revenue: 'Revenue',
  gross_profit: 'Gross profit',
  deals_won: 'Deals won',
  quantity: 'Quantity',
};

/** What stands after a figure in a sentence. */
export const NOUNS: Readonly<Record<SliceMeasure, string>> = {
  revenue: '',
  gross_profit: ' of gross profit',
  deals_won: ' deals',
  quantity: ' sold',
};

export function unitOf(measure: SliceMeasure, { currency }: LinesHeader): FigureUnit {
  if (measure === 'deals_won') return { kind: 'count', decimals: 0 };
  return measure === 'quantity' ? { kind: 'count', decimals: 3 } : { kind: 'money', currency };
}

/** A value's name; sizes as the band they stand for: "€1k to €2k". */
export function nameOf(key: ExploreKey, { id, name }: SliceValue, currency: string): string {
  if (key !== 'size') return name;
  if (id === 'refund') return 'Refunds';
  const at = DEAL_SIZES.indexOf(Number(id));
  const show = (major: number) =>
    formatShort(major * 10 ** exponentOf(currency), { kind: 'money', currency });
  const next = DEAL_SIZES[at + 1];
  return next === undefined
    ? `${show(Number(id))} and more`
    : `${show(Number(id))} to ${show(next)}`;
}

/** The span in a sentence: a year's months by their end, all else by its name. */
function whenOf({ period, asOf, now, months }: LinesHeader): string {
  if (period.kind !== 'range') return asOf < period.lastDay ? `${period.name} so far` : period.name;
  const end = now.days.split('–').at(-1)!;
  return months.length > 0 ? `the ${months.length} months to ${end}` : now.days;
}

/** What the choices come to, in a sentence. */
export function describeAnswer(header: LinesHeader, answer: ExploreAnswer): ExplorePart[] {
  const { measure, total, choices } = answer;
  return describeExplored({
    unitName: header.unit.name,
    when: whenOf(header),
    hasPriorYear: header.priorYear !== null,
    unit: unitOf(measure, header),
    noun: NOUNS[measure],
    total,
    chosen: choices.map(({ key, values }) =>
      values.map((value) => nameOf(key, value, header.currency)).join(' and '),
    ),
  });
}
