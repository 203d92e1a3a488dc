import { useState } from 'react';
import type { ScorecardView, ScoreCell } from '#contract/schemas/scorecard';
import { figureUnit } from '#wording/figureUnit';
import { EN_STANDING_VIEW } from '#wording/messages/en/standingView';
import { messagesOf } from '#wording/messages/translate';
import { formatExact } from '#wording/numbers/format';
import { shippedWord, statusLabel } from '#wording/shipped';
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

const t = messagesOf('standingView', EN_STANDING_VIEW);

const SPANS = [
  ['month', ''],
  ['quarterToDate', t('quarterToDate')],
  ['yearToDate', t('yearToDate')],
] as const;

/** Several measures of one unit beside each other, each with its own grade. */
export function ScorecardPage() {
  const { unit, period } = usePlace();
  const { search, put } = useAddress();
  const measures = search.get('measures') ?? '';
  const weights = search.get('weights') ?? '';
  const asked = { ...(measures ? { measures } : {}), ...(weights ? { weights } : {}) };
  const { data, currentData, error, refetch } = useGetScorecardQuery(
    { unit, period, ...asked },
    { skip: !unit || !period },
  );
  const load = usePrefetchSheets('getScorecard', SOON);
  useLoadsAhead((spot) => load({ unit: spot.unit, period: spot.period, ...asked }));
  if (error) {
    return (
      <div className="flex flex-col gap-3 px-[18px] max-phone:px-3 pt-2">
        <StandingTabs />
        <FailureNote failure={error} onRetry={() => void refetch()} />
        {(measures || weights) && (
          <p>
            <button
              type="button"
              className="underline"
              onClick={() => put({ measures: null, weights: null })}
            >
              {t('showTheUsualMeasures')}
            </button>
          </p>
        )}
      </div>
    );
  }
  if (!data) return <Loading what={t('theScorecard')} />;
  return (
    <ViewBody
      isOther={data !== currentData}
      className="flex min-h-full flex-col gap-3 px-[18px] max-phone:px-3 pt-2 pb-4"
    >
      <StandingTabs />
      <div className="flex items-start justify-between gap-x-6 gap-y-2 max-desk:flex-col">
        <h1 className="max-w-[840px]" aria-live="polite">
          {data.sentence}
        </h1>
        <Chooser
          chosen={measures ? measures.split(',') : data.rows.map((row) => row.measure.code)}
          onChange={(codes) => put({ measures: codes.join(',') })}
        />
      </div>
      <Card
        view={data}
        onWeigh={(code, weight) => put({ weights: writeWeights(data.rows, code, weight) })}
      />
      <p className="text-[12px] text-soft">{t('whatRunsIsJudgedBy')}</p>
    </ViewBody>
  );
}

