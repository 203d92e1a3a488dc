import { type Chance, distributionOf, drawSums } from './odds';

/** Between which outcomes eight of ten lie, in minor units. */
export interface Band {
  low: number;
  high: number;
  method: 'exact' | 'simulated';
}

const [LOW, HIGH] = [0.1, 0.9];
/** Every sum of so many deals is computed; above, so many draws are made as for the odds. */
const MOST_EXACT_SUMS = 15;

/**
 * The 10th and 90th percentile of won plus the open deals that close, each independently: the
 * smallest outcome that at least such a share of all outcomes does not exceed (the empirical
 * quantile; Hyndman and Fan 1996, definition 1, from memory). Both are `won` without open deals.
 */
export function bandOf(won: number, chances: readonly Chance[]): Band {
  // An open deal is never below zero: a refund is a won one.
  const open = chances.filter((chance) => chance.amount > 0 && chance.probability > 0);
  if (open.length <= MOST_EXACT_SUMS) {
    const sums = distributionOf(open);
    return { low: won + quantile(sums, LOW), high: won + quantile(sums, HIGH), method: 'exact' };
  }
  const sums = drawSums(open).sort((a, b) => a - b);
  const at = (share: number) => won + sums[Math.ceil(share * sums.length) - 1]!;
  return { low: at(LOW), high: at(HIGH), method: 'simulated' };
}

function quantile(rising: readonly Chance[], share: number): number {
  let reached = 0;
  // A hair's breadth: ten times 0.1 does not add up to 1 in a float.
  for (const { amount, probability } of rising)
    if ((reached += probability) >= share - 1e-12) return amount;
  return rising.at(-1)!.amount;
}
