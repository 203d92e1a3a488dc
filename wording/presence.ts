import type { RankingRowView } from '#contract/schemas/attainment';

/** What of a person or unit must be known when its figures are read. */
export type Presence = Pick<
  RankingRowView,
  'isOnRamp' | 'joinedLate' | 'leftEarly' | 'excludesDeals'
>;

/** In full: "joined after the period began"; null where there is nothing to say. */
export function describePresence({
  isOnRamp,
  joinedLate,
  leftEarly,
  excludesDeals,
}: Presence): string | null {
  const notes = [
    isOnRamp ? 'on a ramp' : '',
    joinedLate ? 'joined after the period began' : '',
    leftEarly ? 'left before it ended' : '',
    excludesDeals ? 'without deals that are too large to be added up' : '',
  ].filter((note) => note !== '');
  return notes.length > 0 ? notes.join(', ') : null;
}

/** In one word beside a name; the most telling of them. */
export function labelPresence({
  isOnRamp,
  joinedLate,
  leftEarly,
  excludesDeals,
}: Presence): string | null {
  if (excludesDeals) return 'incomplete';
  if (isOnRamp) return 'ramp';
  if (joinedLate) return 'joined';
  return leftEarly ? 'left' : null;
}
