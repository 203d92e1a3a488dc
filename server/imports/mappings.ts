import { and, eq, sql } from 'drizzle-orm';
import type { ImportMapping, MappingInput } from '#contract/schemas/importMapping';
import type { Queryable } from '../db/client';
import { importMapping } from '../db/tables/index';
import { ProblemError } from '../problem';

/** What tells two kinds of files apart: their headings, whatever their order. */
const signatureOf = (headings: readonly string[]) =>
  headings
    .map((heading) => heading.trim().toLowerCase())
    .sort()
    .join('\n');

/**
 * Keeps how files with these headings are read; the newest way replaces the one before. @returns
 * its id
 */
export async function saveMapping(
  db: Queryable,
  userId: number,
  { headings, mapping }: MappingInput,
): Promise<number> {
  const { rows } = await db.execute<{ id: number }>(sql`
    insert into import_mapping (user_id, kind, headings, mapping) values (${userId}, 'deals',
      ${signatureOf(headings)}, ${JSON.stringify(mapping)})
    on conflict (user_id, kind, md5(headings)) do update set mapping = excluded.mapping, at = now()
      returning id`);
  return rows[0]!.id;
}

/** How a file with these headings was read before, by oneself. */
export async function findMapping(
  db: Queryable,
  userId: number,
  headings: readonly string[],
): Promise<ImportMapping | null> {
  const [row] = await db
    .select()
    .from(importMapping)
    .where(
      and(eq(importMapping.userId, userId), eq(importMapping.headings, signatureOf(headings))),
    );
  return row?.mapping ?? null;
}

/** @throws ProblemError unknownMapping for what is not one's own */
export async function loadMapping(
  db: Queryable,
  userId: number,
  id: number,
): Promise<ImportMapping> {
  const [row] = await db
    .select()
    .from(importMapping)
    .where(and(eq(importMapping.userId, userId), eq(importMapping.id, id)));
  if (!row) throw new ProblemError('unknownMapping');
  return row.mapping;
}
