import type { Day } from '../period/day';

/** The index of the first item that is not before a day, in a list ordered by day; its length when all are. */
export function seekDay<Item>(items: readonly Item[], day: Day, dayOf: (item: Item) => Day): number {
  let [low, high] = [0, items.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (dayOf(items[middle]!) < day) low = middle + 1;
    else high = middle;
  }
  return low;
}
