import { sql } from 'drizzle-orm';
import type { Database } from '../db/client';
import { LOCKS } from '../db/locks';

/** Deals by id, of whatever origin. */
const RECORD_AT_ONCE = 20_000;

/**
 * Writes the audit rows of deals that an import has brought, a batch a call; returns whether there
 * was one. They follow the import instead of standing in its transaction, as they would double its
 * time; until then the run itself tells who, when and from which file. A stopped server goes on
 * where it was. A deal that was changed meanwhile is recorded as it was before its first change.
 */
export async function recordImported(db: Database): Promise<boolean> {
  return db.transaction(async (tx) => {
    const lock = await tx.execute<{ got: boolean }>(
      sql`select pg_try_advisory_xact_lock(${LOCKS.recordImported}) as got`,
    );
    if (!lock.rows[0]!.got) return false;
    const run = (
      await tx.execute<{ id: number; recorded_through: number }>(sql`
      select id, recorded_through from import_run where not is_recorded order by id limit 1`)
    ).rows[0];
    if (!run) return false;
    // By a range of ids, not by order and limit: right after an import the planner knows nothing of
    // the new rows yet.
    const through = run.recorded_through + RECORD_AT_ONCE;
    const {
      rows: [batch],
    } = await tx.execute<{ newest: number | null }>(sql`
      with written as (
        insert into audit (at, user_id, entity, entity_id, action, after, reason, import_id)
        select r.at, r.user_id, 'deal', d.id::text, 'imported', coalesce(first.before,
          deal_record(d)), r.file_name, r.id
        from import_run r join deal d on d.import_id = r.id
        left join lateral (
          select a.before from audit a where d.version > 1 and a.entity = 'deal' and a.entity_id =
            d.id::text and a.before is not null order by a.id limit 1
        ) first on true
        where r.id = ${run.id} and d.id > ${run.recorded_through} and d.id <= ${through} order by
          d.id
      ) select max(id) as newest from deal`);
    const isRecorded = through >= (batch!.newest ?? 0);
    await tx.execute(
      sql`update import_run set recorded_through = ${through}, is_recorded = ${isRecorded} where id
        = ${run.id}`,
    );
    return true;
  });
}
