import type { PipelineHorizon } from '#contract/schemas/pipeline';
import type { Odds } from '#core/forecast/odds';
import type { Outlook } from '#core/forecast/outlook';
import type { FigureUnit } from '#core/money/figureUnit';
import { formatExact, formatWhole } from './numbers/format';
import { showPercent } from './numbers/percent';

/** Odds in words: never a bare 0 % or 100 % where it is not certain. */
export function showOdds(odds: Odds | null): string {
  if (!odds) return '–';
  if (odds.odds === 0 || odds.odds === 1)
    return odds.method === 'exact'
      ? odds.odds === 1
        ? 'certain'
        : 'none'
      : odds.odds === 1
        ? 'over 99.9%'
        : 'under 0.1%';
  if (odds.odds < 0.001) return 'under 0.1%';
  if (odds.odds > 0.999) return 'over 99.9%';
  return `${(odds.odds * 100).toFixed(odds.odds < 0.1 || odds.odds > 0.9 ? 1 : 0)}%`;
}

/** How the odds came about. */
export function describeMethod(odds: Odds): string {
  return odds.method === 'exact'
    ? `Computed exactly over all outcomes of ${odds.deals} open deals.`
    : `Drawn 20,000 times over ${odds.deals} open deals, each closing by itself.`;
}

/**
 * "Saltmarsh branch has won €265,867 of €466,000 in November 2026. 9 open deals worth €80,300 weigh
 * €41,200; the forecast is 66% of target, €158,933 short. The odds to make it: 3.1%."
 */
export function describeOutlook(
  name: string,
  { period }: Pick<PipelineHorizon, 'period'>,
  outlook: Outlook,
  unit: FigureUnit,
): string {
  const money = (value: number) => formatWhole(value, unit);
  const open =
    outlook.count === 0
      ? 'No open deal is expected to close in it'
      : `${outlook.count === 1 ? 'One open deal' : `${outlook.count} open deals`} worth ${money(outlook.open)} ${outlook.count === 1 ? 'weighs' : 'weigh'} ${money(outlook.weighted)}`;
  if (outlook.target === null)
    return `${name} has won ${formatExact(outlook.actual, unit)} in ${period.name} and has no complete target. ${open}.`;
  const won = `${name} has won ${money(outlook.actual)} of ${money(outlook.target)} in ${period.name}.`;
  if (outlook.actual >= outlook.target) return `${won} The target is made. ${open}.`;
  const reach =
    outlook.forecastAttainment === null
      ? ''
      : ` the forecast is ${showPercent(outlook.forecastAttainment)} of target,`;
  const short =
    outlook.shortfall === 0
      ? 'enough if things go as expected'
      : `${money(outlook.shortfall!)} short`;
  return `${won} ${open};${reach} ${short}. The odds to make it: ${showOdds(outlook.odds)}.`;
}
