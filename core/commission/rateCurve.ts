import { divideHalfAway } from '../money/rate';
import type { BaseScale } from './base';
import { type CommissionTerms, RATE_SCALE } from './terms';

/** A part of a base at one rate. */
export interface RatedPart {
  base: number;
  rate: number;
}

/** What an amount of the base earns, by how much of the period's base came before it. */
export interface RateCurve {
  /** The parts of the base between two sums of the period, each at its rate; none for nothing. */
  partsBetween(from: number, to: number): RatedPart[];
  /** The one rate that holds where so much of the period's base is there. */
  rateAt(sum: number): number;
}

const FULL = 10_000n;

/**
 * The tiers of terms as bands of the base. A band begins where its attainment of the target is
 * reached, rounded half away from zero to a whole minor unit. Without a target above 0 the lowest
 * tier holds for everything, or nothing is paid, as the terms say.
 */
export function buildRateCurve(
  { tiers, withoutTarget }: Pick<CommissionTerms, 'tiers' | 'withoutTarget'>,
  target: number | null,
): RateCurve {
  const hasTarget = target !== null && target > 0;
  const bands =
    tiers.length === 1
      ? [{ from: Number.NEGATIVE_INFINITY, rate: tiers[0]!.rate }]
      : hasTarget
        ? tiers.map(({ from, rate }, i) => ({
            // What is below nothing, after refunds, is taken back at the lowest rate.
            from:
              i === 0
                ? Number.NEGATIVE_INFINITY
                : Number(divideHalfAway(BigInt(target) * BigInt(from), FULL)),
            rate,
          }))
        : [
            {
              from: Number.NEGATIVE_INFINITY,
              rate: withoutTarget === 'lowest' ? tiers[0]!.rate : 0,
            },
          ];
  const bandAt = (sum: number) => {
    let at = bands.length - 1;
    while (sum < bands[at]!.from) at--;
    return at;
  };
  return {
    rateAt: (sum) => bands[bandAt(sum)]!.rate,
    partsBetween(from, to) {
      if (from === to) return [];
      const [low, high, sign] = from < to ? [from, to, 1] : [to, from, -1];
      const parts: RatedPart[] = [];
      for (let at = bandAt(low), begin = low; begin < high; at++) {
        const end = Math.min(high, bands[at + 1]?.from ?? Number.POSITIVE_INFINITY);
        if (end > begin) parts.push({ base: sign * (end - begin), rate: bands[at]!.rate });
        begin = end;
      }
      return sign === 1 ? parts : parts.reverse();
    },
  };
}

/**
 * Base times rate of some parts, exactly, in millionths of a minor unit: a rate of money is in
 * millionths already, one of a count is an amount for so many base units.
 */
export function productOf(
  parts: readonly RatedPart[],
  { isMoney, perOne }: Pick<BaseScale, 'isMoney' | 'perOne'>,
): bigint {
  let sum = 0n;
  for (const { base, rate } of parts) sum += BigInt(base) * BigInt(rate);
  return isMoney ? sum : sum * BigInt(RATE_SCALE / perOne);
}

/** Below it doubles tell every half: that is most amounts, and many times faster. */
const MOST_IN_DOUBLES = 2 ** 49;

/** Base times rate of some parts in minor units, rounded once, half away from zero. */
export function roundedOf(
  parts: readonly RatedPart[],
  scale: Pick<BaseScale, 'isMoney' | 'perOne'>,
): number {
  const factor = scale.isMoney ? 1 : RATE_SCALE / scale.perOne;
  let [sum, size] = [0, 0];
  for (const { base, rate } of parts) {
    const product = base * rate * factor;
    sum += product;
    size += Math.abs(product);
  }
  if (size >= MOST_IN_DOUBLES) return roundProduct(productOf(parts, scale));
  const rounded = Math.floor((Math.abs(sum) * 2 + RATE_SCALE) / (RATE_SCALE * 2));
  return sum < 0 && rounded !== 0 ? -rounded : rounded;
}

/** Minor units, half away from zero. */
export const roundProduct = (product: bigint): number =>
  Number(divideHalfAway(product, BigInt(RATE_SCALE)));
