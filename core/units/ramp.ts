import type { FiscalCalendar, Period } from '../period/calendar';
import type { Day, DaySpan } from '../period/day';

/** The full target, in basis points. */
export const FULL = 10_000;

/**
 * What part of the full target is asked of a newcomer, month by month from the one that holds
 * `from`; all of it afterwards.
 */
export interface Ramp {
  from: Day;
  /**
   * Basis points: 5000 for 50 %. Common practice, no source: 0, 50, 75, 100 % over the first
   * months.
   */
  shares: readonly number[];
}

interface RampMonth {
  month: Period;
  share: number;
}

/** The months of a ramp, each with its share of the full target. */
export function monthsOfRamp(calendar: FiscalCalendar, { from, shares }: Ramp): RampMonth[] {
  const months: RampMonth[] = [];
  for (let day = from, i = 0; i < shares.length; i++) {
    const month = calendar.periodOf('month', day);
    months.push({ month, share: shares[i]! });
    day = month.to;
  }
  return months;
}

/**
 * The share asked in the month that holds the first day of a period; all of it before and after the
 * ramp.
 */
export function rampShareOf(
  calendar: FiscalCalendar,
  ramp: Ramp | undefined,
  period: DaySpan,
): number {
  if (!ramp) return FULL;
  return (
    monthsOfRamp(calendar, ramp).find(
      ({ month }) => period.from >= month.from && period.from < month.to,
    )?.share ?? FULL
  );
}

/**
 * Whether less than the full target is asked on some day of a period: such people are ranked and
 * marked (docs/calculations.md, 9).
 */
export function isOnRamp(
  calendar: FiscalCalendar,
  ramp: Ramp | undefined,
  period: DaySpan,
): boolean {
  return (
    ramp !== undefined &&
    monthsOfRamp(calendar, ramp).some(
      ({ month, share }) => share < FULL && month.from < period.to && month.to > period.from,
    )
  );
}