function Card({
  view,
  onWeigh,
}: {
  view: ScorecardView;
  onWeigh(code: string, weight: number): void;
}) {
  return (
    <section
      aria-label={t('scorecard')}
      className="overflow-x-auto rounded-sheet border border-line bg-sheet px-3 py-2"
    >
      <table className="w-full min-w-[900px] text-[12px]">
        <thead className="text-soft">
          <tr>
            <td colSpan={2} />
            {SPANS.map(([key, name]) => (
              <th
                key={key}
                scope="colgroup"
                colSpan={4}
                className="border-l border-line px-1.5 pt-1 text-left font-semibold text-ink"
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
              {t('measure')}
            </th>
            <th scope="col" className="px-1.5 py-1.5 text-right font-medium">
              {t('weight')}
            </th>
            {SPANS.map(([key]) =>
              [t('actual'), t('target'), t('status'), t('priorYearHeading')].map((name) => (
                <th
                  key={`${key} ${name}`}
                  scope="col"
                  className={`px-1.5 py-1.5 font-medium ${name === 'Status' ? 'text-left' : 'text-right'} ${name === 'Actual' ? 'border-l border-line' : ''}`}
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
                title={shippedWord(row.measure.description)}
              >
                {shippedWord(row.measure.name)}
                {row.measure.direction === 'lower' && (
                  <span className="block text-[11px] font-normal text-soft">
                    {t('lowerIsBetter')}
                  </span>
                )}
              </th>
              <td className="pr-1.5 text-right">
                <Weight
                  name={shippedWord(row.measure.name)}
                  weight={row.weight}
                  onWeigh={(weight) => onWeigh(row.measure.code, weight)}
                />
              </td>
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
        <tfoot>
          <tr className="border-t border-strong/40 font-semibold">
            <th scope="row" className="py-2 pr-2 text-left">
              {t('weightedTotal')}
            </th>
            <td className="px-1.5 text-right">{view.total.month.all}</td>
            {SPANS.map(([key]) => (
              <TotalCell key={key} total={view.total[key]} />
            ))}
          </tr>
        </tfoot>
      </table>
    </section>
  );
}

/** What the weighted attainments come to; weights of measures without one are left out, and said. */
function TotalCell({ total }: { total: ScorecardView['total']['month'] }) {
  return (
    <td colSpan={4} className="border-l border-line px-1.5">
      {total.text === null ? (
        <span className="font-normal text-soft">{t('noMeasureWithAWeight')}</span>
      ) : (
        <>
          {total.text} <span className="font-normal text-soft">{t('ofTarget')}</span>
          {total.used < total.all && (
            <span className="ml-2 font-normal text-soft">
              {t('byOfWeightsTheOthers', { used: total.used, all: total.all })}
            </span>
          )}
        </>
      )}
    </td>
  );
}

const MOST_WEIGHT = 999;

/** Taken over when it is typed to its end, not figure by figure. */
function Weight({
  name,
  weight,
  onWeigh,
}: {
  name: string;
  weight: number;
  onWeigh(weight: number): void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const take = () => {
    const next = Number(typed);
    setTyped(null);
    if (typed === null || typed.trim() === '' || !Number.isInteger(next)) return;
    if (next !== weight && next >= 0 && next <= MOST_WEIGHT) onWeigh(next);
  };
  return (
    <input
      aria-label={t('weightOf', { name })}
      inputMode="numeric"
      className="h-[26px] w-[40px] rounded-[4px] border border-strong/30 bg-sheet px-1 text-right"
      value={typed ?? String(weight)}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === 'Enter') take();
      }}
    />
  );
}

/** All weights with one of them changed; none where all are the same. */
function writeWeights(rows: ScorecardView['rows'], code: string, weight: number): string | null {
  const all = rows.map((row) => [
    row.measure.code,
    row.measure.code === code ? weight : row.weight,
  ]);
  return all.every(([, each]) => each === 1)
    ? null
    : all.map(([each, of]) => `${each}:${of}`).join(',');
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
      <td className="border-l border-line px-1.5 text-right font-semibold whitespace-nowrap">
        <HowMade at={at} title={exact(figures.actual)}>
          {show(figures.actual)}
        </HowMade>
      </td>
      <td
        className="px-1.5 text-right whitespace-nowrap text-soft"
        title={exact(figures.target.value)}
      >
        {figures.target.missingCount > 0 ? t('incomplete') : show(figures.target.value)}
      </td>
      <td className="px-1.5 whitespace-nowrap">
        <span className="flex items-center gap-1.5">
          <StatusMark status={figures.status} />
          <span
            title={statusLabel(figures.status)}
            className={
              figures.attainmentText === null
                ? 'text-[11.5px] text-soft'
                : `font-semibold ${textOf(figures.status)}`
            }
          >
            {figures.attainmentText ?? statusLabel(figures.status)}
          </span>
        </span>
      </td>
      <td
        className={`px-1.5 text-right whitespace-nowrap ${priorYear?.isLowBase ? 'text-none' : 'text-soft'}`}
        title={
          priorYear
            ? t('valueOn', { value: exact(priorYear.toDate) ?? t('nothing'), days: priorYear.days })
            : undefined
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
    <Menu name={t('measuresCount', { count: chosen.length })}>
      <fieldset className="flex max-h-[380px] flex-col gap-1 overflow-y-auto">
        <legend className="sr-only">{t('measuresOnTheCard')}</legend>
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
