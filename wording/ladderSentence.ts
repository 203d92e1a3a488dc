import { type Dataset, figureUnitOf } from '#core/dataset/dataset';
import type { MeasureCode } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import type { RankedBy, RankedUnit } from '#core/ranking/ladder';
import { cutsOf } from '#core/status/rule';
import { formatShort, withSign } from './numbers/format';
import { showChange, showPercent } from './numbers/percent';
import { describePeriod } from './period';

const NOUNS: Record<RankedBy, string> = {
  attainment: 'attainment',
  actual: 'amount',
  growth: 'growth',
  gap: 'gap',
};
const WHY_UNRANKED: Record<RankedBy, string> = {
  attainment: 'has a complete target',
  actual: 'has a figure',
  growth: 'had a figure in the period before',
  gap: 'has a complete target',
};

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
  if (places.length === 0) return `No salespeople here in ${when}.`;
  if (period.from > dataset.asOf) return `${when} has not started.`;
  const ranked = places.filter((place) => place.rank !== null);
  if (ranked.length === 0)
    return `Nobody ${WHY_UNRANKED[by]} in ${when}, so there is no ranking by ${NOUNS[by]}.`;
  const leaders = ranked.filter((place) => place.rank === 1);
  const of =
    by === 'attainment'
      ? dataset.measures.get(measure).direction === 'lower'
        ? ' of the limit'
        : ' of target'
      : by === 'gap'
        ? ' against target'
        : by === 'growth'
          ? ' on the period before'
          : '';
  const value = `${showRanked(dataset, { measure, period }, leaders[0]!.value!, by)}${of}`;
  const lead =
    leaders.length === 1
      ? `${nameOf(leaders[0]!)} leads ${when} with ${value}`
      : leaders.length === 2
        ? `${nameOf(leaders[0]!)} and ${nameOf(leaders[1]!)} share the lead of ${when} with ${value}`
        : `${leaders.length} share the lead of ${when} with ${value}`;
  const first = leaders.length === 1 ? 'first ' : '';
  const count =
    ranked.length === places.length
      ? `, ${first}of ${ranked.length}`
      : `, ${first}of ${ranked.length} ranked (${places.length - ranked.length} not)`;
  const climber = ranked.reduce<RankedUnit | null>(
    (best, place) => ((place.rankChange ?? 0) > (best?.rankChange ?? 0) ? place : best),
    null,
  );
  if (!climber) return `${lead}${count}.`;
  const climb = `climbed most, by ${climber.rankChange} ${climber.rankChange === 1 ? 'place' : 'places'}.`;
  // Whose name the sentence has begun with is not named twice.
  return leaders.length === 1 && leaders[0] === climber
    ? `${lead}${count}, and ${climb}`
    : `${lead}${count}. ${nameOf(climber)} ${climb}`;
}
