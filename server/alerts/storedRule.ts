import { sql } from 'drizzle-orm';
import type { Queryable } from '../db/client';
import { alertRule } from '../db/tables/index';

export type StoredRule = typeof alertRule.$inferSelect;

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
