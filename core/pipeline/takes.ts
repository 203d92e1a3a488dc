import type { OpenDeal } from './outlook';

/** What is asked: all in minor units of the reporting currency. */
export interface TakesQuestion {
  actual: number;
  target: number | null;
  /** Working days left after today. */
  daysLeft: number;
  /** The average won deal; null where none was won. */
  typicalDeal: number | null;
  /** Open deals expected to close in the period. */
  deals: readonly OpenDeal[];
}

/** What it takes to reach a target from here. */
export interface Takes {
  /** max(0, target - actual) */
  gap: number;
  /** gap / working days left; null when none is left. */
  perDay: number | null;
  /** gap / average deal, rounded up; null without an average above 0. */
  typicalDeals: number | null;
  /** The open deals that would close the gap, the likeliest first and among equals the largest, as many as it takes. */
  closing: readonly OpenDeal[];
  /** What is still missing when all of them close. */
  left: number;
}

/** Null without a complete target: nothing is asked then. */
export function whatItTakes({ actual, target, daysLeft, typicalDeal, deals }: TakesQuestion): Takes | null {
  if (target === null) return null;
  const gap = Math.max(0, target - actual);
  const likeliest = [...deals].filter((deal) => deal.amount > 0).sort((a, b) => (b.probability ?? 0) - (a.probability ?? 0) || b.amount - a.amount || a.id - b.id);
  const closing: OpenDeal[] = [];
  let left = gap;
  for (const deal of likeliest) {
    if (left <= 0) break;
    closing.push(deal);
    left -= deal.amount;
  }
  return {
    gap, closing, left: Math.max(0, left),
    perDay: daysLeft === 0 ? null : gap / daysLeft,
    typicalDeals: typicalDeal === null || typicalDeal <= 0 ? null : Math.ceil(gap / typicalDeal),
  };
}
