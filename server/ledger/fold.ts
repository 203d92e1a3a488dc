import { sql } from 'drizzle-orm';
import type { Database } from '../db/client';
import { LOCKS } from '../db/locks';

const FOLD_AT_ONCE = 20_000;

/**
 * Adds open entries to the daily totals; returns how many. One server folds at a time, the others
 * go on. Exactly once: entries are marked in the transaction that adds them.
 */
export async function foldEntries(db: Database): Promise<number> {
  return db.transaction(async (tx) => {
    const lock = await tx.execute<{ got: boolean }>(
      sql`select pg_try_advisory_xact_lock(${LOCKS.fold}) as got`,
    );
    if (!lock.rows[0]!.got) return 0;
    const folded = await tx.execute<{ count: number }>(sql`
      with batch as (
        update ledger_entry set folded = true
        where id in (select id from ledger_entry where not folded order by id limit ${FOLD_AT_ONCE})
        returning salesperson_id, part, day, amount
      ), added as (
        insert into daily_total (salesperson_id, part, day, amount)
        select salesperson_id, part, day, sum(amount) from batch group by salesperson_id, part, day
          order by 1, 2, 3
        on conflict (salesperson_id, part, day) do update set amount = daily_total.amount +
          excluded.amount
      ) select count(*) as count from batch`);
    return folded.rows[0]!.count;
  });
}

/** Forgets folded entries older than an hour; a reader that was away longer loads anew. */
export async function pruneEntries(db: Database): Promise<void> {
  await db.execute(sql`
    with gone as (delete from ledger_entry where folded and at < now() - interval '1 hour'
      returning xid)
    update ledger_state set pruned_xid = greatest(pruned_xid, (select max(xid) from gone)) where
      exists (select 1 from gone)`);
}
