import { type Dataset, figureUnitOf } from '#core/dataset/dataset';
import type { MeasureCode } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import type { RankedBy, RankedUnit } from '#core/ranking/ladder';
import { cutsOf } from '#core/status/rule';
import { EN_RANKING } from './messages/en/ranking';
import { messagesOf } from './messages/translate';
import { formatShort, withSign } from './numbers/format';
import { showChange, showPercent } from './numbers/percent';
import { describePeriod } from './period';

const t = messagesOf('ranking', EN_RANKING);

/** A ranked value as it is shown: a percent of target, a change, or the figure itself. */
export function showRanked(
  dataset: Dataset,
  { measure, period }: { measure: MeasureCode; period: Period },
  value: number,
  by: RankedBy,
): string {
  const unit = figureUnitOf(dataset, measure);
  if (by === 'attainment') return showPercent(value, cutsOf(dataset.rules.of(measure, period)));
  if (by === 'growth') return showChange(value);
  const shown = formatShort(value, unit);
  return by === 'gap' ? withSign(value, shown) : shown;
}

/** The ranking in plain words: who leads, how many are ranked, and who climbed most. */
export function describeLadder(
  dataset: Dataset,
  places: readonly RankedUnit[],
  period: Period,
  measure: MeasureCode,
  by: RankedBy,
): string {
  const when = describePeriod(period, dataset.calendar);
  const nameOf = (place: RankedUnit) => dataset.tree.find(place.unitId)?.name ?? '';
  if (places.length === 0) return t('nobodyHere', { period: when });
  if (period.from > dataset.asOf) return t('notStarted', { period: when });
  const ranked = places.filter((place) => place.rank !== null);
  if (ranked.length === 0) return t('nobodyRanked', { period: when, by });
  const leaders = ranked.filter((place) => place.rank === 1);
  const values = {
    period: when,
    ranked: ranked.length,
    unranked: places.length - ranked.length,
    value: t('value', {
      by,
      direction: dataset.measures.get(measure).direction,
      value: showRanked(dataset, { measure, period }, leaders[0]!.value!, by),
    }),
  };
  const [name, other] = leaders.map(nameOf);
  const lead =
    leaders.length === 1
      ? t('oneLeads', { ...values, name })
      : leaders.length === 2
        ? t('twoLead', { ...values, name, other })
        : t('manyLead', { ...values, count: leaders.length });
  const climber = ranked.reduce<RankedUnit | null>(
    (best, place) => ((place.rankChange ?? 0) > (best?.rankChange ?? 0) ? place : best),
    null,
  );
  if (!climber) return t('lead', { lead });
  // Whose name the sentence has begun with is not named twice.
  return leaders.length === 1 && leaders[0] === climber
    ? t('leadClimbed', { lead, places: climber.rankChange })
    : t('leadOtherClimbed', { lead, places: climber.rankChange, name: nameOf(climber) });
}
