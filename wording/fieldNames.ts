import type { CustomOf } from '#core/measure/customPart';
import { type Field, isCustom, isTyped, type RatioAddend } from '#core/measure/definition';
import { EN_FIGURES } from './messages/en/figures';
import { messagesOf } from './messages/translate';

const t = messagesOf('figures', EN_FIGURES);

/** A field of deals, as it is chosen in a measure and stands at the head of its rows. */
export function fieldName(field: Field): string {
  return t(field === 'deals' ? 'partDeals' : field === 'days' ? 'daysToClose' : field);
}

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
  return isCustom(addend) ? nameOfCustom(addend.custom) : fieldName(addend.field);
}
