import { sql } from 'drizzle-orm';
import { readSlice } from '#core/targets/targetSlice';
import type { Queryable } from '../db/client';
import { alertRule } from '../db/tables/index';

export type StoredRule = typeof alertRule.$inferSelect;

/** The slice a rule looks at, as it is shown; null: the whole unit. */
export function toSliceView({ slice, sliceName }: Pick<StoredRule, 'slice' | 'sliceName'>) {
  const found = readSlice(slice);
  return found && { by: found.by, value: sliceName ?? found.key };
}

/** Rules that look, of all people. */
export async function loadActiveRules(db: Queryable): Promise<StoredRule[]> {
  return db
    .select()
    .from(alertRule)
    .where(sql`removed_at is null and not is_muted`);
}

/** That a rule fired about a unit. */
export interface Fired {
  rule: StoredRule;
  unitId: number;
  periodId: string;
  dealId: number | null;
  reading: number;
  previous: number | null;
}
