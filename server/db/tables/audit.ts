import { bigserial, index, integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core';
import { appUser } from './access';
import { moment } from './columns';
import { importRun } from './deals';

/** Who changed what, when and why. Append-only: a trigger in the migration refuses updates and deletes. */
export const audit = pgTable('audit', {
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
}, (table) => [index('audit_entity').on(table.entity, table.entityId)]);
