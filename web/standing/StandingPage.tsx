import { lazy, Suspense } from 'react';
import { FailureNote } from '../app/FailureNote';
import { MeasurePicker } from '../app/MeasurePicker';
import { PrintMenu } from '../app/PrintMenu';
import { usePlace } from '../app/place';
import { textOf } from '../charts/status';
import { StatusMark } from '../charts/StatusMark';
import { BreadthLine } from '../app/BreadthLine';
import { useOutlook } from '../app/useOutlook';
import { classNames } from '../ui/classNames';
import { Loading } from '../ui/Loading';
import { useGetStandingQuery } from '../app/standings';
import { FigureRow } from '../app/FigureRow';
import { LadderSheet } from './LadderSheet';
import { Movers } from './Movers';
import { Notes } from './Notes';
import { PartGrades } from '../app/PartGrades';
import { PlacesTable } from './PlacesTable';
import { StandingTabs } from '../app/StandingTabs';

const PathSheet = lazy(async () => ({ default: (await import('../app/PathSheet')).PathSheet }));

/** Where a unit stands: sentence, figures, path, ladder, table. */
export function StandingPage() {
  const { unit, period, measure } = usePlace();
  const { data, error, isFetching, refetch } = useGetStandingQuery({ unit, period, measure }, { skip: !unit || !period });
  const { outlooks } = useOutlook(data?.unit.code ?? '', data?.measure.code ?? '');
  if (error) return <div className="p-5"><FailureNote failure={error} onRetry={() => void refetch()} />{error.code === 'unknownMeasure' && <div className="mt-3"><MeasurePicker /></div>}</div>;
  if (!data) return <Loading what="the standing" />;
  // Until the new figures are there the old ones must not be read as them.
  const isOther = isFetching && (data.unit.code !== unit || data.period.id !== period || data.measure.code !== measure);

  return (
    <div className={classNames('flex h-full min-h-[660px] flex-col gap-2.5 px-[18px] pt-2 pb-3 max-md:h-auto max-md:pb-20', isOther && 'opacity-40')} aria-busy={isOther}>
      <StandingTabs />
      <div className="flex items-start justify-between gap-x-6 gap-y-2 max-md:flex-col">
        <h1 className="max-w-[840px]" aria-live="polite">
          <span className="mr-2 inline-block align-[-1px]"><StatusMark status={data.figures.status} size={17} /></span>
          {data.sentence.map((part, index) => (
            <span key={index} className={part.emphasis === 'status' ? textOf(data.figures.status) : undefined}>{part.text}</span>
          ))}
        </h1>
        <span className="flex items-center gap-1"><MeasurePicker /><PrintMenu unit={data.unit.code} period={data.period.id} measure={data.measure.code} /></span>
      </div>
      <FigureRow view={data} />
      <BreadthLine unit={data.unit.code} period={data.period.id} />
      <Notes view={data} />
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_292px] gap-3 max-md:grid-cols-1">
        <div className="flex min-h-0 flex-col gap-3">
          <Suspense fallback={<div className="h-[226px] rounded-sheet border border-line bg-sheet"><Loading what="the path" /></div>}>
            <PathSheet view={data} outlook={outlooks.get(data.period.id)}>{data.accrues && <PartGrades view={data} />}</PathSheet>
          </Suspense>
          <PlacesTable view={data} />
        </div>
        <div className="flex min-h-0 flex-col gap-3">
          <LadderSheet view={data} />
          <Movers view={data} />
        </div>
      </div>
    </div>
  );
}
