import type { Deal, DealInput } from './schemas/deal';

/** A stored deal as one would say it again: what to begin from when a part of it changes. */
export function toInput(deal: Deal): DealInput {
  const { salesperson, customer, amount, currency, status, closedOn, expectedOn, openedOn, probability, stage, product, category, source, location, quantity, cost, commissionRate, credit, lostReason, refundOf, lines, notes } = deal;
  return { deal: deal.deal, salesperson, customer, amount, currency, status, closedOn, expectedOn: status === 'open' ? expectedOn : null, openedOn, probability, stage, product, category, source, location, quantity, cost, commissionRate, credit, lostReason, refundOf, lines, notes };
}
