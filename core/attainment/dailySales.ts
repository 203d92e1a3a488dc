import type { Dataset } from '../dataset/dataset';
import type { Period } from '../period/calendar';
import type { Day } from '../period/day';
import { isWorkingDay } from '../period/workingDays';

const DAYS_LOOKED_AT = 60;
const WEEKS_LOOKED_AT = 4;
const WEEKS_WITH_DEALS = 3;
/** Beyond it there is nothing to look at: a branch that works one day a week has its sixty in it. */
const FURTHEST_BACK = DAYS_LOOKED_AT * 7;

/**
 * Whether a unit usually sells in every such day or week: it won a deal on at least half of the
 * last 60 working days before it, or in three of the four weeks (docs/calculations.md, 8). Who has
 * fewer days behind them is judged by those; who has none is not.
 */
export function usuallySells(dataset: Dataset, unitId: number, period: Period): boolean {
  return period.kind === 'week'
    ? sellsWeekly(dataset, unitId, period.from)
    : sellsDaily(dataset, unitId, period.from);
}

function sellsWeekly({ rollUp }: Dataset, unitId: number, from: Day): boolean {
  let weeks = 0;
  for (let back = 1; back <= WEEKS_LOOKED_AT; back++) {
    const start = from - 7 * back;
    if (rollUp.sum(unitId, 'won', { from: start, to: start + 7 }) > 0) weeks++;
  }
  return weeks >= WEEKS_WITH_DEALS;
}

function sellsDaily(dataset: Dataset, unitId: number, before: Day): boolean {
  const working = dataset.workingDaysOf(unitId);
  const joined = Math.min(...dataset.tree.membershipsOf(unitId).map((each) => each.from));
  const earliest = Math.max(joined, before - FURTHEST_BACK);
  let [days, sold] = [0, 0];
  for (let day = before - 1; day >= earliest && days < DAYS_LOOKED_AT; day--) {
    if (!isWorkingDay(day, working)) continue;
    days++;
    if (dataset.rollUp.sum(unitId, 'won', { from: day, to: day + 1 }) > 0) sold++;
  }
  return days > 0 && sold * 2 >= days;
}
