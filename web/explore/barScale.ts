import type { SliceRow } from '#core/slices/exploring';

/** All this many times as large as what is chosen: beside it nothing would be seen of that. */
const MUCH_LARGER = 8;

export interface BarScale {
  /** The value of a full bar. */
  most: number;
  /** Whether all of it is left out, because what is chosen is so little of it. */
  isOfChosen: boolean;
}

/** The scale of some bars: of all there is, or of what is chosen where that is very little. */
export function scaleOf(rows: readonly SliceRow[]): BarScale {
  const all = Math.max(0, ...rows.map((row) => Math.max(row.all, row.these)));
  const these = Math.max(0, ...rows.map((row) => Math.max(row.these, row.before ?? 0)));
  const isOfChosen = these > 0 && all > MUCH_LARGER * these;
  return { most: Math.max(1, isOfChosen ? these : Math.max(all, these)), isOfChosen };
}
