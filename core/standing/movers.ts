import type { Direction } from '../measure/measure';
import type { Place } from './ladder';

/** The places that gained and lost most, in the measure itself, against the prior period at the same point; the best first. */
export interface Movers {
  up: Place[];
  down: Place[];
}

/**
 * Whoever moved most, up to `most` each way; by the difference, never by a percent, which a small beginning makes large (GUARDS 17).
 * Nobody is in both lists; who stood still or has no earlier figure is in neither.
 */
export function findMovers(places: readonly Place[], direction: Direction, most: number): Movers {
  const sign = direction === 'lower' ? -1 : 1;
  const moved = places.flatMap((place) => (place.prior.difference ? [{ place, gain: sign * place.prior.difference }] : []));
  const byGain = [...moved].sort((a, b) => b.gain - a.gain);
  return {
    up: byGain.filter(({ gain }) => gain > 0).slice(0, most).map(({ place }) => place),
    down: byGain.filter(({ gain }) => gain < 0).reverse().slice(0, most).map(({ place }) => place),
  };
}
