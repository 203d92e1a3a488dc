import type { CustomFieldKind } from '#core/customField/field';
import { readTyped } from '#core/money/typed';
import { toIsoIn } from '#core/period/dayForm';
import type { ImportMapping } from './schemas/importMapping';

/** Columns of `deals.csv`; the needed ones first. */
export const DEAL_COLUMNS = [
  'deal',
  'salesperson',
  'customer',
  'amount',
  'currency',
  'status',
  'closed_on',
  'expected_on',
  'opened_on',
  'probability',
  'stage',
  'product',
  'category',
  'source',
  'location',
  'quantity',
  'cost',
  'commission_rate',
  'credit',
  'lost_reason',
  'refund_of',
  'notes',
] as const;
export const NEEDED_DEAL_COLUMNS = ['deal', 'salesperson', 'customer', 'amount', 'status'] as const;

export const DAY_COLUMNS: ReadonlySet<string> = new Set(['closed_on', 'expected_on', 'opened_on']);
export const NUMBER_COLUMNS: ReadonlySet<string> = new Set([
  'amount',
  'cost',
  'quantity',
  'probability',
  'commission_rate',
]);

/** How the values of a column are written. */
export type ColumnKind = 'day' | 'number' | 'text';

/** The kind of one of our columns; of a custom field's as its kind says. */
export function columnKindOf(
  column: string,
  custom: ReadonlyMap<string, CustomFieldKind>,
): ColumnKind {
  const kind = custom.get(column);
  if (DAY_COLUMNS.has(column) || kind === 'date') return 'day';
  return NUMBER_COLUMNS.has(column) || kind === 'money' || kind === 'number' ? 'number' : 'text';
}

const SHARES: ReadonlySet<string> = new Set(['probability', 'commission_rate']);
const DECIMALS = 4;
const NO_CUSTOM: ReadonlyMap<string, CustomFieldKind> = new Map();

/**
 * A value of one of our columns as the mapping reads it: exchanged, a day in ISO 8601, a number
 * with a point, a percent as a share. What cannot be read stays as it stands, to be refused with
 * its own words.
 */
export function readMapped(
  column: string,
  text: string,
  { values, days, numbers, defaults }: ImportMapping,
  custom: ReadonlyMap<string, CustomFieldKind> = NO_CUSTOM,
): string {
  const exchanged = values[column]?.[text] ?? text;
  if (exchanged === '') return defaults[column] ?? '';
  const kind = columnKindOf(column, custom);
  if (kind === 'day') return toIsoIn(exchanged, days);
  if (kind === 'text') return exchanged;
  const typed = readTyped(exchanged, DECIMALS, numbers);
  if (!typed.ok) return exchanged;
  return SHARES.has(column) && exchanged.trim().endsWith('%')
    ? String(Math.round(Number(typed.decimal) * 100) / 10_000)
    : typed.decimal.replace(/\.?0+$/, '') || '0';
}
