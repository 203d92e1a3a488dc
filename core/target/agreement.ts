import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import type { TargetLookup } from './lookup';

/** A unit's own target against the sum of the units directly below; two numbers, both kept (CALCULATIONS 5). */
export interface Agreement {
  own: number | null;
  handedOut: number | null;
  /** Own above the sum below: what is not handed out. Negative: over-assigned. Null when one of the two is missing. */
  notHandedOut: number | null;
  /** Over-assigned share of the own target, 0.05 for 5 %; null when not over-assigned. */
  overAssignedShare: number | null;
  /** How many units or periods below have no target. */
  missing: number;
}

/** Compares a unit's own target with what its units below add up to. */
export function compareWithHandedOut(lookup: TargetLookup, unitId: number, period: Period, measure: MeasureCode): Agreement {
  const own = lookup.findOwn(unitId, period, measure);
  const handedOut = lookup.findHandedOut(unitId, period, measure);
  // A day's shares are each rounded on their own, and a week is made of them: the month says whether they agree.
  const isShareOfMonth = period.kind === 'week' || (period.kind === 'day' && own?.origin === 'sharedOverTime');
  const notHandedOut = own?.value == null || handedOut?.value == null || isShareOfMonth ? null : own.value - handedOut.value;
  return {
    own: own?.value ?? null,
    handedOut: handedOut?.value ?? null,
    notHandedOut,
    overAssignedShare: notHandedOut !== null && notHandedOut < 0 && own!.value! > 0 ? -notHandedOut / own!.value! : null,
    missing: handedOut?.missing.length ?? 0,
  };
}
