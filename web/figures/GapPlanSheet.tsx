import { Link, useLocation } from 'react-router';
import type { Figures, PeriodView } from '#contract/schemas/attainment';
import type { Pipeline } from '#contract/schemas/pipeline';
import { type GapPlan, planGap } from '#core/forecast/gapPlan';
import { parseDay } from '#core/period/day';
import { showOdds } from '#wording/forecast';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { formatExact, formatWhole } from '#wording/numbers/format';
import { showWholePercent } from '#wording/numbers/percent';
import { shortDay } from '#wording/period';
import { placeLink } from '../app/placeLink';
import { rich } from '../language/rich';
import { useGetSalesMixQuery } from './api';
import type { PeriodOutlook } from './useOutlook';

const t = messagesOf('view', EN_VIEW);

const SHOWN = 6;

interface GapPlanSheetProps {
  unit: { code: string; name: string };
  period: PeriodView;
  figures: Figures;
  currency: string;
  pipeline: Pipeline | undefined;
  outlook: PeriodOutlook | undefined;
}

/**
 * What it takes to reach the target: an amount a working day, a number of average deals, and which
 * open deals would close the gap.
 */
export function GapPlanSheet({
  unit,
  period,
  figures,
  currency,
  pipeline,
  outlook,
}: GapPlanSheetProps) {
  const { search } = useLocation();
  const { currentData: salesMix } = useGetSalesMixQuery({ unit: unit.code, period: period.id });
  const money = { kind: 'money' as const, currency };
  const whole = (value: number) => formatWhole(Math.round(value), money);
  const byId = new Map((pipeline?.deals ?? []).map((deal) => [deal.id, deal]));
  const takes = planGap({
    actual: figures.actual ?? 0,
    target: figures.target.missingCount > 0 ? null : figures.target.value,
    daysLeft: figures.elapsed.workingDaysRemaining,
    averageDealSize: salesMix?.yearAverageDealSize ?? null,
    deals: [...byId.values()]
      .filter((deal) => outlook?.dealIds.has(deal.id))
      .map((deal) => ({ ...deal, expectedOn: parseDay(deal.expectedOn)! })),
  });
  return (
    <section
      aria-labelledby="takes-heading"
      className="rounded-sheet border border-line bg-sheet px-3.5 py-2"
    >
      <h2 id="takes-heading">
        {rich(t, 'whatItTakes', {
          part: (words) => (
            <span className="ml-2 text-[11.5px] font-normal text-soft">{words}</span>
          ),
          period: period.name,
        })}
      </h2>
      {takes === null ? (
        <p className="text-soft">
          {rich(t, 'withoutACompleteTargetNothing', {
            link: (words) => (
              <Link className="underline" to={{ pathname: '/plan', search: placeLink(search) }}>
                {words}
              </Link>
            ),
          })}
        </p>
      ) : takes.shortfall === 0 ? (
        <p className="font-medium">{t('nothingMoreTheTargetIs')}</p>
      ) : figures.elapsed.phase === 'ended' ? (
        <p>{t('hasEndedShort', { period: period.name, shortfall: whole(takes.shortfall) })}</p>
      ) : (
        <>
          <p className="mt-0.5">
            {t('short', {
              shortfall: whole(takes.shortfall),
              ways: describeWays(
                takes,
                figures.elapsed.workingDaysRemaining,
                salesMix?.yearAverageDealSize ?? null,
                whole,
              ),
            })}
            {outlook?.outlook.odds && (
              <>
                {rich(t, 'theOddsToMakeIt', {
                  strong: (words) => <strong className="font-semibold">{words}</strong>,
                  odds: showOdds(outlook.outlook.odds),
                })}
              </>
            )}
          </p>
          {!(pipeline && outlook) && (
            <p aria-busy className="text-soft">
              {t('countingTheOpenDeals')}
            </p>
          )}
          {pipeline && outlook && (
            <Closing
              takes={takes}
              byId={byId}
              show={(value) => formatExact(value, money)}
              whole={whole}
            />
          )}
          {pipeline && (
            <Link
              className="underline"
              to={{ pathname: '/deals/pipeline', search: placeLink(search) }}
            >
              {t('tryItOutInPipeline')}
            </Link>
          )}
        </>
      )}
    </section>
  );
}

function Closing({
  takes,
  byId,
  show,
  whole,
}: {
  takes: GapPlan;
  byId: ReadonlyMap<number, Pipeline['deals'][number]>;
  show(value: number): string;
  whole(value: number): string;
}) {
  if (takes.closing.length === 0) return <p className="text-soft">{t('noOpenDealIsExpected')}</p>;
  const rest = takes.closing.slice(SHOWN);
  return (
    <>
      <p className="mt-1 text-[12px] text-soft">
        {takes.remaining > 0
          ? t('allOpenDealsTogetherWould', {
              count: takes.closing.length,
              remaining: whole(takes.remaining),
            })
          : t('wouldCloseTheGap', { count: takes.closing.length })}
      </p>
      <table className="w-full text-[12px]">
        <tbody>
          {takes.closing.slice(0, SHOWN).map(({ id }) => {
            const deal = byId.get(id)!;
            return (
              <tr key={id} className="border-t border-line/60">
                <td className="py-0.5 pr-2 text-soft whitespace-nowrap">
                  {shortDay(parseDay(deal.expectedOn)!)}
                </td>
                <td className="max-w-[170px] truncate pr-2">{deal.customer}</td>
                <td className="max-w-[110px] truncate pr-2 text-soft">{deal.salespersonName}</td>
                <td className="pr-2 text-right text-soft">
                  {deal.probability === null ? '–' : showWholePercent(deal.probability)}
                </td>
                <td className="text-right font-medium whitespace-nowrap">{show(deal.amount)}</td>
              </tr>
            );
          })}
          {rest.length > 0 && (
            <tr className="border-t border-line/60">
              <td />
              <td className="text-soft" colSpan={3}>
                {t('otherDeals', { count: rest.length })}
              </td>
              <td className="text-right whitespace-nowrap">
                {show(rest.reduce((sum, deal) => sum + deal.amount, 0))}
              </td>
            </tr>
          )}
        </tbody>
      </table>
    </>
  );
}

/** So much on each day that is left, or so many average deals. */
function describeWays(
  { perDay, averageDealsNeeded }: Pick<GapPlan, 'perDay' | 'averageDealsNeeded'>,
  days: number,
  averageDeal: number | null,
  whole: (value: number) => string,
): string {
  const one =
    perDay === null ? t('noWorkingDayIsLeft') : t('onEachOf', { amount: whole(perDay), days });
  return averageDealsNeeded === null || averageDeal === null
    ? one
    : t('either', {
        one,
        other: t('averageDeals', { count: averageDealsNeeded, size: whole(averageDeal) }),
      });
}
