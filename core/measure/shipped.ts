import type { DealState } from './definition';
import type { MeasureRecord } from './measure';

const WON: DealState[] = ['won'];

/** The nine measures that ship with the product (docs/calculations.md, 4): one record each. */
export const SHIPPED_MEASURES: readonly MeasureRecord[] = [
  {
    code: 'revenue',
    name: 'Revenue',
    group: 'Revenue',
    valueKind: 'money',
    decimals: 0,
    direction: 'higher',
    definition: { kind: 'sum', of: { field: 'amount', states: WON } },
    description:
      'Credited amount of won deals on their close date, in the reporting currency. Refunds count as negative. Open and lost deals never count.',
  },
  {
    code: 'deals_won',
    name: 'Deals won',
    group: 'Deals',
    valueKind: 'count',
    decimals: 0,
    direction: 'higher',
    definition: { kind: 'count', of: { field: 'deals', states: WON } },
    description:
      'Number of won deals of more than zero on their close date. A split deal counts once, for the salesperson named first; a refund takes none away.',
  },
  {
    code: 'average_deal',
    name: 'Average deal',
    group: 'Deals',
    valueKind: 'money',
    decimals: 0,
    direction: 'higher',
    definition: {
      kind: 'ratio',
      numerator: { field: 'amount', states: WON },
      denominator: { field: 'deals', states: WON },
    },
    description:
      'Revenue divided by deals won, of the whole period at once: never an average of averages.',
  },
  {
    code: 'gross_profit',
    name: 'Gross profit',
    group: 'Profit',
    valueKind: 'money',
    decimals: 0,
    direction: 'higher',
    definition: { kind: 'sum', of: { field: 'profit', states: WON } },
    description:
      'Credited amount less cost of the won deals whose cost is known. Deals without a cost count neither way.',
  },
  {
    code: 'gross_margin',
    name: 'Gross margin',
    group: 'Profit',
    valueKind: 'percent',
    decimals: 1,
    direction: 'higher',
    definition: {
      kind: 'ratio',
      numerator: { field: 'profit', states: WON },
      denominator: { field: 'costedAmount', states: WON },
    },
    description:
      'Gross profit as a part of the revenue of the deals whose cost is known. Both are added up first and divided last.',
  },
  {
    code: 'cost_to_revenue',
    name: 'Cost to revenue',
    group: 'Profit',
    valueKind: 'percent',
    decimals: 1,
    direction: 'lower',
    definition: {
      kind: 'ratio',
      numerator: { field: 'cost', states: WON },
      denominator: { field: 'costedAmount', states: WON },
    },
    description: 'Cost as a part of the revenue of the deals whose cost is known. Lower is better.',
  },
  {
    code: 'win_rate',
    name: 'Win rate',
    group: 'Deals',
    valueKind: 'percent',
    decimals: 1,
    direction: 'higher',
    definition: {
      kind: 'ratio',
      numerator: { field: 'deals', states: WON },
      denominator: { field: 'deals', states: ['won', 'lost'] },
    },
    description:
      'Deals won as a part of the deals decided, won or lost, in the period of their close date.',
  },
  {
    code: 'new_customers',
    name: 'New customers',
    group: 'Customers',
    valueKind: 'count',
    decimals: 0,
    direction: 'higher',
    definition: { kind: 'count', of: { field: 'newCustomers', states: WON } },
    description:
      'Customers whose first won deal ever falls in the period, for the salesperson that deal names first.',
  },
  {
    code: 'days_to_close',
    name: 'Days to close',
    group: 'Deals',
    valueKind: 'days',
    decimals: 1,
    direction: 'lower',
    definition: { kind: 'duration', states: WON },
    description:
      'Days from opening to winning, over the won deals that have an opening date: all days divided by all deals. Lower is better.',
  },
];
