import { divideHalfAway } from '../money/rate';

const BASIS_POINTS = 10_000;

/**
 * Simple commission of a deal: rate times credited amount, rounded half away from zero
 * (docs/calculations.md, 13). `rate` between 0 and 1 with up to four decimals; the answer in minor
 * units of what was credited.
 * Example: `commissionOf(123_450, 0.03)` is 3704.
 */
export function commissionOf(credited: number, rate: number): number {
  return Number(
    divideHalfAway(
      BigInt(credited) * BigInt(Math.round(rate * BASIS_POINTS)),
      BigInt(BASIS_POINTS),
    ),
  );
}
