import { SLICE_DIMENSIONS, type SliceDimension } from '#core/targets/targetSlice';
import { EN_STANDING_VIEW } from '#wording/messages/en/standingView';
import { messagesOf } from '#wording/messages/translate';
import { describeSliceAttainment } from '#wording/sliceSentence';
import { headingOf } from '#wording/takenApart';
import { useAddress } from '../app/address';
import { FailureNote } from '../app/FailureNote';
import { usePlace } from '../app/place';
import { ViewBody } from '../app/ViewBody';
import { MeasurePicker } from '../figures/MeasurePicker';
import { NotesButton } from '../figures/notes/NotesButton';
import { ShownNotes } from '../figures/notes/ShownNotes';
import { useGetSliceAttainmentQuery } from '../figures/slices/api';
import { SliceTable } from '../figures/slices/SliceTable';
import { StandingTabs } from '../figures/StandingTabs';
import { KeptViewsMenu } from '../figures/views/KeptViewsMenu';
import { Loading } from '../ui/Loading';
import { Segments } from '../ui/Segments';

const t = messagesOf('standingView', EN_STANDING_VIEW);

const OPTIONS = SLICE_DIMENSIONS.map((by) => [by, headingOf(by)] as const);

/** Where a unit's products, customers and the like stand against their own targets. */
export function SlicesPage() {
  const { unit, period, measure } = usePlace();
  const { search, put } = useAddress();
  const by = SLICE_DIMENSIONS.find((each) => each === search.get('by')) ?? 'product';
  const { data, currentData, error, refetch } = useGetSliceAttainmentQuery(
    { unit, period, measure, by },
    { skip: !unit || !period },
  );
  const choice = (
    <Segments<SliceDimension>
      label={t('byChoice')}
      options={OPTIONS}
      value={by}
      onChange={(next) => put({ by: next === 'product' ? null : next })}
    />
  );
  if (error)
    return (
      <div className="flex flex-col gap-3 px-[18px] max-phone:px-3 pt-2">
        <StandingTabs />
        <FailureNote failure={error} onRetry={() => void refetch()} />
        <MeasurePicker />
      </div>
    );
  if (!data) return <Loading what={t('theStandingByProductAnd')} />;
  const place = { unit: data.unit.code, period: data.period.id, measure: data.measure.code };
  return (
    <ViewBody
      isOther={data !== currentData}
      className="flex h-full min-h-[520px] flex-col gap-2.5 px-[18px] pt-2 pb-3 max-desk:h-auto max-phone:px-3"
    >
      <StandingTabs>
        <div className="flex gap-2">
          <NotesButton place={place} />
          <KeptViewsMenu unitName={data.unit.name} />
        </div>
      </StandingTabs>
      <div className="flex items-start justify-between gap-x-6 gap-y-2 max-desk:flex-col">
        <h1 className="max-w-[840px]" aria-live="polite">
          {describeSliceAttainment(data)}
        </h1>
        <MeasurePicker />
      </div>
      <div className="flex flex-wrap items-center gap-2 overflow-x-auto">{choice}</div>
      <ShownNotes view={place}>
        <SliceTable view={data} rows={data.rows} />
      </ShownNotes>
    </ViewBody>
  );
}
