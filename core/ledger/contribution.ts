import type { Part } from '../measure/measure';
import type { Day } from '../period/day';

/** What one deal adds to one salesperson's day. */
export interface Contribution {
  salespersonId: number;
  part: Part;
  day: Day;
  amount: number;
}

export interface CreditedDeal {
  status: 'open' | 'won' | 'lost';
  closedOn: Day | null;
  voided: boolean;
  /** In the reporting currency's minor units, first-named salesperson first. */
  credits: readonly { salespersonId: number; minor: number }[];
}

/**
 * The parts a deal adds to the daily totals; none for open, lost and voided deals.
 * The one place that says what counts: booking, import and recomputing all come from here (the import's SQL is tested against it).
 */
export function contributionsOf(deal: CreditedDeal): Contribution[] {
  if (deal.status !== 'won' || deal.closedOn === null || deal.voided) return [];
  const day = deal.closedOn;
  const revenue = deal.credits
    .filter((credit) => credit.minor !== 0)
    .map((credit) => ({ salespersonId: credit.salespersonId, part: 'revenue' as const, day, amount: credit.minor }));
  const total = deal.credits.reduce((sum, credit) => sum + credit.minor, 0);
  if (total <= 0) return revenue;
  return [...revenue, { salespersonId: deal.credits[0]!.salespersonId, part: 'won', day, amount: 1 }];
}

/** What has to be added so that `before` becomes `after`; nothing where they agree. */
export function differenceOf(before: readonly Contribution[], after: readonly Contribution[]): Contribution[] {
  const sums = new Map<string, Contribution>();
  const collect = (contribution: Contribution, sign: number) => {
    const key = `${contribution.salespersonId}|${contribution.part}|${contribution.day}`;
    const sum = sums.get(key) ?? { ...contribution, amount: 0 };
    sum.amount += sign * contribution.amount;
    sums.set(key, sum);
  };
  for (const contribution of before) collect(contribution, -1);
  for (const contribution of after) collect(contribution, 1);
  return [...sums.values()].filter((contribution) => contribution.amount !== 0);
}
