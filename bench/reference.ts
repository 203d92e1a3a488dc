import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { DuckDBInstance } from '@duckdb/node-api';
import type pg from 'pg';
import { from as copyFrom } from 'pg-copy-streams';

/**
 * The SQL a database engineer would write by hand for the same result: COPY, insert into the
 * indexed table, add up the totals.
 */
export async function importByHand(
  client: pg.ClientBase,
  path: string,
  userId: number,
): Promise<void> {
  await client.query('begin');
  await client.query(
    'create temp table s (deal text, salesperson text, customer text, amount numeric, currency text, status text, closed_on date, product text, category text, source text) on commit drop',
  );
  await pipeline(
    createReadStream(path),
    client.query(copyFrom('copy s from stdin with (format csv, header)')),
  );
  await client.query('analyze s');
  for (const list of ['customer', 'product', 'category', 'source'])
    await client.query(
      `insert into ${list} (name) select distinct ${list} from s on conflict do nothing`,
    );
  await client.query(
    `insert into deal (code, status, salesperson_id, customer_id, amount, currency, credited,
      closed_on, product_id, category_id, source_id, created_by)
    select s.deal, s.status, u.id, c.id, (s.amount * 100)::bigint, s.currency, (s.amount *
      100)::bigint, s.closed_on, p.id, k.id, o.id, $1
    from s join unit u on u.code = s.salesperson join customer c on c.name = s.customer join
      product p on p.name = s.product join category k on k.name = s.category join source o on
        o.name = s.source`,
    [userId],
  );
  await client.query(`insert into daily_total (salesperson_id, part, day, amount)
    select salesperson_id, 'revenue', closed_on, sum(credited) from deal where status = 'won' group
      by 1, 3
    union all select salesperson_id, 'won', closed_on, count(*) from deal where status = 'won'
      group by 1, 3`);
  await client.query('commit');
}

/**
 * The same for the lines of deals that are there: COPY, one update of the deals, the lines by
 * themselves, the totals of quantities, and each deal before and after for its history.
 */
export async function importLinesByHand(
  client: pg.ClientBase,
  path: string,
  userId: number,
): Promise<void> {
  await client.query('begin');
  await client.query(
    'create temp table l (deal text, line int, product text, quantity numeric, price numeric, amount numeric) on commit drop',
  );
  await pipeline(
    createReadStream(path),
    client.query(copyFrom('copy l from stdin with (format csv, header)')),
  );
  await client.query('analyze l');
  await client.query('analyze deal');
  await client.query(
    'insert into product (name) select distinct product from l on conflict do nothing',
  );
  await client.query(`create temp table b on commit drop as select d.id, to_jsonb(d) as row from deal
    d where d.code in (select deal from l)`);
  await client.query("set local iron_ladder.derives_lines = 'later'");
  await client.query(`update deal d set lines = g.lines, quantity = g.quantity, product_id =
      g.first from (select l.deal, sum(l.quantity) as quantity, (array_agg(p.id order by l.line))[1]
        as first, jsonb_agg(jsonb_build_object('productId', p.id, 'quantity', (l.quantity *
          1000)::bigint, 'unitPrice', (l.price * 100)::bigint, 'unitCost', null) order by l.line)
        as lines from l join product p on p.name = l.product group by l.deal) g
    where d.code = g.deal`);
  await client.query(`insert into deal_line (deal_id, position, salesperson_id, product_id, quantity,
    credited) select d.id, l.line - 1, d.salesperson_id, p.id, (l.quantity * 1000)::bigint,
      (l.amount * 100)::bigint from l join deal d on d.code = l.deal join product p on p.name =
        l.product`);
  await client.query(`insert into daily_total (salesperson_id, part, day, amount)
    select salesperson_id, 'quantity', closed_on, sum(quantity * 1000) from deal where status = 'won'
      group by 1, 3`);
  await client.query(
    `insert into audit (user_id, entity, entity_id, action, before, after)
    select $1, 'deal', d.id::text, 'changed by import', b.row, to_jsonb(d) from b join deal d on
      d.id = b.id`,
    [userId],
  );
  await client.query('commit');
}

/**
 * Standings of all units for a month and the year to date, each with the year before at the same
 * point, over deals.
 */
export const STANDINGS_SQL = `
  select p.id as person, t.parent as team, b.parent as branch,
    sum(case when d.closed_on >= '2026-11-01' and d.closed_on < '2026-11-19' then d.credited else 0
      end) as month,
    sum(case when d.closed_on >= '2026-04-01' and d.closed_on < '2026-11-19' then d.credited else 0
      end) as year,
    sum(case when d.closed_on >= '2025-11-01' and d.closed_on < '2025-11-19' then d.credited else 0
      end) as month_before,
    sum(case when d.closed_on >= '2025-04-01' and d.closed_on < '2025-11-19' then d.credited else 0
      end) as year_before
  from deals d join people p on p.id = d.person
    join places t on t.unit = p.id and d.closed_on >= t.from_day and d.closed_on < t.to_day
    join places b on b.unit = t.parent and d.closed_on >= b.from_day and d.closed_on < b.to_day
  where d.status = 'won' and d.closed_on >= '2025-04-01' and d.closed_on < '2026-11-19'
  group by grouping sets ((p.id), (t.parent), (b.parent), ())`;

/** The reference's names for the tables of the schema. */
export async function createViews(pool: pg.Pool): Promise<void> {
  await pool.query(
    `create or replace view deals as select salesperson_id as person, closed_on, status, credited
      from deal where voided_at is null`,
  );
  await pool.query(
    `create or replace view people as select id from unit where kind = 'salesperson'`,
  );
  await pool.query(
    `create or replace view places as select unit_id as unit, parent_id as parent, from_day, to_day
      from membership`,
  );
}

/** The same tables in an in-process analytic engine. */
export async function openAnalytic(pool: pg.Pool): Promise<{ run(): Promise<unknown> }> {
  const connection = await (await DuckDBInstance.create(':memory:', { threads: '2' })).connect();
  await connection.run(
    'create table deals (person integer, closed_on date, status varchar, credited bigint)',
  );
  const appender = await connection.createAppender('deals');
  const { rows } = await pool.query({
    text: 'select person, closed_on::text, status, credited from deals',
    rowMode: 'array',
  });
  const { DuckDBDateValue } = await import('@duckdb/node-api');
  for (const [person, day, status, credited] of rows as [number, string, string, number][]) {
    const [year, month, date] = day.split('-').map(Number);
    appender.appendInteger(person);
    appender.appendDate(DuckDBDateValue.fromParts({ year: year!, month: month!, day: date! }));
    appender.appendVarchar(status);
    appender.appendBigInt(BigInt(credited));
    appender.endRow();
  }
  appender.closeSync();
  await connection.run('create table people (id integer)');
  await connection.run(
    'create table places (unit integer, parent integer, from_day date, to_day date)',
  );
  const people = await pool.query('select id from people');
  await connection.run(
    `insert into people values ${people.rows.map((row) => `(${row.id})`).join(',')}`,
  );
  const places = await pool.query(
    'select unit, parent, from_day::text as f, to_day::text as t from places where parent is not null',
  );
  await connection.run(
    `insert into places values ${places.rows.map((row) => `(${row.unit}, ${row.parent}, '${row.f}', '${row.t}')`).join(',')}`,
  );
  return { run: async () => (await connection.runAndReadAll(STANDINGS_SQL)).getRows() };
}
