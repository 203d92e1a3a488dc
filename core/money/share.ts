/**
 * Largest remainder (Hamilton's method): divides a whole number by weights so that the parts add up
 * exactly. docs/calculations.md, 6: floor each exact share in the rounding unit, then one unit each
 * to the largest fractions, earlier line first on a tie; an odd rest that the unit does not divide
 * goes to the first largest part.
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

  const { floors, compareFractions } = divide(steps, weights, weightSum);
  const allocated = floors.reduce((sum, part) => sum + part, 0);
  const order = Array.from(weights.keys()).sort((a, b) => compareFractions(b, a) || a - b);
  for (let i = 0; i < steps - allocated; i++) floors[order[i]!]!++;

  const result = unit === 1 ? floors : floors.map((part) => part * unit);
  if (oddRest > 0) result[indexOfLargest(result)]! += oddRest;
  return sign === 1 ? result : result.map((part) => (part === 0 ? 0 : -part));
}

function indexOfLargest(values: readonly number[]): number {
  return values.reduce((best, value, index) => (value > values[best]! ? index : best), 0);
}

interface Division {
  floors: number[];
  /** Exact order of what each division left over. */
  compareFractions(left: number, right: number): number;
}

/** Relative error of a product and a quotient of floats, with room to spare. */
const FLOAT_ERROR = 2 ** -50;
/** Above this the fractions of floats say nothing. */
const MOST_UNSURE = 0.01;

/**
 * Divides exactly. Floats say nearly always which of two fractions is larger; where they are too
 * close to tell, whole numbers decide, as a float would hand the odd unit to the wrong line.
 * Comparing whole numbers throughout took five times as long.
 */
function divide(steps: number, weights: readonly number[], weightSum: number): Division {
  const exact = toExactDivision(steps, weights, weightSum);
  const unsure = steps * FLOAT_ERROR;
  if (!Number.isSafeInteger(weightSum) || unsure > MOST_UNSURE)
    return { floors: weights.map((_, i) => exact.floorOf(i)), compareFractions: exact.compare };
  const fractions = new Float64Array(weights.length);
  const floors = weights.map((weight, index) => {
    const share = (steps * weight) / weightSum;
    const floor = Math.floor(share);
    const fraction = share - floor;
    const isSure = fraction > unsure && fraction < 1 - unsure;
    const sureFloor = isSure ? floor : exact.floorOf(index);
    fractions[index] = isSure ? fraction : exact.fractionOf(index);
    return sureFloor;
  });
  return {
    floors,
    compareFractions(left, right) {
      const difference = fractions[left]! - fractions[right]!;
      return Math.abs(difference) > 2 * unsure ? difference : exact.compare(left, right);
    },
  };
}

/**
 * The same division in whole numbers of any size; weights with fractions are scaled to whole ones
 * first.
 */
function toExactDivision(steps: number, weights: readonly number[], weightSum: number) {
  const isWhole = weights.every(Number.isSafeInteger) && Number.isSafeInteger(weightSum);
  const scale = isWhole ? 1 : 2 ** 52 / weights[indexOfLargest(weights)]!;
  const toWhole = (weight: number) => BigInt(Math.round(weight * scale));
  const sum = isWhole
    ? BigInt(weightSum)
    : weights.reduce((total, weight) => total + toWhole(weight), 0n);
  const product = (index: number) => BigInt(steps) * toWhole(weights[index]!);
  return {
    floorOf: (index: number) => Number(product(index) / sum),
    fractionOf: (index: number) => Number(product(index) % sum) / Number(sum),
    compare(left: number, right: number): number {
      const difference = (product(left) % sum) - (product(right) % sum);
      return difference < 0n ? -1 : difference > 0n ? 1 : 0;
    },
  };
}
