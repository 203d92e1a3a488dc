import type { OpenDeal } from './outlook';

/** What is asked: all in minor units of the reporting currency. */
export interface GapPlanInput {
  actual: number;
  target: number | null;
  /** Working days left after today. */
  daysLeft: number;
  /** The average won deal; null where none was won. */
  averageDealSize: number | null;
  /** Open deals expected to close in the period. */
  deals: readonly OpenDeal[];
}

/** What it takes to reach a target from here. */
export interface GapPlan {
  /** max(0, target - actual) */
  shortfall: number;
  /** gap / working days left; null when none is left. */
  perDay: number | null;
  /** gap / average deal, rounded up; null without an average above 0. */
  averageDealsNeeded: number | null;
  /**
   * The open deals that would close the gap, the likeliest first and among equals the largest, as
   * many as it takes.
   */
  closing: readonly OpenDeal[];
  /** What is still missing when all of them close. */
  remaining: number;
}

/** Null without a complete target: nothing is asked then. */
export function planGap({
  actual,
  target,
  daysLeft,
  averageDealSize,
  deals,
}: GapPlanInput): GapPlan | null {
  if (target === null) return null;
  const shortfall = Math.max(0, target - actual);
  const likeliest = [...deals]
    .filter((deal) => deal.amount > 0)
    .sort(
      (a, b) => (b.probability ?? 0) - (a.probability ?? 0) || b.amount - a.amount || a.id - b.id,
    );
  const closing: OpenDeal[] = [];
  let remaining = shortfall;
  for (const deal of likeliest) {
    if (remaining <= 0) break;
    closing.push(deal);
    remaining -= deal.amount;
  }
  return {
    shortfall,
    closing,
    remaining: Math.max(0, remaining),
    perDay: daysLeft === 0 ? null : shortfall / daysLeft,
    averageDealsNeeded:
      averageDealSize === null || averageDealSize <= 0
        ? null
        : Math.ceil(shortfall / averageDealSize),
  };
}
