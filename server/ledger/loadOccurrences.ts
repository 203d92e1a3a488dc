import { sql } from 'drizzle-orm';
import type pg from 'pg';
import { type Occurrence, Occurrences } from '#core/ledger/occurrences';
import { type Day, fromCivil, parseDay, toIsoDay } from '#core/period/day';
import type { Queryable } from '../db/client';

const EPOCH_DAY = fromCivil(2000, 1, 1);

/** A refund is no deal won. */
const COUNTS = `d.status = 'won' and d.voided_at is null and d.credited > 0`;
/** A row a product of the deal's lines: they count with whom the deal names first. */
const LINES = `left join (select distinct deal_id, product_id from deal_line) l on l.deal_id = d.id`;

/**
 * Reads who won what from whom, a row a salesperson, in the snapshot of the caller's transaction.
 */
export async function loadOccurrences(client: pg.PoolClient): Promise<Occurrences> {
  const occurrences = new Occurrences();
  const { rows } = await client.query({
    text: `select d.salesperson_id, string_agg(d.id || ' ' || (d.closed_on - date '2000-01-01') || ' '
      || d.customer_id || ' ' || coalesce(l.product_id, d.product_id, 0) || ' ' ||
        coalesce(d.location_id, 0), ',') from deal d ${LINES} where ${COUNTS} group by 1`,
    rowMode: 'array',
  });
  for (const [salespersonId, text] of rows as [number, string][]) {
    occurrences.load(
      salespersonId,
      text.split(',').map((each): Occurrence => {
        const [dealId, day, customer, product, location] = each.split(' ');
        return {
          dealId: Number(dealId),
          day: EPOCH_DAY + Number(day),
          customer: Number(customer),
          product: Number(product),
          location: Number(location),
        };
      }),
    );
    // Lets waiting requests through between people.
    await new Promise((resolve) => setImmediate(resolve));
  }
  return occurrences;
}

/** Reads some people's days anew. */
export async function refreshOccurrences(
  db: Queryable,
  occurrences: Occurrences,
  changed: readonly { salespersonId: number; day: Day }[],
): Promise<void> {
  if (changed.length === 0) return;
  const places = new Map(
    changed.map((each) => [`${each.salespersonId}|${toIsoDay(each.day)}`, each]),
  );
  const list = [...places.values()];
  const { rows } = await db.execute<{
    id: number;
    sp: number;
    day: string;
    customer: number;
    product: number;
    location: number;
  }>(sql`
    select d.id, d.salesperson_id as sp, d.day::text as day, d.customer_id as customer,
      coalesce(l.product_id, d.product_id, 0) as product, coalesce(d.location_id, 0) as location
    from unnest(${sql.param(list.map((each) => each.salespersonId))}::int[],
      ${sql.param(list.map((each) => toIsoDay(each.day)))}::date[]) p(sp, day)
    join deal d on d.salesperson_id = p.sp and d.day = p.day
      left join lateral (select distinct x.product_id from deal_line x where x.deal_id = d.id) l on
        true
    where ${sql.raw(COUNTS)}`);
  const found = new Map<string, Occurrence[]>();
  for (const row of rows) {
    const key = `${row.sp}|${row.day}`;
    const each = {
      dealId: row.id,
      day: parseDay(row.day)!,
      customer: row.customer,
      product: row.product,
      location: row.location,
    };
    const known = found.get(key);
    if (known) known.push(each);
    else found.set(key, [each]);
  }
  for (const [key, { salespersonId, day }] of places)
    occurrences.replaceDay(salespersonId, day, found.get(key) ?? []);
}
