import { addMinor } from '../money/amount';
import { divideHalfAway } from '../money/rate';

export interface Tally {
  count: number;
  /** Minor units. */
  credited: number;
  /** Rounded half away from zero; null of none: there is nothing to divide by. */
  average: number | null;
}

/** Count and sum with their average. */
export function toTally(count: number, credited: number): Tally {
  return {
    count,
    credited,
    average: count === 0 ? null : Number(divideHalfAway(BigInt(credited), BigInt(count))),
  };
}

/**
 * The tally of some deals' credited amounts. @throws RangeError when the sum is too large to be
 * exact
 */
export function tallyOf(deals: readonly { credited: number }[]): Tally {
  return toTally(
    deals.length,
    deals.reduce((sum, deal) => addMinor(sum, deal.credited), 0),
  );
}
