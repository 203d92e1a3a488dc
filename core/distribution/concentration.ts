import { ABC_SHARES, type AbcClass, classify } from './abc';

export interface Concentration {
  /** Of all that are above 0. */
  total: number;
  /** How many are above 0. */
  count: number;
  /** What the largest one, two, three ... come to. */
  cumulative: number[];
  classes: Record<AbcClass, number>;
}

/**
 * How few make how much: the values above 0 from the largest on, added up (docs/calculations.md,
 * 12). What is 0 or less has no part in it.
 */
export function concentrationOf(
  items: readonly { key: string; value: number }[],
  shares: { a: number; b: number } = ABC_SHARES,
): Concentration {
  const found = classify(items, shares).filter(({ value }) => value > 0);
  const classes = { A: 0, B: 0, C: 0 };
  let total = 0;
  const cumulative = found.map(({ value, abc }) => {
    classes[abc]++;
    return (total += value);
  });
  return { total, count: found.length, cumulative, classes };
}
