import {
  type BriefStanding,
  buildBrief,
  buildPriorYear,
  buildStanding,
} from '../attainment/standing';
import { type Dataset, valueIn } from '../dataset/dataset';
import type { MeasureCode } from '../measure/measure';
import { type FiscalCalendar, type Period, toRange } from '../period/calendar';
import type { Day, DaySpan } from '../period/day';
import { completeValue } from '../targets/resolvedTarget';

/** What a series is cut into. */
export const SERIES_STEPS = ['day', 'week', 'month', 'quarter'] as const;
export type SeriesStep = (typeof SERIES_STEPS)[number];

/** More parts than this are no picture any more. */
export const MOST_PARTS = 190;

/** One part of a series: by itself, and added up from the first day of the series. */
export interface SeriesPoint extends BriefStanding {
  period: Period;
  /**
   * From the first day of the series to the last of the part that counts; null when it has not
   * begun.
   */
  cumulativeActual: number | null;
  /**
   * The targets of the parts up to its end; of what does not add up that of the part. Null when one
   * of them has none.
   */
  cumulativeTarget: number | null;
  /** The same part of the year before, whole when the part has ended, else cut at the same date. */
  priorYear: number | null;
  /**
   * Last year's parts up to this one; null where the part has none, and of what does not add up.
   */
  cumulativePriorYear: number | null;
  /** actual - target; null without a figure or a complete target. */
  gap: number | null;
  /** Days within it on which another status rule began (GUARDS 27). */
  ruleChanges: readonly Day[];
}

/**
 * A period cut at the borders of days, ISO weeks, months or quarters; the first and last part may
 * be a piece of one.
 */
export function cutPeriod(calendar: FiscalCalendar, period: Period, step: SeriesStep): Period[] {
  const parts: Period[] = [];
  for (let day = period.from; day < period.to;) {
    const whole = calendar.periodOf(step, day);
    const to = Math.min(whole.to, period.to);
    parts.push(
      whole.from === day && whole.to === to
        ? whole
        : day === period.from && to === period.to
          ? period
          : toPiece(calendar, { from: day, to }),
    );
    day = to;
  }
  return parts;
}

function toPiece(calendar: FiscalCalendar, { from, to }: DaySpan): Period {
  return calendar.parse(
    toRange(calendar.periodOf('day', from), calendar.periodOf('day', to - 1)).id,
  )!;
}

/**
 * The steps a period can be cut by into more than one part and no more than can be seen, the finest
 * first.
 */
export function stepsOf(period: DaySpan): SeriesStep[] {
  const days = period.to - period.from;
  const LENGTHS: Readonly<Record<SeriesStep, number>> = { day: 1, week: 7, month: 28, quarter: 90 };
  return SERIES_STEPS.filter((step) => days > LENGTHS[step] && days / LENGTHS[step] <= MOST_PARTS);
}

/**
 * A unit's figures part by part and added up, each part with its own target and grade (GUARDS 10).
 */
export function buildSeries(
  dataset: Dataset,
  unitId: number,
  period: Period,
  measure: MeasureCode,
  step: SeriesStep,
): SeriesPoint[] {
  const { isCumulative } = dataset.measures.get(measure);
  let cumulativeTarget: number | null = 0;
  let cumulativePriorYear = 0;
  return cutPeriod(dataset.calendar, period, step).map((part) => {
    const brief = buildBrief(dataset, unitId, part, measure);
    const own = completeValue(brief.target);
    cumulativeTarget = !isCumulative
      ? own
      : own === null || cumulativeTarget === null
        ? null
        : cumulativeTarget + own;
    const hasBegun = brief.elapsed.phase !== 'notStarted';
    const priorYear = hasBegun
      ? (buildPriorYear(dataset, buildStanding(dataset, unitId, part, measure))?.toDate ?? null)
      : null;
    cumulativePriorYear += priorYear ?? 0;
    return {
      ...brief,
      period: part,
      actual: hasBegun ? brief.actual : null,
      cumulativeActual: hasBegun
        ? valueIn(dataset, unitId, measure, { from: period.from, to: part.to })
        : null,
      cumulativeTarget,
      priorYear,
      cumulativePriorYear: isCumulative && priorYear !== null ? cumulativePriorYear : null,
      gap: !hasBegun || own === null || brief.actual === null ? null : brief.actual - own,
      ruleChanges: dataset.rules.changesIn(measure, part),
    };
  });
}
