import { type SQL, sql } from 'drizzle-orm';
import type { CustomFieldValues } from '#contract/schemas/customField';
import type { Credit, Deal, DealLine, DealStatus } from '#contract/schemas/deal';
import { commissionOf } from '#core/deal/commission';
import { QUANTITY_SCALE } from '#core/measure/part';
import { toDecimal } from '#core/money/amount';
import { type DaySpan, toStorableDay } from '#core/period/day';
import type { MemberSpan } from '#core/units/unit';
import { cutTo, spansOf } from '../credited/index';
import type { Queryable } from '../db/client';
import type { DealCredit } from './facts';

export interface DealRecord extends Record<string, unknown> {
  id: number;
  version: number;
  code: string;
  status: DealStatus;
  salesperson: string;
  salesperson_name: string;
  customer: string;
  amount: number;
  currency: string;
  credited: number;
  day: string;
  closed_on: string | null;
  expected_on: string | null;
  opened_on: string | null;
  probability: string | null;
  stage: string | null;
  product: string | null;
  category: string | null;
  source: string | null;
  location: string | null;
  lost_reason: string | null;
  refund_of: string | null;
  lines: { product: string; quantity: number; unitPrice: number; unitCost: number | null }[] | null;
  changed_at: string;
  quantity: string | null;
  cost: number | null;
  commission_rate: string | null;
  notes: string | null;
  custom: CustomFieldValues | null;
  voided_at: string | null;
  void_reason: string | null;
  credit: { salesperson: string; basisPoints: number }[] | null;
}

const STORED_CREDIT = sql`(select json_agg(json_build_object('salesperson', cu2.code,
  'basisPoints', c.basis_points) order by c.position)
    from deal_credit c join unit cu2 on cu2.id = c.salesperson_id where c.deal_id = d.id)`;

/**
 * A deal as the API shows it, with the names of everything it points to; its credits from where
 * they are kept.
 */
const dealColumns = (credit: SQL) => sql`
  d.id, d.version, d.code, d.status, u.code as salesperson, u.name as salesperson_name, cu.name as
    customer, d.amount, d.currency, d.credited,
  d.day, d.closed_on, d.expected_on, d.opened_on, d.probability, st.name as stage, pr.name as
    product, ca.name as category, so.name as source,
  lo.name as location, d.quantity, d.cost, d.commission_rate, d.notes, d.custom, d.voided_at, d.void_reason,
    coalesce(d.changed_at::text, '') as changed_at, lr.name as lost_reason, (select o.code from
      deal o where o.id = d.refund_of) as refund_of,
  case when d.lines is not null then (select json_agg(json_build_object('product', lp.name,
    'quantity', l.value->'quantity', 'unitPrice', l.value->'unitPrice', 'unitCost',
      l.value->'unitCost') order by l.at)
    from jsonb_array_elements(d.lines) with ordinality l(value, at) join product p0 on p0.id =
      (l.value->>'productId')::int join product lp on lp.id = coalesce(p0.merged_into, p0.id)) end
        as lines,
  ${credit} as credit`;

export const DEAL_COLUMNS = dealColumns(STORED_CREDIT);

/**
 * The same of a past state of the history, whose credits are part of it: `record` is the state, `d`
 * made of it.
 */
export const pastColumns = (record: SQL) =>
  dealColumns(sql`(select json_agg(json_build_object('salesperson', cu2.code, 'basisPoints',
    (k.value->>'basis_points')::int) order by (k.value->>'position')::int)
    from jsonb_array_elements(case jsonb_typeof(${record}->'credit') when 'array' then
      ${record}->'credit' else '[]' end) k(value) join unit cu2 on cu2.id =
        (k.value->>'salesperson_id')::int)`);

export const DEAL_JOINS = sql`
  join unit u on u.id = d.salesperson_id join customer cu on cu.id = d.customer_id
  left join stage st on st.id = d.stage_id left join product pr on pr.id = d.product_id left join
    category ca on ca.id = d.category_id
  left join source so on so.id = d.source_id left join location lo on lo.id = d.location_id left
    join lost_reason lr on lr.id = d.lost_reason_id`;

const toNumber = (text: string | null) => (text === null ? null : Number(text));

export function toDeal(row: DealRecord): Deal {
  return {
    id: row.id,
    version: row.version,
    deal: row.code,
    status: row.status,
    salesperson: row.salesperson,
    salespersonName: row.salesperson_name,
    customer: row.customer,
    amount: toDecimal(row.amount, row.currency),
    currency: row.currency,
    credited: row.credited,
    day: row.day,
    closedOn: row.closed_on,
    expectedOn: row.expected_on,
    openedOn: row.opened_on,
    probability: toNumber(row.probability),
    stage: row.stage,
    product: row.product,
    category: row.category,
    source: row.source,
    location: row.location,
    quantity: toNumber(row.quantity),
    cost: row.cost === null ? null : toDecimal(row.cost, row.currency),
    commissionRate: toNumber(row.commission_rate),
    notes: row.notes,
    customFields: row.custom ?? {},
    credit:
      row.credit?.map((each): Credit => ({
        salesperson: each.salesperson,
        percent: each.basisPoints / 100,
      })) ?? null,
    commission:
      row.commission_rate === null ? null : commissionOf(row.credited, Number(row.commission_rate)),
    lostReason: row.lost_reason,
    refundOf: row.refund_of,
    changedAt: row.changed_at,
    lines:
      row.lines?.map((line): DealLine => ({
        product: line.product,
        quantity: line.quantity / QUANTITY_SCALE,
        unitPrice: toDecimal(line.unitPrice, row.currency),
        unitCost: line.unitCost === null ? null : toDecimal(line.unitCost, row.currency),
      })) ?? null,
    voidedAt: row.voided_at,
    voidReason: row.void_reason,
  };
}

