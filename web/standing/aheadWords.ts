import type { SeriesView } from '#contract/schemas/series';
import { figureUnit } from '#wording/figureUnit';
import { showOdds } from '#wording/forecast';
import { formatWhole } from '#wording/numbers/format';
import { showPercent } from '#wording/numbers/percent';
import type { PeriodOutlook } from '../figures/useOutlook';

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
      ? `No month of ${period.name} with a target has ended yet for ${unit.name}.`
      : `${unit.name} made ${made} of ${ended.length} ended ${ended.length === 1 ? 'month' : 'months'} of ${period.name}.`,
  ];
  const now = running && outlooks.get(running.period.id)?.outlook;
  if (now && now.forecastAttainment !== null)
    parts.push(
      now.actual >= now.target!
        ? `${running.period.name} is made already.`
        : `${running.period.name} is expected to reach ${showPercent(now.forecastAttainment)} of target, odds ${showOdds(now.odds)}.`,
    );
  const next = ahead.flatMap((point) => outlooks.get(point.period.id)?.outlook ?? []);
  if (next.length > 0) {
    const targets = next.map((each) => each.target);
    const open = whole(next.reduce((sum, each) => sum + each.open, 0));
    const against = targets.includes(null)
      ? `, and ${targets.filter((target) => target === null).length} of them have no complete target`
      : ` against ${whole(targets.reduce<number>((sum, target) => sum + target!, 0))} of targets`;
    parts.push(
      `The ${next.length === 1 ? 'month' : `${next.length} months`} ahead ${next.length === 1 ? 'has' : 'have'} ${open} open${against}.`,
    );
  }
  return parts.join(' ');
}
