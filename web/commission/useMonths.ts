import { useMemo } from 'react';
import { buildCalendar, type Period } from '#core/period/calendar';
import { parseDay } from '#core/period/day';
import { describePeriod } from '#wording/period';
import { useGetCompanyQuery } from '../app/api';

const [BACK, AHEAD] = [12, 12];

/** Names of months by their ids, and those around today to choose from. */
export function useMonths(): {
  nameOf(id: string): string;
  choices: readonly (readonly [id: string, name: string])[];
} {
  const { data: company } = useGetCompanyQuery();
  return useMemo(() => {
    if (!company) return { nameOf: (id: string) => id, choices: [] };
    const calendar = buildCalendar(company.calendar);
    const name = (period: Period) => describePeriod(period, calendar);
    let month = calendar.periodOf('month', parseDay(company.today)!);
    for (let i = 0; i < BACK; i++) month = calendar.periodOf('month', month.from - 1);
    const choices: (readonly [string, string])[] = [];
    for (let i = 0; i <= BACK + AHEAD; i++) {
      choices.push([month.id, name(month)]);
      month = calendar.periodOf('month', month.to);
    }
    const nameOf = (id: string) => {
      const period = calendar.parse(id);
      return period ? name(period) : id;
    };
    return { nameOf, choices };
  }, [company]);
}
