import { sql } from 'drizzle-orm';
import type { ApartBy, Breakdown, ContributingDeals } from '#contract/schemas/contributingDeals';
import type { Dataset } from '#core/dataset/dataset';
import { topN } from '#core/deal/topN';
import type { DaySpan } from '#core/period/day';
import type { Unit } from '#core/units/unit';
import { countedSpans, isLineList, lineKeyOf, withWonParts } from '../credited/index';
import type { Queryable } from '../db/client';
import { LIST_TABLES, sqlNameOf } from '../lists/index';

const NAMED = 5;
const SHOWN_GROUPS = 200;

type Row = {
  id: number;
  code: string;
  customer: string;
  name: string;
  day: string;
  credited: number;
  is_part: boolean;
  count: number;
  total: number;
  converted: number;
};

/**
 * What stands behind a booked figure: the largest deals by the credited part, and what all others
 * come to (GUARDS 16).
 */
export async function viewBehind(
  db: Queryable,
  dataset: Dataset,
  unit: Unit,
  period: DaySpan,
): Promise<ContributingDeals> {
  const { rows } = await db.execute<Row>(sql`${withWonParts(countedSpans(dataset, unit, period))},
    deals as (select id, min(sp) as sp, sum(credited)::bigint as credited, bool_or(is_part) as
      is_part from parts group by id)
    select d.id, d.code, cu.name as customer, u.name, d.day::text as day, p.credited, p.is_part and
      p.credited <> d.credited as is_part, p.count, p.total, p.converted
    from (select deals.*, count(*) over () as count, sum(deals.credited) over ()::bigint as total,
      count(*) filter (where x.currency <> ${dataset.currency}) over () as converted
      from deals join deal x on x.id = deals.id order by deals.credited desc, deals.id limit
        ${NAMED}) p
    join deal d on d.id = p.id join customer cu on cu.id = d.customer_id join unit u on u.id = p.sp
      order by p.credited desc, d.id`);
  const [first] = rows;
  const named = rows.reduce((sum, row) => sum + row.credited, 0);
  return {
    currency: dataset.currency,
    count: first?.count ?? 0,
    credited: first?.total ?? 0,
    converted: first?.converted ?? 0,
    deals: rows.map((row) => ({
      id: row.id,
      deal: row.code,
      customer: row.customer,
      salespersonName: row.name,
      day: row.day,
      credited: row.credited,
      isSplit: row.is_part,
    })),
    remainder: { count: (first?.count ?? 0) - rows.length, credited: (first?.total ?? 0) - named },
  };
}

/** A booked figure taken apart by what its deals have in common. */
export async function viewApart(
  db: Queryable,
  dataset: Dataset,
  unit: Unit,
  period: DaySpan,
  by: ApartBy,
): Promise<Breakdown> {
  const isByLine = isLineList(by);
  const key =
    by === 'salesperson'
      ? sql`p.sp`
      : isByLine
        ? lineKeyOf(by)
        : sql`d.${sql.identifier(`${sqlNameOf(by)}_id`)}`;
  const lines = isByLine
    ? sql`left join deal_line l on l.deal_id = p.id and l.salesperson_id = p.sp`
    : sql``;
  const amount = isByLine ? sql`coalesce(l.credited, p.credited)` : sql`p.credited`;
  const names =
    by === 'salesperson'
      ? sql`(select name from unit where id = g.key)`
      : sql`(select name from ${LIST_TABLES[by]} where id = g.key)`;
  const { rows } = await db.execute<{
    key: number | null;
    name: string | null;
    count: number;
    credited: number;
  }>(sql`${withWonParts(countedSpans(dataset, unit, period))}
    select g.key, ${names} as name, g.count, g.credited from (
      select ${key} as key, count(distinct d.id) as count, sum(${amount})::bigint as credited from
        parts p join deal d on d.id = p.id ${lines} group by 1) g order by g.credited desc, g.key`);
  const credited = rows.reduce((total, row) => total + row.credited, 0);
  const count = isByLine
    ? await countDeals(db, dataset, unit, period)
    : rows.reduce((total, row) => total + row.count, 0);
  const { named, others: remainder } = topN(rows, SHOWN_GROUPS);
  return {
    currency: dataset.currency,
    by,
    count,
    credited,
    groups: named.map((row) => ({
      id: row.key,
      key: by === 'salesperson' ? (dataset.tree.find(row.key!)?.code ?? null) : row.name,
      name: row.name ?? 'none',
      count: row.count,
      credited: row.credited,
    })),
    remainder,
  };
}

/** A deal of several products is one deal, and counts in the group of each. */
async function countDeals(
  db: Queryable,
  dataset: Dataset,
  unit: Unit,
  period: DaySpan,
): Promise<number> {
  const {
    rows: [row],
  } = await db.execute<{ count: number }>(
    sql`${withWonParts(countedSpans(dataset, unit, period))} select count(distinct id) as count from
      parts`,
  );
  return row!.count;
}
