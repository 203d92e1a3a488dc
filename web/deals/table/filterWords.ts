import { readCustomFilter, withCustomFilter } from '#contract/customFilter';
import type { CustomField } from '#contract/schemas/customField';
import type { Filter, Switch, TextFilter } from './useTableState';

export const FILTER_NAMES: Readonly<Record<Exclude<TextFilter, 'custom'>, string>> = {
  customer: 'Customer',
  product: 'Product',
  category: 'Category',
  source: 'Source',
  stage: 'Stage',
  location: 'Location',
  lostReason: 'Lost reason',
  currency: 'Currency',
  amountFrom: 'Amount from',
  amountTo: 'Amount up to',
  changedSince: 'Changed since',
};
export const SWITCH_NAMES: Readonly<Record<Switch, string>> = {
  overdue: 'Overdue',
  split: 'Split',
  refund: 'Refunds',
  unassigned: 'Unassigned',
  missingCost: 'Won without a cost',
  voided: 'Voided deals instead',
};

/** The filters that are on, in words, each with what takes it off (GUARDS 15). */
export function listActive(
  filter: Filter,
  fields: readonly CustomField[] = [],
): { key: string; name: string; off: Record<string, string | null> }[] {
  const custom = readCustomFilter(filter.custom ?? '').map(({ code, value }) => ({
    key: `custom.${code}`,
    name: describeCustom(fields.find((each) => each.code === code)?.name ?? code, value),
    off: { custom: withCustomFilter(filter.custom ?? '', code, null) || null },
  }));
  const texts = (Object.keys(FILTER_NAMES) as (keyof typeof FILTER_NAMES)[])
    .filter((key) => filter[key])
    .map((key) => ({
      key,
      name: `${FILTER_NAMES[key].toLowerCase()}: ${filter[key]}`,
      off: { [key]: null },
    }));
  const switches = (Object.keys(SWITCH_NAMES) as Switch[])
    .filter((key) => filter[key])
    .map((key) => ({ key, name: SWITCH_NAMES[key].toLowerCase(), off: { [key]: null } }));
  return [
    ...(filter.status ? [{ key: 'status', name: filter.status, off: { status: null } }] : []),
    ...(filter.search ? [{ key: 'find', name: `“${filter.search}”`, off: { find: null } }] : []),
    ...texts,
    ...custom,
    ...switches,
  ];
}

function describeCustom(name: string, value: string): string {
  const label = name.toLowerCase();
  if (value === '') return `without ${label}`;
  const at = value.indexOf('..');
  if (at < 0) return `${label}: ${value}`;
  const [from, to] = [value.slice(0, at), value.slice(at + 2)];
  return `${label}${from ? ` from ${from}` : ''}${to ? ` up to ${to}` : ''}`;
}
