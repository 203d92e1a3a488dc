import type { CommissionStatement, StatementEntry } from '#contract/schemas/commission';
import { formatPaid } from './numbers/format';

const KIND_WORDS: Readonly<Record<StatementEntry['kind'], string>> = {
  deal: 'Deal',
  value: 'Typed in',
  newTier: 'Earlier deals of the period at the new rate',
  bonus: 'Bonus for reaching the target',
  floor: 'Up to the least a month earns',
  cap: 'Above the most a month earns',
  guarantee: 'Up to what is guaranteed on the ramp',
  award: 'Award',
  correction: 'Correction',
  advance: 'Paid in advance',
  recovery: 'Taken back from earlier advances',
};

/** What a line of a statement is for. */
export function describeEntry(entry: StatementEntry): string {
  const { kind, deal, customer, product, ofPeriod, ofKind, text } = entry;
  const ofDeal = [deal, customer, product].filter(Boolean).join(', ');
  switch (kind) {
    case 'deal':
      return ofDeal || KIND_WORDS.deal;
    case 'award':
      return text ?? KIND_WORDS.award;
    case 'correction':
      return `Correction of ${ofPeriod}: ${ofDeal || KIND_WORDS[ofKind ?? 'deal'].toLowerCase()}`;
    case 'bonus':
      return entry.amount < 0 ? 'Bonus taken back: the target is not reached' : KIND_WORDS.bonus;
    default:
      return KIND_WORDS[kind];
  }
}

/** "99.9%": never rounded up over a rate's threshold. @param attainment 0.9996 for 99.96 % */
export const showAttainment = (attainment: number) =>
  `${(Math.floor(attainment * 1000 + 1e-9) / 10).toFixed(1)}%`;

/** "5%", "2.5% and 8%", "€25.00 each"; empty for what has no rate. */
export function describeRates(
  { parts }: Pick<StatementEntry, 'parts'>,
  { baseKind, currency }: Pick<CommissionStatement, 'baseKind' | 'currency'>,
): string {
  const rates = [...new Set(parts.map(({ rate }) => rate))];
  return rates.map((rate) => describeRate(rate, baseKind, currency)).join(' and ');
}

/** "2.5%" of millionths; "€25.00 each" under a plan on a number. */
export function describeRate(
  rate: number,
  baseKind: CommissionStatement['baseKind'],
  currency: string,
): string {
  return baseKind === 'count' ? `${formatPaid(rate, currency)} each` : `${rate / 10_000}%`;
}

/** What a rate is applied to: "€1,200.00", "3", "2.5". */
export function showBase(
  base: number,
  {
    baseKind,
    baseDecimals,
    currency,
  }: Pick<CommissionStatement, 'baseKind' | 'baseDecimals' | 'currency'>,
): string {
  return baseKind === 'count'
    ? (base / 10 ** baseDecimals).toLocaleString('en-GB', { maximumFractionDigits: baseDecimals })
    : formatPaid(base, currency);
}
