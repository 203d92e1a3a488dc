import { sql } from 'drizzle-orm';
import type { Deal, DealChange } from '#contract/schemas/deal';
import { parseDay } from '#core/period/day';
import type { Scope } from '../access/index';
import type { Queryable } from '../db/client';
import { DEAL_JOINS, type DealRecord, pastColumns, toDeal } from './repository';

interface ChangeRow extends Record<string, unknown> {
  id: number;
  at: string;
  userName: string;
  action: string;
  reason: string | null;
}

/**
 * Every change to a deal, newest first, with the deal before and after it in the same words as the
 * deal itself.
 */
export async function loadHistory(
  db: Queryable,
  dealId: number,
  { isWhole, coversDay, dataset }: Scope,
): Promise<DealChange[]> {
  const { rows } = await db.execute<ChangeRow>(sql`
    select a.id, a.at::text as at, coalesce(u.name, 'system') as "userName", a.action, a.reason
    from audit a left join app_user u on u.id = a.user_id where a.entity = 'deal' and a.entity_id =
      ${String(dealId)} order by a.action = 'imported', a.id desc`);
  const [before, after] = [
    await loadStates(db, dealId, 'before'),
    await loadStates(db, dealId, 'after'),
  ];
  // The audit row of an imported deal follows the import; until it is there the run says who and
  // when.
  const { rows: brought } = await db.execute<ChangeRow>(sql`
    select 0 as id, r.at::text as at, u.name as "userName", 'imported' as action, r.file_name as
      reason
    from deal d join import_run r on r.id = d.import_id join app_user u on u.id = r.user_id
    where d.id = ${dealId} and not r.is_recorded and d.id > r.recorded_through`);
  // What it was while it was others' is theirs to know: amounts, notes and reasons of a deal that
  // changed branch stay there.
  const isTheirs = (deal: Deal | null | undefined) => {
    if (!deal || isWhole) return true;
    const owner = dataset.tree.findByCode(deal.salesperson);
    return owner !== undefined && coversDay(owner.id, parseDay(deal.day)!);
  };
  return [...rows, ...brought].flatMap(({ id, at, userName, action, reason }) => {
    const [was, is] = [before.get(id) ?? null, after.get(id) ?? null];
    if (was === null && is === null)
      return [{ at, userName, action, reason, before: null, after: null }];
    const [seesBefore, seesAfter] = [was !== null && isTheirs(was), is !== null && isTheirs(is)];
    if (!seesBefore && !seesAfter) return [];
    return [
      {
        at,
        userName,
        action,
        reason,
        before: seesBefore ? was : null,
        after: seesAfter ? is : null,
      },
    ];
  });
}

/** A deal as it stood after the change of an audit row; null where the row has none. */
export async function loadDealAfter(db: Queryable, auditId: number): Promise<Deal | null> {
  const { rows } = await db.execute<DealRecord>(sql`
    select ${pastColumns(sql`r.state`)} from audit a cross join lateral (select
      past_deal(a.after) as state) r
    cross join lateral jsonb_populate_record(null::deal, r.state) d ${DEAL_JOINS}
    where a.id = ${auditId} and jsonb_typeof(a.after) = 'object'`);
  return rows[0] ? toDeal(rows[0]) : null;
}

async function loadStates(
  db: Queryable,
  dealId: number,
  side: 'before' | 'after',
): Promise<Map<number, Deal>> {
  const { rows } = await db.execute<DealRecord & { change: number }>(sql`
    select a.id as change, ${pastColumns(sql`r.state`)} from audit a cross join lateral (select
      past_deal(a.${sql.identifier(side)}) as state) r
    cross join lateral jsonb_populate_record(null::deal, r.state) d ${DEAL_JOINS}
    where a.entity = 'deal' and a.entity_id = ${String(dealId)} and
      jsonb_typeof(a.${sql.identifier(side)}) = 'object'`);
  return new Map(rows.map((row) => [row.change, toDeal(row)]));
}
