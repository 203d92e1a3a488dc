import { sql } from 'drizzle-orm';
import type { MeasureCode } from '#core/measure/measure';
import type { Queryable } from '../db/client';
import type { TargetFacts } from './check';

export interface StoredTarget {
  unitId: number;
  measure: MeasureCode;
  periodId: string;
  target: number | null;
  floor: number | null;
  stretch: number | null;
  version: number;
}

/** The cell's name in the audit: a draft's cells have histories of their own. */
export const auditKey = (plan: { id: number; isPublished: boolean }, key: string) => (plan.isPublished ? key : `plan ${plan.id}|${key}`);

export const targetKey = (unitId: number, measure: string, periodId: string) => `${unitId}|${measure}|${periodId}`;

/** Stored targets of the given cells, locked in a fixed order so that two writers never wait for each other in a circle. */
export async function lockTargets(tx: Queryable, planId: number, facts: readonly TargetFacts[]): Promise<Map<string, StoredTarget>> {
  const { rows } = await tx.execute<{ unit_id: number; measure: MeasureCode; period_id: string; target: number | null; floor: number | null; stretch: number | null; version: number }>(sql`
    select t.unit_id, t.measure, t.period_id, t.target, t.floor, t.stretch, t.version from target t
    join unnest(${sql.param(facts.map((each) => each.unit.id))}::int[], ${sql.param(facts.map((each) => each.measure))}::text[], ${sql.param(facts.map((each) => each.period.id))}::text[]) w(u, m, p)
      on t.plan_id = ${planId} and t.unit_id = w.u and t.measure = w.m and t.period_id = w.p
    order by t.unit_id, t.measure, t.period_id for update of t`);
  return new Map(rows.map((row) => [targetKey(row.unit_id, row.measure, row.period_id), {
    unitId: row.unit_id, measure: row.measure, periodId: row.period_id, target: row.target, floor: row.floor, stretch: row.stretch, version: row.version,
  }]));
}

/** Writes all cells in one statement. */
export async function saveTargetRows(tx: Queryable, planId: number, facts: readonly TargetFacts[], userId: number): Promise<number> {
  const column = <T>(pick: (each: TargetFacts) => T) => sql.param(facts.map(pick));
  const { rows } = await tx.execute(sql`
    insert into target (plan_id, unit_id, measure, period_id, target, floor, stretch, note, changed_by)
    select ${planId}, u, m, p, t, f, s, n, ${userId} from unnest(
      ${column((each) => each.unit.id)}::int[], ${column((each) => each.measure)}::text[], ${column((each) => each.period.id)}::text[],
      ${column((each) => each.target)}::bigint[], ${column((each) => each.floor)}::bigint[], ${column((each) => each.stretch)}::bigint[],
      ${column((each) => each.note)}::text[]) w(u, m, p, t, f, s, n)
    on conflict (plan_id, unit_id, measure, period_id) do update set target = excluded.target, floor = excluded.floor, stretch = excluded.stretch,
      note = excluded.note, changed_by = excluded.changed_by, changed_at = now(), version = target.version + 1, xid = pg_current_xact_id()
    returning 1`);
  return rows.length;
}

export async function loadVersions(db: Queryable, planId: number | null, unitIds: readonly number[], measure: MeasureCode, periodIds: readonly string[]): Promise<Map<string, number>> {
  const { rows } = await db.execute<{ unit_id: number; period_id: string; version: number }>(sql`
    select unit_id, period_id, version from target
    where plan_id = ${planId} and measure = ${measure} and unit_id = any(${sql.param([...unitIds])}::int[]) and period_id = any(${sql.param([...periodIds])}::text[])`);
  return new Map(rows.map((row) => [targetKey(row.unit_id, measure, row.period_id), row.version]));
}
