import type { TakenApartBy } from '#contract/schemas/comparison';

/** What a figure is taken apart by, as a heading and as the name of a column. */
export const BY_NAMES: Readonly<Record<TakenApartBy, string>> = {
  unit: 'Units below',
  salesperson: 'Salesperson',
  category: 'Category',
  product: 'Product',
  customer: 'Customer',
  customerGroup: 'Customer group',
  source: 'Source',
  location: 'Location',
};

/** "customer groups", as it is said within a sentence. */
export const BY_PLURALS: Readonly<Record<TakenApartBy, string>> = {
  unit: 'units',
  salesperson: 'salespeople',
  category: 'categories',
  product: 'products',
  customer: 'customers',
  customerGroup: 'customer groups',
  source: 'sources',
  location: 'locations',
};

/** "Customer groups", as a heading. */
export function headingOf(by: TakenApartBy): string {
  const plural = BY_PLURALS[by];
  return plural[0]!.toUpperCase() + plural.slice(1);
}
