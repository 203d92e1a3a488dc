import type { BaseScale } from './base';
import { productOf, type RateCurve, type RatedPart, roundedOf, roundProduct } from './rateCurve';
import { RATE_SCALE } from './terms';

/** What of a deal counts for a payee: its lines in their order. */
export interface CommissionDeal {
  /** Null of values that are typed in: all of a day. */
  deal: number | null;
  day: number;
  lines: readonly {
    product: number;
    category: number;
    /** In base units (core/commission/base); null where it is not known (no cost). */
    base: number | null;
  }[];
}

export interface LineCommission {
  deal: number | null;
  day: number;
  product: number;
  base: number | null;
  parts: readonly RatedPart[];
  /** Minor units; the lines of a deal add up to the deal's. */
  amount: number;
}

/** Sums of a plan period so far: of everything, and of what has no rate of its own. */
export interface PeriodBase {
  all: number;
  regular: number;
}

export interface DealRates {
  scale: BaseScale;
  /** Null where attainment decides; the rate of a line that has one of its own. */
  specialRateOf(line: CommissionDeal['lines'][number]): number | null;
}

/**
 * What a deal earns: each line at the rate of the band it falls into, in the order of the lines,
 * rounded once for the deal, half away from zero, and shared over its lines by the largest fraction
 * (docs/calculations.md, 13). Moves `sums` on by the deal's base.
 */
export function commissionOfDeal(
  { deal, day, lines }: CommissionDeal,
  sums: PeriodBase,
  partsOf: (from: number, to: number) => RatedPart[],
  { scale, specialRateOf }: DealRates,
): LineCommission[] {
  const found = lines.map((line) => {
    const { base, product } = line;
    if (base === null) return { base, product, parts: [] };
    const special = specialRateOf(line);
    const parts = special === null ? partsOf(sums.all, sums.all + base) : [{ base, rate: special }];
    sums.all += base;
    if (special === null) sums.regular += base;
    return { base, product, parts };
  });
  const amounts =
    found.length === 1
      ? [roundedOf(found[0]!.parts, scale)]
      : shareRounded(found.map(({ parts }) => productOf(parts, scale)));
  return found.map(({ base, product, parts }, i) => ({
    deal,
    day,
    product,
    base,
    parts,
    amount: amounts[i]!,
  }));
}

/** All of it at one rate. */
export const atOneRate =
  (curve: RateCurve, sum: number) =>
  (from: number, to: number): RatedPart[] =>
    from === to ? [] : [{ base: to - from, rate: curve.rateAt(sum) }];

/**
 * Rounds a sum once and gives its parts whole units that add up to it: each its floor, then one more
 * to the largest fractions, the earlier first on a tie. Parts may have either sign.
 */
function shareRounded(exact: readonly bigint[]): number[] {
  const scale = BigInt(RATE_SCALE);
  const floors = exact.map((each) => (each - (((each % scale) + scale) % scale)) / scale);
  const fractions = exact.map((each) => Number(((each % scale) + scale) % scale));
  const total = BigInt(roundProduct(exact.reduce((sum, each) => sum + each, 0n)));
  let left = Number(total - floors.reduce((sum, each) => sum + each, 0n));
  const order = [...exact.keys()].sort((a, b) => fractions[b]! - fractions[a]! || a - b);
  for (const at of order) {
    if (left <= 0) break;
    floors[at]!++;
    left--;
  }
  return floors.map(Number);
}
