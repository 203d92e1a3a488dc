import { type Field, isTyped, type RatioAddend } from '#core/measure/definition';

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

/** A side of a ratio; a typed-in measure by its code, which is made of its name. */
export function nameOfAddend(addend: RatioAddend): string {
  return isTyped(addend) ? addend.measure.replaceAll('_', ' ') : FIELD_NAMES[addend.field];
}
