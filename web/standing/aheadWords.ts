import type { SeriesView } from '#contract/schemas/series';
import { figureUnit } from '#wording/figureUnit';
import { showOdds } from '#wording/forecast';
import { EN_STANDING_VIEW } from '#wording/messages/en/standingView';
import { messagesOf } from '#wording/messages/translate';
import { formatWhole } from '#wording/numbers/format';
import { showPercent } from '#wording/numbers/percent';
import type { PeriodOutlook } from '../figures/useOutlook';

const t = messagesOf('standingView', EN_STANDING_VIEW);

/**
 * "Saltmarsh made 4 of 7 months of FY 2027. November 2026 is expected to reach 71% of target, odds
 * 12%. The 4 months ahead have €312,000 open against €1,900,000 of targets."
 */
export function describeAhead(
  view: SeriesView,
  outlooks: ReadonlyMap<string, PeriodOutlook>,
): string {
  const { points, unit, period } = view;
  const money = figureUnit(view);
  const whole = (value: number) => formatWhole(Math.round(value), money);
  const ended = points.filter((point) => point.phase === 'ended' && point.status.grade > 0);
  const made = ended.filter((point) => point.status.grade === 4).length;
  const running = points.find((point) => point.phase === 'open');
  const ahead = points.filter((point) => point.phase === 'notStarted');
  const parts = [
    ended.length === 0
      ? t('noMonthOfWithA', { period: period.name, unit: unit.name })
      : t('madeOfEndedOf', {
          unit: unit.name,
          made,
          count: ended.length,
          period: period.name,
        }),
  ];
  const now = running && outlooks.get(running.period.id)?.outlook;
  if (now && now.forecastAttainment !== null)
    parts.push(
      now.actual >= now.target!
        ? t('isMadeAlready', { period: running.period.name })
        : t('isExpectedToReachOf', {
            period: running.period.name,
            percent: showPercent(now.forecastAttainment),
            odds: showOdds(now.odds),
          }),
    );
  const next = ahead.flatMap((point) => outlooks.get(point.period.id)?.outlook ?? []);
  if (next.length > 0) {
    const targets = next.map((each) => each.target);
    const open = whole(next.reduce((sum, each) => sum + each.open, 0));
    const against = targets.includes(null)
      ? t('andOfThemHaveNo', { count: targets.filter((target) => target === null).length })
      : t('againstOfTargets', {
          sum: whole(targets.reduce<number>((sum, target) => sum + target!, 0)),
        });
    parts.push(t('theAheadOpen', { count: next.length, open, against }));
  }
  return parts.join(' ');
}
