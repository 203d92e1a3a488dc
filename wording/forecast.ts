import type { PipelineHorizon } from '#contract/schemas/pipeline';
import type { Odds } from '#core/forecast/odds';
import type { Outlook } from '#core/forecast/outlook';
import type { FigureUnit } from '#core/money/figureUnit';
import { EN_RANKING } from './messages/en/ranking';
import { messagesOf } from './messages/translate';
import { formatExact, formatWhole } from './numbers/format';
import { localNumber, percentText } from './numbers/numberForm';
import { showPercent } from './numbers/percent';

const t = messagesOf('ranking', EN_RANKING);

const percentOf = (text: string) => percentText(localNumber(text));

/** Odds in words: never a bare 0 % or 100 % where it is not certain. */
export function showOdds(odds: Odds | null): string {
  if (!odds) return '–';
  if (odds.method === 'exact' && odds.odds === 1) return t('certain');
  if (odds.method === 'exact' && odds.odds === 0) return t('impossible');
  if (odds.odds < 0.001) return t('underLeast', { percent: percentOf('0.1') });
  if (odds.odds > 0.999) return t('overMost', { percent: percentOf('99.9') });
  return percentOf((odds.odds * 100).toFixed(odds.odds < 0.1 || odds.odds > 0.9 ? 1 : 0));
}

/** How the odds came about. */
export function describeMethod({ method, deals }: Odds): string {
  return t(method === 'exact' ? 'oddsExact' : 'oddsDrawn', { deals });
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
  const values = {
    name,
    period: period.name,
    open:
      outlook.count === 0
        ? t('openNone')
        : t('openSome', {
            count: outlook.count,
            open: money(outlook.open),
            weighted: money(outlook.weighted),
          }),
  };
  if (outlook.target === null)
    return t('outlookNoTarget', { ...values, actual: formatExact(outlook.actual, unit) });
  const won = { ...values, actual: money(outlook.actual), target: money(outlook.target) };
  if (outlook.actual >= outlook.target) return t('outlookMade', won);
  return t('outlook', {
    ...won,
    reach:
      outlook.forecastAttainment === null
        ? ''
        : t('outlookReach', { percent: showPercent(outlook.forecastAttainment) }),
    short:
      outlook.shortfall === 0
        ? t('outlookEnough')
        : t('outlookShort', { amount: money(outlook.shortfall!) }),
    odds: showOdds(outlook.odds),
  });
}
