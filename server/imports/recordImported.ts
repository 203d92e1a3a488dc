import { sql } from 'drizzle-orm';
import type { Database } from '../db/client';

const RECORD_AT_ONCE = 10_000;
const RECORD_LOCK = 741004;

/**
 * Writes the audit rows of deals that an import has brought, a batch a call; returns how many.
 * They follow the import instead of standing in its transaction, as they would double its time; until then the run
 * itself tells who, when and from which file. A stopped server goes on where it was. A deal that was changed
 * meanwhile is recorded as it was before its first change.
 */
export async function recordImported(db: Database): Promise<number> {
  return db.transaction(async (tx) => {
    const lock = await tx.execute<{ got: boolean }>(sql`select pg_try_advisory_xact_lock(${RECORD_LOCK}) as got`);
    if (!lock.rows[0]!.got) return 0;
    const run = (await tx.execute<{ id: number; recorded_through: number }>(sql`
      select id, recorded_through from import_run where not is_recorded order by id limit 1`)).rows[0];
    if (!run) return 0;
    const { rows: [batch] } = await tx.execute<{ count: number; last: number | null }>(sql`
      with batch as (
        select d.id, r.at, r.user_id, r.file_name, r.id as import_id, coalesce(first.before, to_jsonb(d)) as after
        from import_run r join deal d on d.import_id = r.id
        left join lateral (
          select a.before from audit a where d.version > 1 and a.entity = 'deal' and a.entity_id = d.id::text and a.before is not null order by a.id limit 1
        ) first on true
        where r.id = ${run.id} and d.id > ${run.recorded_through} order by d.id limit ${RECORD_AT_ONCE}
      ), written as (
        insert into audit (at, user_id, entity, entity_id, action, after, reason, import_id)
        select at, user_id, 'deal', id::text, 'imported', after, file_name, import_id from batch
      ) select count(*) as count, max(id) as last from batch`);
    await tx.execute(sql`update import_run set recorded_through = ${batch!.last ?? run.recorded_through}, is_recorded = ${batch!.count < RECORD_AT_ONCE} where id = ${run.id}`);
    return batch!.count;
  });
}
