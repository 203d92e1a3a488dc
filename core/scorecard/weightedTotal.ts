import type { Direction } from '../measure/measure';

/** A measure's part in a weighted total. */
export interface WeightedPart {
  weight: number;
  /** actual / target; null: no figure, or no complete target. */
  attainment: number | null;
  direction: Direction;
}

export interface WeightedTotal {
  /** Of the target, 1 for exactly reached; null where no measure with a weight has an attainment. */
  value: number | null;
  /** The weights that went into it, and all of them: what has no attainment is left out. */
  used: number;
  all: number;
}

/**
 * The sum of weight times attainment over the sum of the weights. Of a measure that is better lower
 * it takes limit / actual, so that more is better in all of them (docs/calculations.md, 7).
 */
export function weighTotal(parts: readonly WeightedPart[]): WeightedTotal {
  let [sum, used, all] = [0, 0, 0];
  for (const { weight, attainment, direction } of parts) {
    all += weight;
    const share = toShare(attainment, direction);
    if (share === null) continue;
    used += weight;
    sum += weight * share;
  }
  return { value: used === 0 ? null : Number((sum / used).toPrecision(12)), used, all };
}

function toShare(attainment: number | null, direction: Direction): number | null {
  if (attainment === null || direction === 'higher') return attainment;
  return attainment > 0 ? 1 / attainment : null;
}
