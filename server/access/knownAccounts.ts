import { sql } from 'drizzle-orm';
import type { Queryable } from '../db/client';
import type { Scope } from './scope';

/** An account as somebody may be named it. */
export interface KnownAccount {
  id: number;
  name: string;
}

/**
 * Accounts at, above and below somebody's unit, by name: whom one may send something to. Each gets
 * only what their own rights show.
 */
export async function loadKnownAccounts(
  db: Queryable,
  { dataset, wholeTree }: Scope,
  unitId: number,
): Promise<KnownAccount[]> {
  const units = [
    ...dataset.tree.units.map(({ id }) => id),
    ...wholeTree.ancestorsOn(unitId, dataset.asOf),
  ];
  const { rows } = await db.execute<KnownAccount & Record<string, unknown>>(sql`
    select id, name from app_user where disabled_at is null and unit_id =
      any(${sql.param(units)}::int[]) order by lower(name), id`);
  return rows;
}
