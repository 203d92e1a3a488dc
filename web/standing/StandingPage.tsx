import { lazy, memo, Suspense, useDeferredValue } from 'react';
import type { StandingView } from '#contract/schemas/attainment';
import { EN_STANDING_VIEW } from '#wording/messages/en/standingView';
import { messagesOf } from '#wording/messages/translate';
import { FailureNote } from '../app/FailureNote';
import { SOON, useLoadsAhead } from '../app/lookAhead';
import { usePlace } from '../app/place';
import { ViewBody } from '../app/ViewBody';
import { useGetStandingQuery, usePrefetchStandings } from '../figures/api';
import { FigureRow } from '../figures/FigureRow';
import { Headline } from '../figures/Headline';
import { MeasurePicker } from '../figures/MeasurePicker';
import { NotesButton } from '../figures/notes/NotesButton';
import { ShownNotes } from '../figures/notes/ShownNotes';
import { PartGrades } from '../figures/PartGrades';
import { PrintMenu } from '../figures/PrintMenu';
import { SalesMixLine } from '../figures/SalesMixLine';
import { StandingTabs } from '../figures/StandingTabs';
import { type PeriodOutlook, useOutlook } from '../figures/useOutlook';
import { KeptViewsMenu } from '../figures/views/KeptViewsMenu';
import { Loading } from '../ui/Loading';
import { LadderSheet } from './LadderSheet';
import { Movers } from './Movers';
import { Notes } from './Notes';
import { PlacesTable } from './PlacesTable';

const t = messagesOf('standingView', EN_STANDING_VIEW);

const PathSheet = lazy(async () => ({ default: (await import('../figures/PathSheet')).PathSheet }));

/** Where a unit stands: sentence, figures, path, ladder, table. */
export function StandingPage() {
  const { unit, period, measure } = usePlace();
  const { data, currentData, error, refetch } = useGetStandingQuery(
    { unit, period, measure },
    { skip: !unit || !period },
  );
  const [loadStanding, loadBreadth] = [
    usePrefetchStandings('getStanding', SOON),
    usePrefetchStandings('getSalesMix', SOON),
  ];
  useLoadsAhead((spot) => {
    loadStanding(spot);
    loadBreadth({ unit: spot.unit, period: spot.period });
  });
  // The sentence and the figures are drawn at once, the pictures right after them; until then they
  // are marked as not yet of it.
  const pictured = useDeferredValue(data);
  const { outlooks } = useOutlook(pictured?.unit.code ?? '', pictured?.measure.code ?? '');
  if (error)
    return (
      <div className="p-5">
        <FailureNote failure={error} onRetry={() => void refetch()} />
        {error.code === 'unknownMeasure' && (
          <div className="mt-3">
            <MeasurePicker />
          </div>
        )}
      </div>
    );
  if (!data || !pictured) return <Loading what={t('theStanding')} />;
  return (
    <ViewBody
      isOther={data !== currentData}
      className="flex h-full min-h-[660px] flex-col gap-2.5 px-[18px] pt-2 pb-3 max-desk:h-auto max-phone:px-3"
    >
      <StandingTabs>
        <div className="flex gap-2">
          <NotesButton
            place={{ unit: data.unit.code, period: data.period.id, measure: data.measure.code }}
          />
          <KeptViewsMenu unitName={data.unit.name} />
          <PrintMenu unit={data.unit.code} period={data.period.id} measure={data.measure.code} />
        </div>
      </StandingTabs>
      <div className="flex items-start justify-between gap-x-6 gap-y-2 max-desk:flex-col">
        <Headline view={data} />
        <MeasurePicker />
      </div>
      <FigureRow view={data} />
      <ViewBody isOther={pictured !== data} className="flex min-h-0 flex-1 flex-col gap-2.5">
        <ShownNotes
          view={{
            unit: pictured.unit.code,
            period: pictured.period.id,
            measure: pictured.measure.code,
          }}
        >
          <Pictures view={pictured} outlook={outlooks.get(pictured.period.id)} />
        </ShownNotes>
      </ViewBody>
    </ViewBody>
  );
}

/** What takes longer to draw; drawn anew only for another view, not to be marked as old. */
const Pictures = memo(
  ({ view, outlook }: { view: StandingView; outlook: PeriodOutlook | undefined }) => (
    <>
      <SalesMixLine unit={view.unit.code} period={view.period.id} />
      <Notes view={view} />
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_292px] gap-3 max-desk:grid-cols-1">
        <div className="flex min-h-0 flex-col gap-3">
          <Suspense
            fallback={
              <div className="h-[226px] rounded-sheet border border-line bg-sheet">
                <Loading what={t('thePath')} />
              </div>
            }
          >
            <PathSheet view={view} outlook={outlook}>
              {view.isCumulative && <PartGrades view={view} />}
            </PathSheet>
          </Suspense>
          <PlacesTable view={view} />
        </div>
        <div className="flex min-h-0 flex-col gap-3">
          <LadderSheet view={view} />
          <Movers view={view} />
        </div>
      </div>
    </>
  ),
);
Pictures.displayName = 'Pictures';
