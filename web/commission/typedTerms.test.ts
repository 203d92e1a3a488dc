import { describe, expect, it } from 'vitest';
import type { CommissionTermsInput } from '#contract/schemas/commission';
import { EMPTY_TERMS, readTerms, toTypedTerms } from './typedTerms';

const terms: CommissionTermsInput = {
  measure: 'revenue',
  periodKind: 'quarter',
  tierMode: 'marginal',
  withoutTarget: 'nothing',
  tiers: [
    { from: 0, rate: 11_250 },
    { from: 10_000, rate: 80_000 },
  ],
  specialRates: [{ by: 'product', name: 'Winch', rate: 20_000 }],
  bonus: 50_000,
  floor: null,
  cap: 1_234_550,
  guarantee: null,
  draw: 0,
  secondAbove: null,
};

describe('typed terms', () => {
  it('are read back as they were', () => {
    const typed = toTypedTerms(terms, true, 'EUR');
    expect(typed.tiers).toEqual([
      { from: '0', rate: '1.125' },
      { from: '100', rate: '8' },
    ]);
    expect(typed.amounts).toMatchObject({ bonus: '500', cap: '12345.50', draw: '0', floor: '' });
    expect(readTerms(typed, true, 'EUR')).toEqual({ terms, faults: {} });
    const each = { ...terms, measure: 'deals_won' as const, tiers: [{ from: 0, rate: 2_550 }] };
    expect(toTypedTerms(each, false, 'EUR').tiers[0]!.rate).toBe('25.50');
    expect(readTerms(toTypedTerms(each, false, 'EUR'), false, 'EUR').terms?.tiers).toEqual(
      each.tiers,
    );
  });

  it('that cannot be read are said at their field, and nothing is sent', () => {
    const typed = { ...EMPTY_TERMS, tiers: [{ from: '0', rate: 'five' }] };
    const { terms: read, faults } = readTerms(typed, true, 'EUR');
    expect([read, Object.keys(faults)]).toEqual([null, ['tiers/0/rate']]);
    const negative = { ...EMPTY_TERMS, amounts: { ...EMPTY_TERMS.amounts, cap: '-5' } };
    expect(Object.keys(readTerms(negative, true, 'EUR').faults)).toEqual(['cap']);
  });
});
