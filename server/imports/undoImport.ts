import { sql } from 'drizzle-orm';
import type pg from 'pg';
import type { ImportRun, ImportUndone } from '#contract/schemas/import';
import type { Principal } from '../access/index';
import type { Context } from '../context';
import { inTransaction } from '../db/client';
import { CHANNEL } from '../db/notify';
import {
  collectTotals,
  recordRunCorrections,
  startTotals,
  writeTotals,
} from '../ledger/touchedTotals';
import { ProblemError } from '../problem';
import { FACT_COLUMNS, OTHER_COLUMNS } from './applyDeals';
import { deriveLines, deriveLinesLater } from './deriveLines';
import { TOUCHED_RECORDS } from './touchedRecords';

/** How deals that were changed together are called in the history. */
export const BULK_ACTION = 'changed together';
const SHOWN_RUNS = 100;
const SHOWN_KEPT = 50;

/** Imports of deals, newest first: one's own, or everybody's for an administrator. */
export async function listImports({ db }: Context, principal: Principal): Promise<ImportRun[]> {
  const { rows } = await db.execute<ImportRun & Record<string, unknown>>(sql`
    select r.id, r.kind, r.file_name as "fileName", u.name as "userName", r.at::text as at,
      r.created, r.changed, r.same as unchanged, r.undone_at::text as "undoneAt", b.name as
        "undoneBy"
    from import_run r join app_user u on u.id = r.user_id left join app_user b on b.id = r.undone_by
    where r.kind in ('deals', 'bulk') and (${principal.role === 'administrator'} or r.user_id =
      ${principal.userId}) order by r.id desc limit ${SHOWN_RUNS}`);
  return rows;
}

/**
 * Takes back a whole import in one transaction: deals it brought are voided, deals it changed are
 * as they were before. A deal that somebody changed since stays as it is and is named.
 * @throws ProblemError unknownImport, alreadyUndone, closedNeedsReason
 */
export async function undoImport(
  context: Context,
  principal: Principal,
  importId: number,
  reason: string,
): Promise<ImportUndone> {
  const result = await inTransaction(context.jobs, async (client) => {
    await client.query(`set local work_mem = '128MB'`);
    return undo({ context, principal, reason: reason.trim() }, client, importId);
  });
  await context.replica.afterWrite({ all: true });
  return result;
}

interface UndoCall {
  context: Context;
  principal: Principal;
  reason: string;
}

async function undo(
  call: UndoCall,
  client: pg.ClientBase,
  importId: number,
): Promise<ImportUndone> {
  const { principal } = call;
  await lockRun(client, principal, importId);
  await findTouched(client, importId);
  const { rows: kept } = await client.query(
    `select code from was where not is_free order by code limit ${SHOWN_KEPT}`,
  );
  const {
    rows: [counts],
  } = await client.query(`select count(*) filter (where is_free and before is null) as voided,
      count(*) filter (where is_free and before is not null) as restored,
    count(*) filter (where not is_free) as kept from was`);
  await startTotals(client);
  await collectTotals(client, -1);
  await voidCreated(client, importId, call);
  await restoreChanged(client, importId, call);
  await collectTotals(client, 1);
  await recordRunCorrections(client, call.context.replica.company!, {
    runId: importId,
    userId: principal.userId,
    reason: call.reason,
    action: 'import undone',
  });
  await writeTotals(client, call.context.replica);
  await client.query('update import_run set undone_at = now(), undone_by = $2 where id = $1', [
    importId,
    principal.userId,
  ]);
  await client.query(
    `insert into audit (user_id, entity, entity_id, action, after, import_id, reason) values ($1,
      'import', $2, 'undone', $3, $4, $5)`,
    [principal.userId, String(importId), JSON.stringify(counts), importId, call.reason],
  );
  await client.query('select pg_notify($1, $2)', [CHANNEL, 'deals:*']);
  return {
    voided: counts.voided,
    restored: counts.restored,
    kept: kept.map((row) => row.code),
    keptCount: counts.kept,
  };
}

