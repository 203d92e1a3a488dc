import type { CommissionTermsInput, StatementState } from '#contract/schemas/commission';
import type { CommissionPeriod } from '#core/commission/terms';
import { describeRate } from '#wording/commission';
import { nameInSentence } from '#wording/nameInSentence';
import { formatPaid } from '#wording/numbers/format';
import type { PaidOn } from './paidOn';

export const PERIOD_WORDS: Readonly<Record<CommissionPeriod, string>> = {
  month: 'month',
  quarter: 'quarter',
  year: 'fiscal year',
};
export const STATE_WORDS: Readonly<Record<StatementState, string>> = {
  open: 'not approved',
  awaiting: 'awaits a second',
  locked: 'approved',
  paid: 'paid',
};

/** "5% of revenue; 8% above 100% of the quarter's target", "€25.00 each of deals won". */
export function describeTerms(
  terms: CommissionTermsInput,
  paidOn: PaidOn,
  currency: string,
): string {
  const { tiers, tierMode, periodKind, specialRates } = terms;
  const rate = (value: number) => describeRate(value, paidOn.isMoney ? 'money' : 'count', currency);
  const [first, ...more] = tiers;
  const money = (minor: number) => formatPaid(minor, currency);
  const amounts: (string | null)[] = [
    terms.bonus && `${money(terms.bonus)} for reaching the target`,
    terms.floor && `at least ${money(terms.floor)} a month`,
    terms.cap && `at most ${money(terms.cap)} a month`,
    terms.guarantee && `${money(terms.guarantee)} guaranteed on a ramp`,
    terms.draw && `${money(terms.draw)} a month in advance`,
    terms.secondAbove && `a second person approves above ${money(terms.secondAbove)}`,
  ].map((each) => each || null);
  return [
    `${rate(first!.rate)} of ${nameInSentence(paidOn)}`,
    ...more.map(({ from, rate: value }) => `${rate(value)} from ${from / 100}%`),
    ...(more.length > 0
      ? [
          `of the ${PERIOD_WORDS[periodKind]}’s target, ${
            tierMode === 'all' ? 'on everything' : 'each part at its own rate'
          }`,
        ]
      : []),
    ...specialRates.map(({ name, rate: value }) => `${name} ${rate(value)}`),
    ...amounts.filter((each) => each !== null),
  ].join('; ');
}
