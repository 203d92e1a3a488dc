import type { CustomOf } from '#core/measure/customPart';
import { type Field, isCustom, isTyped, type RatioAddend } from '#core/measure/definition';

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

/** A code as words: it is made of a name. */
export const wordsOfCode = (code: string) => code.replaceAll('_', ' ');

/** A date of a deal, as it is chosen in a measure. */
export function nameOfDate(date: string): string {
  return DATE_NAMES[date] ?? wordsOfCode(date);
}

const DATE_NAMES: Readonly<Record<string, string>> = {
  openedOn: 'opened',
  expectedOn: 'expected to close',
  closedOn: 'closed',
};

/** What of a deal goes into a measure by custom fields. */
export function nameOfCustom(of: CustomOf): string {
  switch (of.kind) {
    case 'amount':
    case 'size':
      return 'amount';
    case 'deals':
      return 'deals';
    case 'sum':
    case 'value':
    case 'filled':
      return wordsOfCode(of.field);
    case 'choice':
      return `deals with ${wordsOfCode(of.field)} ${of.choice}`;
    case 'undated':
      return `deals without ${nameOfDate(of.date)}`;
    case 'days':
      return `days from ${nameOfDate(of.from)} to ${nameOfDate(of.to)}`;
    case 'timed':
      return `deals with ${nameOfDate(of.from)} and ${nameOfDate(of.to)}`;
    case 'within':
      return `deals within ${of.most} days`;
  }
}

/** What a measure adds up or divides; a typed-in measure and a custom field by their codes. */
export function nameOfAddend(addend: RatioAddend): string {
  if (isTyped(addend)) return wordsOfCode(addend.measure);
  return isCustom(addend) ? nameOfCustom(addend.custom) : FIELD_NAMES[addend.field];
}
