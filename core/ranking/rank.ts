export interface Ranked<Item> {
  item: Item;
  /** 1, 2, 2, 4: ties share a rank and the next one skips; null: not ranked. */
  rank: number | null;
}

export interface RankBy<Item> {
  /** What is ranked by; null leaves the item unranked, at the end. */
  value(item: Item): number | null;
  /** Breaks ties for display order only: larger first. */
  actual(item: Item): number | null;
  name(item: Item): string;
  direction: 'higher' | 'lower';
}

/** Standard competition ranking ("1224"), best first, unranked last (CALCULATIONS 9). */
export function rank<Item>(items: readonly Item[], by: RankBy<Item>): Ranked<Item>[] {
  const sign = by.direction === 'higher' ? -1 : 1;
  const sorted = items
    .map((item) => ({ item, value: by.value(item) }))
    .sort((a, b) =>
      Number(a.value === null) - Number(b.value === null)
      || sign * ((a.value ?? 0) - (b.value ?? 0))
      || (by.actual(b.item) ?? -Infinity) - (by.actual(a.item) ?? -Infinity) || 0
      || compareText(by.name(a.item), by.name(b.item)));
  const ranked: Ranked<Item>[] = [];
  sorted.forEach(({ item, value }, index) => {
    const tied = index > 0 && sorted[index - 1]!.value === value ? ranked[index - 1]!.rank : index + 1;
    ranked.push({ item, rank: value === null ? null : tied });
  });
  return ranked;
}

/** By code units, so that every server and locale gives the same order. */
function compareText(left: string, right: string): number {
  return left < right ? -1 : left > right ? 1 : 0;
}

/** Places gained since then (positive: climbed); null when one of the two has no rank. */
export function movementOf(rankThen: number | null, rankNow: number | null): number | null {
  return rankThen === null || rankNow === null ? null : rankThen - rankNow;
}
