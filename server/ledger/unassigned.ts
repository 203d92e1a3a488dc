import { type SQL, sql } from 'drizzle-orm';
import { type Day, type DaySpan, parseDay, toIsoDay } from '#core/period/day';
import type { UnitTree } from '#core/units/tree';
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

/** A credited person of a won deal who stood in no unit on its day. */
export interface UnassignedPart {
  dealId: number;
  salespersonId: number;
  day: Day;
}

/** More than these are nobody's slip: then the book has no units yet. */
const MOST_PARTS = 10_000;

/** Whose part of which won deals of a span is in no unit's figures. */
export async function listUnassigned(
  db: Queryable,
  { from, to }: DaySpan,
): Promise<UnassignedPart[]> {
  const { rows } = await db.execute<{ id: number; sp: number; day: string }>(sql`
    select d.id, coalesce(k.salesperson_id, d.salesperson_id) as sp, d.day::text as day from deal d
      left join deal_credit k on k.deal_id = d.id
    where d.status = 'won' and d.voided_at is null and d.day >= ${toIsoDay(from)} and d.day <
      ${toIsoDay(to)} and not ${hasUnit(sql`coalesce(k.salesperson_id, d.salesperson_id)`)}
    order by d.id limit ${MOST_PARTS}`);
  return rows.map((row) => ({
    dealId: row.id,
    salespersonId: row.sp,
    day: parseDay(row.day)!,
  }));
}

/**
 * The units that a day of a person outside all units concerns: those they stood in last before it,
 * or else first after it.
 */
export function concernedUnits(tree: UnitTree, salespersonId: number, day: Day): readonly number[] {
  const places = tree.membershipsOf(salespersonId);
  const before = places.filter((place) => place.to <= day).at(-1);
  const nearest = before ? before.to - 1 : places.find((place) => place.from > day)?.from;
  return nearest === undefined ? [] : [salespersonId, ...tree.ancestorsOn(salespersonId, nearest)];
}
