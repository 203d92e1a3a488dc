import { integer, jsonb, pgTable, serial, text } from 'drizzle-orm/pg-core';
import type { BoardSettings } from '#contract/schemas/board';
import { appUser } from './access';
import { bytes, moment } from './columns';
import { unit } from './units';

/**
 * A wall board. Whoever has its link sees it and nothing else, until it is withdrawn; only the hash
 * of the link's secret is kept.
 */
export const board = pgTable('board', {
  id: serial('id').primaryKey(),
  name: text('name').notNull(),
  hash: text('hash').notNull().unique(),
  settings: jsonb('settings').$type<BoardSettings>().notNull(),
  createdBy: integer('created_by')
    .notNull()
    .references(() => appUser.id),
  createdAt: moment('created_at').notNull().defaultNow(),
  withdrawnAt: moment('withdrawn_at'),
});

/** A salesperson's picture, small and square. */
export const unitPhoto = pgTable('unit_photo', {
  unitId: integer('unit_id')
    .primaryKey()
    .references(() => unit.id),
  type: text('type').notNull(),
  content: bytes('content').notNull(),
  changedBy: integer('changed_by')
    .notNull()
    .references(() => appUser.id),
  changedAt: moment('changed_at').notNull().defaultNow(),
});
