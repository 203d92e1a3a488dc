import { lazy, Suspense } from 'react';
import { FailureNote } from '../app/FailureNote';
import { MeasurePicker } from '../app/MeasurePicker';
import { usePlace } from '../app/place';
import { textOf } from '../charts/status';
import { StatusMark } from '../charts/StatusMark';
import { classNames } from '../ui/classNames';
import { Loading } from '../ui/Loading';
import { useGetStandingQuery } from './api';
import { FigureRow } from './FigureRow';
import { LadderSheet } from './LadderSheet';
import { Notes } from './Notes';
import { PlacesTable } from './PlacesTable';

const PathSheet = lazy(async () => ({ default: (await import('./PathSheet')).PathSheet }));

/** Where a unit stands: sentence, figures, path, ladder, table. */
export function StandingPage() {
  const { unit, period, measure } = usePlace();
  const { data, error, isFetching, refetch } = useGetStandingQuery({ unit, period, measure }, { skip: !unit || !period });
  if (error) return <div className="p-5"><FailureNote failure={error} onRetry={() => void refetch()} />{error.code === 'unknownMeasure' && <div className="mt-3"><MeasurePicker /></div>}</div>;
  if (!data) return <Loading what="the standing" />;
  // Until the new figures are there the old ones must not be read as them.
  const isOther = isFetching && (data.unit.code !== unit || data.period.id !== period || data.measure.code !== measure);

  return (
    <div className={classNames('flex h-full min-h-[640px] flex-col gap-3 px-[18px] pt-4 pb-4', isOther && 'opacity-40')} aria-busy={isOther}>
      <div className="flex items-start justify-between gap-6">
        <h1 className="max-w-[840px]" aria-live="polite">
          <span className="mr-2 inline-block align-[-1px]"><StatusMark status={data.figures.status} size={17} /></span>
          {data.sentence.map((part, index) => (
            <span key={index} className={part.emphasis === 'status' ? textOf(data.figures.status) : undefined}>{part.text}</span>
          ))}
        </h1>
        <MeasurePicker />
      </div>
      <FigureRow view={data} />
      <Notes view={data} />
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_292px] gap-3">
        <div className="flex min-h-0 flex-col gap-3">
          <Suspense fallback={<div className="h-[226px] rounded-sheet border border-line bg-sheet"><Loading what="the path" /></div>}>
            <PathSheet view={data} />
          </Suspense>
          <PlacesTable view={data} />
        </div>
        <LadderSheet view={data} />
      </div>
    </div>
  );
}
