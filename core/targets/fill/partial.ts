import { divideHalfAway } from '../../money/rate';
import { FULL } from '../../units/ramp';

export interface PartialTerms {
  /** Basis points of the full target asked in the period. */
  share: number;
  /** Working days of the period on which the person is there, and all of them. */
  present: number;
  all: number;
  /** Rounding unit in the smallest unit. */
  unit: number;
}

/**
 * The target of someone who is there for a part of a period, or on a ramp: full x share x days
 * present / all working days, rounded once to the rounding unit, half away from zero. Common
 * practice, no source. `proposePartial(80_000, { share: 5000, present: 11, all: 22, unit: 100 })`
 * is 20_000.
 */
export function proposePartial(full: number, { share, present, all, unit }: PartialTerms): number {
  if (all === 0) return 0;
  return (
    Number(
      divideHalfAway(
        BigInt(Math.round(full)) * BigInt(share) * halfDays(present),
        BigInt(FULL) * halfDays(all) * BigInt(unit),
      ),
    ) * unit
  );
}

/** Working days as a whole number: half days count half. */
const halfDays = (days: number) => BigInt(Math.round(days * 2));
