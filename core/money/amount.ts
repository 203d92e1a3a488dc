import { exponentOf } from './currency';

/** An amount beyond what can be kept exactly: a wrong number is worse than none. */
export class InexactAmount extends RangeError {}

/** Why a text is not an amount; the words for it stand in the error catalogue. */
export type AmountFault = 'notANumber' | 'tooManyDecimals' | 'tooLarge';

export type AmountResult = { ok: true; minor: number } | { ok: false; fault: AmountFault };

const DECIMAL = /^([+-]?)(\d+)(?:\.(\d+))?$/;

/**
 * Reads a plain decimal with a point ("1234.50") as minor units of the currency. No separators, no
 * exponent: what cannot be read without guessing is refused. Trailing zeros beyond the currency's
 * decimals are accepted ("5.00" in JPY is 5).
 */
export function parseAmount(text: string, currency: string): AmountResult {
  return parseDecimal(text, exponentOf(currency));
}

/**
 * The same for a value with so many decimals, as whole units of the last: `parseDecimal('32.5', 1)`
 * is 325.
 */
export function parseDecimal(text: string, decimals: number): AmountResult {
  const match = DECIMAL.exec(text.trim().replace(/^\u2212/, '-'));
  if (!match) return { ok: false, fault: 'notANumber' };
  const [, sign, whole, fraction = ''] = match;
  const kept = fraction.replace(/0+$/, '');
  if (kept.length > decimals) return { ok: false, fault: 'tooManyDecimals' };
  if (whole!.length > 16) return { ok: false, fault: 'tooLarge' };
  const minor = Number(whole + kept.padEnd(decimals, '0'));
  if (!Number.isSafeInteger(minor)) return { ok: false, fault: 'tooLarge' };
  return { ok: true, minor: sign === '-' && minor !== 0 ? -minor : minor };
}

/**
 * The decimal that `parseAmount` reads back unchanged: `toDecimal(123450, 'EUR') === '1234.50'`.
 */
export function toDecimal(minor: number, currency: string): string {
  return writeDecimal(minor, exponentOf(currency));
}

/** The decimal that `parseDecimal` reads back unchanged: `writeDecimal(325, 1) === '32.5'`. */
export function writeDecimal(value: number, decimals: number): string {
  const digits = String(Math.abs(value)).padStart(decimals + 1, '0');
  const sign = value < 0 ? '-' : '';
  if (decimals === 0) return sign + digits;
  return `${sign}${digits.slice(0, -decimals)}.${digits.slice(-decimals)}`;
}

/**
 * Adds two amounts of the same currency in minor units.
 * @throws InexactAmount when the sum is no longer a safe integer: a wrong number is worse than none
 * (docs/calculations.md, 1).
 */
export function addMinor(left: number, right: number): number {
  const sum = left + right;
  if (!Number.isSafeInteger(sum))
    throw new InexactAmount(`The sum ${left} + ${right} is too large to be exact.`);
  return sum;
}
