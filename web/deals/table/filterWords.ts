import type { Filter, Switch, TextFilter } from './useTableState';

export const FILTER_NAMES: Readonly<Record<TextFilter, string>> = {
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
): { key: string; name: string; off: Record<string, null> }[] {
  const texts = (Object.keys(FILTER_NAMES) as TextFilter[])
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
    ...switches,
  ];
}
