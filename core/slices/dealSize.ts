/** Where a band of deal sizes begins, in major units: steps of 1, 2 and 5. */
export const DEAL_SIZES: readonly number[] = [
  0, 100, 200, 500, 1_000, 2_000, 5_000, 10_000, 20_000, 50_000, 100_000, 200_000, 500_000,
  1_000_000,
];

/** The number of refunds' band: what is below 0. */
export const REFUND_SIZE = DEAL_SIZES.length;

/** The band of a deal's amount in major units. */
export function sizeOfDeal(major: number): number {
  if (major < 0) return REFUND_SIZE;
  let band = 0;
  while (band + 1 < DEAL_SIZES.length && DEAL_SIZES[band + 1]! <= major) band++;
  return band;
}
