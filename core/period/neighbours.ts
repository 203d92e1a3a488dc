import { type FiscalCalendar, type Period, toRange } from './calendar';
import { addMonths, type Day, type DaySpan, monthsBetween, toIsoDay } from './day';
import { countWorkingDays, nthWorkingDay, type WorkingDays } from './workingDays';

/**
 * The period just before, of the same kind and length: the month before a month, three months
 * before a range of three.
 */
export function priorPeriodOf(calendar: FiscalCalendar, period: Period): Period {
  if (period.kind !== 'range') return calendar.periodOf(period.kind, period.from - 1);
  const months = calendar.monthsIn(period).length;
  if (months > 0) return shiftMonths(calendar, period, -months);
  return dayRange(period.from - (period.to - period.from), period.from);
}

/** The period that follows, of the same kind and length. */
export function nextPeriodOf(calendar: FiscalCalendar, period: Period): Period {
  if (period.kind !== 'range') return calendar.periodOf(period.kind, period.to);
  const months = calendar.monthsIn(period).length;
  if (months > 0) return shiftMonths(calendar, period, months);
  return dayRange(period.to, period.to + (period.to - period.from));
}

/** The same-numbered period of the year before. */
export function priorYearOf(calendar: FiscalCalendar, period: Period): Period | null {
  if (period.kind === 'week') {
    const [year, week] = period.id.split('-W');
    return calendar.parse(`${Number(year) - 1}-W${week}`);
  }
  if (period.kind === 'day') return calendar.periodOf('day', addMonths(period.from, -12));
  if (calendar.monthsIn(period).length > 0) return shiftMonths(calendar, period, -12);
  return dayRange(addMonths(period.from, -12), addMonths(period.to - 1, -12) + 1);
}

/**
 * The newest same-numbered period of an earlier year that has ended: last year's, or the one before
 * while last year's still runs.
 */
export function lastFinishedOf(calendar: FiscalCalendar, period: Period, asOf: Day): Period | null {
  let found = priorYearOf(calendar, period);
  while (found && found.to > asOf + 1) found = priorYearOf(calendar, found);
  return found;
}

/**
 * As many periods on or back, counted by their numbers, so that a year of 53 weeks shifts nothing.
 */
function shiftMonths(calendar: FiscalCalendar, period: Period, months: number): Period {
  if (period.kind === 'year') return calendar.year(calendar.labelOf(period.from) + months / 12);
  if (period.kind === 'quarter') {
    const { label, index } = placeOf(calendar, calendar.periodOf('month', period.from), months);
    return calendar.quarters(label)[Math.floor(index / 3)]!;
  }
  const shifted = (month: Period) => {
    const { label, index } = placeOf(calendar, month, months);
    return calendar.months(label)[index]!;
  };
  if (period.kind === 'month') return shifted(period);
  return toRange(
    shifted(calendar.periodOf('month', period.from)),
    shifted(calendar.periodOf('month', period.to - 1)),
  );
}

/** Year and number of the month that lies some months away. */
function placeOf(
  calendar: FiscalCalendar,
  month: Period,
  away: number,
): { label: number; index: number } {
  const label = calendar.labelOf(month.from);
  const index =
    label * 12 + calendar.months(label).findIndex((each) => each.id === month.id) + away;
  return { label: Math.floor(index / 12), index: ((index % 12) + 12) % 12 };
}

function dayRange(from: Day, to: Day): Period {
  return { id: `${toIsoDay(from)}..${toIsoDay(to - 1)}`, kind: 'range', from, to };
}

/**
 * The days of an earlier period up to the same point at which a running one stands
 * (docs/calculations.md, 10): the same month of the period and date of the month; 29 February
 * compares with 28 February. A period that has ended is compared with the whole earlier one, one
 * that has not started with nothing of it.
 */
export function cutAtSameDate(now: DaySpan, asOf: Day, then: DaySpan): DaySpan {
  if (asOf >= now.to) return { from: then.from, to: then.to };
  if (asOf < now.from) return { from: then.from, to: then.from };
  const shift = monthsBetween(now.from, then.from);
  const startsAlike = addMonths(now.from, shift) === then.from;
  const cut = startsAlike ? addMonths(asOf, shift) : then.from + (asOf - now.from);
  return { from: then.from, to: Math.min(cut + 1, then.to) };
}

/** The days of an earlier period up to the day on which as many working days had gone. */
export function cutAtSameWorkingDay(
  now: DaySpan,
  asOf: Day,
  then: DaySpan,
  working: WorkingDays,
): DaySpan {
  if (asOf >= now.to) return { from: then.from, to: then.to };
  if (asOf < now.from) return { from: then.from, to: then.from };
  const gone = countWorkingDays({ from: now.from, to: asOf + 1 }, working);
  const day = nthWorkingDay(then, gone, working);
  return { from: then.from, to: day === null ? then.to : day + 1 };
}
