import type { Direction } from '../measure/measure';
import type { Rung } from './ladder';

/** Who gained and who lost most, in the measure itself, against the prior period at the same point; the farthest first. Unit ids. */
export interface Movers {
  up: number[];
  down: number[];
}

/**
 * Whoever moved most, up to `most` each way; by the difference, never by a percent, which a small beginning makes large (GUARDS 17).
 * Nobody is in both lists; who stood still or has no earlier figure is in neither.
 */
export function findMovers(places: readonly Rung[], direction: Direction, most: number): Movers {
  const sign = direction === 'lower' ? -1 : 1;
  const moved = places.flatMap(({ unitId, actual, priorActual }) => (actual === null || priorActual === null || actual === priorActual ? [] : [{ unitId, gain: sign * (actual - priorActual) }]));
  const byGain = moved.sort((a, b) => b.gain - a.gain);
  return {
    up: byGain.filter(({ gain }) => gain > 0).slice(0, most).map(({ unitId }) => unitId),
    down: byGain.filter(({ gain }) => gain < 0).reverse().slice(0, most).map(({ unitId }) => unitId),
  };
}
