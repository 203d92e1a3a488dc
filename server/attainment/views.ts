import type {
  EarlierView,
  Figures,
  MonthlyTotalsView,
  PeriodView,
  RankingRowView,
  StandingView,
  TargetView,
} from '#contract/schemas/attainment';
import type { UnitSummary } from '#contract/schemas/unit';
import type { Grading } from '#core/attainment/grading';
import type { Earlier, Standing } from '#core/attainment/standing';
import { type Dataset, figureUnitOf, totalsIn, type TotalsInFigure } from '#core/dataset/dataset';
import type { Measure, MeasureCode, MeasureRecord } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { type DaySpan, toIsoDay } from '#core/period/day';
import type { RankedBy, RankingRow } from '#core/ranking/ladder';
import { cutsOf } from '#core/status/rule';
import type { ResolvedTarget } from '#core/targets/resolvedTarget';
import type { Unit } from '#core/units/unit';
import { showRanked } from '#wording/ladderSentence';
import { EN_FIGURES } from '#wording/messages/en/figures';
import { messagesOf } from '#wording/messages/translate';
import { describeMonths } from '#wording/monthlyTotals';
import { formatDifference, withSign } from '#wording/numbers/format';
import { showChange, showPercent } from '#wording/numbers/percent';
import { describePeriod, describeSpan } from '#wording/period';

const t = messagesOf('figures', EN_FIGURES);

/** More than this and the screen says how many there are. */
const MISSING_NAMED = 24;

export function toUnitSummary({ id, code, name, kind }: Unit): UnitSummary {
  return { id, code, name, kind };
}

export function toMeasureRecord({
  code,
  name,
  group,
  valueKind,
  decimals,
  direction,
  definition,
  description,
}: Measure): MeasureRecord {
  return { code, name, group, valueKind, decimals, direction, definition, description };
}

export function toPeriodView(dataset: Dataset, period: Period): PeriodView {
  return {
    id: period.id,
    kind: period.kind,
    name: describePeriod(period, dataset.calendar),
    from: toIsoDay(period.from),
    lastDay: toIsoDay(period.to - 1),
  };
}

/** Attainment as shown everywhere: never rounded across a cut of the measure's rule. */
export function toAttainmentText(
  dataset: Dataset,
  measure: MeasureCode,
  period: DaySpan,
  attainment: number | null,
): string | null {
  return attainment === null
    ? null
    : showPercent(attainment, cutsOf(dataset.rules.of(measure, period)));
}

/**
 * Six decimals: what a percent with four needs. A thousand units' full floats would be a third of
 * an answer.
 */
export function toShortRatio(ratio: number | null): number | null {
  return ratio === null ? null : Math.round(ratio * 1e6) / 1e6;
}

export function toTargetView(dataset: Dataset, target: ResolvedTarget): TargetView {
  return {
    value: target.value,
    floor: target.floor,
    stretch: target.stretch,
    targetSource: target.targetSource,
    allocatedFrom: target.allocatedFrom,
    inheritedFromUnit:
      target.inheritedFromUnit === null
        ? null
        : ((dataset.whole ?? dataset).tree.find(target.inheritedFromUnit)?.name ?? null),
    partCount: target.partCount,
    missingCount: target.missing.length,
    missing: target.missing.slice(0, MISSING_NAMED).map(({ unitId, periodId }) => {
      const unit = dataset.tree.find(unitId)!;
      return {
        unit: unit.code,
        name: unit.name,
        period: periodId,
        periodName: describePeriod(dataset.calendar.parse(periodId)!, dataset.calendar),
      };
    }),
  };
}

export function toFigures(dataset: Dataset, standing: Standing): Figures {
  const { expectedToDate, aheadOfPace, requiredDailyRate, averageDailyRate, runRateProjection } =
    standing.pace;
  const { phase, workingDaysElapsed, workingDays, workingDaysRemaining, due, dueBasis } =
    standing.elapsed;
  return {
    days: describeSpan(standing.span, true),
    actual: standing.actual,
    target: toTargetView(dataset, standing.target),
    attainment: standing.attainment,
    attainmentText: toAttainmentText(
      dataset,
      standing.measure,
      standing.period,
      standing.attainment,
    ),
    gap: standing.gap,
    expectedToDate,
    aheadOfPace,
    requiredDailyRate,
    averageDailyRate,
    runRateProjection,
    elapsed: {
      phase,
      workingDaysElapsed,
      workingDays,
      workingDaysRemaining,
      dueShare: due.gone / due.total,
      dueBasis,
    },
    status: standing.status,
    monthlyTotals: toTotalsView(
      totalsIn(dataset, standing.unitId, standing.measure, standing.period),
    ),
  };
}

