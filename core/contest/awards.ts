import type { ContestAward, ContestMode } from './contest';
import { compareCrossings } from './crossing';
import type { ContestPlace } from './places';

/** That somebody has won an award. */
export interface WonAward {
  /** Which of the contest's awards. */
  award: number;
  unitId: number;
}

/**
 * Who has won which award as places stand. What is for the end is nobody's before it; of ties all
 * get it. In a ranking only at the end somebody has won: before it a place is no result.
 */
export function awardsWon(
  places: readonly ContestPlace[],
  awards: readonly ContestAward[],
  { mode, isOver }: { mode: ContestMode; isOver: boolean },
): WonAward[] {
  return awards.flatMap((award, index) => {
    const isDue = isOver || (award.isAtOnce && mode === 'goal' && award.receivers !== 'top');
    if (!isDue) return [];
    return receiversOf(places, award).map(({ unitId }) => ({ award: index, unitId }));
  });
}

function receiversOf(
  places: readonly ContestPlace[],
  { receivers, places: count }: ContestAward,
): ContestPlace[] {
  if (receivers === 'top')
    return places.filter(({ rank }) => rank !== null && rank <= (count ?? 1));
  const reached = places.filter((place) => place.reached !== null);
  if (receivers === 'all') return reached;
  const first = reached.map((place) => place.reached!).sort(compareCrossings)[0];
  return first ? reached.filter((place) => compareCrossings(place.reached!, first) === 0) : [];
}
