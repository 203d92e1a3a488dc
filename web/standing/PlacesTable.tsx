import { useMemo, useState } from 'react';
import { Link, useLocation } from 'react-router';
import type { RankingRowView, StandingView } from '#contract/schemas/attainment';
import { parseDay } from '#core/period/day';
import { figureUnit } from '#wording/figureUnit';
import { EN_STANDING_VIEW } from '#wording/messages/en/standingView';
import { messagesOf } from '#wording/messages/translate';
import { formatCount, formatExact, withSign } from '#wording/numbers/format';
import { shortDay } from '#wording/period';
import { describePresence } from '#wording/presence';
import { statusLabel } from '#wording/shipped';
import { type Shown, useShown } from '../app/display';
import { usePlace } from '../app/place';
import { placeLink } from '../app/placeLink';
import { AttainmentBar } from '../charts/AttainmentBar';
import { RankChange } from '../charts/RankChange';
import { textOf } from '../charts/status';
import { StatusMark } from '../charts/StatusMark';
import { LEVEL_NAMES } from '../figures/levels';
import { HowMade } from '../figures/made/HowMade';
import { NoteFlag } from '../figures/notes/NoteFlag';
import { PlaceList } from '../figures/PlaceList';
import { PresenceLabel } from '../figures/PresenceLabel';
import { rich } from '../language/rich';
import { classNames } from '../ui/classNames';
import { type Column, DataTable } from '../ui/DataTable';
import { useIsNarrowerThan } from '../ui/useScreen';

const t = messagesOf('standingView', EN_STANDING_VIEW);

/** The people, or the units directly below, ranked; the total closes the list. */
export function PlacesTable({ view }: { view: StandingView }) {
  const { go } = usePlace();
  const [isBelow, setBelow] = useState(false);
  const hasBelow = view.below.length > 0;
  const rows = hasBelow && isBelow ? view.below : view.rankings;
  const shown = useShown(figureUnit(view));
  const columns = useMemo(
    () => buildColumns(view, isBelow && hasBelow, shown),
    [view, isBelow, hasBelow, shown],
  );
  const levels = [...new Set(view.below.map((place) => place.unit.kind))]
    .filter((kind) => kind === 'branch' || kind === 'team')
    .map((kind) => LEVEL_NAMES[kind])
    .reduce((one, other) => (one === '' ? other : t('levelsJoined', { one, other })), '');

  const isPhone = useIsNarrowerThan('phone');
  const table = {
    label: t('rankingOfByAttainment', { unit: view.unit.name }),
    rows,
    onOpen: (place: RankingRowView) => go({ unit: place.unit.code }),
    footer: <Footer view={view} rows={rows} />,
  };

  if (view.rankings.length === 0) {
    return (
      <section className="flex-1 rounded-sheet border border-line bg-sheet p-4 text-soft">
        {t('noSalespeopleInInChoose', { unit: view.unit.name, period: view.period.name })}
      </section>
    );
  }
  return (
    <section
      aria-label={t('ranking')}
      style={{ minHeight: heightOf(rows.length, hasBelow) }}
      className="flex flex-1 flex-col rounded-sheet border border-line bg-sheet max-desk:flex-none"
    >
      {hasBelow && (
        <div role="group" aria-label={t('level')} className="flex gap-1 px-3 pt-1.5">
          {[false, true].map((below) => (
            <button
              key={String(below)}
              type="button"
              aria-pressed={isBelow === below}
              onClick={() => setBelow(below)}
              className={classNames(
                'rounded-[4px] px-2 py-0.5 text-[12px]',
                isBelow === below ? 'bg-cell font-semibold' : 'text-soft hover:bg-hover',
              )}
            >
              {below ? levels : t('salespeople')}
            </button>
          ))}
        </div>
      )}
      {isPhone ? (
        <PlaceList
          {...table}
          view={view}
          isRanked={view.unit.kind !== 'salesperson'}
          pace={paceOf(view)}
        />
      ) : (
        <DataTable {...table} columns={columns} keyOf={(place) => place.unit.id} />
      )}
    </section>
  );
}

/** The total closes the list; with it what the arrows compare with, and how fresh the data is. */
function Footer({ view, rows }: { view: StandingView; rows: readonly RankingRowView[] }) {
  const { search } = useLocation();
  return (
    <span className="flex flex-wrap justify-between gap-x-4">
      <span>
        {view.remainder && rows === view.rankings && (
          <>
            <Link className="underline" to={{ pathname: '/ladder', search: placeLink(search) }}>
              {t('allOthers', { count: formatCount(view.remainder.count) })}
            </Link>
            {view.remainder.actual !== null && (
              <> {formatExact(view.remainder.actual, figureUnit(view))}</>
            )}{' '}
            ·{' '}
          </>
        )}
        {rich(t, 'all', {
          count: formatCount(
            rows.length + (rows === view.rankings ? (view.remainder?.count ?? 0) : 0),
          ),
          total: view.figures.actual !== null && (
            <>
              :{' '}
              <strong className="font-semibold text-ink">
                {formatExact(view.figures.actual, figureUnit(view))}
              </strong>
            </>
          ),
          days: view.figures.days,
        })}
      </span>
      <span>
        {t('arrowsAgainst', {
          days: view.prior.days,
          hasNewestDay: view.newestDay ? 'yes' : 'no',
          newest: view.newestDay && shortDay(parseDay(view.newestDay)!, true),
        })}
      </span>
    </span>
  );
}

