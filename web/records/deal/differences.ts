import type { Deal } from '#contract/schemas/deal';
import { toCustomText } from '#core/customField/field';
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

function listCustom(before: Deal, after: Deal, nameOf: (code: string) => string) {
  const codes = new Set([...Object.keys(before.customFields), ...Object.keys(after.customFields)]);
  const show = (deal: Deal, code: string) => toCustomText(deal.customFields[code]) || 'empty';
  return [...codes].map((code) => ({
    name: nameOf(code),
    before: show(before, code),
    after: show(after, code),
  }));
}

/**
 * What differs between two states of a deal, in words. A restated value is told where nothing else
 * has changed.
 */
export function listDifferences(
  before: Deal,
  after: Deal,
  nameOfField: (code: string) => string = (code) => code,
): { name: string; before: string; after: string }[] {
  const named = (Object.keys(NAMES) as (keyof Deal)[])
    .map((key) => ({ name: NAMES[key]!, before: write(before, key), after: write(after, key) }))
    .concat(listCustom(before, after, nameOfField))
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
