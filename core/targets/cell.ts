import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import { compareWithAllocated } from './agreement';
import type { TargetLookup } from './lookup';
import type { TargetSource } from './resolvedTarget';

/**
 * What a cell of the plan shows: the target that applies, where it comes from, and how it agrees
 * with those below.
 */
export interface CellFacts {
  value: number | null;
  targetSource: TargetSource;
  allocatedFrom: string | null;
  floor: number | null;
  stretch: number | null;
  /** How many targets below or inside are missing. */
  missing: number;
  /** Own target less the sum below; null unless both exist. */
  unallocated: number | null;
  allocated: number | null;
  /** How much of the own target is over-assigned, 0.05 for 5 %; null when none is. */
  overAssignedShare: number | null;
  /** How many of those below have no target. */
  missingBelow: number;
}

/** The cell of a unit and period (docs/calculations.md, 5). */
export function buildCell(
  lookup: TargetLookup,
  unitId: number,
  period: Period,
  measure: MeasureCode,
): CellFacts {
  const found = lookup.find(unitId, period, measure);
  const agreement = compareWithAllocated(lookup, unitId, period, measure);
  return {
    value: found.value,
    targetSource: found.targetSource,
    allocatedFrom: found.allocatedFrom,
    floor: found.floor,
    stretch: found.stretch,
    missing: found.missing.length,
    unallocated: agreement.unallocated,
    allocated: agreement.allocated,
    overAssignedShare: agreement.overAssignedShare,
    missingBelow: agreement.missing,
  };
}
