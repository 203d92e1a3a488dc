import { sql } from 'drizzle-orm';
import {
  type AnyPgColumn,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  serial,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import type { NoteSlice } from '#contract/schemas/note';
import { appUser } from './access';
import { isoDay, moment } from './columns';
import { unit } from './units';

/**
 * What somebody wrote down about a figure: of a unit, a measure, a period, and a slice of it where
 * it is about one. A reply has only its text; what it is about says the note it answers.
 */
export const note = pgTable(
  'note',
  {
    id: serial('id').primaryKey(),
    replyTo: integer('reply_to').references((): AnyPgColumn => note.id),
    unitId: integer('unit_id')
      .notNull()
      .references(() => unit.id),
    measure: text('measure').notNull(),
    periodId: text('period_id').notNull(),
    fromDay: isoDay('from_day').notNull(),
    toDay: isoDay('to_day').notNull(),
    slice: jsonb('slice').$type<NoteSlice>(),
    text: text('text').notNull(),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    at: moment('at').notNull().defaultNow(),
    /** Who sees to it, and until when; null: nothing is asked. */
    assigneeId: integer('assignee_id').references(() => appUser.id),
    dueOn: isoDay('due_on'),
    resolvedAt: moment('resolved_at'),
    resolvedBy: integer('resolved_by').references(() => appUser.id),
  },
  (table) => [
    index('note_place').on(table.unitId, table.fromDay),
    index('note_reply').on(table.replyTo),
    check('note_text', sql`length(trim(${table.text})) > 0`),
    check('note_days', sql`${table.fromDay} < ${table.toDay}`),
  ],
);

/** A state of a view under a name: its address, nothing of what it shows. */
export const keptView = pgTable(
  'kept_view',
  {
    id: serial('id').primaryKey(),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    /** Everybody at or below this unit sees it; null: only whose it is. */
    sharedWith: integer('shared_with').references(() => unit.id),
    name: text('name').notNull(),
    description: text('description'),
    path: text('path').notNull(),
    search: text('search').notNull(),
    changedAt: moment('changed_at').notNull().defaultNow(),
  },
  (table) => [uniqueIndex('kept_view_name').on(table.userId, sql`lower(${table.name})`)],
);

/** Which views somebody has on their own page, and in which order. */
export const viewPin = pgTable(
  'view_pin',
  {
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    viewId: integer('view_id')
      .notNull()
      .references(() => keptView.id, { onDelete: 'cascade' }),
    position: integer('position').notNull(),
  },
  (table) => [primaryKey({ columns: [table.userId, table.viewId] })],
);
