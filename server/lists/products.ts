import { sql } from 'drizzle-orm';
import type { FieldFault } from '#contract/errors/catalogue';
import type { ListEntryInput } from '#contract/schemas/list';
import { parseAmount } from '#core/money/amount';
import { exponentOf } from '#core/money/currency';
import { type Day, parseDay, toIsoDay } from '#core/period/day';
import { NameIndex } from '#core/text/similar';
import { recordAudit } from '../audit/record';
import type { Queryable } from '../db/client';
import { announce } from '../db/notify';
import { resolveNames } from './names';

/** What is known of a product; amounts in minor units of the reporting currency. */
export interface ProductFacts {
  name: string;
  code: string | null;
  category: string | null;
  listPrice: number | null;
  cost: number | null;
  soldFrom: string | null;
  soldUntil: string | null;
}
export type StoredProduct = ProductFacts & { id: number };

type Checked =
  | { ok: true; facts: Pick<ProductFacts, 'listPrice' | 'cost' | 'soldFrom' | 'soldUntil'> }
  | { ok: false; faults: FieldFault[] };

/** The numbers and days of a product, of the form or of a row of a file. */
export function checkProduct(
  input: Pick<ListEntryInput, 'listPrice' | 'cost' | 'soldFrom' | 'soldUntil'>,
  currency: string,
): Checked {
  const faults: FieldFault[] = [];
  const money = (field: 'listPrice' | 'cost') => {
    if (!input[field]?.trim()) return null;
    const read = parseAmount(input[field], currency);
    if (!read.ok)
      faults.push({ field, code: read.fault, params: { decimals: exponentOf(currency) } });
    else if (read.minor < 0) faults.push({ field, code: 'negative' });
    return read.ok ? read.minor : null;
  };
  const day = (field: 'soldFrom' | 'soldUntil') => {
    if (!input[field]) return null;
    const read = parseDay(input[field]);
    if (read === null) faults.push({ field, code: 'notADate' });
    return read;
  };
  const facts = { listPrice: money('listPrice'), cost: money('cost') };
  const [from, until] = [day('soldFrom'), day('soldUntil')];
  if (from !== null && until !== null && until < from)
    faults.push({ field: 'soldUntil', code: 'lastBeforeFirst' });
  if (faults.length > 0) return { ok: false, faults };
  const text = (each: Day | null) => (each === null ? null : toIsoDay(each));
  return { ok: true, facts: { ...facts, soldFrom: text(from), soldUntil: text(until) } };
}

/** All products that stand for themselves, archived ones too. */
export async function loadProducts(tx: Queryable): Promise<StoredProduct[]> {
  const { rows } = await tx.execute<StoredProduct & Record<string, unknown>>(sql`
    select p.id, p.name, p.code, c.name as category, p.list_price as "listPrice", p.cost,
      p.sold_from::text as "soldFrom", p.sold_until::text as "soldUntil"
    from product p left join category c on c.id = p.category_id where p.merged_into is null
    order by p.id`);
  return rows;
}

/** Adds products and changes those with an id, each with its line in the history. */
export async function writeProducts(
  tx: Queryable,
  products: readonly (ProductFacts & { id: number | null; before: ProductFacts | null })[],
  userId: number,
  reason: string | null,
): Promise<void> {
  if (products.length === 0) return;
  const categories = await resolveNames(
    tx,
    'category',
    products.flatMap(({ category }) => (category === null ? [] : [category])),
  );
  const rows = products.map(({ id, before: _before, category, ...facts }, at) => ({
    at,
    id,
    ...facts,
    categoryId: category === null ? null : categories.get(category.toLowerCase())!,
  }));
  const given = (which: typeof rows) => sql`jsonb_to_recordset(${JSON.stringify(which)}::jsonb)
    as g(at int, id int, name text, code text, "categoryId" int, "listPrice" bigint, cost bigint,
      "soldFrom" date, "soldUntil" date)`;
  await tx.execute(sql`update product p set name = g.name, code = g.code, category_id =
    g."categoryId", list_price = g."listPrice", cost = g.cost, sold_from = g."soldFrom", sold_until
      = g."soldUntil" from ${given(rows.filter((row) => row.id !== null))} where p.id = g.id`);
  const added = rows.filter((row) => row.id === null);
  await tx.execute(sql`insert into product (name, code, category_id, list_price, cost, sold_from,
    sold_until) select g.name, g.code, g."categoryId", g."listPrice", g.cost, g."soldFrom",
      g."soldUntil" from ${given(added)} order by g.at`);
  const { rows: ids } = await tx.execute<{ id: number; name: string }>(
    sql`select id, name from product where name = any(${sql.param(added.map((row) => row.name))}::text[])`,
  );
  const idOf = new Map(ids.map((row) => [row.name, row.id]));
  await recordAudit(
    tx,
    products.map(({ id, before, ...after }) => ({
      userId,
      entity: 'list',
      entityId: `product ${id ?? idOf.get(after.name)}`,
      action: id === null ? 'created' : 'changed',
      before,
      after,
      reason,
    })),
  );
  await announce(tx, 'deals', null);
}

/** A misspelt name is compared with so many. */
const MOST_COMPARED = 5_000;

/** The faults of products that a deal may not name on its day: none there is, or one of the past. */
export async function findProductFaults(
  tx: Queryable,
  asked: readonly { field: string; name: string }[],
  day: string,
  /** Of the deal as it stands: what it has it may keep. */
  kept: ReadonlySet<string>,
): Promise<FieldFault[]> {
  const wanted = asked.filter(({ name }) => !kept.has(name.toLowerCase()));
  if (wanted.length === 0) return [];
  const { rows } = await tx.execute<{
    key: string;
    state: 'archived' | 'early' | 'late' | null;
  }>(sql`
    select lower(w.name) as key, case when p.archived_at is not null then 'archived'
      when p.sold_from > ${day}::date then 'early' when p.sold_until < ${day}::date then 'late' end
        as state
    from product w join product p on p.id = coalesce(w.merged_into, w.id)
    where lower(w.name) in (select lower(n) from unnest(${sql.param(wanted.map(({ name }) => name))}::text[]) n)`);
  const states = new Map(rows.map((row) => [row.key, row.state]));
  const isUnknown = ({ name }: { name: string }) => !states.has(name.toLowerCase());
  const offered = wanted.some(isUnknown) ? await loadOffered(tx) : null;
  return wanted.flatMap(({ field, name }): FieldFault[] => {
    const state = states.get(name.toLowerCase());
    if (state === undefined) return [unknownProduct(offered!, field, name)];
    if (state === null) return [];
    return [{ field, code: state === 'archived' ? 'productArchived' : 'productNotSold' }];
  });
}

async function loadOffered(tx: Queryable): Promise<NameIndex> {
  const { rows } = await tx.execute<{ id: number; name: string }>(
    sql`select id, name from product where merged_into is null and archived_at is null order by id
      limit ${MOST_COMPARED}`,
  );
  return new NameIndex(rows);
}

function unknownProduct(offered: NameIndex, field: string, name: string): FieldFault {
  const [likely] = offered.findLike(name);
  return likely
    ? { field, code: 'unknownProductLike', params: { name: likely.named.name } }
    : { field, code: 'unknownProduct' };
}
