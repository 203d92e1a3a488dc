import { sql } from 'drizzle-orm';
import type { Queryable } from '../db/client';

/** Away for so long and one comes back; shorter is a cup of coffee. */
const AWAY_MINUTES = 30;

/**
 * Records that somebody is here. @returns since when they had been away before this visit; null at
 * the first one
 */
export async function recordVisit(db: Queryable, userId: number): Promise<string | null> {
  const {
    rows: [row],
  } = await db.execute<{ since: string | null }>(sql`
    insert into visit (user_id) values (${userId})
    on conflict (user_id) do update set seen_at = now(), since = case when visit.seen_at < now() -
      make_interval(mins => ${AWAY_MINUTES}) then visit.seen_at else visit.since end
    returning to_char(since at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') as since`);
  return row!.since;
}
