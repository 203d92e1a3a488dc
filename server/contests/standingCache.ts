import { LRUCache } from 'lru-cache';
import type { ContestPlace } from '#core/contest/places';
import type { Period } from '#core/period/calendar';
import type { Context } from '../context';
import { standIn } from './standing';
import { enrolledOf, type StoredContest } from './stored';

const MOST_KEPT = 500;

interface Kept {
  version: string;
  places: Promise<ContestPlace[]>;
}

const caches = new WeakMap<Context['replica'], LRUCache<string, Kept>>();

/**
 * The places of a round, kept until a figure changes: everybody's first page asks for the same. By
 * what the contest and its members are, not by when they were announced.
 */
export function findPlaces(
  context: Context,
  contest: StoredContest,
  round: Period,
): Promise<ContestPlace[]> {
  const { replica, db } = context;
  let cache = caches.get(replica);
  if (!cache) caches.set(replica, (cache = new LRUCache({ max: MOST_KEPT })));
  const members = enrolledOf(contest);
  const key = `${contest.id} ${contest.version} ${round.id} ${members.join()}`;
  const version = `${replica.moment} ${replica.versionOf(null)}`;
  const kept = cache.get(key);
  if (kept?.version === version) return kept.places;
  const places = standIn(db, replica, contest, members, round);
  cache.set(key, { version, places });
  places.catch(() => cache.delete(key));
  return places;
}
