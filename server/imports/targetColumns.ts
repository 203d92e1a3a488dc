import type { SliceDimension } from '#core/targets/targetSlice';

export const TARGET_COLUMNS = {
  known: ['unit', 'period', 'measure', 'target', 'floor', 'stretch', 'note', 'dimension', 'value'],
  required: ['unit', 'period', 'measure', 'target'],
};

/** What the dimensions of slices are called in files. */
export const FILE_NAMES: Readonly<Record<SliceDimension, string>> = {
  product: 'product',
  category: 'category',
  customer: 'customer',
  customerGroup: 'customer_group',
  source: 'source',
  location: 'location',
};