const HEADINGS: Record<string, string> = { revenue: t('booked'), deals_won: t('won') };

/** Room for as many as are wanted in sight at once, the last as well as the first. */
function heightOf(rows: number, hasLevels: boolean): number {
  const FRAME = 72;
  return FRAME + (hasLevels ? 28 : 0) + Math.max(3, Math.min(10, rows)) * 29;
}

function paceOf(view: StandingView): number | null {
  return view.figures.elapsed.phase === 'open' && view.isCumulative ? view.elapsedShare : null;
}

function buildColumns(
  view: StandingView,
  isBelow: boolean,
  shown: Shown,
): Column<RankingRowView>[] {
  const unit = figureUnit(view);
  const pace = paceOf(view);
  const number = (value: number | null) =>
    value === null ? '–' : <span title={formatExact(value, unit)}>{shown.column(value)}</span>;
  return [
    // One person alone is ranked first of one: that says nothing, and reads as if it did.
    ...(view.unit.kind === 'salesperson'
      ? []
      : [
          {
            key: 'rank',
            heading: t('rank'),
            width: '57px',
            cell: (place) => (
              <>
                <span className="font-semibold">{place.rank ?? '–'}</span>{' '}
                <RankChange places={place.rankChange} />
              </>
            ),
          } satisfies Column<RankingRowView>,
        ]),
    {
      key: 'name',
      heading: isBelow ? t('unit') : t('salesperson'),
      width: 'minmax(116px,1.2fr)',
      cell: (place) => (
        <span className="flex items-center gap-2" title={describePresence(place) ?? undefined}>
          <StatusMark status={place.status} />
          <span className="truncate">{place.unit.name}</span>
          <PresenceLabel place={place} />
          <NoteFlag unit={place.unit.code} />
        </span>
      ),
    },
    {
      key: 'team',
      heading: isBelow ? t('partOf') : t('team'),
      width: 'minmax(104px,1fr)',
      cell: (place) => <span className="text-soft">{place.teamName ?? '–'}</span>,
    },
    {
      key: 'actual',
      heading:
        HEADINGS[view.measure.code] ??
        (view.measure.valueKind === 'percent'
          ? t('percent')
          : view.measure.valueKind === 'days'
            ? t('days')
            : view.measure.valueKind === 'money'
              ? t('amount')
              : t('number')),
      width: '74px',
      align: 'right',
      cell: (place) => (
        <HowMade
          isInRow
          at={{ unit: place.unit.code, period: view.period.id, measure: view.measure.code }}
          title={place.actual === null ? undefined : formatExact(place.actual, unit)}
        >
          {place.actual === null ? '–' : shown.belowInColumn(place.actual, place.target)}
        </HowMade>
      ),
    },
    {
      key: 'target',
      heading: view.measure.direction === 'lower' ? t('limit') : t('target'),
      width: '70px',
      align: 'right',
      cell: (place) => (
        <span className="text-soft">
          {place.targetIncomplete ? t('incomplete') : number(place.target)}
        </span>
      ),
    },
    {
      key: 'attainment',
      heading: view.measure.direction === 'lower' ? t('ofTheLimitHeading') : t('attainment'),
      width: '124px',
      cell: (place) =>
        place.attainment === null ? (
          <span className="text-soft">{statusLabel(place.status)}</span>
        ) : (
          <span className="flex items-center gap-1.5">
            <AttainmentBar attainment={place.attainment} pace={pace} status={place.status} />
            <span className={classNames('font-semibold', textOf(place.status))}>
              {place.attainmentText}
            </span>
          </span>
        ),
    },
    {
      key: 'gap',
      heading: t('gap'),
      width: '68px',
      align: 'right',
      cell: (place) =>
        place.gap === null ? (
          '–'
        ) : (
          <span title={withSign(place.gap, formatExact(place.gap, unit))}>
            {shown.gapInColumn(place.gap, place.target)}
          </span>
        ),
    },
    {
      key: 'priorYear',
      heading: t('priorYearHeading'),
      width: unit.kind === 'percent' ? '84px' : '66px',
      align: 'right',
      cell: (place) => (
        <span
          className={place.priorYearIsLowBase ? 'text-none' : undefined}
          title={
            place.priorYear === null
              ? undefined
              : t('priorYearOn', {
                  value: formatExact(place.priorYear, unit),
                  days: view.priorYear?.days ?? t('theSameDays'),
                })
          }
        >
          {place.priorYearText ?? '–'}
        </span>
      ),
    },
  ];
}
