import { Link, useLocation } from 'react-router';
import type { Figures, PeriodView } from '#contract/schemas/attainment';
import type { Pipeline } from '#contract/schemas/pipeline';
import { type GapPlan, planGap } from '#core/forecast/gapPlan';
import { parseDay } from '#core/period/day';
import { showOdds } from '#wording/forecast';
import { formatCount, formatExact, formatWhole } from '#wording/numbers/format';
import { shortDay } from '#wording/period';
import { placeLink } from '../app/placeLink';
import { useGetSalesMixQuery } from './api';
import type { PeriodOutlook } from './useOutlook';

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
        What it takes<span className="ml-2 text-[11.5px] font-normal text-soft">{period.name}</span>
      </h2>
      {takes === null ? (
        <p className="text-soft">
          Without a complete target nothing is asked.{' '}
          <Link className="underline" to={{ pathname: '/plan', search: placeLink(search) }}>
            Set one in Plan
          </Link>
        </p>
      ) : takes.shortfall === 0 ? (
        <p className="font-medium">Nothing more: the target is reached.</p>
      ) : figures.elapsed.phase === 'ended' ? (
        <p>
          {period.name} has ended {whole(takes.shortfall)} short.
        </p>
      ) : (
        <>
          <p className="mt-0.5">
            {whole(takes.shortfall)} short:{' '}
            {[
              takes.perDay === null
                ? 'no working day is left'
                : `${whole(takes.perDay)} on each of ${figures.elapsed.workingDaysRemaining} working ${figures.elapsed.workingDaysRemaining === 1 ? 'day' : 'days'}`,
              ...(takes.averageDealsNeeded === null
                ? []
                : [
                    `${formatCount(takes.averageDealsNeeded)} average ${takes.averageDealsNeeded === 1 ? 'deal' : 'deals'} of ${whole(salesMix!.yearAverageDealSize!)} (the average of the last 12 months)`,
                  ]),
            ].join(', or ')}
            .
            {outlook?.outlook.odds && (
              <>
                {' '}
                The odds to make it:{' '}
                <strong className="font-semibold">{showOdds(outlook.outlook.odds)}</strong>.
              </>
            )}
          </p>
          {!(pipeline && outlook) && (
            <p aria-busy className="text-soft">
              Counting the open deals …
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
              Try it out in Pipeline
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
  if (takes.closing.length === 0)
    return <p className="text-soft">No open deal is expected to close in it.</p>;
  const rest = takes.closing.slice(SHOWN);
  return (
    <>
      <p className="mt-1 text-[12px] text-soft">
        {takes.remaining > 0
          ? `All ${takes.closing.length} open deals together would still leave ${whole(takes.remaining)} missing:`
          : `${takes.closing.length === 1 ? 'This open deal' : `These ${takes.closing.length} open deals, the likeliest first,`} would close the gap:`}
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
                  {deal.probability === null ? '–' : `${Math.round(deal.probability * 100)}%`}
                </td>
                <td className="text-right font-medium whitespace-nowrap">{show(deal.amount)}</td>
              </tr>
            );
          })}
          {rest.length > 0 && (
            <tr className="border-t border-line/60">
              <td />
              <td className="text-soft" colSpan={3}>
                {rest.length} others
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
