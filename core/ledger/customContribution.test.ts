import { array, assert, integer, property } from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CustomAddend, CustomOf } from '../measure/customPart';
import { writeDecimal } from '../money/amount';
import { parseDay } from '../period/day';
import { customContributionsOf, type DealOfCustomParts, toCustomRules } from './customContribution';

const day = (text: string) => parseDay(text)!;
const DEAL: DealOfCustomParts = {
  status: 'won',
  openedOn: day('2026-10-01'),
  expectedOn: null,
  closedOn: day('2026-11-02'),
  custom: { paid_on: '2026-12-10', seats: 2.5, monthly: '100.01', segment: 'Retail', trial: true },
  credits: [
    { salespersonId: 1, minor: 600, basisPoints: 6_000 },
    { salespersonId: 2, minor: 400, basisPoints: 4_000 },
  ],
};
const of = (custom: CustomOf, over: Partial<CustomAddend> = {}): CustomAddend => ({
  custom,
  states: ['won'],
  placedBy: 'closedOn',
  ...over,
});
const read = (addend: CustomAddend, deal = DEAL) =>
  customContributionsOf(deal, toCustomRules([addend], 'EUR')).map((each) => [
    each.salespersonId,
    each.amount,
  ]);

describe('what a deal adds to custom parts', () => {
  it.each<[string, CustomOf, [number, number][]]>([
    [
      'amounts to everybody credited',
      { kind: 'amount' },
      [
        [1, 600],
        [2, 400],
      ],
    ],
    [
      'money by shares, adding up to the whole',
      { kind: 'sum', field: 'monthly', valueKind: 'money' },
      [
        [1, 6_001],
        [2, 4_000],
      ],
    ],
    [
      'numbers to whom it names first',
      { kind: 'sum', field: 'seats', valueKind: 'number' },
      [[1, 2_500]],
    ],
    ['one deal', { kind: 'deals' }, [[1, 1]]],
    ['its whole size', { kind: 'size' }, [[1, 1_000]]],
    ['a choice that it has', { kind: 'choice', field: 'segment', choice: 'Retail' }, [[1, 1]]],
    ['no choice that it has not', { kind: 'choice', field: 'segment', choice: 'Fleet' }, []],
    ['a yes', { kind: 'choice', field: 'trial', choice: 'yes' }, [[1, 1]]],
    ['no no', { kind: 'choice', field: 'trial', choice: 'no' }, []],
    ['days between two dates', { kind: 'days', from: 'openedOn', to: 'paid_on' }, [[1, 70]]],
    ['that it has both', { kind: 'timed', from: 'openedOn', to: 'paid_on' }, [[1, 1]]],
    ['that it lacks one', { kind: 'timed', from: 'expectedOn', to: 'paid_on' }, []],
    ['that it is within', { kind: 'within', from: 'openedOn', to: 'closedOn', most: 32 }, [[1, 1]]],
    ['that it is not', { kind: 'within', from: 'openedOn', to: 'closedOn', most: 31 }, []],
    ['nothing undated where it is dated', { kind: 'undated', date: 'paid_on' }, []],
    ['that it lacks a date', { kind: 'undated', date: 'signed_on' }, [[1, 1]]],
  ])('%s', (_, custom, expected) => expect(read(of(custom))).toEqual(expected));

  it('on the date that places it, and not without one', () => {
    const placed = of({ kind: 'amount' }, { placedBy: 'paid_on' });
    expect(customContributionsOf(DEAL, toCustomRules([placed], 'EUR'))[0]!.day).toBe(
      day('2026-12-10'),
    );
    expect(read(placed, { ...DEAL, custom: null })).toEqual([]);
  });

  it('open deals where they are asked for and dated, refunds in sums and no counts', () => {
    const open = { ...DEAL, status: 'open' as const, closedOn: null };
    expect(read(of({ kind: 'deals' }, { placedBy: 'paid_on' }), open)).toEqual([]);
    expect(read(of({ kind: 'deals' }, { placedBy: 'paid_on', states: ['open'] }), open)).toEqual([
      [1, 1],
    ]);
    const refund = { ...DEAL, credits: [{ salespersonId: 1, minor: -5, basisPoints: 10_000 }] };
    expect(read(of({ kind: 'amount' }), refund)).toEqual([[1, -5]]);
    expect(read(of({ kind: 'deals' }), refund)).toEqual([]);
    expect(read(of({ kind: 'days', from: 'openedOn', to: 'closedOn' }), refund)).toEqual([]);
  });

  it('money divided among any shares adds up', () =>
    assert(
      property(
        integer({ min: -1e12, max: 1e12 }),
        array(integer({ min: 1, max: 2_000 }), { minLength: 1, maxLength: 5 }).map((some) => [
          ...some,
          10_000 - some.reduce((sum, each) => sum + each, 0),
        ]),
        (monthly, shares) => {
          const deal = {
            ...DEAL,
            custom: { monthly: writeDecimal(monthly, 2) },
            credits: shares.map((basisPoints, at) => ({
              salespersonId: at,
              minor: 1,
              basisPoints,
            })),
          };
          const parts = read(of({ kind: 'sum', field: 'monthly', valueKind: 'money' }), deal);
          expect(parts.reduce((sum, [, amount]) => sum + amount!, 0)).toBe(monthly);
        },
      ),
    ));
});
