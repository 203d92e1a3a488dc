import type { SeriesPoint, SeriesView } from '#contract/schemas/series';
import { figureUnit } from '#wording/figureUnit';
import { showOdds } from '#wording/forecast';
import { EN_STANDING_VIEW } from '#wording/messages/en/standingView';
import { messagesOf } from '#wording/messages/translate';
import { formatExact, formatShort } from '#wording/numbers/format';
import { showPercent } from '#wording/numbers/percent';
import { shippedWord, statusLabel } from '#wording/shipped';
import { useGetCompanyQuery } from '../app/api';
import { FailureNote } from '../app/FailureNote';
import { usePlace } from '../app/place';
import { ViewBody } from '../app/ViewBody';
import { yearOf } from '../app/yearOf';
import { textOf } from '../charts/status';
import { StatusMark } from '../charts/StatusMark';
import { useGetSeriesQuery, useGetStandingQuery } from '../figures/api';
import { GapPlanSheet } from '../figures/GapPlanSheet';
import { HowMade } from '../figures/made/HowMade';
import { MeasurePicker } from '../figures/MeasurePicker';
import { SeriesSheet } from '../figures/SeriesSheet';
import { StandingTabs } from '../figures/StandingTabs';
import { type PeriodOutlook, useOutlook } from '../figures/useOutlook';
import { classNames } from '../ui/classNames';
import { Loading } from '../ui/Loading';
import { describeAhead } from './aheadWords';

const t = messagesOf('standingView', EN_STANDING_VIEW);

/**
 * The year in one strip: what was made, what runs with its odds, what lies ahead with its open
 * deals; and what it takes.
 */
export function AheadPage() {
  const { unit, period, measure, go } = usePlace();
  const { data: company } = useGetCompanyQuery();
  // What names no period is said by the server, not passed over.
  const year = company && period ? yearOf(company.calendar, period) || period : '';
  const { data, currentData, error, refetch } = useGetSeriesQuery(
    { unit, period: year, measure, step: 'month' },
    { skip: !unit || !year },
  );
  const { pipeline, outlooks } = useOutlook(data?.unit.code ?? '', data?.measure.code ?? '');
  const asked =
    data?.points.find((point) => point.period.id === period && point.phase !== 'ended')?.period
      .id ??
    (outlooks.has(period)
      ? period
      : (data?.points.find((point) => point.phase === 'open')?.period.id ?? ''));
  const { currentData: standing } = useGetStandingQuery(
    { unit, period: asked, measure },
    { skip: !asked || !unit },
  );
  if (error)
    return (
      <div className="flex flex-col gap-3 px-[18px] max-phone:px-3 pt-2">
        <StandingTabs />
        <FailureNote failure={error} onRetry={() => void refetch()} />
        <MeasurePicker />
      </div>
    );
  if (!data) return <Loading what={t('theYear')} />;
  return (
    <ViewBody
      isOther={data !== currentData}
      className="flex min-h-full flex-col gap-3 px-[18px] max-phone:px-3 pt-2 pb-4"
    >
      <StandingTabs />
      <div className="flex items-start justify-between gap-x-6 gap-y-2 max-desk:flex-col">
        <h1 className="max-w-[860px]" aria-live="polite">
          {describeAhead(data, outlooks)}
        </h1>
        <MeasurePicker />
      </div>
      <ol
        aria-label={t('monthsOf', { period: data.period.name })}
        className="grid grid-cols-6 gap-1.5 max-desk:grid-cols-4 max-phone:grid-cols-2"
      >
        {data.points.map((point) => (
          <Month
            key={point.period.id}
            point={point}
            view={data}
            outlook={outlooks.get(point.period.id)}
            isChosen={point.period.id === period}
            onChoose={() => go({ period: point.period.id })}
          />
        ))}
      </ol>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] items-start gap-3 max-desk:grid-cols-1">
        {standing && data.measure.valueKind === 'money' && data.isCumulative ? (
          <GapPlanSheet
            unit={standing.unit}
            period={standing.period}
            figures={standing.figures}
            currency={standing.currency}
            pipeline={pipeline}
            outlook={outlooks.get(standing.period.id)}
          />
        ) : (
          <section className="rounded-sheet border border-line bg-sheet p-3.5 text-soft">
            {data.isCumulative
              ? t('openDealsSayNothingOf')
              : t('doesNotGrowTowardsIts', { measure: shippedWord(data.measure.name) })}
          </section>
        )}
        <SeriesSheet
          view={data}
          isCumulative
          height={250}
          heading={t('cumulative', { period: data.period.name })}
        />
      </div>
    </ViewBody>
  );
}

