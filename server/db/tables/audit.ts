import { sql } from 'drizzle-orm';
import { bigserial, index, integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core';
import { appUser } from './access';
import { moment } from './columns';
import { importRun } from './deals';

/**
 * Who changed what, when and why. Append-only: a trigger in the migration refuses updates and
 * deletes.
 */
export const audit = pgTable(
  'audit',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    at: moment('at').notNull().defaultNow(),
    userId: integer('user_id').references(() => appUser.id),
    entity: text('entity').notNull(),
    entityId: text('entity_id').notNull(),
    action: text('action').notNull(),
    before: jsonb('before'),
    after: jsonb('after'),
    reason: text('reason'),
    importId: integer('import_id').references(() => importRun.id),
  },
  (table) => [
    index('audit_entity').on(table.entity, table.entityId),
    // What changed since a moment: new deals have nothing before, and an import of a million is not
    // gone through.
    index('audit_changes')
      .on(table.at)
      .where(sql`${table.entity} = 'deal' and jsonb_typeof(${table.before}) = 'object'`),
  ],
);
