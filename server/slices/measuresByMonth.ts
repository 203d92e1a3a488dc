import {
  type MeasuresByMonth,
  type MeasuresByMonthQuery,
  MOST_MEASURES_BY_MONTH,
} from '#contract/schemas/measuresByMonth';
import { correlationOf } from '#core/comparison/correlation';
import { valueIn } from '#core/dataset/dataset';
import { dayWithin } from '#core/period/day';
import { priorYearOf } from '#core/period/neighbours';
import { describePeriod } from '#wording/period';
import type { Scope } from '../access/index';
import { findMeasure, findPeriod, toMeasureRecord, toUnitSummary } from '../attainment/index';
import { assertNoFieldErrors } from '../problem';

/**
 * Measures of a unit side by side, month by month, with their correlation. @throws ProblemError
 * unknownUnit, unknownPeriod, unknownMeasure, invalidInput for another number of measures
 */
export function viewMeasuresByMonth(
  { dataset, findUnit }: Scope,
  query: MeasuresByMonthQuery,
): MeasuresByMonth {
  const unit = findUnit(query.unit);
  const period = findPeriod(dataset, query.period);
  const codes = [...new Set(query.measures.split(',').map((code) => code.trim()))];
  if (codes.length < 2 || codes.length > MOST_MEASURES_BY_MONTH)
    assertNoFieldErrors([
      { field: 'measures', code: 'measureCount', params: { most: MOST_MEASURES_BY_MONTH } },
    ]);
  const measures = codes.map((code) => findMeasure(dataset, code));
  const { calendar, asOf } = dataset;
  const year = calendar.periodOf('year', dayWithin(period, asOf));
  const before = priorYearOf(calendar, year);
  const all = [...(before ? calendar.monthsIn(before) : []), ...calendar.monthsIn(year)].filter(
    ({ from }) => from <= asOf,
  );
  const values = measures.map(({ code }) =>
    all.map((month) => valueIn(dataset, unit.id, code, month)),
  );
  const first = all.findIndex((_, at) => values.some((series) => (series[at] ?? 0) !== 0));
  const begin = first < 0 ? all.length : first;
  const months = all.slice(begin);
  const series = values.map((each) => each.slice(begin));
  return {
    unit: toUnitSummary(unit),
    currency: dataset.currency,
    months: months.map((month) => ({
      id: month.id,
      name: describePeriod(month, calendar),
      isRunning: month.to > asOf + 1,
    })),
    series: measures.map((measure, at) => ({
      measure: toMeasureRecord(measure),
      values: series[at]!,
    })),
    correlations: measures.slice(1).map(({ code }, at) => {
      const pairs = months.flatMap(({ to }, month) => {
        const [a, b] = [series[0]![month], series[at + 1]![month]];
        return to > asOf + 1 || a == null || b == null ? [] : [[a, b] as const];
      });
      return { measure: code, value: correlationOf(pairs), months: pairs.length };
    }),
  };
}
