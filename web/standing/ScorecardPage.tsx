import type { ScorecardView, ScoreCell } from '#contract/schemas/scorecard';
import { formatExact } from '#core/money/format';
import { figureUnit } from '#wording/figureUnit';
import { useAddress } from '../app/address';
import { useListMeasuresQuery } from '../app/api';
import { useShown } from '../app/display';
import { FailureNote } from '../app/FailureNote';
import { SOON, useLoadsAhead } from '../app/lookAhead';
import { usePlace } from '../app/place';
import { ViewBody } from '../app/ViewBody';
import { textOf } from '../charts/status';
import { StatusMark } from '../charts/StatusMark';
import { HowMade } from '../figures/made/HowMade';
import { StandingTabs } from '../figures/StandingTabs';
import { Loading } from '../ui/Loading';
import { Menu } from '../ui/Menu';
import { useGetScorecardQuery, usePrefetchSheets } from './api';

const SPANS = [
  ['month', ''],
  ['quarterToDate', 'Quarter to date'],
  ['yearToDate', 'Year to date'],
] as const;

/** Several measures of one unit beside each other, each with its own grade. */
export function ScorecardPage() {
  const { unit, period } = usePlace();
  const { search, put } = useAddress();
  const measures = search.get('measures') ?? '';
  const { data, currentData, error, refetch } = useGetScorecardQuery(
    { unit, period, ...(measures ? { measures } : {}) },
    { skip: !unit || !period },
  );
  const load = usePrefetchSheets('getScorecard', SOON);
  useLoadsAhead((spot) =>
    load({ unit: spot.unit, period: spot.period, ...(measures ? { measures } : {}) }),
  );
  if (error) {
    return (
      <div className="flex flex-col gap-3 px-[18px] pt-2">
        <StandingTabs />
        <FailureNote failure={error} onRetry={() => void refetch()} />
        {measures && (
          <p>
            <button type="button" className="underline" onClick={() => put({ measures: null })}>
              Show the usual measures
            </button>
          </p>
        )}
      </div>
    );
  }
  if (!data) return <Loading what="the scorecard" />;
  return (
    <ViewBody
      isOther={data !== currentData}
      className="flex min-h-full flex-col gap-3 px-[18px] pt-2 pb-4"
    >
      <StandingTabs />
      <div className="flex items-start justify-between gap-6">
        <h1 className="max-w-[840px]" aria-live="polite">
          {data.sentence}
        </h1>
        <Chooser
          chosen={measures ? measures.split(',') : data.rows.map((row) => row.measure.code)}
          onChange={(codes) => put({ measures: codes.join(',') })}
        />
      </div>
      <Card view={data} />
      <p className="text-[12px] text-soft">
        What runs is judged by what was due by now; its target is that of the whole month. Last year
        stands at the same point. Any figure opens to how it is made.
      </p>
    </ViewBody>
  );
}