interface MonthProps {
  point: SeriesPoint;
  view: SeriesView;
  outlook: PeriodOutlook | undefined;
  isChosen: boolean;
  onChoose(): void;
}

/**
 * A month as what it is: ended with its grade, running with what is expected, ahead with what is
 * open.
 */
function Month({ point, view, outlook, isChosen, onChoose }: MonthProps) {
  const unit = figureUnit(view);
  const show = (value: number) =>
    formatShort(unit.kind === 'money' ? Math.round(value) : value, unit);
  const exact = (value: number | null) =>
    value === null
      ? undefined
      : formatExact(unit.kind === 'money' ? Math.round(value) : value, unit);
  const { gap } = point;
  const noun = t(view.measure.direction === 'lower' ? 'limitWord' : 'targetWord');
  return (
    <li
      className={classNames(
        'flex flex-col rounded-sheet border bg-sheet px-2.5 py-1.5 text-[12px]',
        isChosen ? 'border-strong outline-1 outline-strong' : 'border-line',
        point.phase === 'notStarted' && 'border-dashed',
        point.phase === 'open' && 'border-b-2 border-b-ember',
      )}
    >
      <button
        type="button"
        aria-pressed={isChosen}
        onClick={onChoose}
        className="flex items-center justify-between rounded-[3px] text-left font-semibold hover:bg-hover"
      >
        <span>
          {point.shortName}
          <span className="ml-1.5 text-[11px] font-normal text-soft">
            {t(({ ended: 'ended', open: 'running', notStarted: 'ahead' } as const)[point.phase])}
          </span>
        </span>
        {point.phase !== 'notStarted' && <StatusMark status={point.status} />}
        <span className="sr-only">, {point.period.name}</span>
      </button>
      {point.phase !== 'notStarted' && (
        <p className="flex justify-between">
          <HowMade
            at={{ unit: view.unit.code, period: point.period.id, measure: view.measure.code }}
            title={exact(point.actual)}
            className="min-h-[24px]"
          >
            <strong className="font-semibold">
              {point.actual === null ? '–' : show(point.actual)}
            </strong>
          </HowMade>
          <span className={`font-semibold ${textOf(point.status)}`}>
            {point.attainmentText ?? statusLabel(point.status)}
          </span>
        </p>
      )}
      {point.phase === 'ended' && (
        <p className="flex justify-between text-soft">
          <span>{statusLabel(point.status)}</span>
          <span>
            {gap === null
              ? ''
              : t('over', { isOver: gap >= 0 ? 'yes' : 'no', amount: show(Math.abs(gap)) })}
          </span>
        </p>
      )}
      {point.phase !== 'ended' && (
        <p className="flex justify-between text-soft">
          <span>{noun}</span>
          <span title={exact(point.target)}>
            {point.target === null ? t('none') : show(point.target)}
          </span>
        </p>
      )}
      {point.phase === 'open' && outlook && (
        <p className="flex justify-between">
          <span className="text-soft">{t('expected')}</span>
          <span title={exact(outlook.outlook.forecast)}>
            {outlook.outlook.forecastAttainment === null
              ? show(outlook.outlook.forecast)
              : showPercent(outlook.outlook.forecastAttainment)}
          </span>
        </p>
      )}
      {point.phase === 'open' && outlook && (
        <p className="flex justify-between">
          <span className="text-soft">{t('odds')}</span>
          <span>{showOdds(outlook.outlook.odds)}</span>
        </p>
      )}
      {point.phase === 'notStarted' && outlook && (
        <p className="flex justify-between">
          <span className="text-soft">{t('open', { count: outlook.outlook.count })}</span>
          <span title={exact(outlook.outlook.open)}>{show(outlook.outlook.open)}</span>
        </p>
      )}
      {point.phase === 'notStarted' && outlook?.outlook.shortfall != null && (
        <p className="flex justify-between">
          <span className="text-soft">{t('shortfall')}</span>
          <span title={exact(outlook.outlook.shortfall)}>{show(outlook.outlook.shortfall)}</span>
        </p>
      )}
      {point.ruleChanges.length > 0 && (
        <p className="text-[11px] text-plum">{t('newStatusRule')}</p>
      )}
    </li>
  );
}
