import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import { compareWithHandedOut } from './agreement';
import type { TargetOrigin } from './found';
import type { TargetLookup } from './lookup';

/** What a cell of the plan shows: the target that applies, where it comes from, and how it agrees with those below. */
export interface CellFacts {
  value: number | null;
  origin: TargetOrigin;
  sharedFrom: string | null;
  floor: number | null;
  stretch: number | null;
  /** How many targets below or inside are missing. */
  missing: number;
  /** Own target less the sum below; null unless both exist. */
  notHandedOut: number | null;
  handedOut: number | null;
  /** How much of the own target is over-assigned, 0.05 for 5 %; null when none is. */
  overAssignedShare: number | null;
  /** How many of those below have no target. */
  missingBelow: number;
}

/** The cell of a unit and period (CALCULATIONS 5). */
export function buildCell(lookup: TargetLookup, unitId: number, period: Period, measure: MeasureCode): CellFacts {
  const found = lookup.find(unitId, period, measure);
  const agreement = compareWithHandedOut(lookup, unitId, period, measure);
  return {
    value: found.value, origin: found.origin, sharedFrom: found.sharedFrom, floor: found.floor, stretch: found.stretch, missing: found.missing.length,
    notHandedOut: agreement.notHandedOut, handedOut: agreement.handedOut, overAssignedShare: agreement.overAssignedShare, missingBelow: agreement.missing,
  };
}
