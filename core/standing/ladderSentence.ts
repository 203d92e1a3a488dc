import type { MeasureCode } from '../measure/measure';
import { formatShort, withSign } from '../money/format';
import type { Period } from '../period/calendar';
import { describePeriod } from '../period/words';
import { showChange, showPercent } from '../status/percent';
import { cutsOf } from '../status/rule';
import { figureUnitOf, type Books } from './books';
import type { RankedBy, Rung } from './ladder';

const NOUNS: Record<RankedBy, string> = { attainment: 'attainment', actual: 'amount', growth: 'growth', gap: 'gap' };
const WHY_UNRANKED: Record<RankedBy, string> = { attainment: 'has a complete target', actual: 'has a figure', growth: 'had a figure in the period before', gap: 'has a complete target' };

/** A ranked value as it is shown: a percent of target, a change, or the figure itself. */
export function showRanked(books: Books, { measure, period }: { measure: MeasureCode; period: Period }, value: number, by: RankedBy): string {
  const unit = figureUnitOf(books, measure);
  if (by === 'attainment') return showPercent(value, cutsOf(books.rules.of(measure, period)));
  if (by === 'growth') return showChange(value);
  const shown = formatShort(value, unit);
  return by === 'gap' ? withSign(value, shown) : shown;
}

/** The ranking in plain words: who leads, how many are ranked, and who climbed most. */
export function describeLadder(books: Books, places: readonly Rung[], period: Period, measure: MeasureCode, by: RankedBy): string {
  const when = describePeriod(period, books.calendar);
  const nameOf = (place: Rung) => books.tree.find(place.unitId)?.name ?? '';
  if (places.length === 0) return `Nobody stood here in ${when}.`;
  if (period.from > books.asOf) return `${when} has not started.`;
  const ranked = places.filter((place) => place.rank !== null);
  if (ranked.length === 0) return `Nobody ${WHY_UNRANKED[by]} in ${when}, so there is no ranking by ${NOUNS[by]}.`;
  const leaders = ranked.filter((place) => place.rank === 1);
  const of = by === 'attainment' ? (books.measures.get(measure).direction === 'lower' ? ' of the limit' : ' of target') : by === 'gap' ? ' against target' : by === 'growth' ? ' on the period before' : '';
  const value = `${showRanked(books, { measure, period }, leaders[0]!.value!, by)}${of}`;
  const lead = leaders.length === 1 ? `${nameOf(leaders[0]!)} leads ${when} with ${value}`
    : leaders.length === 2 ? `${nameOf(leaders[0]!)} and ${nameOf(leaders[1]!)} share the lead of ${when} with ${value}` : `${leaders.length} share the lead of ${when} with ${value}`;
  const count = ranked.length === places.length ? `, of ${ranked.length}` : `, of ${ranked.length} ranked (${places.length - ranked.length} not)`;
  const climber = ranked.reduce<Rung | null>((best, place) => ((place.movement ?? 0) > (best?.movement ?? 0) ? place : best), null);
  const climb = climber ? ` ${nameOf(climber)} climbed most, by ${climber.movement} ${climber.movement === 1 ? 'place' : 'places'}.` : '';
  return `${lead}${count}.${climb}`;
}
