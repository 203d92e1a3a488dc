import { sql } from 'drizzle-orm';
import type { Role } from '#contract/schemas/access';
import type { Day } from '#core/period/day';
import type { UnitTree } from '#core/units/tree';
import type { Queryable } from '../db/client';

export interface Person {
  id: number;
  name: string;
  email: string;
  role: Role;
  unitId: number;
}

/** Active accounts that see a unit: bound to it or to one above it. */
export async function loadPeople(
  db: Queryable,
  { tree, asOf }: { tree: UnitTree; asOf: Day },
  unitId: number,
): Promise<Person[]> {
  const units = [unitId, ...tree.ancestorsOn(unitId, asOf)];
  const { rows } = await db.execute<Person & Record<string, unknown>>(sql`
    select id, name, email, role, unit_id as "unitId" from app_user where disabled_at is null and
      unit_id = any(${sql.param(units)}::int[]) order by lower(name), id`);
  return rows;
}
