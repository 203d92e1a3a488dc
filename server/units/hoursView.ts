import type { UnitDetail } from '#contract/schemas/unit';
import { formatTimeOfDay } from '#core/period/timeOfDay';
import type { BranchHours } from '../ledger/businessHours';

/** A branch's own hours as they are shown. */
export function toHoursView(hours: BranchHours | undefined): UnitDetail['businessHours'] {
  return hours
    ? {
        timeZone: hours.timeZone,
        endOfBusiness: hours.endOfBusiness === null ? null : formatTimeOfDay(hours.endOfBusiness),
        weekdays: hours.weekdays,
        halfWeekdays: hours.halfWeekdays,
      }
    : null;
}
