import type { SliceDimension } from '#core/targets/targetSlice';

const NAMES: Readonly<Record<SliceDimension, string>> = {
  product: 'product',
  category: 'category',
  customer: 'customer',
  customerGroup: 'customer group',
  source: 'source',
  location: 'location',
};

/** "customer group", as it is said within a sentence. */
export function nameOfDimension(by: SliceDimension): string {
  return NAMES[by];
}

const PLURALS: Readonly<Record<SliceDimension, string>> = {
  product: 'Products',
  category: 'Categories',
  customer: 'Customers',
  customerGroup: 'Customer groups',
  source: 'Sources',
  location: 'Locations',
};

/** "Customer groups", as a heading. */
export function manyOfDimension(by: SliceDimension): string {
  return PLURALS[by];
}
