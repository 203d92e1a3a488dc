import { type SQL, sql } from 'drizzle-orm';
import type { DealGrouping, DealGroups } from '#contract/schemas/deal';
import type { Dataset } from '#core/dataset/dataset';
import { toTally } from '#core/deal/tally';
import { parseDay } from '#core/period/day';
import { describePeriod } from '#wording/period';
import { isLineList, lineKeyOf } from '../credited/index';
import type { Queryable } from '../db/client';
import { LIST_TABLES, sqlNameOf } from '../lists/index';
import { creditedPartOf, type DealFilter, whereOf } from './filter';
import { sumsOf, toTallies } from './page';

const SHOWN_GROUPS = 200;

type Row = {
  key: string | number | null;
  name: string | null;
  count: number;
  won: number;
  won_credited: number;
  open: number;
  open_credited: number;
};

/** What a deal is grouped by: an id or text, and its name. */
function expressionOf(by: Exclude<DealGrouping, 'month'>): { key: SQL; name: SQL } {
  if (by === 'status') return { key: sql`d.status`, name: sql`g.key` };
  if (by === 'salesperson')
    return { key: sql`d.salesperson_id`, name: sql`(select name from unit where id = g.key)` };
  return {
    key: isLineList(by) ? lineKeyOf(by) : sql`d.${sql.identifier(`${sqlNameOf(by)}_id`)}`,
    name: sql`(select name from ${LIST_TABLES[by]} where id = g.key)`,
  };
}

/**
 * Deals put together, the largest by won amount first; months in their order. Groups and others
 * make the whole (GUARDS 16).
 */
export async function loadGroups(
  db: Queryable,
  dataset: Dataset,
  filter: DealFilter,
  by: DealGrouping,
): Promise<DealGroups> {
  if (by === 'month') return { groups: await loadMonths(db, dataset, filter), remainder: null };
  const { key, name } = expressionOf(by);
  const part = creditedPartOf(filter, isLineList(by) ? by : null);
  const { rows } = await db.execute<Row>(sql`
    select g.*, ${name} as name from (select ${key} as key, ${sumsOf(part)} from deal d
      ${part.join} where ${whereOf(filter)} group by 1) g order by g.won_credited desc,
        g.open_credited desc, g.count desc`);
  const rest = rows.slice(SHOWN_GROUPS);
  const toKey = (row: Row) =>
    by === 'salesperson' && row.key !== null
      ? (dataset.tree.find(Number(row.key))?.code ?? null)
      : by === 'status'
        ? String(row.key)
        : row.name;
  return {
    groups: rows
      .slice(0, SHOWN_GROUPS)
      .map((row) => ({ key: toKey(row), name: row.name ?? 'none', ...toTallies(row) })),
    remainder: rest.length === 0 ? null : { groups: rest.length, ...addUp(rest) },
  };
}

function addUp(rows: readonly Row[]) {
  const sum = (field: 'count' | 'won' | 'won_credited' | 'open' | 'open_credited') =>
    rows.reduce((total, row) => total + row[field], 0);
  return {
    count: sum('count'),
    won: toTally(sum('won'), sum('won_credited')),
    open: toTally(sum('open'), sum('open_credited')),
  };
}

async function loadMonths(
  db: Queryable,
  { calendar }: Dataset,
  filter: DealFilter,
): Promise<DealGroups['groups']> {
  const part = creditedPartOf(filter);
  const { rows } = await db.execute<Row & { key: string }>(
    sql`select d.day::text as key, null as name, ${sumsOf(part)} from deal d ${part.join} where
      ${whereOf(filter)} group by 1 order by 1`,
  );
  const months = new Map<string, Row[]>();
  for (const row of rows) {
    const { id } = calendar.periodOf('month', parseDay(row.key)!);
    months.set(id, [...(months.get(id) ?? []), row]);
  }
  return [...months].map(([id, of]) => ({
    key: id,
    name: describePeriod(calendar.parse(id)!, calendar),
    ...addUp(of),
  }));
}
