export interface Ranked<Item> {
  item: Item;
  /** 1, 2, 2, 4: ties share a rank and the next one skips; null: not ranked. */
  rank: number | null;
}

export interface Rankable {
  /** What is ranked by; null leaves the item unranked, at the end. */
  value: number | null;
  /** Breaks ties for display order only: larger first. */
  actual: number | null;
  name: string;
}

/** Standard competition ranking ("1224"), best first, unranked last (docs/calculations.md, 9). */
export function rank<Item extends Rankable>(
  items: readonly Item[],
  direction: 'higher' | 'lower',
): Ranked<Item>[] {
  const sign = direction === 'higher' ? -1 : 1;
  const sorted = [...items].sort((a, b) => compare(a, b, sign));
  const ranked: Ranked<Item>[] = [];
  for (let at = 0; at < sorted.length; at++) {
    const item = sorted[at]!;
    const place = at > 0 && sorted[at - 1]!.value === item.value ? ranked[at - 1]!.rank : at + 1;
    ranked.push({ item, rank: item.value === null ? null : place });
  }
  return ranked;
}

function compare(a: Rankable, b: Rankable, sign: number): number {
  if (a.value !== b.value) {
    if (a.value === null) return 1;
    if (b.value === null) return -1;
    return sign * (a.value - b.value);
  }
  if (a.actual !== b.actual) return (b.actual ?? -Infinity) > (a.actual ?? -Infinity) ? 1 : -1;
  return compareText(a.name, b.name);
}

/** By code units, so that every server and locale gives the same order. */
function compareText(left: string, right: string): number {
  return left < right ? -1 : left > right ? 1 : 0;
}

/** Places gained since then (positive: climbed); null when one of the two has no rank. */
export function rankChangeOf(rankThen: number | null, rankNow: number | null): number | null {
  return rankThen === null || rankNow === null ? null : rankThen - rankNow;
}