const FEW_SEGMENTS = 4;

/**
 * Whether one deal `d` belongs to the people and days of the memberSpans, by owner or by credit:
 * the same rule as for every figure. Null: every deal does.
 */
export function inMemberSpans(memberSpans: readonly MemberSpan[] | null): SQL {
  if (memberSpans === null) return sql`true`;
  const spans = spansOf(memberSpans);
  return sql`(exists (select 1 from ${spans} where s.id = d.salesperson_id and d.day >= s.f and
    d.day < s.t)
    or exists (select 1 from deal_credit c join ${spans} on s.id = c.salesperson_id and d.day >=
      s.f and d.day < s.t where c.deal_id = d.id))`;
}

/**
 * Whether a deal is the people's of the memberSpans alone: its owner is one of them that day, and
 * nobody else is credited. Who holds a part of a deal reads it; only whose it is changes it.
 */
export async function ownsDeal(
  db: Queryable,
  id: number,
  memberSpans: readonly MemberSpan[] | null,
): Promise<boolean> {
  if (memberSpans === null) return true;
  const spans = spansOf(memberSpans);
  const { rows } = await db.execute(sql`select 1 from deal d where d.id = ${id}
    and exists (select 1 from ${spans} where s.id = d.salesperson_id and d.day >= s.f and d.day <
      s.t)
    and not exists (select 1 from deal_credit c where c.deal_id = d.id and not exists (select 1
      from ${spans} where s.id = c.salesperson_id and d.day >= s.f and d.day < s.t))`);
  return rows.length > 0;
}

/**
 * The same for a list: found from the people, by the index of their days, in place of asking of
 * every deal.
 */
export function ofMemberSpans(
  memberSpans: readonly MemberSpan[] | null,
  span: DaySpan | null,
): SQL {
  if (memberSpans === null) return sql`true`;
  const cut = cutTo(memberSpans, span);
  const spans = spansOf(cut);
  // Of few people their days are named, which the index answers at once; the split deals of which
  // they have a part come beside.
  if (cut.length > 0 && cut.length <= FEW_SEGMENTS) {
    const own = cut.map(
      (each) =>
        sql`(d.salesperson_id = ${each.salespersonId} and d.day >= ${toStorableDay(each.from)} and d.day <
          ${toStorableDay(each.to)})`,
    );
    return sql`(${sql.join(own, sql` or `)} or d.id = any(array(select c.deal_id from ${spans} join
      deal_credit c on c.salesperson_id = s.id join deal x on x.id = c.deal_id and x.day >= s.f and
        x.day < s.t)))`;
  }
  return sql`d.id in (select x.id from ${spans} join deal x on x.salesperson_id = s.id and x.day >=
    s.f and x.day < s.t
    union all select c.deal_id from ${spans} join deal_credit c on c.salesperson_id = s.id join
      deal x on x.id = c.deal_id and x.day >= s.f and x.day < s.t)`;
}

/** One deal, if it lies in the memberSpans; locked against other changes when asked. */
export async function loadDeal(
  db: Queryable,
  id: number,
  memberSpans: readonly MemberSpan[] | null,
  lock = false,
): Promise<Deal | null> {
  if (lock) await db.execute(sql`select 1 from deal where id = ${id} for update`);
  const { rows } = await db.execute<DealRecord>(
    sql`select ${DEAL_COLUMNS} from deal d ${DEAL_JOINS} where d.id = ${id} and
      ${inMemberSpans(memberSpans)}`,
  );
  return rows[0] ? toDeal(rows[0]) : null;
}

/** What a stored deal contributes is read from what is stored, never from what is being sent. */
export async function loadCredits(db: Queryable, id: number): Promise<DealCredit[]> {
  const { rows } = await db.execute<{
    sp: number;
    minor: number;
    bp: number;
    cost: number | null;
  }>(sql`
    select coalesce(c.salesperson_id, d.salesperson_id) as sp, coalesce(c.credited, d.credited) as
      minor, coalesce(c.basis_points, 10000) as bp,
      case when c.deal_id is null then d.credited_cost else c.cost end as cost
    from deal d left join deal_credit c on c.deal_id = d.id where d.id = ${id} order by
      c.position`);
  return rows.map((row) => ({
    salespersonId: row.sp,
    minor: row.minor,
    basisPoints: row.bp,
    cost: row.cost,
  }));
}

/** A deal as it is kept in the history. */
export async function loadRecord(db: Queryable, id: number): Promise<unknown> {
  const { rows } = await db.execute<{ record: unknown }>(
    sql`select deal_record(d) as record from deal d where d.id = ${id}`,
  );
  return rows[0]!.record;
}
