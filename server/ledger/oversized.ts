import { sql } from 'drizzle-orm';
import type { Part } from '#core/measure/part';
import { LARGEST_QUANTITY } from '#core/money/limits';
import type { Queryable } from '../db/client';

/**
 * A deal with a number beyond what is taken now: booked before there was a limit, or past the
 * application.
 */
export interface OversizedDeal extends Record<string, unknown> {
  id: number;
  deal: string;
  salesperson: string;
  salespersonId: number;
  field: 'amount' | 'cost' | 'quantity';
  /** As a whole number, or with its decimals. */
  value: string;
}

/**
 * In minor units of the reporting currency; ten billion euros, ten trillion yen. Smaller ones may
 * still be too many together.
 */
const LARGE = 1_000_000_000_000;

const FIELD_OF_PART: Readonly<Partial<Record<Part, OversizedDeal['field']>>> = {
  revenue: 'amount',
  costed: 'amount',
  lostAmount: 'amount',
  cost: 'cost',
  quantity: 'quantity',
};

/** What of a deal a part of the totals is made of. */
export function fieldOfPart(part: Part): OversizedDeal['field'] {
  return FIELD_OF_PART[part] ?? 'amount';
}

/** Deals that are too large, largest first; of some people when they are named. */
export async function findOversized(
  db: Queryable,
  { people = null, limit }: { people?: readonly number[] | null; limit: number },
): Promise<OversizedDeal[]> {
  const { rows } = await db.execute<OversizedDeal>(sql`
    select d.id, d.code as deal, u.name as salesperson, d.salesperson_id as "salespersonId",
      v.field, v.value::text as value
    from deal d join unit u on u.id = d.salesperson_id
    cross join lateral (values ('amount', d.credited::numeric, ${LARGE}::numeric), ('cost',
      d.credited_cost::numeric, ${LARGE}::numeric), ('quantity', d.quantity,
        ${LARGEST_QUANTITY}::numeric)) v(field, value, most)
    where d.voided_at is null and (abs(d.credited) > ${LARGE} or abs(d.credited_cost) > ${LARGE} or
      abs(d.quantity) > ${LARGEST_QUANTITY})
      and abs(v.value) > v.most and ${
        people === null
          ? sql`true`
          : sql`d.salesperson_id =
        any(${sql.param([...people])}::int[])`
      }
    order by abs(v.value) desc limit ${limit}`);
  return rows;
}
