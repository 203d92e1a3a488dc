import type { ComparisonView } from '#contract/schemas/comparison';
import { totalByWeekday, type WeekdayTotal, weeksOf } from '#core/comparison/weeks';
import { type Dataset, valueIn } from '#core/dataset/dataset';
import type { MeasureCode } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { countedDays, type DaySpan } from '#core/period/day';
import { isWorkingDay } from '#core/period/workingDays';
import type { Unit } from '#core/units/unit';
import { describeSpan } from '#wording/period';
import type { Against } from './benchmark';

/** Weeks of a whole year are too many to compare by eye. */
const KINDS: readonly Period['kind'][] = ['month', 'quarter'];

/** The weeks of a period beside those of the compared one, and the average of each weekday. */
export function viewWeeks(
  dataset: Dataset,
  unit: Unit,
  period: Period,
  measure: MeasureCode,
  { earlier }: Against,
): ComparisonView['weeks'] {
  const { calendar, asOf } = dataset;
  if (!KINDS.includes(period.kind) || period.from > asOf) return null;
  const value = (span: DaySpan) => valueIn(dataset, unit.id, measure, span);
  const weeks = weeksOf(calendar, period).filter(({ from }) => from <= asOf);
  const before = earlier ? weeksOf(calendar, earlier.period) : [];
  const working = dataset.workingDaysOf(unit.id);
  const byWeekday = (span: DaySpan) =>
    totalByWeekday(
      span,
      (day) => value({ from: day, to: day + 1 }) ?? 0,
      (day) => isWorkingDay(day, working),
    );
  const now = byWeekday(countedDays(period, asOf));
  const then = earlier ? byWeekday(earlier.span) : null;
  return {
    weeks: weeks.map((week, index) => {
      const isRunning = week.to > asOf + 1;
      const whole = before[index];
      // Half a week is never set beside a whole one.
      const other =
        whole && isRunning
          ? { from: whole.from, to: Math.min(whole.to, whole.from + asOf + 1 - week.from) }
          : whole;
      return {
        days: describeSpan(week, true),
        now: value(week),
        daysThen: other ? describeSpan(other, true) : null,
        then: other ? value(other) : null,
        isRunning,
      };
    }),
    weekdays: now.map((each, index) => ({
      weekday: each.weekday,
      now: toFigure(each),
      then: then && toFigure(then[index]!),
    })),
  };
}

function toFigure({ total, days }: WeekdayTotal) {
  return { total, days, average: days === 0 ? null : total / days };
}
