import type { Day } from '#core/period/day';
import type { LocalTime } from '#core/period/timeOfDay';
import type { UnitTree } from '#core/units/tree';

/** Where and until when business runs. */
export interface BusinessHours {
  timeZone: string;
  /** Minutes after midnight. */
  endOfBusiness: number;
}

/** A branch's own, as far as it has any. */
export interface BranchHours {
  branchId: number;
  timeZone: string | null;
  endOfBusiness: number | null;
  /** ISO weekdays, and of them those of half a day. */
  weekdays: number[] | null;
  halfWeekdays: number[] | null;
}

/**
 * The hours of units: of each those of the branch it stands in, else the company's. All of them are
 * one object for each branch that has its own, and one for the company.
 */
export function buildBusinessHours(
  tree: UnitTree,
  { timeZone, endOfBusiness }: BusinessHours,
  branches: readonly BranchHours[],
  asOf: Day,
): { hoursOf(unitId: number): BusinessHours; allHours: readonly BusinessHours[] } {
  const company = { timeZone, endOfBusiness };
  const own = new Map(
    branches.map((each) => [
      each.branchId,
      {
        timeZone: each.timeZone ?? timeZone,
        endOfBusiness: each.endOfBusiness ?? endOfBusiness,
      },
    ]),
  );
  const known = new Map<number, BusinessHours>();
  const find = (unitId: number): BusinessHours => {
    const lastDay = Math.max(...tree.membershipsOf(unitId).map((each) => each.to - 1));
    const line = [unitId, ...tree.ancestorsOn(unitId, Math.min(asOf, lastDay))];
    return line.map((id) => own.get(id)).find((hours) => hours !== undefined) ?? company;
  };
  return {
    allHours: [company, ...own.values()],
    hoursOf(unitId) {
      let found = known.get(unitId);
      if (!found) known.set(unitId, (found = own.size === 0 ? company : find(unitId)));
      return found;
    },
  };
}

/** Whether business has ended on a day. */
export function isOver(day: Day, now: LocalTime, { endOfBusiness }: BusinessHours): boolean {
  return now.day > day || (now.day === day && now.minute >= endOfBusiness);
}
