import type { EarlierView, Figures, PeriodView, PlaceView, StandingView, TargetView } from '#contract/schemas/standing';
import type { UnitSummary } from '#contract/schemas/unit';
import type { Measure, MeasureCode, MeasureRecord } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { toIsoDay, type DaySpan } from '#core/period/day';
import { describePeriod, describeSpan } from '#core/period/words';
import { formatDifference, withSign } from '#core/money/format';
import { figureUnitOf, type Books } from '#core/standing/books';
import type { Grading } from '#core/standing/grading';
import type { Place, RankedBy } from '#core/standing/ladder';
import { showRanked } from '#core/standing/ladderSentence';
import type { Earlier, Standing } from '#core/standing/standing';
import { showChange, showPercent } from '#core/status/percent';
import { cutsOf } from '#core/status/rule';
import type { FoundTarget } from '#core/target/found';
import type { Unit } from '#core/units/unit';

/** More than this and the screen says how many there are. */
const MISSING_NAMED = 24;

export function toUnitSummary({ id, code, name, kind }: Unit): UnitSummary {
  return { id, code, name, kind };
}

export function toMeasureRecord({ code, name, group, unit, decimals, direction, definition, description }: Measure): MeasureRecord {
  return { code, name, group, unit, decimals, direction, definition, description };
}

export function toPeriodView(books: Books, period: Period): PeriodView {
  return { id: period.id, kind: period.kind, name: describePeriod(period, books.calendar), from: toIsoDay(period.from), last: toIsoDay(period.to - 1) };
}

/** Attainment as shown everywhere: never rounded across a cut of the measure's rule. */
export function toAttainmentText(books: Books, measure: MeasureCode, period: DaySpan, attainment: number | null): string | null {
  return attainment === null ? null : showPercent(attainment, cutsOf(books.rules.of(measure, period)));
}

/** Six decimals: what a percent with four needs. A thousand units' full floats would be a third of an answer. */
export function toShortRatio(ratio: number | null): number | null {
  return ratio === null ? null : Math.round(ratio * 1e6) / 1e6;
}

export function toTargetView(books: Books, target: FoundTarget): TargetView {
  return {
    value: target.value, floor: target.floor, stretch: target.stretch, origin: target.origin, sharedFrom: target.sharedFrom, sameAsUnit: target.sameAsUnit === null ? null : (books.whole ?? books).tree.find(target.sameAsUnit)?.name ?? null, parts: target.parts,
    missingCount: target.missing.length,
    missing: target.missing.slice(0, MISSING_NAMED).map(({ unitId, periodId }) => {
      const unit = books.tree.find(unitId)!;
      return { unit: unit.code, name: unit.name, period: periodId, periodName: describePeriod(books.calendar.parse(periodId)!, books.calendar) };
    }),
  };
}

export function toFigures(books: Books, standing: Standing): Figures {
  const { expected, ahead, neededPerDay, soFarPerDay, runRate } = standing.pace;
  const { phase, gone, total, left } = standing.elapsed;
  return {
    days: describeSpan(standing.span, true),
    actual: standing.actual,
    target: toTargetView(books, standing.target),
    attainment: standing.attainment,
    attainmentText: toAttainmentText(books, standing.measure, standing.period, standing.attainment),
    gap: standing.gap, expected, ahead, neededPerDay, soFarPerDay, runRate,
    elapsed: { phase, gone, total, left },
    status: standing.status,
  };
}

export function toGradingView({ rule, since, isFixed, cuts, peers, next }: Grading): StandingView['grading'] {
  return { yardstick: rule.yardstick, percents: isFixed ? null : rule.cuts, since: since === null ? null : toIsoDay(since), cuts, peers, next };
}

export function toEarlierView(books: Books, measure: MeasureCode, earlier: Earlier): EarlierView {
  return {
    period: earlier.period.id,
    days: describeSpan(earlier.span, true),
    value: earlier.value, full: earlier.full, difference: earlier.difference,
    changeText: toChangeText(books, measure, earlier), isThin: earlier.isThin,
  };
}

/** A percent of a percent says nothing: two of them differ by points. */
function toChangeText(books: Books, measure: MeasureCode, { share, isNew, difference }: Earlier): string {
  const unit = figureUnitOf(books, measure);
  if (unit.kind === 'percent') return difference === null ? 'n/a' : withSign(difference, formatDifference(difference, unit));
  return share !== null ? showChange(share) : isNew ? 'new' : 'n/a';
}

/** Whether some of a unit's people are left out of a part of the totals. */
function excludesDeals({ sums, tree }: Books, unitId: number): boolean {
  if (sums.leftOutPeople.size === 0) return false;
  return tree.segmentsUnder(unitId).some((each) => sums.leftOutPeople.has(each.salespersonId));
}

export function toPlaceView(books: Books, place: Place, by: RankedBy = 'attainment'): PlaceView {
  const { standing } = place;
  const unit = books.tree.find(standing.unitId)!;
  const day = Math.min(books.asOf, standing.period.to - 1);
  const parent = books.tree.parentOn(unit.id, day);
  return {
    unit: toUnitSummary(unit),
    team: parent === null ? null : books.tree.find(parent)?.name ?? null,
    rank: place.rank, movement: place.movement,
    actual: standing.actual,
    target: standing.target.value, targetIncomplete: standing.target.missing.length > 0,
    attainment: standing.attainment,
    attainmentText: toAttainmentText(books, standing.measure, standing.period, standing.attainment),
    value: place.value, valueText: place.value === null ? null : showRanked(books, standing, place.value, by),
    before: place.before, beforeText: place.before === null ? null : showRanked(books, standing, place.before, by),
    priorText: toChangeText(books, standing.measure, place.prior), priorDifference: place.prior.difference, priorIsThin: place.prior.isThin,
    gap: standing.gap, status: standing.status,
    lastYear: place.lastYear?.value ?? null,
    lastYearText: place.lastYear ? toChangeText(books, standing.measure, place.lastYear) : null, lastYearIsThin: place.lastYear?.isThin ?? false,
    isOnRamp: place.isOnRamp, joinedLate: place.joined, leftEarly: place.left,
    excludesDeals: excludesDeals(books, unit.id),
  };
}
