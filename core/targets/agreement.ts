import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import type { TargetLookup } from './lookup';

/**
 * A unit's own target against the sum of the units directly below; two numbers, both kept
 * (docs/calculations.md, 5).
 */
export interface Agreement {
  own: number | null;
  allocated: number | null;
  /**
   * Own above the sum below: what is unallocated. Negative: over-assigned. Null when one of the
   * two is missing.
   */
  unallocated: number | null;
  /** Over-assigned share of the own target, 0.05 for 5 %; null when not over-assigned. */
  overAssignedShare: number | null;
  /** How many units or periods below have no target. */
  missing: number;
}

/** Compares a unit's own target with what its units below add up to. */
export function compareWithAllocated(
  lookup: TargetLookup,
  unitId: number,
  period: Period,
  measure: MeasureCode,
): Agreement {
  const own = lookup.findOwn(unitId, period, measure);
  const allocated = lookup.findAllocated(unitId, period, measure);
  // A day's shares are each rounded on their own, and a week is made of them: the month says
  // whether they agree.
  const isShareOfMonth =
    period.kind === 'week' ||
    (period.kind === 'day' && own?.targetSource === 'allocatedFromPeriod');
  const unallocated =
    own?.value == null || allocated?.value == null || isShareOfMonth
      ? null
      : own.value - allocated.value;
  return {
    own: own?.value ?? null,
    allocated: allocated?.value ?? null,
    unallocated,
    overAssignedShare:
      unallocated !== null && unallocated < 0 && own!.value! > 0
        ? -unallocated / own!.value!
        : null,
    missing: allocated?.missing.length ?? 0,
  };
}
