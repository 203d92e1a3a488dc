import { sql } from 'drizzle-orm';
import { loadPaidAwards } from '../contests/index';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { LIST_TABLES } from '../lists/index';
import { loadCategoryOf } from '../slices/index';
import type { CommissionBooks } from './chain';
import { idsOfPayees, loadStored } from './locked';
import { loadOwnBases } from './ownBase';
import type { Payee } from './payee';
import type { StoredPlan } from './plans';

/** Reads what the statements of payees are made of. */
export async function openBooks(
  context: Context,
  plans: readonly StoredPlan[],
  payees: readonly Payee[],
  db: Queryable = context.db,
): Promise<CommissionBooks> {
  const { replica } = context;
  const read = {
    lines: await replica.findLines(),
    categoryOf: await loadCategoryOf(db),
    stored: await loadStored(db, payees),
    awards: await loadPaidAwards(db, replica.company!.calendar, idsOfPayees(payees).people),
    ownBases: await loadOwnBases(db, replica.wholeDataset, plans, payees),
  };
  return { ...read, plans, dataset: replica.wholeDataset };
}

/** Names of deals, customers and products, by id. */
export async function loadDealNames(
  db: Queryable,
  ids: readonly number[],
): Promise<Map<number, { code: string; customer: string }>> {
  const { rows } = await db.execute<{ id: number; code: string; customer: string }>(sql`
    select d.id, d.code, c.name as customer from deal d join customer c on c.id = d.customer_id
    where d.id = any(${sql.param([...ids])}::bigint[])`);
  return new Map(rows.map(({ id, ...names }) => [id, names]));
}

/** Names of a list by id. */
export async function loadListNames(
  db: Queryable,
  list: 'product' | 'category',
  ids: readonly number[],
): Promise<Map<number, string>> {
  const { rows } = await db.execute<{ id: number; name: string }>(
    sql`select id, name from ${LIST_TABLES[list]} where id = any(${sql.param([...ids])}::int[])`,
  );
  return new Map(rows.map(({ id, name }) => [id, name]));
}
