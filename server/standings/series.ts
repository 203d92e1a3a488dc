import type { SeriesView } from '#contract/schemas/series';
import type { Measure } from '#core/measure/measure';
import type { FiscalCalendar, Period } from '#core/period/calendar';
import { toIsoDay } from '#core/period/day';
import { describeSpan, shortDay, shortPeriod } from '#core/period/words';
import type { Books } from '#core/standing/books';
import { buildSeries, stepsOf, type SeriesStep } from '#core/standing/series';
import { completeValue } from '#core/target/found';
import type { Unit } from '#core/units/unit';
import { Refused } from '../problem';
import { toAttainmentText, toMeasureRecord, toPeriodView, toUnitSummary } from './views';

/** A period part by part. @throws Refused wrongStep where it would be one part, or more than can be seen */
export function viewSeries(books: Books, unit: Unit, period: Period, measure: Measure, asked: SeriesStep | undefined): SeriesView {
  const steps = stepsOf(period);
  // A single day is its own only part.
  const step = asked ?? steps[0] ?? 'day';
  if (asked && steps.length > 0 && !steps.includes(asked)) throw new Refused('wrongStep', { period: toPeriodView(books, period).name, step: asked, steps: steps.join(', ') });
  return {
    unit: toUnitSummary(unit), period: toPeriodView(books, period), measure: toMeasureRecord(measure), accrues: measure.accrues, currency: books.currency, asOf: toIsoDay(books.asOf), step, steps,
    points: buildSeries(books, unit.id, period, measure.code, step).map((point) => ({
      period: toPeriodView(books, point.period), shortName: nameOf(point.period, step, books.calendar), phase: point.elapsed.phase, status: point.status,
      actual: point.actual, target: completeValue(point.target), floor: point.target.floor, attainment: point.attainment, attainmentText: toAttainmentText(books, measure.code, point.period, point.attainment),
      soFar: point.soFar, soFarTarget: point.soFarTarget, lastYear: point.lastYear, soFarLastYear: point.soFarLastYear, gap: point.gap, ruleChanges: point.ruleChanges.map(toIsoDay),
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