function Card({ view }: { view: ScorecardView }) {
  return (
    <section
      aria-label="Scorecard"
      className="overflow-x-auto rounded-sheet border border-line bg-sheet px-3 py-2"
    >
      <table className="w-full min-w-[900px] text-[12.5px]">
        <thead className="text-soft">
          <tr>
            <td />
            {SPANS.map(([key, name]) => (
              <th
                key={key}
                scope="colgroup"
                colSpan={4}
                className="border-l border-line px-2 pt-1 text-left font-semibold text-ink"
              >
                {name || view.periods[key].name}
                <span className="ml-2 text-[11.5px] font-normal text-soft">
                  {view.rows[0]?.[key].figures.days}
                </span>
              </th>
            ))}
          </tr>
          <tr className="border-b border-line">
            <th scope="col" className="py-1.5 text-left font-medium">
              Measure
            </th>
            {SPANS.map(([key]) =>
              ['Actual', 'Target', 'Status', 'Last year'].map((name) => (
                <th
                  key={`${key} ${name}`}
                  scope="col"
                  className={`px-2 py-1.5 font-medium ${name === 'Status' ? 'text-left' : 'text-right'} ${name === 'Actual' ? 'border-l border-line' : ''}`}
                >
                  {name}
                </th>
              )),
            )}
          </tr>
        </thead>
        <tbody>
          {view.rows.map((row) => (
            <tr key={row.measure.code} className="border-b border-line/70 last:border-0">
              <th
                scope="row"
                className="py-2 pr-2 text-left font-medium"
                title={row.measure.description}
              >
                {row.measure.name}
                {row.measure.direction === 'lower' && (
                  <span className="block text-[11px] font-normal text-soft">lower is better</span>
                )}
              </th>
              {SPANS.map(([key]) => (
                <Cells
                  key={key}
                  cell={row[key]}
                  at={{
                    unit: view.unit.code,
                    period: view.periods[key].id,
                    measure: row.measure.code,
                  }}
                  unit={figureUnit({ measure: row.measure, currency: view.currency })}
                />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Cells({
  cell: { figures, priorYear },
  at,
  unit,
}: {
  cell: ScoreCell;
  at: { unit: string; period: string; measure: string };
  unit: ReturnType<typeof figureUnit>;
}) {
  const shown = useShown(unit);
  const round = (value: number) => (unit.kind === 'money' ? Math.round(value) : value);
  const show = (value: number | null) => (value === null ? '–' : shown.figure(value));
  const exact = (value: number | null) =>
    value === null ? undefined : formatExact(round(value), unit);
  return (
    <>
      <td className="border-l border-line px-2 text-right font-semibold whitespace-nowrap">
        <HowMade at={at} title={exact(figures.actual)}>
          {show(figures.actual)}
        </HowMade>
      </td>
      <td
        className="px-2 text-right whitespace-nowrap text-soft"
        title={exact(figures.target.value)}
      >
        {figures.target.missingCount > 0 ? 'incomplete' : show(figures.target.value)}
      </td>
      <td className="px-2 whitespace-nowrap">
        <span className="flex items-center gap-1.5">
          <StatusMark status={figures.status} />
          <span
            title={figures.status.label}
            className={
              figures.attainmentText === null
                ? 'text-[11.5px] text-soft'
                : `font-semibold ${textOf(figures.status)}`
            }
          >
            {figures.attainmentText ?? figures.status.label}
          </span>
        </span>
      </td>
      <td
        className={`px-2 text-right whitespace-nowrap ${priorYear?.isLowBase ? 'text-none' : 'text-soft'}`}
        title={
          priorYear ? `${exact(priorYear.toDate) ?? 'nothing'} on ${priorYear.days}` : undefined
        }
      >
        {priorYear?.changeText ?? '–'}
      </td>
    </>
  );
}

/** Which measures stand on the card; kept in the address, so that a link shows the same. */
function Chooser({
  chosen,
  onChange,
}: {
  chosen: readonly string[];
  onChange(codes: string[]): void;
}) {
  const { data } = useListMeasuresQuery();
  const all = (data?.measures ?? []).filter(
    (each) => !each.isArchived || chosen.includes(each.code),
  );
  return (
    <Menu name={`Measures (${chosen.length})`}>
      <fieldset className="flex max-h-[380px] flex-col gap-1 overflow-y-auto">
        <legend className="sr-only">Measures on the card</legend>
        {all.map((each) => (
          <label key={each.code} className="flex items-center gap-2">
            <input
              type="checkbox"
              checked={chosen.includes(each.code)}
              disabled={chosen.length === 1 && chosen.includes(each.code)}
              onChange={(event) =>
                onChange(
                  event.target.checked
                    ? [...chosen, each.code]
                    : chosen.filter((code) => code !== each.code),
                )
              }
            />
            {each.name}
          </label>
        ))}
      </fieldset>
    </Menu>
  );
}
