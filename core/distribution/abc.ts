export type AbcClass = 'A' | 'B' | 'C';

/** Up to which cumulative share before it something is A, and B (common practice, no source). */
export const ABC_SHARES = { a: 0.7, b: 0.9 } as const;

export interface Classified {
  key: string;
  value: number;
  abc: AbcClass;
  /** Of all values above 0, up to and with this one. */
  cumulativeShare: number;
}

/**
 * Classes by value, the largest first: A while the cumulative share before it is under the first
 * share, B under the second, then C (docs/calculations.md, 12). What is 0 or less is C and has no
 * share. Of equal values the first by key comes first.
 */
export function classify(
  items: readonly { key: string; value: number }[],
  shares: { a: number; b: number } = ABC_SHARES,
): Classified[] {
  const sorted = [...items].sort((x, y) => y.value - x.value || (x.key < y.key ? -1 : 1));
  const total = sorted.reduce((sum, { value }) => sum + Math.max(0, value), 0);
  let before = 0;
  return sorted.map(({ key, value }) => {
    const share = before / (total || 1);
    const abc: AbcClass = value <= 0 ? 'C' : share < shares.a ? 'A' : share < shares.b ? 'B' : 'C';
    before += Math.max(0, value);
    return { key, value, abc, cumulativeShare: total === 0 ? 0 : before / total };
  });
}
