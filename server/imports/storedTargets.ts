import type { Queryable } from '../db/client';
import { target } from '../db/tables/index';
import { targetKey } from '../targets/index';

export type StoredTargetRow = typeof target.$inferSelect;

/** Every stored target by its key. */
export async function loadStoredTargets(db: Queryable): Promise<Map<string, StoredTargetRow>> {
  const rows = await db.select().from(target).orderBy(target.unitId, target.periodId, target.measure);
  return new Map(rows.map((row) => [targetKey(row.unitId, row.measure, row.periodId), row]));
}
