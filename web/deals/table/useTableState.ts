import { useCallback, useState } from 'react';
import {
  DEAL_GROUPS,
  DEAL_SORTS,
  DEAL_STATUSES,
  type DealFilterQuery,
  type DealGrouping,
  type DealSort,
} from '#contract/schemas/deal';
import type { DealViewState } from '#contract/schemas/dealView';
import { useAddress } from '../../app/address';
import { FIRST_COLUMNS } from './columns';

/** Filters by name of a list, typed amount or day. */
export const TEXT_FILTERS = [
  'customer',
  'product',
  'category',
  'source',
  'stage',
  'location',
  'lostReason',
  'currency',
  'amountFrom',
  'amountTo',
  'changedSince',
  'custom',
] as const;
export const SWITCHES = [
  'overdue',
  'split',
  'refund',
  'unassigned',
  'missingCost',
  'voided',
] as const;
export type TextFilter = (typeof TEXT_FILTERS)[number];
export type Switch = (typeof SWITCHES)[number];

/**
 * How the columns stand is the reader's own and stays on this machine; a saved view carries it too.
 */
const LAYOUT_KEY = 'iron-ladder-deal-columns';
type Layout = Pick<DealViewState, 'columns' | 'widths' | 'frozen'>;
const FIRST_LAYOUT: Layout = { columns: FIRST_COLUMNS, widths: {}, frozen: 0 };

function readLayout(): Layout {
  try {
    return {
      ...FIRST_LAYOUT,
      ...(JSON.parse(localStorage.getItem(LAYOUT_KEY) ?? '{}') as Partial<Layout>),
    };
  } catch {
    return FIRST_LAYOUT;
  }
}

export type Filter = Omit<DealFilterQuery, 'unit' | 'period'>;

/** What of the table is in the address (filters, order, grouping), and how its columns stand. */
export function useTableState() {
  const { search, put } = useAddress();
  const [layout, setLayout] = useState(readLayout);

  const changeLayout = useCallback(
    (over: Partial<Layout>) =>
      setLayout((old) => {
        const next = { ...old, ...over };
        localStorage.setItem(LAYOUT_KEY, JSON.stringify(next));
        return next;
      }),
    [],
  );

  const filter = readFilter(search);
  const sort: DealSort = DEAL_SORTS.find((each) => each === search.get('sort')) ?? 'day';
  const order: 'asc' | 'desc' = search.get('order') === 'asc' ? 'asc' : 'desc';
  const by: DealGrouping | null = DEAL_GROUPS.find((each) => each === search.get('by')) ?? null;
  const state: DealViewState = { filter, sort, order, by, ...layout };

  const clear = () =>
    put(
      Object.fromEntries(
        [...TEXT_FILTERS, ...SWITCHES, 'status', 'find'].map((name) => [name, null]),
      ),
    );
  const show = (view: DealViewState) => {
    changeLayout({ columns: view.columns, widths: view.widths, frozen: view.frozen });
    put({
      ...Object.fromEntries([...TEXT_FILTERS].map((name) => [name, view.filter[name] ?? null])),
      ...Object.fromEntries([...SWITCHES].map((name) => [name, view.filter[name] ? 'yes' : null])),
      status: view.filter.status ?? null,
      find: view.filter.search ?? null,
      sort: view.sort,
      order: view.order,
      by: view.by,
    });
  };
  return { search, state, put, clear, show, changeLayout };
}

export function readFilter(search: URLSearchParams): Filter {
  const filter: Record<string, unknown> = {};
  for (const name of TEXT_FILTERS) if (search.get(name)) filter[name] = search.get(name);
  for (const name of SWITCHES) if (search.get(name) === 'yes') filter[name] = true;
  const status = DEAL_STATUSES.find((each) => each === search.get('status'));
  if (status) filter['status'] = status;
  const find = search.get('find')?.trim();
  if (find) filter['search'] = find;
  return filter;
}
