import { SERIES_STEPS, type SeriesStep } from '#core/trend/series';
import { EN_STANDING_VIEW } from '#wording/messages/en/standingView';
import { messagesOf } from '#wording/messages/translate';
import { describeParts } from '#wording/series';
import { shippedWord } from '#wording/shipped';
import { useAddress } from '../app/address';
import { FailureNote } from '../app/FailureNote';
import { SOON, useLoadsAhead } from '../app/lookAhead';
import { usePlace } from '../app/place';
import { ViewBody } from '../app/ViewBody';
import { useGetSeriesQuery, usePrefetchStandings } from '../figures/api';
import { MeasurePicker } from '../figures/MeasurePicker';
import { SalesMixLine } from '../figures/SalesMixLine';
import { SeriesSheet } from '../figures/SeriesSheet';
import { StandingTabs } from '../figures/StandingTabs';
import { Loading } from '../ui/Loading';
import { Segments } from '../ui/Segments';

const t = messagesOf('standingView', EN_STANDING_VIEW);

const STEP_NAMES: Record<SeriesStep, string> = {
  day: t('days'),
  week: t('weeks'),
  month: t('months'),
  quarter: t('quarters'),
};

/** A period part by part, each with its grade, or added up. */
export function PartsPage() {
  const { unit, period, measure, go } = usePlace();
  const { search, put } = useAddress();
  const asked = SERIES_STEPS.find((step) => step === search.get('by'));
  const isCumulative = search.get('added') === 'up';
  const { data, currentData, error, refetch } = useGetSeriesQuery(
    { unit, period, measure, ...(asked ? { step: asked } : {}) },
    { skip: !unit || !period },
  );
  const load = usePrefetchStandings('getSeries', SOON);
  useLoadsAhead((spot) => load({ ...spot, ...(asked ? { step: asked } : {}) }));
  if (error) {
    return (
      <div className="flex flex-col gap-3 px-[18px] max-phone:px-3 pt-2">
        <StandingTabs />
        <FailureNote failure={error} onRetry={() => void refetch()} />
        {error.code === 'wrongStep' && (
          <p>
            <button type="button" className="underline" onClick={() => put({ by: null })}>
              {t('showItInTheFinest')}
            </button>
          </p>
        )}
        {error.code === 'unknownMeasure' && <MeasurePicker />}
      </div>
    );
  }
  if (!data) return <Loading what={t('theParts')} />;
  return (
    <ViewBody
      isOther={data !== currentData}
      className="flex min-h-full flex-col gap-3 px-[18px] max-phone:px-3 pt-2 pb-4"
    >
      <StandingTabs />
      <div className="flex items-start justify-between gap-x-6 gap-y-2 max-desk:flex-col">
        <h1 className="max-w-[840px]" aria-live="polite">
          {describeParts(data)}
        </h1>
        <MeasurePicker />
      </div>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5">
        {data.steps.length > 0 && (
          <Segments
            label={t('cutInto')}
            options={data.steps.map((step) => [step, STEP_NAMES[step]])}
            value={data.step}
            onChange={(step) => put({ by: step })}
          />
        )}
        <Segments
          label={t('shownAs')}
          options={[
            ['single', t('single')],
            ['up', t('cumulativeChoice')],
          ]}
          value={isCumulative ? 'up' : 'single'}
          onChange={(value) => put({ added: value === 'up' ? 'up' : null })}
        />
        {data.measure.direction === 'higher' && data.measure.valueKind === 'money' && (
          <SalesMixLine unit={data.unit.code} period={data.period.id} />
        )}
      </div>
      <SeriesSheet
        view={data}
        isCumulative={isCumulative}
        height={400}
        heading={t('by', {
          measure: shippedWord(data.measure.name),
          step: data.step,
          period: data.period.name,
        })}
        onOpen={(id) => go({ period: id })}
      />
    </ViewBody>
  );
}
