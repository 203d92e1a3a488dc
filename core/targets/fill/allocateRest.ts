import type { Period } from '../../period/calendar';
import { fillCells } from './fill';
import type { FilledCell, FillResult, FillSource } from './way';

export interface Rest {
  period: Period;
  /** The unit's own target, which those below are to add up to. */
  own: number;
}

/**
 * Brings the people below to add up to the unit's own target in each of the periods, each by their
 * present share (evenly where nobody has a target yet). Also takes back what is over-assigned.
 */
export function allocateRest(
  rests: readonly Rest[],
  unitIds: readonly number[],
  step: number,
  source: FillSource,
): FillResult {
  const cells: FilledCell[] = [];
  for (const { period, own } of rests) {
    const filled = fillCells(
      {
        way: { kind: 'total', total: own, people: 'present', phasing: 'even', terms: new Map() },
        unitIds,
        periods: [period],
        step,
      },
      source,
    );
    if (!filled.ok) return filled;
    cells.push(...filled.cells.filter((cell) => cell.value !== cell.before));
  }
  return {
    ok: true,
    cells,
    notes: [],
    total: cells.reduce((sum, cell) => sum + cell.value, 0),
    kept: 0,
  };
}
