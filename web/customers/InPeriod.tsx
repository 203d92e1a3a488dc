import type { WonInPeriod } from '#contract/schemas/customer';
import { changeOf } from '#core/comparison/change';
import type { FigureUnit } from '#core/money/figureUnit';
import { parseDay } from '#core/period/day';
import { formatCount, formatExact } from '#wording/numbers/format';
import { showChange } from '#wording/numbers/percent';
import { describeSpan } from '#wording/period';

/**
 * What was won in the chosen period beside the year before, as a sentence; an open period is set
 * against the same days of the year before, and says so.
 */
export function InPeriod({
  verb,
  inPeriod,
  money,
}: {
  verb: 'bought' | 'sold';
  inPeriod: WonInPeriod;
  money: FigureUnit;
}) {
  const { won, priorYear } = inPeriod;
  const times = (count: number) => `${formatCount(count)} won ${count === 1 ? 'deal' : 'deals'}`;
  return (
    <p aria-label="In the chosen period">
      {won.count === 0 && won.credited === 0
        ? `Nothing ${verb} in ${inPeriod.name}`
        : `${verb === 'bought' ? 'Bought' : 'Sold'} for ${formatExact(won.credited, money)} in ${inPeriod.name}, ${times(won.count)}`}
      {priorYear &&
        (priorYear.won.credited === 0 && priorYear.won.count === 0
          ? `; nothing in ${spanOf(priorYear)}`
          : `; ${formatExact(priorYear.won.credited, money)} in ${spanOf(priorYear)}${wordsOf(won.credited, priorYear.won.credited, money)}`)}
      .
    </p>
  );
}

/** How much more or less it is; no percent of next to nothing (docs/calculations.md, 10). */
function wordsOf(now: number, then: number, money: FigureUnit): string {
  const { difference, share, isLowBase } = changeOf(now, then);
  if (difference === 0) return ', the same';
  const amount = `${formatExact(Math.abs(difference), money)} ${difference > 0 ? 'more' : 'less'} now`;
  return `, ${amount}${share === null || isLowBase ? '' : ` (${showChange(share)})`}`;
}

function spanOf({ name, from, to, isCut }: NonNullable<WonInPeriod['priorYear']>): string {
  return isCut
    ? `${name} up to the same day (${describeSpan({ from: parseDay(from)!, to: parseDay(to)! + 1 }, true)})`
    : name;
}
