import type { FiscalCalendar } from '#core/period/calendar';
import { addMonths, type Day } from '#core/period/day';
import { HISTORY_MONTHS, isEmployed, usualMonth } from './deals';
import { BRANCHES, SELLERS, TEAMS } from './people';
import { createStream } from './random';

/** The year before the first deals, of which only monthly totals of the branches are known. */
const MONTHS = 12;
const AVERAGE_DEAL = 5_200;

/** Rows of `history.csv`. */
export function* generateHistory(
  calendar: FiscalCalendar,
  yearStart: Day,
): Generator<Record<string, string>> {
  for (let month = -HISTORY_MONTHS - MONTHS; month < -HISTORY_MONTHS; month++) {
    const period = calendar.periodOf('month', addMonths(yearStart, month)).id;
    for (const branch of BRANCHES) {
      const stream = createStream('history', branch.code, month);
      const euros = SELLERS.filter(
        (seller) =>
          TEAMS.find((team) => team.code === seller.team)!.branch === branch.code &&
          isEmployed(seller, month),
      ).reduce((sum, seller) => sum + usualMonth(seller, month), 0);
      const revenue = Math.round(euros * stream.between(0.9, 1.06));
      yield { unit: branch.code, period, measure: 'revenue', value: `${revenue}.00` };
      yield {
        unit: branch.code,
        period,
        measure: 'deals_won',
        value: String(Math.round(revenue / (AVERAGE_DEAL * stream.between(0.93, 1.07)))),
      };
    }
  }
}
