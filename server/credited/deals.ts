import { type SQL, sql } from 'drizzle-orm';
import type { MemberSpan } from '#core/units/unit';
import { spansOf } from './spans';

/**
 * `with` of the won deals that count for people on their days, a row a deal and person, with the
 * part credited to them: `parts(id, sp, day, credited, is_part)`. The same rule as for every figure
 * (core/ledger/contribution): of a split deal each one's part, else the owner's whole.
 */
export function withWonParts(memberSpans: readonly MemberSpan[]): SQL {
  return sql`
    with s as (select * from ${spansOf(memberSpans)}),
    parts as (
      select d.id, d.salesperson_id as sp, d.day, d.credited, false as is_part from s join deal d on
        d.salesperson_id = s.id and d.day >= s.f and d.day < s.t
        where d.status = 'won' and d.voided_at is null and not exists (select from deal_credit k
          where k.deal_id = d.id)
      union all
      select d.id, k.salesperson_id, d.day, k.credited, true from s join deal_credit k on
        k.salesperson_id = s.id join deal d on d.id = k.deal_id and d.day >= s.f and d.day < s.t
        where d.status = 'won' and d.voided_at is null)`;
}

/**
 * `with` of the deals, won or lost, of which people have the whole or a part on their days, a row a
 * deal and person: `closed(id, sp)`. What each adds to a measure says the view `deal_part`.
 */
export function withClosedDeals(memberSpans: readonly MemberSpan[]): SQL {
  return sql`
    with s as (select * from ${spansOf(memberSpans)}),
    closed as (
      select d.id, d.salesperson_id as sp from s join deal d on d.salesperson_id = s.id and d.day >=
        s.f and d.day < s.t where d.status <> 'open' and d.voided_at is null
      union
      select d.id, k.salesperson_id from s join deal_credit k on k.salesperson_id = s.id join deal d
        on d.id = k.deal_id and d.day >= s.f and d.day < s.t where d.status <> 'open' and
          d.voided_at is null)`;
}

/**
 * The first won deal, whoever's it is, of each customer that a table of deal ids concerns, a row a
 * customer: `id, salesperson_id, day`.
 */
export function firstDealsOf(deals: SQL): SQL {
  return sql`
    select distinct on (d.customer_id) d.id, d.salesperson_id, d.closed_on as day from deal d
    where d.customer_id in (select x.customer_id from ${deals} c join deal x on x.id = c.id) and
      d.status = 'won' and d.voided_at is null and d.credited > 0
    order by d.customer_id, d.closed_on, d.id`;
}
