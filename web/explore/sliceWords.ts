import type { SliceSums } from '#core/slices/exploring';
import type { Shown } from '../app/display';

/** A row in words: how much of how much, and the same days last year. */
export function describeRow(name: string, { these, all, before }: SliceSums, shown: Shown): string {
  const known = before === null ? '' : `, ${shown.figure(before)} last year`;
  return `${name}: ${shown.figure(these)} of ${shown.figure(all)}${known}`;
}
