import { exponentOf } from './currency';

/**
 * Currencies of which a large order has many digits (over some 100 for one euro); ISO 4217 codes,
 * from memory. They may carry a thousand times more before a number looks like a slip.
 */
const MANY_DIGITS: ReadonlySet<string> = new Set([
  'AMD',
  'AOA',
  'ARS',
  'BIF',
  'CDF',
  'CLP',
  'COP',
  'CRC',
  'DZD',
  'GNF',
  'HUF',
  'IDR',
  'INR',
  'IQD',
  'IRR',
  'ISK',
  'JPY',
  'KES',
  'KHR',
  'KMF',
  'KRW',
  'KZT',
  'LAK',
  'LBP',
  'LKR',
  'MGA',
  'MMK',
  'MNT',
  'MWK',
  'NGN',
  'NPR',
  'PKR',
  'PYG',
  'RSD',
  'RUB',
  'RWF',
  'SDG',
  'SLE',
  'SOS',
  'SSP',
  'SYP',
  'TZS',
  'UGX',
  'UZS',
  'VND',
  'XAF',
  'XOF',
  'YER',
  'ZMW',
]);

/** Ten billion of a currency with few digits, ten trillion of one with many. */
const FEW_DIGITS_LIMIT = 10_000_000_000;
const MANY_DIGITS_LIMIT = 10_000_000_000_000;

/**
 * The largest quantity of a deal or a line, either way: a longer number is an article number in the
 * wrong field.
 */
export const LARGEST_QUANTITY = 1_000_000_000;

/**
 * The largest amount of one deal in a currency, in its minor units, either way; always a safe
 * integer.
 * Example: `largestAmountOf('EUR')` is 1,000,000,000,000 cents, ten billion euros.
 */
export function largestAmountOf(currency: string): number {
  const major = MANY_DIGITS.has(currency) ? MANY_DIGITS_LIMIT : FEW_DIGITS_LIMIT;
  return Math.min(major * 10 ** exponentOf(currency), 2 ** 52);
}

/**
 * What all amounts of one part of the totals may come to, signs left aside: half of what stays
 * exact.
 */
export const LARGEST_TOTAL = 2 ** 52;
