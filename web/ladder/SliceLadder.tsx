import { useNavigate } from 'react-router';
import type { SliceAttainment } from '#contract/schemas/sliceAttainment';
import { scaleOfShares } from '#core/picture/ladderScale';
import { rank } from '#core/ranking/rank';
import type { SliceDimension } from '#core/targets/targetSlice';
import { EN_LADDER } from '#wording/messages/en/ladder';
import { messagesOf } from '#wording/messages/translate';
import { describeNotes } from '#wording/note';
import { showWholePercent } from '#wording/numbers/percent';
import { describeSliceAttainment } from '#wording/sliceSentence';
import { useAddress } from '../app/address';
import { FailureNote } from '../app/FailureNote';
import { usePlace } from '../app/place';
import { placeLink } from '../app/placeLink';
import { ViewBody } from '../app/ViewBody';
import { LadderChart } from '../charts/LadderChart';
import { MeasurePicker } from '../figures/MeasurePicker';
import { NotesButton } from '../figures/notes/NotesButton';
import { ShownNotes, useNotesAt } from '../figures/notes/ShownNotes';
import { useGetSliceAttainmentQuery } from '../figures/slices/api';
import { type PlacedRow, SliceTable } from '../figures/slices/SliceTable';
import { KeptViewsMenu } from '../figures/views/KeptViewsMenu';
import { Loading } from '../ui/Loading';
import { useSize } from '../ui/useSize';
import { LadderOf } from './LadderOf';

const t = messagesOf('ladder', EN_LADDER);

/** Products, customers and the like on a ladder of their own targets, the best first. */
export function SliceLadder({ by }: { by: SliceDimension }) {
  const { unit, period, measure } = usePlace();
  const { data, currentData, error, refetch } = useGetSliceAttainmentQuery(
    { unit, period, measure, by },
    { skip: !unit || !period },
  );
  if (error)
    return (
      <div className="flex flex-col items-start gap-3 p-5">
        <FailureNote failure={error} onRetry={() => void refetch()} />
        <div className="flex gap-3">
          <LadderOf />
          <MeasurePicker />
        </div>
      </div>
    );
  if (!data) return <Loading what={t('theLadder')} />;
  const rows = placeRows(data);
  const place = { unit: data.unit.code, period: data.period.id, measure: data.measure.code };
  return (
    <ViewBody
      isOther={data !== currentData}
      className="flex h-full min-h-[560px] flex-col gap-2.5 px-[18px] pt-3 pb-4 max-desk:h-auto max-phone:px-3"
    >
      <div className="flex items-start justify-between gap-x-6 gap-y-2 max-desk:flex-col">
        <h1 className="max-w-[840px]" aria-live="polite">
          {describeSliceAttainment(data)}
        </h1>
        <div className="flex gap-2">
          <NotesButton place={place} />
          <KeptViewsMenu unitName={data.unit.name} />
        </div>
      </div>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5">
        <MeasurePicker />
        <LadderOf />
      </div>
      <ShownNotes view={place}>
        <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_290px] gap-3.5 max-desk:flex-none max-desk:grid-cols-1">
          <SliceTable view={data} rows={rows} />
          <Picture view={data} rows={rows} />
        </div>
      </ShownNotes>
    </ViewBody>
  );
}

function placeRows({ rows }: SliceAttainment): PlacedRow[] {
  return rank(
    rows.map((row) => ({ ...row, value: row.attainment })),
    'higher',
  ).map(({ item: { value: _value, ...row }, rank: place }) => ({ ...row, rank: place }));
}

function Picture({ view, rows }: { view: SliceAttainment; rows: readonly PlacedRow[] }) {
  const navigate = useNavigate();
  const { search } = useAddress();
  const notesAt = useNotesAt();
  const { box, height } = useSize<HTMLDivElement>({ width: 262, height: 400 });
  const ranked = rows.flatMap((row) =>
    row.attainment === null ? [] : [{ ...row, attainment: row.attainment }],
  );
  const open = (key: string) =>
    void navigate({
      pathname: '/explore',
      search: `${placeLink(search) || '?'}&pick=${view.by}:${encodeURIComponent(encodeURIComponent(key))}`,
    });
  return (
    <section
      aria-labelledby="slice-ladder"
      className="flex min-h-[300px] flex-col rounded-sheet border border-line bg-sheet px-3 pt-2 pb-2"
    >
      <h2 id="slice-ladder">{t('ladder')}</h2>
      <div ref={box} className="mt-1.5 min-h-0 flex-1 overflow-hidden">
        {ranked.length === 0 ? (
          <p className="pt-3 text-soft">{t('nothingWithATargetHas')}</p>
        ) : (
          <LadderChart
            label={t('ladderByAttainment')}
            height={Math.max(240, height)}
            scale={scaleOfShares(ranked.map(({ attainment }) => attainment))}
            show={showWholePercent}
            pace={null}
            paceText=""
            onOpen={open}
            marks={ranked.map((row) => ({
              key: row.key,
              name: row.name,
              at: row.attainment,
              text: row.attainmentText ?? '',
              of: t('ofTarget'),
              status: row.status,
              before: null,
              beforeText: null,
              notes: describeNotes(notesAt({ slice: { by: view.by, key: row.key } })),
            }))}
          />
        )}
      </div>
    </section>
  );
}
