import { useLocation } from 'react-router';
import { readCompareAddress } from '#contract/addresses';
import type { ComparedRow, TakenApartBy } from '#contract/schemas/comparison';
import { figureUnit } from '#wording/figureUnit';
import { useAddress } from '../app/address';
import { useShown } from '../app/display';
import { FailureNote } from '../app/FailureNote';
import { usePlace } from '../app/place';
import { placeLink } from '../app/placeLink';
import { ViewBody } from '../app/ViewBody';
import { DocumentMenu } from '../figures/DocumentMenu';
import { MeasurePicker } from '../figures/MeasurePicker';
import { NoteLines } from '../figures/notes/NoteLines';
import { NotesButton } from '../figures/notes/NotesButton';
import { ShownNotes } from '../figures/notes/ShownNotes';
import { KeptViewsMenu } from '../figures/views/KeptViewsMenu';
import { Loading } from '../ui/Loading';
import { useGetComparisonQuery } from './api';
import { BridgeSheet } from './BridgeSheet';
import { CompareControls } from './CompareControls';
import { ComparedDays } from './ComparedDays';
import { ConcentrationSheet } from './ConcentrationSheet';
import { GrowthTable } from './GrowthTable';
import { LeadSheet } from './LeadSheet';
import { MeasuresSheet } from './MeasuresSheet';
import { OtherBenchmarks } from './OtherBenchmarks';
import { StatusByMonth } from './StatusByMonth';
import { VolumeGrowth } from './VolumeGrowth';
import { WeeksSheet } from './WeeksSheet';
import { YearsSheet } from './YearsSheet';

const EMPHASIS = { good: 'text-grade-3', bad: 'text-grade-1' } as const;

/** A figure against another: one benchmark for the whole view, named with its days. */
export function ComparePage() {
  const { unit, period, measure } = usePlace();
  const { search, put } = useAddress();
  const location = useLocation();
  const asked = { unit, period, measure, against: 'priorYear', ...readCompareAddress(search) };
  const { against, point = 'date' } = asked;
  const { data, currentData, error, refetch } = useGetComparisonQuery(asked, {
    skip: !unit || !period,
  });
  const shown = useShown(data ? figureUnit(data) : { kind: 'count', decimals: 0 });
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
  if (!data) return <Loading what="the comparison" />;
  const place = { unit: data.unit.code, period: data.period.id, measure: data.measure.code };
  const linkOf = (row: ComparedRow) => linkInto(data.by, row, location.search);
  return (
    <ShownNotes view={place}>
      <ViewBody
        isOther={data !== currentData}
        className="flex flex-col gap-2.5 px-[18px] pt-3 pb-4 max-phone:px-3"
      >
        <div className="flex items-start justify-between gap-x-6 gap-y-2 max-desk:flex-col">
          <h1 className="max-w-[840px]" aria-live="polite">
            {data.sentence.map(({ text, emphasis }, index) => (
              <span key={index} className={emphasis && EMPHASIS[emphasis]}>
                {text}
              </span>
            ))}
          </h1>
          <div className="flex flex-wrap items-center gap-2">
            <NotesButton place={place} />
            <KeptViewsMenu unitName={data.unit.name} />
            <DocumentMenu path="/comparison/export" query={toQuery(asked)} />
            <MeasurePicker />
          </div>
        </div>
        <CompareControls view={data} against={against} point={point} />
        <ComparedDays view={data} shown={shown} />
        <OtherBenchmarks
          view={data}
          shown={shown}
          onChoose={(next) => put({ against: next === 'priorYear' ? null : next })}
        />
        <NoteLines place={place} />
        {data.lead && data.lead.rows.length > 0 && <LeadSheet lead={data.lead} shown={shown} />}
        {data.rows.length === 0 ? (
          <p className="rounded-sheet border border-line bg-sheet p-4 text-soft">
            Neither side has anything to take apart.
          </p>
        ) : (
          <div className="grid grid-cols-2 items-start gap-2.5 max-desk:grid-cols-1">
            <div className="grid min-w-0 gap-2.5">
              <BridgeSheet view={data} shown={shown} />
              <VolumeGrowth view={data} shown={shown} />
              {data.by !== 'unit' && <YearsSheet years={data.years} shown={shown} />}
            </div>
            <div className="grid min-w-0 gap-2.5">
              <GrowthTable key={data.by} view={data} shown={shown} linkOf={linkOf} />
              <ConcentrationSheet
                view={data}
                shown={shown}
                onShares={({ a, b }) => put({ classes: a === 70 && b === 90 ? null : `${a}-${b}` })}
              />
              {/* Units have no concentration beside: the years take its room. */}
              {data.by === 'unit' && <YearsSheet years={data.years} shown={shown} />}
            </div>
          </div>
        )}
        {data.weeks && (
          <WeeksSheet
            weeks={data.weeks}
            then={data.against.days === null ? null : data.against.name}
            shown={shown}
          />
        )}
        <MeasuresSheet {...place} />
        <StatusByMonth
          of={data.statusByMonth}
          by={data.by}
          sliceLinkOf={(id) =>
            `/standing/slices${placeLink(location.search, { period: id })}&by=${data.by}`
          }
          linkOf={(code, id) =>
            `/standing${placeLink(location.search, { unit: code, period: id })}`
          }
        />
      </ViewBody>
    </ShownNotes>
  );
}

const toQuery = (asked: Readonly<Record<string, string | number>>) =>
  Object.fromEntries(Object.entries(asked).map(([name, value]) => [name, String(value)]));

/** Units are compared themselves; what deals have is explored, with the row chosen. */
function linkInto(by: TakenApartBy, { key }: ComparedRow, search: string): string | null {
  if (key === '') return null;
  if (by === 'unit') return `/compare${placeLink(search, { unit: key })}`;
  const place = placeLink(search) || '?';
  return `/explore${place}&pick=${by}:${encodeURIComponent(encodeURIComponent(key))}`;
}
