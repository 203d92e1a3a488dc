import type { ReactNode } from 'react';
import type { RankingRowView } from '#contract/schemas/attainment';
import { figureUnit } from '#wording/figureUnit';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { statusLabel } from '#wording/shipped';
import { useShown } from '../app/display';
import { AttainmentBar } from '../charts/AttainmentBar';
import { RankChange } from '../charts/RankChange';
import { textOf } from '../charts/status';
import { StatusMark } from '../charts/StatusMark';
import { LineList } from '../ui/LineList';
import { NoteFlag } from './notes/NoteFlag';
import { PresenceLabel } from './PresenceLabel';

const t = messagesOf('view', EN_VIEW);

interface PlaceListProps {
  label: string;
  view: Parameters<typeof figureUnit>[0];
  rows: readonly RankingRowView[];
  /** What stands at the end of a row; without it the attainment, or why there is none. */
  shownValueOf?: (place: RankingRowView) => string | null;
  /** A single person is in no place. */
  isRanked: boolean;
  /** The share of the period that is due; null: no pace. */
  pace: number | null;
  isOwn?: (place: RankingRowView) => boolean;
  onOpen(place: RankingRowView): void;
  onNearEnd?: () => void;
  footer: ReactNode;
}

/** A ranking on a phone: place, name, status, attainment and gap in two lines and a bar. */
export function PlaceList(props: PlaceListProps) {
  const { label, view, rows, shownValueOf, isRanked, pace, isOwn, onOpen, onNearEnd, footer } =
    props;
  const shown = useShown(figureUnit(view));
  return (
    <LineList
      label={label}
      rows={rows}
      keyOf={(place) => place.unit.id}
      onOpen={onOpen}
      isChosen={isOwn}
      onNearEnd={onNearEnd}
      footer={footer}
      toLine={(place) => ({
        lead: isRanked ? (
          <>
            <span className="font-semibold">{place.rank ?? '–'}</span>{' '}
            <RankChange places={place.rankChange} />
          </>
        ) : undefined,
        title: (
          <span className="flex items-center gap-1.5">
            <StatusMark status={place.status} />
            <span className="truncate">{place.unit.name}</span>
            <PresenceLabel place={place} />
            <NoteFlag unit={place.unit.code} />
          </span>
        ),
        value: (
          <span className={textOf(place.status)}>
            {shownValueOf?.(place) ?? place.attainmentText ?? statusLabel(place.status)}
          </span>
        ),
        note:
          place.actual === null
            ? '–'
            : t('actualOfTarget', {
                actual: shown.belowInColumn(place.actual, place.target),
                isBare: place.target === null ? 'yes' : 'no',
                target: place.target === null ? null : shown.column(place.target),
              }),
        beside:
          place.gap === null
            ? undefined
            : t('gapOf', { gap: shown.gapInColumn(place.gap, place.target) }),
        bar: (
          <AttainmentBar
            attainment={place.attainment ?? 0}
            pace={pace}
            status={place.status}
            width={230}
          />
        ),
      })}
    />
  );
}
