import type { Day } from '../period/day';

/**
 * The index of the first of some days in order that is not before a day; their number when all are.
 */
export function seekDay(days: ArrayLike<Day>, day: Day): number {
  let [low, high] = [0, days.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (days[middle]! < day) low = middle + 1;
    else high = middle;
  }
  return low;
}
