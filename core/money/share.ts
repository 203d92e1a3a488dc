/**
 * Largest remainder (Hamilton's method): divides a whole number by weights so that the parts add up exactly.
 * CALCULATIONS 6: floor each exact share in the rounding unit, then one unit each to the largest fractions,
 * earlier line first on a tie; an odd rest that the unit does not divide goes to the first largest part.
 *
 * @param total  whole number, may be negative
 * @param weights  not negative, at least one above 0
 * @param unit  rounding unit in the same unit as the total
 * @returns parts in the order of the weights, adding up to `total`
 * @throws RangeError when no weight is above 0
 * Example: `shareOut(10000, [1, 1, 1])` is `[3334, 3333, 3333]`.
 */
export function shareOut(total: number, weights: readonly number[], unit = 1): number[] {
  const weightSum = weights.reduce((sum, weight) => sum + weight, 0);
  if (!(weightSum > 0)) throw new RangeError('At least one weight must be above 0.');
  const sign = total < 0 ? -1 : 1;
  const magnitude = Math.abs(total);
  const steps = Math.floor(magnitude / unit);
  const oddRest = magnitude - steps * unit;

  const exact = toExactShares(steps, weights, weightSum);
  const parts = exact.map((share) => share.floor);
  const handedOut = parts.reduce((sum, part) => sum + part, 0);
  const order = exact.map((_, index) => index).sort((a, b) => compareFraction(exact[b]!, exact[a]!) || a - b);
  for (let i = 0; i < steps - handedOut; i++) parts[order[i]!]!++;

  const result = parts.map((part) => part * unit);
  if (oddRest > 0) result[indexOfLargest(result)]! += oddRest;
  return result.map((part) => (part === 0 ? 0 : part * sign));
}

function indexOfLargest(values: readonly number[]): number {
  return values.reduce((best, value, index) => (value > values[best]! ? index : best), 0);
}

interface ExactShare { floor: number; remainder: number | bigint }

/** Whole weights are divided in integers: a float would hand the odd unit to the wrong line at large totals. */
function toExactShares(steps: number, weights: readonly number[], weightSum: number): ExactShare[] {
  const isWhole = weights.every(Number.isSafeInteger) && Number.isSafeInteger(weightSum);
  // Every weight is at most their sum, so one check covers all products.
  if (isWhole && Number.isSafeInteger(steps * weightSum)) return weights.map((weight) => divideSafely(steps * weight, weightSum));
  const scale = isWhole ? 1 : toWholeScale(weights);
  const whole = weights.map((weight) => BigInt(Math.round(weight * scale)));
  const sum = whole.reduce((total, weight) => total + weight, 0n);
  return whole.map((weight) => {
    const product = BigInt(steps) * weight;
    return { floor: Number(product / sum), remainder: product % sum };
  });
}

function divideSafely(product: number, sum: number): ExactShare {
  const remainder = product % sum;
  return { floor: (product - remainder) / sum, remainder };
}

function toWholeScale(weights: readonly number[]): number {
  return 2 ** 52 / weights[indexOfLargest(weights)]!;
}

/** Remainders of one division are all numbers or all bigints. */
function compareFraction(left: ExactShare, right: ExactShare): number {
  return left.remainder < right.remainder ? -1 : left.remainder > right.remainder ? 1 : 0;
}
