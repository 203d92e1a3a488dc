import { describe, expect, it } from 'vitest';
import type { Deal } from '#contract/schemas/deal';
import { parseDay } from '#core/period/day';
import { NEW_LINE, shareEvenly, sumOfLines, toInput, totalOfLine, toValues } from './formValues';

const TODAY = parseDay('2026-11-18')!;
const DEAL: Deal = {
  id: 1,
  version: 3,
  deal: 'A-1',
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
  commissionRate: 0.035,
  commission: 350,
  credit: [
    { salesperson: 'iv', percent: 60 },
    { salesperson: 'tb', percent: 40 },
  ],
  lostReason: null,
  refundOf: null,
  lines: null,
  notes: 'as agreed',
  customFields: {},
  changedAt: '',
  voidedAt: null,
  voidReason: null,
};
const values = (over: object = {}) => ({
  ...toValues(null, 'iv', '2026-11-18', 'EUR'),
  customer: 'Pike',
  ...over,
});

describe('the form of a deal', () => {
  it('says of a stored deal what it was told, when nothing is changed', () => {
    expect(toInput(toValues(DEAL, '', '2026-11-18', 'EUR'), DEAL, TODAY)).toMatchObject({
      deal: 'A-1',
      amount: '100.00',
      closedOn: '2026-11-10',
      commissionRate: 0.035,
      credit: DEAL.credit,
      notes: 'as agreed',
      lines: null,
    });
  });

  it('reads typed amounts, days and percents, and sends what it cannot read as it stands', () => {
    expect(
      toInput(
        values({ amount: '1,234.5', closedOn: 'yesterday', commissionRate: '3,5' }),
        null,
        TODAY,
      ),
    ).toMatchObject({ amount: '1234.50', closedOn: '2026-11-17', commissionRate: 0.035 });
    expect(
      toInput(values({ amount: '12x', closedOn: 'some day', commissionRate: 'much' }), null, TODAY),
    ).toMatchObject({ amount: '12x', closedOn: 'some day', commissionRate: -1 });
    expect(toInput(values({ amount: '' }), null, TODAY).amount).toBe('?');
  });

  it('keeps of open, won and lost only what belongs to them', () => {
    const all = {
      amount: '5',
      closedOn: '2026-11-02',
      expectedOn: '3 dec',
      probability: '40',
      lostReason: 'Price',
    };
    expect(toInput(values({ ...all, status: 'open' }), null, TODAY)).toMatchObject({
      closedOn: null,
      expectedOn: '2026-12-03',
      probability: 0.4,
      lostReason: null,
    });
    expect(toInput(values({ ...all, status: 'won' }), null, TODAY)).toMatchObject({
      closedOn: '2026-11-02',
      probability: null,
      lostReason: null,
    });
    expect(toInput(values({ ...all, status: 'lost' }), null, TODAY)).toMatchObject({
      closedOn: '2026-11-02',
      lostReason: 'Price',
    });
  });

  it('makes the amount of its lines, and leaves empty lines out', () => {
    const lines = [
      { product: 'Rope', quantity: '2.5', unitPrice: '100', unitCost: '' },
      { product: 'Cleat', quantity: '1', unitPrice: '0.10', unitCost: '0.05' },
      { ...NEW_LINE },
    ];
    expect(toInput(values({ amount: '999', lines }), null, TODAY)).toMatchObject({
      amount: '250.10',
      lines: [
        { product: 'Rope', quantity: 2.5, unitPrice: '100.00', unitCost: null },
        { product: 'Cleat', unitCost: '0.05' },
      ],
    });
    expect(sumOfLines([{ ...lines[0]!, unitPrice: 'x' }], 2)).toBeNull();
    expect(totalOfLine(lines[0]!, 2)).toBe(25_000);
  });

  it('gives a split to its owner first, whoever that is now', () => {
    expect(
      toInput({ ...toValues(DEAL, '', '', 'EUR'), salesperson: 'mo' }, DEAL, TODAY).credit,
    ).toEqual([
      { salesperson: 'mo', percent: 60 },
      { salesperson: 'tb', percent: 40 },
    ]);
    expect(toInput(values({ amount: '5' }), null, TODAY).credit).toBeNull();
  });

  it.each([
    [2, ['50', '50']],
    [3, ['33.34', '33.33', '33.33']],
    [7, ['14.32', '14.28', '14.28', '14.28', '14.28', '14.28', '14.28']],
  ])('divides evenly over %i, the odd rest to the first', (count, shares) => {
    expect(shareEvenly(count)).toEqual(shares);
    expect(shares.reduce((sum, share) => sum + Math.round(Number(share) * 100), 0)).toBe(10_000);
  });
});
