import type { RankingRowView } from '#contract/schemas/attainment';
import type { MeasureRecord } from '#contract/schemas/measure';
import { scaleAroundShares, scaleOfShares, scaleOfValues } from '#core/picture/ladderScale';
import type { RankedBy } from '#core/ranking/ladder';
import { figureUnit } from '#wording/figureUnit';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { describeNotes } from '#wording/note';
import { formatShort } from '#wording/numbers/format';
import { showWholePercent } from '#wording/numbers/percent';
import { shippedWord } from '#wording/shipped';
import { useGetMeQuery } from '../app/api';
import { isCrowded, LadderChart } from '../charts/LadderChart';
import { useNotesAt } from './notes/ShownNotes';

const t = messagesOf('view', EN_VIEW);

interface LadderPictureProps {
  places: readonly RankingRowView[];
  by: RankedBy;
  measure: MeasureRecord;
  currency: string;
  height: number;
  pace: number | null;
  paceText: string;
  onOpen(code: string): void;
}

/** Ranked places on a ladder that fits what they are ranked by. */
export function LadderPicture({
  places,
  by,
  measure,
  currency,
  height,
  pace,
  paceText,
  onOpen,
}: LadderPictureProps) {
  const { data: me } = useGetMeQuery();
  const notesAt = useNotesAt();
  const isMany = isCrowded(places.length, height);
  const values = places.flatMap((place) => [
    place.value!,
    ...(place.priorValue === null ? [] : [place.priorValue]),
  ]);
  const isShare = by === 'attainment' || by === 'growth';
  const scale =
    by === 'attainment'
      ? isMany
        ? scaleAroundShares(places.map((place) => place.value!))
        : scaleOfShares(values)
      : scaleOfValues(values, by === 'actual' ? null : 0);
  const unit = figureUnit({ measure, currency });
  const of =
    by === 'attainment'
      ? measure.direction === 'lower'
        ? t('ofTheLimit')
        : t('ofTarget')
      : by === 'growth'
        ? t('onThePeriodBefore')
        : by === 'gap'
          ? t('againstTarget')
          : '';
  return (
    <LadderChart
      label={t('ladderBy', { by: by === 'actual' ? shippedWord(measure.name) : by })}
      height={height}
      scale={scale}
      pace={pace}
      paceText={paceText}
      onOpen={onOpen}
      own={me?.role === 'salesperson' ? (me.unitCode ?? undefined) : undefined}
      show={(value) => (isShare ? showWholePercent(value) : formatShort(Math.round(value), unit))}
      marks={places.map((place) => ({
        key: place.unit.code,
        notes: describeNotes(notesAt({ unit: place.unit.code })),
        name: place.unit.name,
        at: place.value!,
        text: place.valueText!,
        of,
        status: place.status,
        before: place.priorValue,
        beforeText: place.priorValueText,
      }))}
    />
  );
}
