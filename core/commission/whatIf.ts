import type { CommissionDeal } from './dealCommission';
import { computeMonth, type MonthFacts } from './month';

/** A deal that is not there yet: after all others. */
const toDeal = (base: number): CommissionDeal => ({
  deal: Number.MAX_SAFE_INTEGER,
  day: Number.MAX_SAFE_INTEGER,
  lines: [{ product: 0, category: 0, base }],
});

/** What a month earns when so much more of the base is booked in it, without a rate of its own. */
export function earnedWith(facts: MonthFacts, more: number): number {
  return computeMonth({ ...facts, deals: [...facts.deals, toDeal(more)] }).earned;
}

/**
 * The base that is missing to an attainment of the period's target, in basis points; null without a
 * target, 0 where it is reached.
 */
export function missingTo(facts: MonthFacts, attainment: number): number | null {
  const { target, before, deals } = facts;
  if (target === null || target <= 0) return null;
  const booked = deals.reduce(
    (sum, { lines }) => lines.reduce((all, { base }) => all + (base ?? 0), sum),
    before.all,
  );
  return Math.max(0, Math.ceil((target * attainment) / 10_000) - booked);
}