async function lockRun(
  client: pg.ClientBase,
  principal: Principal,
  importId: number,
): Promise<void> {
  const {
    rows: [run],
  } = await client.query(
    `select file_name, user_id, undone_at::date::text as undone from import_run where id = $1 and
      kind in ('deals', 'bulk') for update`,
    [importId],
  );
  if (!run || (principal.role !== 'administrator' && run.user_id !== principal.userId))
    throw new ProblemError('unknownImport', { import: importId });
  if (run.undone) throw new ProblemError('alreadyUndone', { name: run.file_name, day: run.undone });
}

/**
 * `was`: each deal the import touched, as it was before (null: it was not there), and whether
 * nobody has changed it since. `touched`: those that are taken back.
 */
async function findTouched(client: pg.ClientBase, importId: number): Promise<void> {
  await client.query(
    `create temp table was on commit drop as
    select d.id, d.code, null::jsonb as before, d.version = 1 and d.voided_at is null as is_free
      from deal d where d.import_id = $1
    union all
    select d.id, d.code, a.before, d.version = (a.after->>'version')::int and d.voided_at is null
    from audit a join deal d on d.id = a.entity_id::bigint where a.import_id = $1 and a.entity =
      'deal' and a.action in ('changed by import', '${BULK_ACTION}')`,
    [importId],
  );
  await client.query(
    'create temp table touched on commit drop as select id from was where is_free',
  );
  await client.query('analyze was');
  await client.query('analyze touched');
}

async function voidCreated(
  client: pg.ClientBase,
  importId: number,
  { principal, reason }: UndoCall,
): Promise<void> {
  // What is there afterwards is what was there and these four: asking the row for all of it once
  // more took as long as everything else.
  await client.query(
    `
    with gone as (
      update deal d set voided_at = now(), void_reason = $2, version = d.version + 1
      from (select w.id, deal_record(o) as row from was w join deal o on o.id = w.id where
        w.is_free and w.before is null) n
      where n.id = d.id returning d.id, n.row, n.row || jsonb_build_object('voided_at',
        d.voided_at, 'void_reason', d.void_reason, 'version', d.version, 'changed_at',
          d.changed_at) as after
    )
    insert into audit (user_id, entity, entity_id, action, before, after, import_id, reason) select
      $3, 'deal', g.id::text, 'voided', g.row, g.after, $1, $2 from gone g`,
    [importId, reason, principal.userId],
  );
}

async function restoreChanged(
  client: pg.ClientBase,
  importId: number,
  { principal, reason }: UndoCall,
): Promise<void> {
  await client.query(`create temp table restored on commit drop as select id, before from was where
    is_free and before is not null`);
  await client.query(`create temp table before_change on commit drop as
    select r.* from (${TOUCHED_RECORDS}) r join restored using (id)`);
  await deriveLinesLater(client);
  await client.query('delete from deal_credit where deal_id in (select id from restored)');
  const columns = [...FACT_COLUMNS, ...OTHER_COLUMNS];
  await client.query(`
    update deal d set ${columns.map((column) => `${column} = b.${column}`).join(', ')},
      version = d.version + 1
    from (select w.id as deal_id, r.* from restored w cross join lateral
      jsonb_populate_record(null::deal, w.before) r) b
    where d.id = b.deal_id`);
  await client.query(`
    insert into deal_credit (deal_id, salesperson_id, position, basis_points, credited, cost)
    select k.deal_id, k.salesperson_id, k.position, k.basis_points, k.credited, k.cost
    from restored w cross join lateral jsonb_populate_recordset(null::deal_credit, case when
      jsonb_typeof(w.before->'credit') = 'array' then w.before->'credit' else '[]' end) k`);
  await deriveLines(client, 'select id from restored');
  await client.query(
    `insert into audit (user_id, entity, entity_id, action, before, after, import_id, reason)
    select $3, 'deal', b.id::text, 'put back', b.row, n.row, $1, $2 from before_change b join
      (${TOUCHED_RECORDS}) n on n.id = b.id`,
    [importId, reason, principal.userId],
  );
}
