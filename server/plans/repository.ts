import { type SQL, sql } from 'drizzle-orm';
import type { PlanStatus } from '#contract/schemas/plan';
import type { MeasureCode } from '#core/measure/measure';
import { readSlice, type TargetSlice, writeSlice } from '#core/targets/targetSlice';
import type { Queryable } from '../db/client';

export interface PlanRow extends Record<string, unknown> {
  id: number;
  year_label: number;
  name: string;
  status: PlanStatus;
  unit_id: number;
  note: string | null;
  rates: Record<string, string>;
  made_by: string;
  made_at: string;
  ended_by: string | null;
  ended_at: string | null;
  cells: number;
}

/** Plans with who made them and how much is set in them. */
export async function loadPlans(db: Queryable, where: SQL): Promise<PlanRow[]> {
  const { rows } = await db.execute<PlanRow>(sql`
    select p.id, p.year_label, p.name, p.status, p.unit_id, p.note, p.rates, m.name as made_by,
      p.created_at::text as made_at, e.name as ended_by, p.ended_at::text as ended_at,
      (select count(*) from target t where t.plan_id = p.id and t.target is not null) as cells
    from plan p join app_user m on m.id = p.created_by left join app_user e on e.id = p.ended_by
    where ${where} order by p.status = 'published' desc, p.status = 'draft' desc, p.id desc`);
  return rows;
}

export interface PlanCell {
  unitId: number;
  measure: MeasureCode;
  periodId: string;
  slice: TargetSlice | null;
  theirs: number | null;
  ours: number | null;
}

/**
 * Cells whose target, floor or stretch differ between two plans; `against` null: everything that is
 * set in the plan.
 */
export async function loadDifference(
  db: Queryable,
  planId: number,
  against: number | null,
): Promise<PlanCell[]> {
  const { rows } = await db.execute<{
    unit_id: number;
    measure: MeasureCode;
    period_id: string;
    slice: string;
    theirs: number | null;
    ours: number | null;
  }>(sql`
    select coalesce(o.unit_id, t.unit_id) as unit_id, coalesce(o.measure, t.measure) as measure,
      coalesce(o.period_id, t.period_id) as period_id, coalesce(o.slice, t.slice) as slice, t.target as theirs, o.target as ours
    from (select * from target where plan_id = ${planId}) o
    full join (select * from target where plan_id = ${against}) t on (t.unit_id, t.measure,
      t.period_id, t.slice) = (o.unit_id, o.measure, o.period_id, o.slice)
    where (o.target, o.floor, o.stretch) is distinct from (t.target, t.floor, t.stretch) order by
      1, 3, 2, 4`);
  return rows.map((row) => ({
    unitId: row.unit_id,
    measure: row.measure,
    periodId: row.period_id,
    slice: readSlice(row.slice),
    theirs: row.theirs,
    ours: row.ours,
  }));
}

/**
 * Copies the set targets of some units from one plan into another, with the year in their periods
 * exchanged.
 */
export async function copyTargets(
  tx: Queryable,
  from: { id: number; yearLabel: number },
  to: { id: number; yearLabel: number },
  unitIds: readonly number[],
  userId: number,
): Promise<number> {
  const { rows } = await tx.execute<{ count: number }>(sql`
    with copied as (
      insert into target (plan_id, unit_id, measure, period_id, slice, target, floor, stretch, own,
        note, changed_by)
      select ${to.id}, unit_id, measure, replace(period_id, ${`FY${from.yearLabel}`},
        ${`FY${to.yearLabel}`}), slice, target, floor, stretch, own, note, ${userId}
      from target where plan_id = ${from.id} and target is not null and unit_id =
        any(${sql.param([...unitIds])}::int[])
        and (period_id like 'FY%' or ${from.yearLabel === to.yearLabel})
      returning 1
    ) select count(*) as count from copied`);
  return rows[0]!.count;
}

/**
 * Makes cells of one plan as they are in another, with an audit row each; returns how many. A cell
 * that the other plan does not set is cleared.
 */
export async function mergeTargets(
  tx: Queryable,
  {
    from,
    into,
    cells,
    userId,
    reason,
  }: { from: number; into: number; cells: readonly PlanCell[]; userId: number; reason: string },
): Promise<number> {
  const column = <T>(pick: (cell: PlanCell) => T) => sql.param(cells.map(pick));
  const { rows } = await tx.execute<{ count: number }>(sql`
    with cells as (
      select * from unnest(${column((cell) => cell.unitId)}::int[],
        ${column((cell) => cell.measure)}::text[], ${column((cell) => cell.periodId)}::text[],
        ${column((cell) => writeSlice(cell.slice))}::text[]) c(unit_id, measure, period_id, slice)
    ), before as (
      select t.* from target t join cells using (unit_id, measure, period_id, slice) where t.plan_id =
        ${into}
    ), written as (
      insert into target (plan_id, unit_id, measure, period_id, slice, target, floor, stretch, own,
        note, changed_by)
      select ${into}, c.unit_id, c.measure, c.period_id, c.slice, d.target, d.floor, d.stretch, d.own,
        d.note, ${userId}
      from cells c left join target d on d.plan_id = ${from} and (d.unit_id, d.measure,
        d.period_id, d.slice) = (c.unit_id, c.measure, c.period_id, c.slice)
      on conflict (plan_id, unit_id, measure, period_id, slice) do update set target = excluded.target,
        floor = excluded.floor, stretch = excluded.stretch, own = excluded.own,
        note = excluded.note, changed_by = excluded.changed_by, changed_at = now(), version =
          target.version + 1, xid = pg_current_xact_id()
      returning *
    ), recorded as (
      insert into audit (user_id, entity, entity_id, action, before, after, reason)
      select ${userId}, 'target', concat_ws('|', w.unit_id, w.measure, w.period_id,
        nullif(w.slice, '')), 'published',
        case when b.unit_id is null then null else jsonb_build_object('target', b.target, 'floor',
          b.floor, 'stretch', b.stretch) end,
        jsonb_build_object('target', w.target, 'floor', w.floor, 'stretch', w.stretch), ${reason}
      from written w left join before b using (unit_id, measure, period_id, slice)
    ) select count(*) as count from written`);
  return rows[0]!.count;
}
