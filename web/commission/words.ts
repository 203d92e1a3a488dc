import type { CommissionTermsInput, StatementState } from '#contract/schemas/commission';
import type { CommissionMeasure, CommissionPeriod } from '#core/commission/terms';
import { formatPaid } from '#core/money/format';
import { describeRate } from '#wording/commission';

export const MEASURE_WORDS: Readonly<Record<CommissionMeasure, string>> = {
  revenue: 'revenue',
  gross_profit: 'gross profit',
  deals_won: 'deals won',
};
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

/** "5% of revenue; 8% above 100% of the quarter's target". */
export function describeTerms(terms: CommissionTermsInput, currency: string): string {
  const { measure, tiers, tierMode, periodKind, specialRates } = terms;
  const rate = (value: number) => describeRate(value, measure, currency);
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
    `${rate(first!.rate)}${measure === 'deals_won' ? ' deal won' : ` of ${MEASURE_WORDS[measure]}`}`,
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
