import type { SeriesView } from '#contract/schemas/series';
import type { Dataset } from '#core/dataset/dataset';
import type { Measure } from '#core/measure/measure';
import type { FiscalCalendar, Period } from '#core/period/calendar';
import { toIsoDay } from '#core/period/day';
import { completeValue } from '#core/targets/resolvedTarget';
import { buildSeries, type SeriesStep, stepsOf } from '#core/trend/series';
import type { Unit } from '#core/units/unit';
import { describeSpan, shortDay, shortPeriod } from '#wording/period';
import { ProblemError } from '../problem';
import { toAttainmentText, toMeasureRecord, toPeriodView, toUnitSummary } from './views';

/**
 * A period part by part. @throws ProblemError wrongStep where it would be one part, or more than
 * can be seen
 */
export function viewSeries(
  dataset: Dataset,
  unit: Unit,
  period: Period,
  measure: Measure,
  asked: SeriesStep | undefined,
): SeriesView {
  const steps = stepsOf(period);
  // A single day is its own only part.
  const step = asked ?? steps[0] ?? 'day';
  if (asked && steps.length > 0 && !steps.includes(asked))
    throw new ProblemError('wrongStep', {
      period: toPeriodView(dataset, period).name,
      step: asked,
      steps: steps.join(', '),
    });
  return {
    unit: toUnitSummary(unit),
    period: toPeriodView(dataset, period),
    measure: toMeasureRecord(measure),
    isCumulative: measure.isCumulative,
    currency: dataset.currency,
    asOf: toIsoDay(dataset.asOf),
    step,
    steps,
    points: buildSeries(dataset, unit.id, period, measure.code, step).map((point) => ({
      period: toPeriodView(dataset, point.period),
      shortName: nameOf(point.period, step, dataset.calendar),
      phase: point.elapsed.phase,
      status: point.status,
      actual: point.actual,
      target: completeValue(point.target),
      floor: point.target.floor,
      attainment: point.attainment,
      attainmentText: toAttainmentText(dataset, measure.code, point.period, point.attainment),
      cumulativeActual: point.cumulativeActual,
      cumulativeTarget: point.cumulativeTarget,
      priorYear: point.priorYear,
      cumulativePriorYear: point.cumulativePriorYear,
      gap: point.gap,
      ruleChanges: point.ruleChanges.map(toIsoDay),
    })),
  };
}

/** A part's name on an axis; a piece of a week or month goes by its days. */
function nameOf(part: Period, step: SeriesStep, calendar: FiscalCalendar): string {
  if (part.kind === 'day') return shortDay(part.from);
  if (part.kind === 'range') return describeSpan(part);
  if (part.kind === 'week') return `W${part.id.slice(-2)}`;
  if (step === 'month') return shortPeriod(part, calendar);
  return part.kind === 'quarter' ? part.id.slice(-2) : part.id;
}
