import type { Deal } from '#contract/schemas/deal';
import { toPercentText } from '../form/formValues';

/** What of a deal is named in its history, in this order; the rest follows from it. */
const NAMES: Partial<Record<keyof Deal, string>> = {
  status: 'Status',
  salespersonName: 'Salesperson',
  customer: 'Customer',
  amount: 'Amount',
  currency: 'Currency',
  closedOn: 'Closed on',
  expectedOn: 'Expected on',
  openedOn: 'Opened on',
  probability: 'Probability',
  stage: 'Stage',
  lostReason: 'Lost reason',
  product: 'Product',
  category: 'Category',
  source: 'Source',
  location: 'Location',
  quantity: 'Quantity',
  cost: 'Cost',
  commissionRate: 'Commission',
  credit: 'Credit',
  lines: 'Lines',
  refundOf: 'Refund of',
  deal: 'Id',
  notes: 'Note',
  voidReason: 'Voided because',
};

function write(deal: Deal, key: keyof Deal): string {
  const value = deal[key];
  if (value === null || value === undefined || value === '') return 'empty';
  if (key === 'probability' || key === 'commissionRate') return `${toPercentText(Number(value))}%`;
  if (key === 'credit')
    return deal.credit!.map((each) => `${each.salesperson} ${each.percent}%`).join(', ');
  if (key === 'lines')
    return deal
      .lines!.map((line) => `${line.quantity} × ${line.product} at ${line.unitPrice}`)
      .join('; ');
  return String(value);
}

/**
 * What differs between two states of a deal, in words. A restated value is told where nothing else
 * has changed.
 */
export function listDifferences(
  before: Deal,
  after: Deal,
): { name: string; before: string; after: string }[] {
  const named = (Object.keys(NAMES) as (keyof Deal)[])
    .map((key) => ({ name: NAMES[key]!, before: write(before, key), after: write(after, key) }))
    .filter((each) => each.before !== each.after);
  if (named.length > 0 || before.credited === after.credited) return named;
  return [
    {
      name: 'Worth in the reporting currency, minor units',
      before: String(before.credited),
      after: String(after.credited),
    },
  ];
}
