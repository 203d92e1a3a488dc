import { type SQL, sql } from 'drizzle-orm';
import type { FieldFault } from '#contract/errors/catalogue';
import type { ListEntry, ListEntryInput, ListName } from '#contract/schemas/list';
import { toDecimal } from '#core/money/amount';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { announce } from '../db/notify';
import { cleanName } from '../input';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { findEach, LIST_TABLES, NO_NAMES, sqlNameOf } from './names';
import { checkProduct } from './products';

interface EntryRow extends Record<string, unknown> {
  id: number;
  name: string;
  retired: boolean;
  deals: number;
  also: string[];
  code?: string | null;
  category?: string | null;
  list_price?: number | null;
  cost?: number | null;
  sold_from?: string | null;
  sold_until?: string | null;
  position?: number;
  probability?: string | null;
  outcome?: ListEntry['outcome'];
}

/** Lists are small enough to be shown whole; customers have a page of their own. */
const SHOWN_ENTRIES = 2_000;

/** The entries of a list, in their order, with how many deals name each. */
export async function loadList(
  { db, replica }: Context,
  list: ListName,
  id: number | null = null,
): Promise<ListEntry[]> {
  const table = LIST_TABLES[list];
  const more =
    list === 'product'
      ? sql`, e.code, (select name from category where id = e.category_id) as category,
        e.list_price, e.cost, e.sold_from::text as sold_from, e.sold_until::text as sold_until`
      : list === 'stage'
        ? sql`, e.position, e.probability, e.outcome`
        : sql``;
  const order = list === 'stage' ? sql`e.position, lower(e.name)` : sql`lower(e.name)`;
  const { rows } = await db.execute<EntryRow>(sql`
    select e.id, e.name, e.archived_at is not null as retired, coalesce(n.deals, 0)::int as deals,
      coalesce((select array_agg(a.name order by a.name) from ${table} a where a.merged_into =
        e.id), '{}') as also ${more}
    from ${table} e left join (${countDeals(list, id)}) n on n.id = e.id
    where e.merged_into is null and ${id === null ? sql`true` : sql`e.id = ${id}`} order by
      ${order} limit ${SHOWN_ENTRIES}`);
  return rows.map((row) => toEntry(row, list, replica.company!.currency));
}

/** How many deals name an entry: a product in any of their lines. */
function countDeals(list: ListName, id: number | null): SQL {
  const column = sql.identifier(`${sqlNameOf(list)}_id`);
  const wanted = id === null ? sql`true` : sql`${column} = ${id}`;
  if (list !== 'product')
    return sql`select ${column} as id, count(*) as deals from deal where ${wanted} group by 1`;
  return sql`select id, sum(deals) as deals from (
    select product_id as id, count(*) as deals from deal where lines is null and ${wanted} group by 1
    union all select product_id, count(distinct deal_id) from deal_line where ${wanted} group by 1) c
    group by 1`;
}

function toEntry(row: EntryRow, list: ListName, currency: string): ListEntry {
  const money = (minor: number | null | undefined) =>
    minor == null ? null : toDecimal(minor, currency);
  return {
    id: row.id,
    name: row.name,
    isArchived: row.retired,
    deals: row.deals,
    aliases: row.also,
    ...(list === 'product'
      ? {
          code: row.code ?? null,
          category: row.category ?? null,
          listPrice: money(row.list_price),
          cost: money(row.cost),
          soldFrom: row.sold_from ?? null,
          soldUntil: row.sold_until ?? null,
        }
      : {}),
    ...(list === 'stage'
      ? {
          position: row.position!,
          probability: row.probability == null ? null : Number(row.probability),
          outcome: row.outcome!,
        }
      : {}),
  };
}

/** Adds a name, or changes the entry of that id. @throws ProblemError unknownName, invalidInput */
export async function saveEntry(
  context: Context,
  userId: number,
  list: ListName,
  id: number | null,
  input: ListEntryInput,
): Promise<ListEntry> {
  const { currency } = context.replica.company!;
  const before = id === null ? null : (await loadList(context, list, id))[0];
  if (before === undefined) throw new ProblemError('unknownName');
  const name = cleanName(input.name);
  const savedId = await context.db.transaction(async (tx) => {
    const columns = await checkEntry(tx, list, id, { ...input, name }, currency);
    const table = LIST_TABLES[list];
    const set = sql.join(
      Object.entries(columns).map(([column, value]) => sql`${sql.identifier(column)} = ${value}`),
      sql`, `,
    );
    const {
      rows: [row],
    } =
      id === null
        ? await tx.execute<{ id: number }>(
            sql`insert into ${table} (${sql.join(
              Object.keys(columns).map((column) => sql.identifier(column)),
              sql`, `,
            )}) values (${sql.join(
              Object.values(columns).map((value) => sql`${value}`),
              sql`, `,
            )}) returning id`,
          )
        : await tx.execute<{ id: number }>(
            sql`update ${table} set ${set} where id = ${id} returning id`,
          );
    await recordAudit(tx, [
      {
        userId,
        entity: 'list',
        entityId: `${list} ${row!.id}`,
        action: id === null ? 'created' : 'changed',
        before,
        after: input,
      },
    ]);
    await announce(tx, 'deals', null);
    return row!.id;
  });
  return (await loadList(context, list, savedId))[0]!;
}

/** The columns of an entry, when all of it is right. @throws ProblemError invalidInput */
async function checkEntry(
  tx: Queryable,
  list: ListName,
  id: number | null,
  input: ListEntryInput,
  currency: string,
): Promise<Record<string, unknown>> {
  const faults: FieldFault[] = [];
  const other = (column: 'name' | 'code', value: string) =>
    tx.execute(
      sql`select 1 from ${LIST_TABLES[list]} where lower(${sql.identifier(column)}) =
        lower(${value}) and id is distinct from ${id}`,
    );
  if ((await other('name', input.name)).rows.length > 0)
    faults.push({ field: 'name', code: 'nameTaken' });
  const columns: Record<string, unknown> = {
    name: input.name,
    archived_at: input.isArchived ? new Date().toISOString() : null,
  };
  if (list === 'product') {
    const code = input.code?.trim() || null;
    if (code && (await other('code', code)).rows.length > 0)
      faults.push({ field: 'code', code: 'codeOfOther' });
    const category = input.category?.trim() || null;
    const categoryId =
      category === null ? null : (await findEach(tx, { ...NO_NAMES, category })).category;
    if (category !== null && categoryId === null)
      faults.push({ field: 'category', code: 'unknownName' });
    const checked = checkProduct(input, currency);
    if (checked.ok)
      Object.assign(columns, {
        code,
        category_id: categoryId,
        list_price: checked.facts.listPrice,
        cost: checked.facts.cost,
        sold_from: checked.facts.soldFrom,
        sold_until: checked.facts.soldUntil,
      });
    else faults.push(...checked.faults);
  }
  if (list === 'stage')
    Object.assign(columns, {
      probability: input.probability ?? null,
      outcome: input.outcome ?? 'open',
      position: input.position ?? 0,
    });
  assertNoFieldErrors(faults);
  return columns;
}
