/** What one open deal brings if it closes: minor units, and how likely it does, 0 to 1. */
export interface Chance {
  amount: number;
  probability: number;
}

export interface Odds {
  /** 0 to 1. */
  odds: number;
  method: 'exact' | 'simulated';
  deals: number;
}

/**
 * Up to so many deals every outcome is computed with; above, so many draws are made
 * (docs/calculations.md, 11).
 */
export const MOST_EXACT = 30;
export const DRAWS = 20_000;
const SEED = 20_000;

/**
 * The probability that the open deals which close, each independently, bring at least `needed`
 * minor units. Exact up to 30 deals, by simulation with a fixed seed above: the same deals always
 * give the same odds. 1 where nothing is needed. Deals that cannot close, and those that bring
 * nothing, are left out; sure ones are taken off what is needed.
 */
export function oddsOf(needed: number, chances: readonly Chance[]): Odds {
  const sure = chances
    .filter((chance) => chance.probability >= 1)
    .reduce((sum, chance) => sum + chance.amount, 0);
  const open = chances.filter(
    (chance) => chance.probability > 0 && chance.probability < 1 && chance.amount > 0,
  );
  const left = needed - sure;
  if (left <= 0) return { odds: 1, method: 'exact', deals: open.length };
  if (open.reduce((sum, chance) => sum + chance.amount, 0) < left)
    return { odds: 0, method: 'exact', deals: open.length };
  return open.length <= MOST_EXACT
    ? { odds: exactOdds(left, open), method: 'exact', deals: open.length }
    : { odds: simulatedOdds(left, open), method: 'simulated', deals: open.length };
}

/**
 * The convolution of all outcomes, taken in two halves: every sum of the one half is met with what
 * of the other still makes it enough. 2 x 2^15 sums in place of 2^30.
 */
function exactOdds(needed: number, chances: readonly Chance[]): number {
  const half = Math.ceil(chances.length / 2);
  const first = distributionOf(chances.slice(0, half));
  const second = distributionOf(chances.slice(half));
  // From the largest sum down, how likely the second half brings at least so much.
  const atLeast = new Float64Array(second.length + 1);
  for (let i = second.length - 1; i >= 0; i--)
    atLeast[i] = atLeast[i + 1]! + second[i]!.probability;
  let odds = 0;
  let at = second.length;
  for (const { amount, probability } of first) {
    while (at > 0 && second[at - 1]!.amount + amount >= needed) at--;
    odds += probability * atLeast[at]!;
  }
  return Math.min(1, odds);
}

/** Every sum the deals can bring with its probability, by rising sum; equal sums are one. */
export function distributionOf(chances: readonly Chance[]): Chance[] {
  let sums: Chance[] = [{ amount: 0, probability: 1 }];
  for (const { amount, probability } of chances) {
    const without = sums.map((sum) => ({
      amount: sum.amount,
      probability: sum.probability * (1 - probability),
    }));
    const closed = sums.map((sum) => ({
      amount: sum.amount + amount,
      probability: sum.probability * probability,
    }));
    sums = mergeRising(without, closed);
  }
  return sums;
}

function mergeRising(left: readonly Chance[], right: readonly Chance[]): Chance[] {
  const merged: Chance[] = [];
  for (let i = 0, j = 0; i < left.length || j < right.length;) {
    const next =
      j >= right.length || (i < left.length && left[i]!.amount <= right[j]!.amount)
        ? left[i++]!
        : right[j++]!;
    const last = merged.at(-1);
    if (last && last.amount === next.amount) last.probability += next.probability;
    else merged.push({ ...next });
  }
  return merged;
}

function simulatedOdds(needed: number, chances: readonly Chance[]): number {
  return drawSums(chances).reduce((enough, sum) => enough + (sum >= needed ? 1 : 0), 0) / DRAWS;
}

/** What the deals bring in each of 20,000 draws; the same deals always give the same draws. */
export function drawSums(chances: readonly Chance[]): Float64Array {
  const next = createRandom(SEED);
  return Float64Array.from({ length: DRAWS }, () =>
    chances.reduce(
      (sum, { amount, probability }) => (next() < probability ? sum + amount : sum),
      0,
    ),
  );
}

/**
 * A seeded stream of numbers in [0, 1): Mulberry32, a public-domain generator, written from memory.
 */
function createRandom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}
