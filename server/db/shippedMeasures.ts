import { sql } from 'drizzle-orm';
import type { NodePgDatabase } from 'drizzle-orm/node-postgres';
import { SHIPPED_MEASURES } from '#core/measure/shipped';
import { measure } from './tables/index';

/**
 * Writes the measures that ship as the core has them; whether one was archived is the company's
 * own.
 */
export async function saveShippedMeasures(
  db: NodePgDatabase<Record<string, unknown>>,
): Promise<void> {
  const excluded = (column: string) => sql.raw(`excluded.${column}`);
  await db
    .insert(measure)
    .values(
      SHIPPED_MEASURES.map((each, at) => ({
        ...each,
        isShipped: true,
        createdAt: `2000-01-01T00:00:0${at}Z`,
      })),
    )
    .onConflictDoUpdate({
      target: measure.code,
      set: {
        name: excluded('name'),
        group: excluded('"group"'),
        valueKind: excluded('value_kind'),
        decimals: excluded('decimals'),
        direction: excluded('direction'),
        definition: excluded('definition'),
        description: excluded('description'),
        createdAt: excluded('created_at'),
      },
    });
}
