import { useGetYearOverviewQuery, useListUnitAttainmentsQuery } from '../app/api';

/** The names of the chosen unit and period, as the frame already knows them. */
export function useNames(
  unit: string,
  period: string,
  measure: string,
): { unit: string; period: string } {
  const { data: nodes } = useListUnitAttainmentsQuery({ period, measure }, { skip: !period });
  const year = /^FY\d{4}/.exec(period)?.[0];
  const { data: strip } = useGetYearOverviewQuery(
    { unit, measure, ...(year ? { year } : {}) },
    { skip: !unit },
  );
  const named =
    strip &&
    [strip.year, ...strip.quarters, ...strip.months].find((cell) => cell.period.id === period);
  return {
    unit: nodes?.find((node) => node.unit.code === unit)?.unit.name ?? unit,
    period: named?.period.name ?? period,
  };
}
