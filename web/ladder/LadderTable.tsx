import { useMemo } from 'react';
import type { RankingRowView } from '#contract/schemas/attainment';
import type { LadderView } from '#contract/schemas/ladder';
import type { Display } from '#core/money/display';
import { figureUnit } from '#wording/figureUnit';
import { EN_LADDER } from '#wording/messages/en/ladder';
import { messagesOf } from '#wording/messages/translate';
import { showColumn } from '#wording/numbers/display';
import { formatCount, formatExact, withSign } from '#wording/numbers/format';
import { describePresence } from '#wording/presence';
import { shippedWord, statusLabel } from '#wording/shipped';
import { headingOfKind } from '#wording/unitKind';
import { showIn, useDisplay } from '../app/display';
import { AttainmentBar } from '../charts/AttainmentBar';
import { RankChange } from '../charts/RankChange';
import { textOf } from '../charts/status';
import { StatusMark } from '../charts/StatusMark';
import { HowMade } from '../figures/made/HowMade';
import { NoteFlag } from '../figures/notes/NoteFlag';
import { PlaceList } from '../figures/PlaceList';
import { PresenceLabel } from '../figures/PresenceLabel';
import { classNames } from '../ui/classNames';
import { type Column, DataTable } from '../ui/DataTable';
import { useIsNarrowerThan } from '../ui/useScreen';

const t = messagesOf('ladder', EN_LADDER);

/** The ranking as a table; the reader's own row stays in sight above it. */
export function LadderTable({
  view,
  onOpen,
  onMore,
}: {
  view: LadderView;
  onOpen(code: string): void;
  onMore(): void;
}) {
  const display = useDisplay();
  const columns = useMemo(() => buildColumns(view, display), [view, display]);
  const { mine } = view;
  const isPhone = useIsNarrowerThan('phone');
  const table = {
    label: t('rankingOfBy', {
      unit: view.unit.name,
      by: view.by === 'actual' ? shippedWord(view.measure.name) : view.by,
    }),
    rows: view.rankings,
    onOpen: (place: RankingRowView) => onOpen(place.unit.code),
    isChosen: (place: RankingRowView) => place.unit.code === mine?.unit.code,
    onNearEnd: view.rankings.length < view.count ? onMore : undefined,
    footer: t('inAgainst', {
      count: formatCount(view.count),
      unit: view.unit.name,
      days: view.days,
      priorDays: view.priorDays,
    }),
  };
  return (
    <section
      aria-label={t('ranking')}
      className="flex min-h-0 flex-col rounded-sheet border border-line bg-sheet"
    >
      {mine && (
        <p className="flex items-baseline gap-2 border-b border-line bg-selected px-3 py-1.5">
          <span className="font-semibold">
            {t('you', {
              isUnranked: mine.rank === null ? 'yes' : 'no',
              rank: mine.rank,
              ranked: view.ranked,
            })}
          </span>{' '}
          <RankChange places={mine.rankChange} />
          <span>{mine.valueText ?? statusLabel(mine.status)}</span>
        </p>
      )}
      {isPhone ? (
        <PlaceList
          {...table}
          view={view}
          isRanked
          pace={paceOf(view)}
          isOwn={table.isChosen}
          shownValueOf={(place) => place.valueText}
          footer={
            <>
              {view.total.attainmentText && t('all', { attainmentText: view.total.attainmentText })}
              {table.footer}
            </>
          }
        />
      ) : (
        <DataTable {...table} columns={columns} keyOf={(place) => place.unit.id} />
      )}
    </section>
  );
}

function paceOf(view: LadderView): number | null {
  return view.phase === 'open' && view.isCumulative ? view.elapsedShare : null;
}

