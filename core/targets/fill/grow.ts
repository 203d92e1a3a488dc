import { divideHalfAway } from '../../money/rate';

/** One hundred percent in basis points. */
export const WHOLE = 10_000;

/**
 * A value changed by a percent and rounded once to the rounding unit, half away from zero
 * (docs/calculations.md, 6): `grow(100_049, 500, 100)` is 105_100.
 * @param growth  basis points, above -10,000
 */
export function grow(value: number, growth: number, unit = 1): number {
  return (
    Number(divideHalfAway(BigInt(value) * BigInt(WHOLE + growth), BigInt(WHOLE) * BigInt(unit))) *
    unit
  );
}
