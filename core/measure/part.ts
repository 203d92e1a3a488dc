import type { CustomPart } from './customPart';

/**
 * What the daily totals keep apart, from which sums, counts and ratios are put together. Money in
 * minor units of the reporting currency; quantity in thousandths; days and counts plain. Sums go to
 * everybody credited, counts to whom the deal names first.
 */
export const PARTS = [
  /** Credited amount of won deals. */
  'revenue',
  /** Won deals of more than zero. */
  'won',
  /**
   * Credited amount of the won deals whose cost is known, and that cost: a profit is never computed
   * from a missing cost.
   */
  'costed',
  'cost',
  'quantity',
  /** Days from opening to closing of won deals, and how many deals have both. */
  'days',
  'timed',
  'lost',
  'lostAmount',
  'lostDays',
  'lostTimed',
] as const;
export type ShippedPart = (typeof PARTS)[number];
export type Part = ShippedPart | CustomPart;

/** Quantities have up to three decimals and are kept as whole thousandths. */
export const QUANTITY_SCALE = 1_000;
