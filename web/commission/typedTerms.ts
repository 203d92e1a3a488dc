import {
  type CommissionTermsInput,
  MOST_SPECIAL_RATES,
  MOST_TIERS,
} from '#contract/schemas/commission';
import { writeDecimal } from '#core/money/amount';
import { decimalsOf } from '#core/money/figureUnit';
import { readTyped } from '#core/money/typed';

/** Terms as they are typed: percents and amounts are texts. */
export interface TypedTerms extends Pick<
  CommissionTermsInput,
  'measure' | 'periodKind' | 'tierMode' | 'withoutTarget'
> {
  tiers: { from: string; rate: string }[];
  specialRates: { by: 'product' | 'category'; name: string; rate: string }[];
  amounts: Record<AmountField, string>;
}

export const AMOUNT_FIELDS = ['bonus', 'floor', 'cap', 'guarantee', 'draw', 'secondAbove'] as const;
export type AmountField = (typeof AMOUNT_FIELDS)[number];

export const EMPTY_TERMS: TypedTerms = {
  measure: 'revenue',
  periodKind: 'month',
  tierMode: 'marginal',
  withoutTarget: 'lowest',
  tiers: [{ from: '0', rate: '5' }],
  specialRates: [],
  amounts: { bonus: '', floor: '', cap: '', guarantee: '', draw: '', secondAbove: '' },
};

/** Percent of attainment have two decimals, rates four; a rate of what is counted is an amount. */
const [FROM_DECIMALS, RATE_DECIMALS] = [2, 4];

const rateDecimals = (isMoney: boolean, currency: string) =>
  isMoney ? RATE_DECIMALS : decimalsOf({ kind: 'money', currency });

/** @param isMoney whether what is paid on is money: then rates are percents */
export function toTypedTerms(
  terms: CommissionTermsInput,
  isMoney: boolean,
  currency: string,
): TypedTerms {
  const digits = rateDecimals(isMoney, currency);
  // Percents drop all zeros at their end, amounts only ".00".
  const short = (value: number, decimals: number) =>
    decimals === RATE_DECIMALS
      ? String(value / 10 ** decimals)
      : writeDecimal(value, decimals).replace(/\.0+$/, '');
  const money = (minor: number | null) =>
    minor === null ? '' : short(minor, decimalsOf({ kind: 'money', currency }));
  return {
    measure: terms.measure,
    periodKind: terms.periodKind,
    tierMode: terms.tierMode,
    withoutTarget: terms.withoutTarget,
    tiers: terms.tiers.map(({ from, rate }) => ({
      from: short(from, FROM_DECIMALS),
      rate: short(rate, digits),
    })),
    specialRates: terms.specialRates.map(({ rate, ...each }) => ({
      ...each,
      rate: short(rate, digits),
    })),
    amounts: Object.fromEntries(
      AMOUNT_FIELDS.map((field) => [field, money(terms[field])]),
    ) as TypedTerms['amounts'],
  };
}

/** What is sent, or at which fields something cannot be read. */
export function readTerms(
  typed: TypedTerms,
  isMoney: boolean,
  currency: string,
): { terms: CommissionTermsInput | null; faults: Record<string, string> } {
  const faults: Record<string, string> = {};
  const digits = rateDecimals(isMoney, currency);
  const read = (text: string, decimals: number, field: string): number => {
    // What is a percent is written with a point; "1.125" is no thousand.
    const found = readTyped(text, decimals, decimals === RATE_DECIMALS ? 'point' : undefined);
    if (found.ok && found.value >= 0) return found.value;
    faults[field] = 'Write a number, for example 5 or 2.5.';
    return 0;
  };
  const tiers = typed.tiers.slice(0, MOST_TIERS).map(({ from, rate }, at) => ({
    from: read(from, FROM_DECIMALS, `tiers/${at}/from`),
    rate: read(rate, digits, `tiers/${at}/rate`),
  }));
  const specialRates = typed.specialRates
    .filter(({ name }) => name.trim() !== '')
    .slice(0, MOST_SPECIAL_RATES)
    .map(({ by, name, rate }, at) => ({
      by,
      name: name.trim(),
      rate: read(rate, digits, `specialRates/${at}/rate`),
    }));
  const amounts = Object.fromEntries(
    AMOUNT_FIELDS.map((field) => [
      field,
      typed.amounts[field].trim() === ''
        ? null
        : read(typed.amounts[field], decimalsOf({ kind: 'money', currency }), field),
    ]),
  ) as Record<AmountField, number | null>;
  const { measure, periodKind, tierMode, withoutTarget } = typed;
  const terms = {
    measure,
    periodKind,
    tierMode,
    withoutTarget,
    tiers,
    specialRates,
    ...amounts,
  };
  return { terms: Object.keys(faults).length > 0 ? null : terms, faults };
}