export function toTotalsView(totals: TotalsInFigure | null): MonthlyTotalsView | null {
  return (
    totals && {
      days: describeMonths(totals.months),
      value: totals.value,
      isUnknown: totals.isUnknown,
    }
  );
}

export function toGradingView({
  rule,
  effectiveFrom,
  isAbsolute,
  thresholds,
  peers,
  next,
}: Grading): StandingView['grading'] {
  return {
    benchmark: rule.benchmark,
    percents: isAbsolute ? null : rule.thresholds,
    effectiveFrom: effectiveFrom === null ? null : toIsoDay(effectiveFrom),
    thresholds,
    peers,
    next,
  };
}

export function toEarlierView(
  dataset: Dataset,
  { unitId, measure }: Pick<Standing, 'unitId' | 'measure'>,
  earlier: Earlier,
): EarlierView {
  return {
    period: earlier.period.id,
    days: describeSpan(earlier.span, true),
    toDate: earlier.toDate,
    total: earlier.total,
    difference: earlier.difference,
    changeText: toChangeText(dataset, measure, earlier),
    isLowBase: earlier.isLowBase,
    monthlyTotals: toTotalsView(totalsIn(dataset, unitId, measure, earlier.span)),
  };
}

/** A percent of a percent says nothing: two of them differ by points. */
function toChangeText(
  dataset: Dataset,
  measure: MeasureCode,
  { share, isNew, difference }: Earlier,
): string {
  const unit = figureUnitOf(dataset, measure);
  if (unit.kind === 'percent')
    return difference === null
      ? t('notAvailable')
      : withSign(difference, formatDifference(difference, unit));
  return share !== null ? showChange(share) : t(isNew ? 'new' : 'notAvailable');
}

/** Whether some of a unit's people are left out of a part of the totals. */
function excludesDeals({ sums, tree }: Dataset, unitId: number): boolean {
  const omitted = sums.omittedPeople;
  if (omitted.size === 0) return false;
  return tree.memberSpansUnder(unitId).some((each) => omitted.has(each.salespersonId));
}

export function toPlaceView(
  dataset: Dataset,
  place: RankingRow,
  by: RankedBy = 'attainment',
): RankingRowView {
  const { standing } = place;
  const unit = dataset.tree.find(standing.unitId)!;
  const day = Math.min(dataset.asOf, standing.period.to - 1);
  const parent = dataset.tree.parentOn(unit.id, day);
  return {
    unit: toUnitSummary(unit),
    teamName: parent === null ? null : (dataset.tree.find(parent)?.name ?? null),
    rank: place.rank,
    rankChange: place.rankChange,
    actual: standing.actual,
    target: standing.target.value,
    targetIncomplete: standing.target.missing.length > 0,
    attainment: standing.attainment,
    attainmentText: toAttainmentText(
      dataset,
      standing.measure,
      standing.period,
      standing.attainment,
    ),
    value: place.value,
    valueText: place.value === null ? null : showRanked(dataset, standing, place.value, by),
    priorValue: place.priorValue,
    priorValueText:
      place.priorValue === null ? null : showRanked(dataset, standing, place.priorValue, by),
    priorText: toChangeText(dataset, standing.measure, place.prior),
    priorDifference: place.prior.difference,
    priorIsLowBase: place.prior.isLowBase,
    gap: standing.gap,
    status: standing.status,
    priorYear: place.priorYear?.toDate ?? null,
    priorYearText: place.priorYear
      ? toChangeText(dataset, standing.measure, place.priorYear)
      : null,
    priorYearIsLowBase: place.priorYear?.isLowBase ?? false,
    isOnRamp: place.isOnRamp,
    joinedLate: place.joined,
    leftEarly: place.left,
    excludesDeals: excludesDeals(dataset, unit.id),
  };
}
