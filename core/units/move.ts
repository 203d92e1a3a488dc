import { type Day, END_OF_TIME } from '../period/day';
import type { Membership } from './unit';

/**
 * A unit's places after it moves under another parent from a day on: what was before stays, a later
 * move that is planned already stays too. A move on the day the unit first stands somewhere changes
 * that place.
 * @returns places in the order of their days, without gaps that were not there before
 */
export function moveFrom(
  places: readonly Membership[],
  unitId: number,
  parentId: number,
  day: Day,
): Membership[] {
  const before = places
    .filter((place) => place.from < day)
    .map((place) => ({ ...place, to: Math.min(place.to, day) }));
  const running = places.find((place) => day >= place.from && day < place.to);
  const later = places.filter((place) => place.from > day);
  // Who stood nowhere that day comes in then, until the next place that is known.
  const to = running?.to ?? Math.min(END_OF_TIME, ...later.map((place) => place.from));
  const last = before.at(-1);
  if (last && last.parentId === parentId && last.to === day)
    return [...before.slice(0, -1), { ...last, to }, ...later];
  return [...before, { unitId, parentId, from: day, to }, ...later];
}

/**
 * A unit's places when it leaves: nothing after the last day. Null when it never stood in the tree
 * until then.
 */
export function leaveAfter(places: readonly Membership[], lastDay: Day): Membership[] | null {
  const kept = places
    .filter((place) => place.from <= lastDay)
    .map((place) => ({ ...place, to: Math.min(place.to, lastDay + 1) }));
  return kept.length > 0 ? kept : null;
}