function buildColumns(view: LadderView, display: Display): Column<RankingRowView>[] {
  const unit = figureUnit(view);
  const shown = showIn(unit, display);
  const number = (value: number | null) =>
    value === null ? '–' : <span title={formatExact(value, unit)}>{shown.column(value)}</span>;
  const gap = (of: { gap: number | null; target: number | null }) =>
    of.gap === null ? (
      '–'
    ) : (
      <span title={withSign(of.gap, formatExact(of.gap, unit))}>
        {shown.gapInColumn(of.gap, of.target)}
      </span>
    );
  const { total } = view;
  const at = new Map(view.rankings.map((place, index) => [place.unit.id, index]));
  const pace = paceOf(view);
  const isRanked = (by: LadderView['by']) => (view.by === by ? 'font-semibold' : undefined);
  // Beside two more measures there is no room for it: it stands in the title of the name.
  const team: Column<RankingRowView> = {
    key: 'team',
    heading: t('under'),
    width: 'minmax(52px,0.8fr)',
    cell: (place) => <span className="text-soft">{place.teamName ?? '–'}</span>,
  };
  return [
    {
      key: 'rank',
      heading: t('place'),
      width: '52px',
      cell: (place) => (
        <>
          <span className="font-semibold">{place.rank ?? '–'}</span>{' '}
          <RankChange places={place.rankChange} />
        </>
      ),
    },
    {
      key: 'name',
      heading: headingOfKind(view.level),
      width: 'minmax(122px,1.7fr)',
      total: t('allCounted', { count: formatCount(view.count) }),
      cell: (place) => (
        <span
          className="flex items-center gap-2"
          title={[place.teamName, describePresence(place)].filter(Boolean).join('; ') || undefined}
        >
          <StatusMark status={place.status} />
          <span className="truncate">{place.unit.name}</span>
          <PresenceLabel place={place} />
          <NoteFlag unit={place.unit.code} />
        </span>
      ),
    },
    ...(view.columns.length < 2 ? [team] : []),
    {
      key: 'actual',
      heading: view.measure.valueKind === 'money' ? t('booked') : shippedWord(view.measure.name),
      width: '76px',
      align: 'right',
      total: number(total.actual),
      cell: (place) => (
        <HowMade
          isInRow
          at={{ unit: place.unit.code, period: view.period.id, measure: view.measure.code }}
          title={place.actual === null ? undefined : formatExact(place.actual, unit)}
          className={isRanked('actual')}
        >
          {place.actual === null ? '–' : shown.belowInColumn(place.actual, place.target)}
        </HowMade>
      ),
    },
    {
      key: 'target',
      heading: view.measure.direction === 'lower' ? t('limit') : t('target'),
      width: '76px',
      align: 'right',
      total: number(total.target),
      cell: (place) => (
        <span className="text-soft">
          {place.targetIncomplete ? t('incomplete') : number(place.target)}
        </span>
      ),
    },
    {
      key: 'attainment',
      heading: view.measure.direction === 'lower' ? t('ofTheLimit') : t('attainment'),
      width: '100px',
      total: (
        <span className={textOf(total.status)}>
          {total.attainmentText ?? statusLabel(total.status)}
        </span>
      ),
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
    view.by === 'growth'
      ? {
          key: 'change',
          heading: t('change'),
          width: '66px',
          align: 'right',
          cell: (place) => number(place.priorDifference),
        }
      : {
          key: 'gap',
          heading: t('gap'),
          width: '86px',
          align: 'right',
          total: gap(total),
          cell: (place) => <span className={isRanked('gap')}>{gap(place)}</span>,
        },
    {
      key: 'growth',
      heading: t('growth'),
      width: '66px',
      align: 'right',
      cell: (place) => (
        <span
          className={place.priorIsLowBase ? 'text-none' : isRanked('growth')}
          title={t('against', {
            isUnknown: place.priorDifference === null ? 'yes' : 'no',
            difference:
              place.priorDifference === null
                ? null
                : withSign(place.priorDifference, formatExact(place.priorDifference, unit)),
            priorDays: view.priorDays,
            isLowBase: place.priorIsLowBase ? 'yes' : 'no',
          })}
        >
          {place.priorText}
        </span>
      ),
    },
    ...view.columns.map(({ measure, values, total: ofUnit }): Column<RankingRowView> => {
      const ofMeasure = figureUnit({ measure, currency: view.currency });
      const show = (value: number | null | undefined) =>
        value === null || value === undefined ? (
          '–'
        ) : (
          <span title={formatExact(value, ofMeasure)}>{showColumn(value, ofMeasure, display)}</span>
        );
      return {
        key: measure.code,
        heading: shippedWord(measure.name),
        width: '58px',
        align: 'right',
        total: show(ofUnit),
        cell: (place) => show(values[at.get(place.unit.id) ?? -1]),
      };
    }),
  ];
}
