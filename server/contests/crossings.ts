import { LRUCache } from 'lru-cache';
import { type Crossing, crossingOf } from '#core/contest/crossing';
import type { DaySpan } from '#core/period/day';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { loadSteps, type SteppedMeasure } from './steps';

const MOST_KEPT = 50_000;

type Replica = Context['replica'];
interface Kept {
  /** The member's figures it was found of. */
  version: number;
  crossing: Crossing | null;
}

const caches = new WeakMap<Replica, LRUCache<string, Kept>>();

/** Forgets what is kept: a change that moves no total, as of two deals at once, is seen by nothing else. */
export function forgetCrossings(replica: Replica): void {
  caches.get(replica)?.clear();
}

export interface Goal {
  unitId: number;
  goal: number;
}

/**
 * When members first reached their goals, by the deals' recording; kept until a member's figures
 * change: after a booking only who booked is read anew.
 * @returns by unit; null where the deals do not reach it
 */
export async function findCrossings(
  db: Queryable,
  replica: Replica,
  { goals, measure, span }: { goals: readonly Goal[]; measure: SteppedMeasure; span: DaySpan },
): Promise<Map<number, Crossing | null>> {
  let cache = caches.get(replica);
  if (!cache) caches.set(replica, (cache = new LRUCache({ max: MOST_KEPT })));
  const keyOf = ({ unitId, goal }: Goal) => `${unitId} ${measure} ${span.from} ${span.to} ${goal}`;
  const found = new Map<number, Crossing | null>();
  const unknown: (Goal & { version: number })[] = [];
  for (const each of goals) {
    const kept = cache.get(keyOf(each));
    // Noted before the deals are read: what is booked meanwhile makes it old.
    const version = replica.versionOf(each.unitId);
    if (kept?.version === version) found.set(each.unitId, kept.crossing);
    else unknown.push({ ...each, version });
  }
  const steps = await loadSteps(
    db,
    replica.wholeDataset,
    unknown.map(({ unitId }) => unitId),
    measure,
    span,
  );
  for (const each of unknown) {
    const crossing = crossingOf(steps.get(each.unitId) ?? [], each.goal);
    found.set(each.unitId, crossing);
    cache.set(keyOf(each), { version: each.version, crossing });
  }
  return found;
}
