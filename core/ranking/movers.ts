import type { Direction } from '../measure/measure';
import type { RankedUnit } from './ladder';

/**
 * Who gained and who lost most, in the measure itself, against the prior period at the same point;
 * the farthest first. Unit ids.
 */
export interface Movers {
  gained: number[];
  lost: number[];
}

/**
 * Whoever moved most, up to `most` each way; by the difference, never by a percent, which a small
 * beginning makes large (GUARDS 17). Nobody is in both lists; who stood still or has no earlier
 * figure is in neither.
 */
export function findMovers(
  places: readonly RankedUnit[],
  direction: Direction,
  most: number,
): Movers {
  const sign = direction === 'lower' ? -1 : 1;
  const [gained, lost]: [Move[], Move[]] = [[], []];
  for (const { unitId, actual, priorActual } of places) {
    if (actual === null || priorActual === null || actual === priorActual) continue;
    const gain = sign * (actual - priorActual);
    if (gain > 0) gained.push({ unitId, distance: gain });
    else lost.push({ unitId, distance: -gain });
  }
  return { gained: farthest(gained, most), lost: farthest(lost.reverse(), most) };
}

interface Move {
  unitId: number;
  distance: number;
}

/** The few farthest; of equals the first. Nothing is sorted of a thousand people to name three. */
function farthest(moves: readonly Move[], most: number): number[] {
  const found: Move[] = [];
  for (const move of moves) {
    if (found.length === most && move.distance <= found[most - 1]!.distance) continue;
    let at = found.length;
    while (at > 0 && found[at - 1]!.distance < move.distance) at--;
    found.splice(at, 0, move);
    found.length = Math.min(found.length, most);
  }
  return found.map(({ unitId }) => unitId);
}
