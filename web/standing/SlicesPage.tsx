import { Link, useLocation } from 'react-router';
import type { SliceAttainment, SliceAttainmentRow } from '#contract/schemas/sliceAttainment';
import { formatExact, withSign } from '#core/money/format';
import { SLICE_DIMENSIONS, type SliceDimension } from '#core/targets/targetSlice';
import { figureUnit } from '#wording/figureUnit';
import { manyOfDimension, nameOfDimension } from '#wording/slices';
import { describeSliceAttainment } from '#wording/sliceSentence';
import { useAddress } from '../app/address';
import { type Shown, useShown } from '../app/display';
import { FailureNote } from '../app/FailureNote';
import { usePlace } from '../app/place';
import { placeLink } from '../app/placeLink';
import { ViewBody } from '../app/ViewBody';
import { AttainmentBar } from '../charts/AttainmentBar';
import { textOf } from '../charts/status';
import { StatusMark } from '../charts/StatusMark';
import { MeasurePicker } from '../figures/MeasurePicker';
import { NoteFlag } from '../figures/notes/NoteFlag';
import { NotesButton } from '../figures/notes/NotesButton';
import { ShownNotes } from '../figures/notes/ShownNotes';
import { StandingTabs } from '../figures/StandingTabs';
import { KeptViewsMenu } from '../figures/views/KeptViewsMenu';
import { type Column, DataTable } from '../ui/DataTable';
import { LineList } from '../ui/LineList';
import { Loading } from '../ui/Loading';
import { Segments } from '../ui/Segments';
import { useIsNarrowerThan } from '../ui/useScreen';
import { useGetSliceAttainmentQuery } from './api';

const OPTIONS = SLICE_DIMENSIONS.map((by) => [by, manyOfDimension(by)] as const);

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
      label="By"
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
  if (!data) return <Loading what="the standing by product and customer" />;
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
        <Rows view={data} />
      </ShownNotes>
    </ViewBody>
  );
}

function Rows({ view }: { view: SliceAttainment }) {
  const { search } = useLocation();
  const isPhone = useIsNarrowerThan('phone');
  const shown = useShown(figureUnit(view));
  const label = `${manyOfDimension(view.by)} of ${view.unit.name}`;
  const planLink = `/plan${placeLink(search) || '?'}&rows=${view.by}`;
  if (view.rows.length === 0)
    return (
      <p className="rounded-sheet border border-line bg-sheet p-4 text-soft">
        Nothing to show. Set targets by {nameOfDimension(view.by)} in{' '}
        <Link className="underline" to={planLink}>
          Plan
        </Link>
        .
      </p>
    );
  return (
    <section
      aria-label={label}
      className="flex min-h-[300px] flex-1 flex-col rounded-sheet border border-line bg-sheet"
    >
      {isPhone ? (
        <LineList
          label={label}
          rows={view.rows}
          keyOf={({ key }) => key}
          toLine={(row) => ({
            title: (
              <span className="flex items-center gap-2">
                <StatusMark status={row.status} />
                <span className="truncate">{row.name}</span>
                <NoteFlag slice={{ by: view.by, key: row.key }} />
              </span>
            ),
            value: row.attainmentText ?? 'no target',
            note: row.actual === null ? '–' : shown.figure(row.actual),
            beside: row.gap === null ? '' : shown.difference(row.gap),
          })}
        />
      ) : (
        <DataTable
          label={label}
          rows={view.rows}
          keyOf={({ key }) => key}
          columns={buildColumns(view, shown)}
          footer={<Footer view={view} shown={shown} planLink={planLink} />}
        />
      )}
      {isPhone && (
        <p className="px-3 py-2 text-[12px] text-soft">
          <Footer view={view} shown={shown} planLink={planLink} />
        </p>
      )}
    </section>
  );
}

/** What the rows leave out, the unit's own figure, and how its target and theirs agree. */
function Footer({
  view,
  shown,
  planLink,
}: {
  view: SliceAttainment;
  shown: Shown;
  planLink: string;
}) {
  const { own, remainder, withoutValue } = view;
  const facts = [
    ...(remainder
      ? [
          `all others (${remainder.count.toLocaleString('en-GB')}) ${shown.figure(remainder.actual)}`,
        ]
      : []),
    ...(withoutValue !== 0
      ? [`without a ${nameOfDimension(view.by)} ${shown.figure(withoutValue)}`]
      : []),
    ...(own.actual === null ? [] : [`all of ${view.unit.name} ${shown.figure(own.actual)}`]),
    ...(own.target === null ? [] : [`its own target ${shown.figure(own.target)}`]),
    ...(own.unallocated === null || own.unallocated === 0
      ? []
      : [
          `${shown.figure(Math.abs(own.unallocated))} of it ${own.unallocated > 0 ? 'not allocated' : 'over-assigned'} to ${manyOfDimension(view.by).toLowerCase()}`,
        ]),
  ];
  return (
    <span className="flex flex-wrap justify-between gap-x-4">
      <span>{facts.join(' · ')}</span>
      <Link className="underline" to={planLink}>
        Targets by {nameOfDimension(view.by)} in Plan
      </Link>
    </span>
  );
}

function buildColumns(view: SliceAttainment, shown: Shown): Column<SliceAttainmentRow>[] {
  const unit = figureUnit(view);
  const money = (value: number | null) =>
    value === null ? '–' : <span title={formatExact(value, unit)}>{shown.column(value)}</span>;
  return [
    {
      key: 'name',
      heading: manyOfDimension(view.by),
      width: 'minmax(180px,2fr)',
      cell: (row) => (
        <span className="flex items-center gap-2">
          <StatusMark status={row.status} />
          <span className="truncate">{row.name}</span>
          <NoteFlag slice={{ by: view.by, key: row.key }} />
        </span>
      ),
    },
    {
      key: 'actual',
      heading: view.measure.name,
      width: '100px',
      align: 'right',
      cell: (row) => money(row.actual),
    },
    {
      key: 'target',
      heading: 'Target',
      width: '100px',
      align: 'right',
      cell: (row) => (
        <span className="text-soft">{row.missing > 0 ? 'incomplete' : money(row.target)}</span>
      ),
    },
    {
      key: 'attainment',
      heading: 'Attainment',
      width: '190px',
      cell: (row) =>
        row.attainment === null ? (
          <span className="text-soft">{row.target === null ? '' : row.status.label}</span>
        ) : (
          <span className="flex items-center gap-2">
            <AttainmentBar
              attainment={row.attainment}
              pace={
                row.expectedToDate !== null && row.target ? row.expectedToDate / row.target : null
              }
              status={row.status}
              width={120}
            />
            <span className={`font-semibold ${textOf(row.status)}`}>{row.attainmentText}</span>
          </span>
        ),
    },
    {
      key: 'gap',
      heading: 'Gap',
      width: '100px',
      align: 'right',
      cell: (row) => signed(row.gap, unit, shown),
    },
    {
      key: 'pace',
      heading: 'Against pace',
      width: '110px',
      align: 'right',
      cell: (row) => signed(row.aheadOfPace, unit, shown),
    },
  ];
}

function signed(value: number | null, unit: ReturnType<typeof figureUnit>, shown: Shown) {
  if (value === null) return '–';
  const rounded = Math.round(value);
  return (
    <span title={withSign(rounded, formatExact(rounded, unit))}>{shown.difference(rounded)}</span>
  );
}
