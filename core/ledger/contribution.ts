import type { Part } from '../measure/part';
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
  openedOn: Day | null;
  voided: boolean;
  /** Thousandths. */
  quantity: number | null;
  /**
   * In the reporting currency's minor units, first-named salesperson first; `cost` is null where
   * the deal's is not known.
   */
  credits: readonly { salespersonId: number; minor: number; cost: number | null }[];
}

/**
 * The parts a deal adds to the daily totals; none for open and voided deals. The one place that
 * says what counts: booking, import and recomputing all come from here (the import's SQL is tested
 * against it). Sums go to everybody credited; counts, quantities and days to whom the deal names
 * first. A deal of zero or less is a refund: it takes money back, but is no deal won.
 */
export function contributionsOf(deal: CreditedDeal): Contribution[] {
  if (deal.status === 'open' || deal.closedOn === null || deal.voided) return [];
  const day = deal.closedOn;
  const contributions: Contribution[] = [];
  const add = (salespersonId: number, part: Part, amount: number) => {
    if (amount !== 0) contributions.push({ salespersonId, part, day, amount });
  };
  const isWon = deal.status === 'won';
  for (const { salespersonId, minor, cost } of deal.credits) {
    add(salespersonId, isWon ? 'revenue' : 'lostAmount', minor);
    if (!isWon || cost === null) continue;
    add(salespersonId, 'costed', minor);
    add(salespersonId, 'cost', cost);
  }
  const first = deal.credits[0]!.salespersonId;
  if (isWon) add(first, 'quantity', deal.quantity ?? 0);
  if (deal.credits.reduce((sum, credit) => sum + credit.minor, 0) <= 0) return contributions;
  add(first, isWon ? 'won' : 'lost', 1);
  if (deal.openedOn === null) return contributions;
  add(first, isWon ? 'days' : 'lostDays', day - deal.openedOn);
  add(first, isWon ? 'timed' : 'lostTimed', 1);
  return contributions;
}

/** What has to be added so that `before` becomes `after`; nothing where they agree. */
export function differenceOf(
  before: readonly Contribution[],
  after: readonly Contribution[],
): Contribution[] {
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
