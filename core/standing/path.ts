import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import type { Day } from '../period/day';
import { addMonths, monthsBetween } from '../period/day';
import { lastYearOf } from '../period/neighbours';
import { countWorkingDays, isWorkingDay } from '../period/workingDays';
import { completeValue } from '../target/found';
import { valueIn, type Books } from './books';

/** One day of the path: the figure of the period up to its end. */
export interface PathPoint {
  day: Day;
  /** Null after the business date: the line ends today and never runs flat into the future. */
  booked: number | null;
  /** Where an even pace would stand; null without a complete target. */
  due: number | null;
  /** Last year's cumulative figure on the same date; null where last year has none. */
  lastYear: number | null;
  /** From today on: where the present rate leads; null before, and before the first working day has gone. */
  atThisRate: number | null;
}

/** The cumulative path of a unit through a period, one point a day. */
export function buildPath(books: Books, unitId: number, period: Period, measure: MeasureCode): PathPoint[] {
  const working = books.workingDaysOf(unitId);
  const target = completeValue(books.lookup.find(unitId, period, measure));
  const total = countWorkingDays(period, working);
  const lastYear = lastYearOf(books.calendar, period);
  // By date where both begin on the same date of a month, else by days from the beginning.
  const shift = lastYear ? monthsBetween(period.from, lastYear.from) : 0;
  const isByDate = lastYear !== null && addMonths(period.from, shift) === lastYear.from;
  const sameDay = (day: Day) => (isByDate ? addMonths(day, shift) : lastYear!.from + (day - period.from));
  const booked = valueIn(books, unitId, measure, period);
  const { accrues } = books.measures.get(measure);
  const goneToday = countWorkingDays({ from: period.from, to: Math.min(books.asOf + 1, period.to) }, working);
  const runsNow = books.asOf >= period.from && books.asOf < period.to;

  const points: PathPoint[] = [];
  let gone = 0;
  for (let day = period.from; day < period.to; day++) {
    if (isWorkingDay(day, working)) gone++;
    const span = { from: period.from, to: day + 1 };
    points.push({
      day,
      booked: day <= books.asOf ? valueIn(books, unitId, measure, span) : null,
      due: target === null || (accrues && total === 0) ? null : accrues ? (target * gone) / total : target,
      lastYear: lastYear ? valueIn(books, unitId, measure, { from: lastYear.from, to: Math.min(sameDay(day) + 1, lastYear.to) }) : null,
      atThisRate: accrues && booked !== null && runsNow && day >= books.asOf && goneToday > 0 ? (booked * gone) / goneToday : null,
    });
  }
  return points;
}
