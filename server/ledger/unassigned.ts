import { type SQL, sql } from 'drizzle-orm';
import { type DaySpan, toIsoDay } from '#core/period/day';
import type { Queryable } from '../db/client';

/** Whether a person stood in any unit on the day of `deal d`. */
export const hasUnit = (person: SQL) =>
  sql`exists (select from membership m where m.unit_id = ${person} and d.day >= m.from_day and
    d.day < m.to_day)`;

/**
 * Of `deal d`: its owner, or somebody with a part of it, stood in no unit on its day. What of it is
 * theirs is in no unit's figures.
 */
export const IS_UNASSIGNED = sql`(not ${hasUnit(sql`d.salesperson_id`)} or exists (select from
  deal_credit c where c.deal_id = d.id and not ${hasUnit(sql`c.salesperson_id`)}))`;

/**
 * How many won deals of a span are in no unit's figures, refunds and deals of zero among them:
 * those the list of them shows.
 */
export async function countUnassigned(db: Queryable, { from, to }: DaySpan): Promise<number> {
  const {
    rows: [row],
  } = await db.execute<{ count: number }>(sql`
    select count(*) as count from deal d where d.status = 'won' and d.voided_at is null and d.day
      >= ${toIsoDay(from)} and d.day < ${toIsoDay(to)} and ${IS_UNASSIGNED}`);
  return row!.count;
}
