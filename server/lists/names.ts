import { getTableName, sql } from 'drizzle-orm';
import type { ListName } from '#contract/schemas/list';
import type { Queryable } from '../db/client';
import {
  category,
  customer,
  location,
  lostReason,
  product,
  source,
  stage,
} from '../db/tables/index';

export const LIST_TABLES = {
  customer,
  product,
  category,
  source,
  stage,
  location,
  lostReason,
} as const satisfies Record<ListName, unknown>;
/** In SQL, where the column of a deal that points to it is this and `_id`. */
export const sqlNameOf = (list: ListName): string => getTableName(LIST_TABLES[list]);

/**
 * Ids of names in a list, by lower-cased name; names that are not there yet are added. Capitals do
 * not make another name, and a merged one means what it was merged into.
 */
export async function resolveNames(
  tx: Queryable,
  list: ListName,
  names: Iterable<string>,
): Promise<Map<string, number>> {
  const wanted = new Map([...names].map((name) => [name.toLowerCase(), name]));
  if (wanted.size === 0) return new Map();
  const table = LIST_TABLES[list];
  const all = sql.param([...wanted.values()]);
  await tx.execute(
    sql`insert into ${table} (name) select distinct on (lower(n)) n from unnest(${all}::text[]) n
      order by lower(n), n on conflict do nothing`,
  );
  const { rows } = await tx.execute<{ id: number; key: string }>(
    sql`select coalesce(merged_into, id) as id, lower(name) as key from ${table} where lower(name)
      in (select lower(n) from unnest(${all}::text[]) n)`,
  );
  const byKey = new Map(rows.map((row) => [row.key, row.id]));
  // PostgreSQL and JavaScript may lower rare letters differently; the database's word counts.
  for (const [key, name] of wanted) {
    if (!byKey.has(key)) {
      const found = await tx.execute<{ id: number }>(
        sql`select coalesce(merged_into, id) as id from ${table} where lower(name) =
          lower(${name})`,
      );
      byKey.set(key, found.rows[0]!.id);
    }
  }
  return byKey;
}

export const NO_NAMES: Readonly<Record<ListName, null>> = {
  customer: null,
  product: null,
  category: null,
  source: null,
  stage: null,
  location: null,
  lostReason: null,
};

const LISTS = Object.keys(LIST_TABLES) as ListName[];

/**
 * Ids of one name of each list, in one query; null for no name and for one that is not in the list.
 */
export async function findEach(
  tx: Queryable,
  names: Readonly<Record<ListName, string | null>>,
): Promise<Record<ListName, number | null>> {
  const asked = LISTS.map(
    (list) =>
      sql`(select coalesce(merged_into, id) from ${LIST_TABLES[list]} where lower(name) =
        lower(${names[list]}::text)) as ${sql.identifier(list)}`,
  );
  const {
    rows: [found],
  } = await tx.execute<Record<ListName, number | null>>(sql`select ${sql.join(asked, sql`, `)}`);
  return found!;
}
