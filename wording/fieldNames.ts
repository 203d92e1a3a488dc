import type { Field } from '#core/measure/definition';

/** Fields of deals, as they are chosen in a measure and stand at the head of its rows. */
export const FIELD_NAMES: Record<Field, string> = {
  amount: 'amount',
  profit: 'gross profit',
  cost: 'cost',
  costedAmount: 'amount of deals with a cost',
  quantity: 'quantity',
  deals: 'deals',
  newCustomers: 'new customers',
  days: 'days to close',
  timedDeals: 'deals with an opening date',
};
