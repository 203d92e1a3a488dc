import type { SliceDimension } from '#core/targets/targetSlice';
import { BY_NAMES, headingOf } from './takenApart';

/** "customer group", as it is said within a sentence. */
export function nameOfDimension(by: SliceDimension): string {
  return BY_NAMES[by].toLowerCase();
}

/** "Customer groups", as a heading. */
export function manyOfDimension(by: SliceDimension): string {
  return headingOf(by);
}
