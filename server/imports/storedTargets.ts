import { inArray } from 'drizzle-orm';
import { readSlice } from '#core/targets/targetSlice';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { target } from '../db/tables/index';
import { targetKey } from '../targets/index';

export type StoredTargetRow = typeof target.$inferSelect;

/**
 * Every stored target of the plans by its key; a period lies in one year, so plans of different
 * years never share one.
 */
export async function loadStoredTargets(
  db: Queryable,
  planIds: readonly number[],
): Promise<Map<string, StoredTargetRow>> {
  const rows = await db
    .select()
    .from(target)
    .where(inArray(target.planId, [...planIds]))
    .orderBy(target.unitId, target.periodId, target.measure, target.slice);
  return new Map(
    rows.map((row) => [
      targetKey(row.unitId, row.measure, row.periodId, readSlice(row.slice)),
      row,
    ]),
  );
}

export function publishedIds({ replica }: Context): number[] {
  return [...replica.company!.plans.values()]
    .filter((plan) => plan.isPublished)
    .map((plan) => plan.id);
}
