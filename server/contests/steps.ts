import { sql } from 'drizzle-orm';
import type { ContestStep } from '#core/contest/crossing';
import type { Dataset } from '#core/dataset/dataset';
import { type DaySpan, intersect, parseDay, toStorableDay } from '#core/period/day';
import type { Queryable } from '../db/client';

/** Measures whose every deal is known with the moment of its recording. */
const STEPPED = ['revenue', 'gross_profit', 'deals_won'] as const;
export type SteppedMeasure = (typeof STEPPED)[number];

export function isStepped(measure: string): measure is SteppedMeasure {
  return (STEPPED as readonly string[]).includes(measure);
}

const AMOUNTS = {
  revenue: sql`p.credited`,
  gross_profit: sql`p.credited - p.cost`,
  deals_won: sql`case when p.whole > 0 and p.is_first then 1 else 0 end`,
} as const;

/** What the deals of members add, in a span, by member. */
export async function loadSteps(
  db: Queryable,
  { tree }: Dataset,
  memberIds: readonly number[],
  measure: SteppedMeasure,
  span: DaySpan,
): Promise<Map<number, ContestStep[]>> {
  const spans = memberIds.flatMap((member) =>
    tree.memberSpansUnder(member).flatMap(({ salespersonId, from, to }) => {
      const days = intersect({ from, to }, span);
      return days ? [{ member, salespersonId, ...days }] : [];
    }),
  );
  if (spans.length === 0) return new Map();
  const { rows } = await db.execute<{
    member: number;
    id: number;
    day: string;
    at: string;
    amount: number;
  }>(sql`
    with s as (select * from unnest(${sql.param(spans.map(({ member }) => member))}::int[],
      ${sql.param(spans.map(({ salespersonId }) => salespersonId))}::int[],
      ${sql.param(spans.map(({ from }) => toStorableDay(from)))}::date[],
      ${sql.param(spans.map(({ to }) => toStorableDay(to)))}::date[]) s(member, id, f, t)),
    p as (
      select s.member, d.id, d.day, d.created_at, d.credited as whole, d.credited, d.credited_cost as
        cost, true as is_first from s join deal d
        on d.salesperson_id = s.id and d.day >= s.f and d.day < s.t where d.status = 'won' and
          d.voided_at is null and not exists (select from deal_credit k where k.deal_id = d.id)
      union all
      select s.member, d.id, d.day, d.created_at, d.credited, k.credited, k.cost, k.salesperson_id =
        d.salesperson_id from s join
        deal_credit k on k.salesperson_id = s.id join deal d on d.id = k.deal_id and d.day >= s.f and
          d.day < s.t where d.status = 'won' and d.voided_at is null)
    select p.member, p.id, p.day::text as day, to_char(p.created_at at time zone 'UTC',
      'YYYY-MM-DD"T"HH24:MI:SS.US') as at, ${AMOUNTS[measure]} as amount
    from p where ${AMOUNTS[measure]} is not null`);
  const found = new Map<number, ContestStep[]>();
  for (const { member, id, day, at, amount } of rows) {
    let steps = found.get(member);
    if (!steps) found.set(member, (steps = []));
    steps.push({ day: parseDay(day)!, recordedAt: at, deal: id, amount });
  }
  return found;
}
