import type { ComparisonView } from '#contract/schemas/comparison';
import { buildBrief } from '#core/attainment/standing';
import type { Dataset } from '#core/dataset/dataset';
import { valueIn } from '#core/dataset/dataset';
import type { MeasureCode } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { dayWithin } from '#core/period/day';
import { cutAtSameDate, priorYearOf } from '#core/period/neighbours';
import type { Unit } from '#core/units/unit';
import { describePeriod, shortPeriod } from '#wording/period';
import { StatusList, toAttainmentText, toUnitSummary } from '../attainment/index';

const MOST_UNITS = 40;
const MOST_YEARS = 6;

/** The units below one by the months of the fiscal year that have begun. */
export function viewStatusByMonth(
  dataset: Dataset,
  unit: Unit,
  period: Period,
  measure: MeasureCode,
): ComparisonView['statusByMonth'] {
  const { calendar, tree, asOf } = dataset;
  const year = calendar.periodOf('year', dayWithin(period, asOf));
  const months = calendar.monthsIn(year).filter((month) => month.from <= asOf);
  const below = tree.childrenDuring(unit.id, year).slice(0, MOST_UNITS);
  const list = new StatusList();
  return {
    months: months.map((month) => ({
      id: month.id,
      name: shortPeriod(month, calendar),
      isRunning: month.to > asOf + 1,
    })),
    rows: [unit, ...below].map((each) => ({
      unit: toUnitSummary(each),
      cells: months.map((month) => {
        const { status, attainment } = buildBrief(dataset, each.id, month, measure);
        return {
          status: list.placeOf(status),
          attainmentText: toAttainmentText(dataset, measure, month, attainment),
        };
      }),
    })),
    statuses: list.statuses,
  };
}

/** Fiscal years up to the period's, whole and up to the same point; only those with figures. */
export function viewYears(
  dataset: Dataset,
  unit: Unit,
  period: Period,
  measure: MeasureCode,
): ComparisonView['years'] {
  const { calendar, asOf } = dataset;
  const running = calendar.periodOf('year', dayWithin(period, asOf));
  const years: Period[] = [];
  for (
    let year: Period | null = running;
    year && years.length < MOST_YEARS;
    year = priorYearOf(calendar, year)
  )
    years.unshift(year);
  const isRunning = running.to > asOf + 1;
  const adds = dataset.measures.get(measure).overTime === 'adds';
  const all = years.map((year) => ({
    id: year.id,
    name: describePeriod(year, calendar),
    total: valueIn(dataset, unit.id, measure, year),
    toDate: valueIn(
      dataset,
      unit.id,
      measure,
      year === running ? year : cutAtSameDate(running, asOf, year),
    ),
    cumulative: adds
      ? calendar
          .monthsIn(year)
          .filter(({ from }) => from <= asOf)
          .map(({ to }) => valueIn(dataset, unit.id, measure, { from: year.from, to }))
      : [],
    isRunning: year === running && isRunning,
  }));
  const first = all.findIndex(({ total }) => total !== null && total !== 0);
  return first < 0 ? [] : all.slice(first);
}
