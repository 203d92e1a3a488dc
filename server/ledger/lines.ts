import { type SQL, sql } from 'drizzle-orm';
import { type Day, fromCivil, toIsoDay } from '#core/period/day';
import { LineBook } from '#core/slices/lineBook';
import { type CreditedLine, toColumn } from '#core/slices/lineColumn';
import type { Database, Queryable } from '../db/client';

const EPOCH_DAY = fromCivil(2000, 1, 1);
/** Read together: whoever sells a lot has a few ten thousand lines. */
const PEOPLE_AT_ONCE = 20;

/**
 * Fields of a credited line of a won deal, in the order of `readLine`: of deal `d`, the part `p` of
 * it that is one person's, and its line `l`, where it has any.
 */
const LINES = sql`string_agg(concat_ws(' ', d.id, d.day - date '2000-01-01', d.customer_id,
  coalesce(l.product_id, d.product_id, 0), coalesce(d.category_id, 0), coalesce(d.source_id, 0),
  coalesce(d.location_id, 0), coalesce(l.credited, p.credited),
  coalesce((case when l.deal_id is null then p.cost else l.cost end)::text, '-'), d.credited,
  coalesce(l.quantity, case when p.is_first then (d.quantity * 1000)::bigint end, 0),
  p.is_first::int, (l.deal_id is not null)::int), ',')`;

/** The won deals of people, a row a deal and person and line; `whose` names the person. */
function fromCredited(whose: (salespersonId: SQL) => SQL): SQL {
  const counts = sql`d.status = 'won' and d.voided_at is null`;
  return sql`(
    select d.id, d.salesperson_id as sp, d.credited, d.credited_cost as cost, true as is_first
      from deal d where ${whose(sql`d.salesperson_id`)} and ${counts} and not exists
        (select from deal_credit k where k.deal_id = d.id)
    union all
    select d.id, k.salesperson_id, k.credited, k.cost, k.salesperson_id = d.salesperson_id
      from deal_credit k join deal d on d.id = k.deal_id where ${whose(sql`k.salesperson_id`)} and
        ${counts}) p
    join deal d on d.id = p.id
    left join deal_line l on l.deal_id = p.id and l.salesperson_id = p.sp`;
}

/** Reads the credited lines of all won deals, a few people at a time, in one snapshot. */
export async function loadLines(db: Database): Promise<LineBook> {
  return db.transaction(
    async (tx) => {
      const { rows: people } = await tx.execute<{ id: number }>(
        sql`select id from unit where kind = 'salesperson' order by id`,
      );
      const book = new LineBook();
      for (let from = 0; from < people.length; from += PEOPLE_AT_ONCE) {
        const ids = people.slice(from, from + PEOPLE_AT_ONCE).map(({ id }) => id);
        const { rows } = await tx.execute<{ sp: number; lines: string }>(sql`
          select p.sp, ${LINES} as lines
          from ${fromCredited((id) => sql`${id} = any(${sql.param(ids)}::int[])`)} group by 1`);
        for (const { sp, lines } of rows) {
          book.load(sp, toColumn(lines.split(',').map(readLine)));
          // Lets waiting requests through between people.
          await new Promise((resolve) => setImmediate(resolve));
        }
      }
      return book;
    },
    { isolationLevel: 'repeatable read', accessMode: 'read only' },
  );
}

/** A day of a salesperson. */
export interface SoldDay {
  salespersonId: number;
  day: Day;
}

/** Reads some people's days anew. */
export async function refreshLines(
  db: Queryable,
  book: LineBook,
  changed: readonly SoldDay[],
): Promise<void> {
  const places = new Map(
    changed.map(({ salespersonId, day }) => [
      `${salespersonId}|${toIsoDay(day)}`,
      { salespersonId, day },
    ]),
  );
  if (places.size === 0) return;
  const list = [...places.values()];
  const people = sql.param(list.map((each) => each.salespersonId));
  const days = sql.param(list.map((each) => toIsoDay(each.day)));
  const { rows } = await db.execute<{ sp: number; day: string; lines: string }>(sql`
    select p.sp, d.day::text as day, ${LINES} as lines
    from ${fromCredited(
      (id) => sql`(${id}, d.day) in (select * from unnest(${people}::int[], ${days}::date[]))`,
    )} group by 1, 2`);
  const found = new Map(rows.map((row) => [`${row.sp}|${row.day}`, row.lines]));
  for (const [key, { salespersonId, day }] of places)
    book.replaceDay(salespersonId, day, found.get(key)?.split(',').map(readLine) ?? []);
}

function readLine(text: string): CreditedLine {
  const [
    deal,
    day,
    customer,
    product,
    category,
    source,
    location,
    amount,
    cost,
    dealAmount,
    quantity,
    isFirst,
    isOfLine,
  ] = text.split(' ');
  return {
    deal: Number(deal),
    day: EPOCH_DAY + Number(day),
    customer: Number(customer),
    product: Number(product),
    category: Number(category),
    source: Number(source),
    location: Number(location),
    amount: Number(amount),
    cost: cost === '-' ? null : Number(cost),
    dealAmount: Number(dealAmount),
    quantity: Number(quantity),
    isFirst: isFirst === '1',
    isOfLine: isOfLine === '1',
  };
}
