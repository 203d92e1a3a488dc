import { sql } from 'drizzle-orm';
import type { EVENT_TOPICS } from '#contract/schemas/event';
import type { Queryable } from './client';

export const CHANNEL = 'iron_ladder';
/**
 * Where the database itself says that a user, a session or a token has changed, whoever changed it
 * (migration 0019).
 */
export const ACCESS_CHANNEL = 'iron_ladder_access';
/** More people than this and the message says "everybody": NOTIFY carries 8,000 bytes. */
const MOST_NAMED = 500;

export type Topic = (typeof EVENT_TOPICS)[number];

/**
 * What changed and for whom; null: for everybody. Travels through the database, so every server
 * hears it.
 */
export interface Announcement {
  topic: Topic;
  unitIds: readonly number[] | null;
}

/** Sent when, and only when, the transaction commits. */
export async function announce(
  tx: Queryable,
  topic: Topic,
  unitIds: readonly number[] | null,
): Promise<void> {
  const named = unitIds && unitIds.length <= MOST_NAMED ? [...new Set(unitIds)].join(',') : '*';
  await tx.execute(sql`select pg_notify(${CHANNEL}, ${`${topic}:${named}`})`);
}

export function parseAnnouncement(payload: string): Announcement {
  const [topic, named = '*'] = payload.split(':');
  return {
    topic: topic as Topic,
    unitIds: named === '*' ? null : named.split(',').filter(Boolean).map(Number),
  };
}
