import { Link, useLocation } from 'react-router';
import type { SliceAttainment, SliceAttainmentRow } from '#contract/schemas/sliceAttainment';
import { figureUnit } from '#wording/figureUnit';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { formatCount, formatExact, withSign } from '#wording/numbers/format';
import { shippedWord, statusLabel } from '#wording/shipped';
import { headingOf, partInSentence, pluralOfPart } from '#wording/takenApart';
import { type Shown, useShown } from '../../app/display';
import { placeLink } from '../../app/placeLink';
import { AttainmentBar } from '../../charts/AttainmentBar';
import { textOf } from '../../charts/status';
import { StatusMark } from '../../charts/StatusMark';
import { rich } from '../../language/rich';
import { type Column, DataTable } from '../../ui/DataTable';
import { LineList } from '../../ui/LineList';
import { useIsNarrowerThan } from '../../ui/useScreen';
import { NoteFlag } from '../notes/NoteFlag';

const t = messagesOf('view', EN_VIEW);

/** A row with its place among those with an attainment; null where it has none. */
export type PlacedRow = SliceAttainmentRow & { rank?: number | null };

/** Products, customers and the like against their own targets; with places where they are ranked. */
export function SliceTable({ view, rows }: { view: SliceAttainment; rows: readonly PlacedRow[] }) {
  const { search } = useLocation();
  const isPhone = useIsNarrowerThan('phone');
  const shown = useShown(figureUnit(view));
  const label = t('slicesOf', { slices: headingOf(view.by), unit: view.unit.name });
  const isRanked = rows.some(({ rank }) => rank !== undefined);
  const planLink = `/plan${placeLink(search) || '?'}&rows=${view.by}`;
  if (rows.length === 0)
    return (
      <p className="rounded-sheet border border-line bg-sheet p-4 text-soft">
        {rich(t, 'nothingToShowSetTargets', {
          dimension: partInSentence(view.by),
          link: (words) => (
            <Link className="underline" to={planLink}>
              {words}
            </Link>
          ),
        })}
      </p>
    );
  return (
    <section
      aria-label={label}
      className="flex min-h-[300px] min-w-0 flex-1 flex-col rounded-sheet border border-line bg-sheet"
    >
      {isPhone ? (
        <LineList
          label={label}
          rows={rows}
          keyOf={({ key }) => key}
          toLine={(row) => ({
            lead: isRanked ? <span className="font-semibold">{row.rank ?? '–'}</span> : undefined,
            title: (
              <span className="flex items-center gap-2">
                <StatusMark status={row.status} />
                <span className="truncate">{row.name}</span>
                <NoteFlag slice={{ by: view.by, key: row.key }} />
              </span>
            ),
            value: row.attainmentText ?? t('noTarget'),
            note: row.actual === null ? '–' : shown.figure(row.actual),
            beside: row.gap === null ? '' : shown.difference(row.gap),
          })}
        />
      ) : (
        <DataTable
          label={label}
          rows={rows}
          keyOf={({ key }) => key}
          columns={buildColumns(view, shown, isRanked)}
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
          t('allOthers', {
            count: formatCount(remainder.count),
            actual: shown.figure(remainder.actual),
          }),
        ]
      : []),
    ...(withoutValue !== 0
      ? [
          t('withoutA', {
            dimension: partInSentence(view.by),
            value: shown.figure(withoutValue),
          }),
        ]
      : []),
    ...(own.actual === null
      ? []
      : [t('allOf', { unit: view.unit.name, actual: shown.figure(own.actual) })]),
    ...(own.target === null ? [] : [t('itsOwnTarget', { target: shown.figure(own.target) })]),
    ...(own.unallocated === null || own.unallocated === 0
      ? []
      : [
          t('unallocated', {
            amount: shown.figure(Math.abs(own.unallocated)),
            isLeft: own.unallocated > 0 ? 'yes' : 'no',
            slices: pluralOfPart(view.by),
          }),
        ]),
  ];
  return (
    <span className="flex flex-wrap justify-between gap-x-4">
      <span>{facts.join(' · ')}</span>
      <Link className="underline" to={planLink}>
        {t('targetsByInPlan', { dimension: partInSentence(view.by) })}
      </Link>
    </span>
  );
}

function buildColumns(view: SliceAttainment, shown: Shown, isRanked: boolean): Column<PlacedRow>[] {
  const unit = figureUnit(view);
  const money = (value: number | null) =>
    value === null ? '–' : <span title={formatExact(value, unit)}>{shown.column(value)}</span>;
  const place: Column<PlacedRow> = {
    key: 'rank',
    heading: t('place'),
    width: '52px',
    cell: ({ rank }) => <span className="font-semibold">{rank ?? '–'}</span>,
  };
  const pace: Column<PlacedRow> = {
    key: 'pace',
    heading: t('againstPace'),
    width: '110px',
    align: 'right',
    cell: (row) => signed(row.aheadOfPace, unit, shown),
  };
  return [
    ...(isRanked ? [place] : []),
    {
      key: 'name',
      heading: headingOf(view.by),
      width: isRanked ? 'minmax(120px,2fr)' : 'minmax(180px,2fr)',
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
      heading: shippedWord(view.measure.name),
      width: '86px',
      align: 'right',
      cell: (row) => money(row.actual),
    },
    {
      key: 'target',
      heading: t('target'),
      width: '100px',
      align: 'right',
      cell: (row) => (
        <span className="text-soft">{row.missing > 0 ? 'incomplete' : money(row.target)}</span>
      ),
    },
    {
      key: 'attainment',
      heading: t('attainment'),
      width: isRanked ? '160px' : '190px',
      cell: (row) =>
        row.attainment === null ? (
          <span className="text-soft">{row.target === null ? '' : statusLabel(row.status)}</span>
        ) : (
          <span className="flex items-center gap-2">
            <AttainmentBar
              attainment={row.attainment}
              pace={
                row.expectedToDate !== null && row.target ? row.expectedToDate / row.target : null
              }
              status={row.status}
              width={isRanked ? 84 : 120}
            />
            <span className={`font-semibold ${textOf(row.status)}`}>{row.attainmentText}</span>
          </span>
        ),
    },
    {
      key: 'gap',
      heading: t('gapHeading'),
      width: '100px',
      align: 'right',
      cell: (row) => signed(row.gap, unit, shown),
    },
    // Beside the picture there is no room for it.
    ...(isRanked ? [] : [pace]),
  ];
}

function signed(value: number | null, unit: ReturnType<typeof figureUnit>, shown: Shown) {
  if (value === null) return '–';
  const rounded = Math.round(value);
  return (
    <span title={withSign(rounded, formatExact(rounded, unit))}>{shown.difference(rounded)}</span>
  );
}
