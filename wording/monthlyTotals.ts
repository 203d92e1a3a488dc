import type { MonthlyTotalsView } from '#contract/schemas/attainment';
import type { DaySpan } from '#core/period/day';
import { EN_STANDING } from './messages/en/standing';
import { messagesOf } from './messages/translate';
import { describeSpan } from './period';

const t = messagesOf('standing', EN_STANDING);

/** Months in words, those that follow each other together: "1 Apr–30 Jun 2024". */
export function describeMonths(months: readonly DaySpan[]): string {
  const runs: { from: number; to: number }[] = [];
  for (const { from, to } of months) {
    const last = runs.at(-1);
    if (last?.to === from) last.to = to;
    else runs.push({ from, to });
  }
  return runs.map((run) => describeSpan(run, true)).join(', ');
}

/**
 * What a figure says of totals from before in it; `value` as it is shown, for what adds up. They
 * have no days and no deals (docs/calculations.md, 4).
 */
export function sayTotals({ days, isUnknown }: MonthlyTotalsView, value: string | null): string {
  if (isUnknown) return t('totalsUnknown', { days });
  return value === null ? t('totalsTakenIn', { days }) : t('totalsOfIt', { days, value });
}

/** What an earlier figure says of them: without days there is no same point to compare with. */
export function sayEarlierTotals(
  { days, isUnknown }: MonthlyTotalsView,
  total: string | null,
): string {
  if (!isUnknown) return t('earlierTotals', { days });
  return total === null ? t('earlierUnknown', { days }) : t('earlierUnknownWhole', { days, total });
}
