import type { Day } from '../period/day';
import { InexactAmount } from './amount';
import { exponentOf } from './currency';

/**
 * Reporting units for one unit of `currency`, in force from that day on; kept as decimal text so
 * that nothing is lost.
 */
export interface Rate {
  currency: string;
  from: Day;
  rate: string;
}

/** The newest rate dated on or before the day, or null. Order of `rates` does not matter. */
export function findRate(rates: readonly Rate[], currency: string, day: Day): Rate | null {
  let found: Rate | null = null;
  for (const rate of rates) {
    if (rate.currency !== currency || rate.from > day) continue;
    if (!found || rate.from > found.from) found = rate;
  }
  return found;
}

/** Integer division rounded half away from zero. */
export function divideHalfAway(numerator: bigint, denominator: bigint): bigint {
  const negative = numerator < 0n !== denominator < 0n;
  const n = numerator < 0n ? -numerator : numerator;
  const d = denominator < 0n ? -denominator : denominator;
  const rounded = (n * 2n + d) / (d * 2n);
  return negative ? -rounded : rounded;
}

/**
 * Minor units of `currency` turned into minor units of `reporting` at a decimal rate, rounded once,
 * half away from zero.
 * Example: `convertMinor(1000, 'GBP', 'EUR', '1.1525')` is 1153.
 */
export function convertMinor(
  minor: number,
  currency: string,
  reporting: string,
  rate: string,
): number {
  const [whole = '0', fraction = ''] = rate.split('.');
  const shift = exponentOf(reporting) - exponentOf(currency) - fraction.length;
  const product = BigInt(minor) * BigInt(whole + fraction);
  const scaled =
    shift >= 0 ? product * 10n ** BigInt(shift) : divideHalfAway(product, 10n ** BigInt(-shift));
  const converted = Number(scaled);
  if (!Number.isSafeInteger(converted))
    throw new InexactAmount(`${minor} ${currency} at ${rate} is too large to be exact.`);
  return converted;
}

/**
 * The other way: minor units of the reporting currency shown in `currency`, rounded once, half away
 * from zero.
 */
export function convertBack(
  minor: number,
  currency: string,
  reporting: string,
  rate: string,
): number {
  const [whole = '0', fraction = ''] = rate.split('.');
  const shift = exponentOf(currency) - exponentOf(reporting) + fraction.length;
  const [up, down] = [10n ** BigInt(Math.max(0, shift)), 10n ** BigInt(Math.max(0, -shift))];
  const converted = Number(divideHalfAway(BigInt(minor) * up, BigInt(whole + fraction) * down));
  if (!Number.isSafeInteger(converted))
    throw new InexactAmount(`${minor} ${reporting} at ${rate} is too large to be exact.`);
  return converted;
}
