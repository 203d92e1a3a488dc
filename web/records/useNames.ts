import { buildCalendar } from '#core/period/calendar';
import { describePeriod } from '#wording/period';
import { useGetCompanyQuery, useListUnitAttainmentsQuery } from '../app/api';

/** The names of the chosen unit and period, as the frame already knows them. */
export function useNames(
  unit: string,
  period: string,
  measure: string,
): { unit: string; period: string } {
  const { data: nodes } = useListUnitAttainmentsQuery({ period, measure }, { skip: !period });
  const { data: company } = useGetCompanyQuery();
  const calendar = company && buildCalendar(company.calendar);
  const found = calendar?.parse(period);
  return {
    unit: nodes?.find((node) => node.unit.code === unit)?.unit.name ?? unit,
    period: calendar && found ? describePeriod(found, calendar) : period,
  };
}
