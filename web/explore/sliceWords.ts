import type { LinesHeader } from '#contract/schemas/slice';
import { exponentOf } from '#core/money/currency';
import { type FigureUnit, formatShort } from '#core/money/format';
import { DEAL_SIZES } from '#core/slices/dealSize';
import type { ExploreKey, SliceSums, SliceValue } from '#core/slices/exploring';
import type { SliceMeasure } from '#core/slices/lineTable';
import type { Shown } from '../app/display';

export const KEY_NAMES: Readonly<Record<ExploreKey, string>> = {
  month: 'Month',
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
  deals_won: ' deals won',
  quantity: ' sold',
};

export function unitOf(measure: SliceMeasure, { currency }: LinesHeader): FigureUnit {
  if (measure === 'deals_won') return { kind: 'count', decimals: 0 };
  return measure === 'quantity' ? { kind: 'count', decimals: 3 } : { kind: 'money', currency };
}

/** A row in words: how much of how much, and the same days last year. */
export function describeRow(name: string, { these, all, before }: SliceSums, shown: Shown): string {
  const known = before === null ? '' : `, ${shown.figure(before)} last year`;
  return `${name}: ${shown.figure(these)} of ${shown.figure(all)}${known}`;
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
