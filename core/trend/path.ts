import { buildDueCurve } from '../attainment/due';
import { type Dataset, valueIn } from '../dataset/dataset';
import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import type { Day } from '../period/day';
import { addMonths, monthsBetween } from '../period/day';
import { priorYearOf } from '../period/neighbours';
import { countWorkingDays } from '../period/workingDays';
import { completeValue } from '../targets/resolvedTarget';

/** One day of the path: the figure of the period up to its end. */
export interface PathPoint {
  day: Day;
  /** Null after the business date: the line ends today and never runs flat into the future. */
  actual: number | null;
  /** Where an even pace would stand; null without a complete target. */
  expectedToDate: number | null;
  /** Last year's cumulative figure on the same date; null where last year has none. */
  priorYear: number | null;
  /**
   * From today on: where the present rate leads; null before, and before the first working day has
   * gone.
   */
  runRateProjection: number | null;
}

/** The cumulative path of a unit through a period, one point a day. */
export function buildPath(
  dataset: Dataset,
  unitId: number,
  period: Period,
  measure: MeasureCode,
): PathPoint[] {
  const working = dataset.workingDaysOf(unitId);
  const target = completeValue(dataset.lookup.find(unitId, period, measure));
  const isWorkless = countWorkingDays(period, working) === 0;
  const dueAt = buildDueCurve(dataset, unitId, period, measure);
  const priorYear = priorYearOf(dataset.calendar, period);
  // By date where both begin on the same date of a month, else by days from the beginning.
  const shift = priorYear ? monthsBetween(period.from, priorYear.from) : 0;
  const isByDate = priorYear !== null && addMonths(period.from, shift) === priorYear.from;
  const sameDay = (day: Day) =>
    isByDate ? addMonths(day, shift) : priorYear!.from + (day - period.from);
  const booked = valueIn(dataset, unitId, measure, period);
  const { isCumulative } = dataset.measures.get(measure);
  const dueToday = dueAt(dataset.dueThrough(unitId));
  const runsNow = dataset.asOf >= period.from && dataset.asOf < period.to;

  const points: PathPoint[] = [];
  for (let day = period.from; day < period.to; day++) {
    const due = dueAt(day);
    const span = { from: period.from, to: day + 1 };
    points.push({
      day,
      actual: day <= dataset.asOf ? valueIn(dataset, unitId, measure, span) : null,
      expectedToDate:
        target === null || (isCumulative && isWorkless)
          ? null
          : isCumulative
            ? (target * due.gone) / due.total
            : target,
      priorYear: priorYear
        ? valueIn(dataset, unitId, measure, {
            from: priorYear.from,
            to: Math.min(sameDay(day) + 1, priorYear.to),
          })
        : null,
      runRateProjection:
        isCumulative && booked !== null && runsNow && day >= dataset.asOf && dueToday.gone > 0
          ? (booked * due.gone * dueToday.total) / (due.total * dueToday.gone)
          : null,
    });
  }
  return points;
}
