import type { TakenApartBy } from '#contract/schemas/comparison';
import { language } from './language';
import { EN_RANKING } from './messages/en/ranking';
import { messagesOf } from './messages/translate';

const t = messagesOf('ranking', EN_RANKING);

/** What a figure is taken apart by, as a heading and as the name of a column. */
export function nameOfPart(by: TakenApartBy): string {
  return t(by === 'unit' ? 'unitsBelow' : by);
}

/** "customer groups", as it is said within a sentence. */
export function pluralOfPart(by: TakenApartBy): string {
  return t(by === 'unit' ? 'unitsPlural' : `${by}Plural`);
}

/** "Customer groups", as a heading. */
export function headingOf(by: TakenApartBy): string {
  const plural = pluralOfPart(by);
  return plural[0]!.toUpperCase() + plural.slice(1);
}

/** "customer group", as it is said within a sentence. */
export function partInSentence(by: TakenApartBy): string {
  const name = nameOfPart(by);
  return language().code === 'en' ? name.toLowerCase() : name;
}
