import { sql } from 'drizzle-orm';
import type { Queryable } from '../db/client';
import { category, customer, location, product, source, stage } from '../db/tables/index';

export const PICK_TABLES = { customer, product, category, source, stage, location } as const;
export type PickTable = keyof typeof PICK_TABLES;

/** Ids of names in a list, by lower-cased name; names that are not there yet are added. Capitals do not make another name. */
export async function resolveNames(tx: Queryable, list: PickTable, names: Iterable<string>): Promise<Map<string, number>> {
  const wanted = new Map([...names].map((name) => [name.toLowerCase(), name]));
  if (wanted.size === 0) return new Map();
  const table = PICK_TABLES[list];
  const all = sql.param([...wanted.values()]);
  await tx.execute(sql`insert into ${table} (name) select distinct on (lower(n)) n from unnest(${all}::text[]) n order by lower(n), n on conflict do nothing`);
  const { rows } = await tx.execute<{ id: number; key: string }>(sql`select id, lower(name) as key from ${table} where lower(name) in (select lower(n) from unnest(${all}::text[]) n)`);
  const byKey = new Map(rows.map((row) => [row.key, row.id]));
  // PostgreSQL and JavaScript may lower rare letters differently; the database's word counts.
  for (const [key, name] of wanted) {
    if (!byKey.has(key)) {
      const found = await tx.execute<{ id: number }>(sql`select id from ${table} where lower(name) = lower(${name})`);
      byKey.set(key, found.rows[0]!.id);
    }
  }
  return byKey;
}

/** Ids of one name of each list, in one query; only names that are not there yet cost another. */
export async function resolveEach(tx: Queryable, names: Readonly<Record<PickTable, string | null>>): Promise<Record<PickTable, number | null>> {
  const lists = Object.keys(PICK_TABLES) as PickTable[];
  const asked = lists.map((list) => sql`(select id from ${PICK_TABLES[list]} where lower(name) = lower(${names[list]}::text)) as ${sql.identifier(list)}`);
  const { rows: [found] } = await tx.execute<Record<PickTable, number | null>>(sql`select ${sql.join(asked, sql`, `)}`);
  const ids = { ...found! };
  for (const list of lists) {
    const name = names[list];
    if (name !== null && ids[list] === null) ids[list] = (await resolveNames(tx, list, [name])).get(name.toLowerCase())!;
  }
  return ids;
}

export async function loadNames(db: Queryable, list: PickTable, limit = 5000): Promise<string[]> {
  const { rows } = await db.execute<{ name: string }>(sql`select name from ${PICK_TABLES[list]} order by lower(name) limit ${limit}`);
  return rows.map((row) => row.name);
}
