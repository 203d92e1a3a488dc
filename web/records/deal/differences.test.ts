import { describe, expect, it } from 'vitest';
import type { Deal } from '#contract/schemas/deal';
import { listDifferences } from './differences';

const deal = (over: Partial<Deal> = {}): Deal => ({
  id: 1,
  version: 1,
  deal: 'A',
  status: 'won',
  salesperson: 'iv',
  salespersonName: 'Ilse',
  customer: 'Pike',
  amount: '100.00',
  currency: 'EUR',
  credited: 10_000,
  day: '2026-11-10',
  closedOn: '2026-11-10',
  expectedOn: null,
  openedOn: null,
  probability: null,
  stage: null,
  product: null,
  category: null,
  source: null,
  location: null,
  quantity: null,
  cost: null,
  commissionRate: null,
  commission: null,
  credit: null,
  lostReason: null,
  refundOf: null,
  lines: null,
  notes: null,
  customFields: {},
  changedAt: '',
  voidedAt: null,
  voidReason: null,
  ...over,
});

describe('what differs between two states of a deal', () => {
  it('is named in words, in the order of the form', () => {
    const after = deal({
      version: 2,
      amount: '150.00',
      credited: 15_000,
      probability: 0.4,
      credit: [
        { salesperson: 'iv', percent: 60 },
        { salesperson: 'tb', percent: 40 },
      ],
      lines: [{ product: 'Rope', quantity: 3, unitPrice: '50.00', unitCost: null }],
    });
    expect(listDifferences(deal(), after)).toEqual([
      { name: 'Amount', before: '100.00', after: '150.00' },
      { name: 'Probability', before: 'empty', after: '40%' },
      { name: 'Credit', before: 'empty', after: 'iv 60%, tb 40%' },
      { name: 'Lines', before: 'empty', after: '3 × Rope at 50.00' },
    ]);
    expect(
      listDifferences(
        deal({ customFields: { seats: 2, trial: true } }),
        deal({ customFields: { seats: 2, paid_on: '2026-11-02' } }),
        (code) => ({ trial: 'Trial', paid_on: 'Paid on' })[code] ?? code,
      ),
    ).toEqual([
      { name: 'Trial', before: 'yes', after: 'empty' },
      { name: 'Paid on', before: 'empty', after: '2026-11-02' },
    ]);
  });

  it('is what it is worth, where a rate alone has changed, and nothing where nothing has', () => {
    expect(listDifferences(deal(), deal({ credited: 10_400 }))).toMatchObject([
      { before: '10000', after: '10400' },
    ]);
    expect(listDifferences(deal(), deal({ version: 2, changedAt: 'later' }))).toEqual([]);
  });
});
