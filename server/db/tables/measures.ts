import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  smallint,
  text,
} from 'drizzle-orm/pg-core';
import type { Definition } from '#core/measure/definition';
import type { Direction, ValueKind } from '#core/measure/measure';
import { appUser } from './access';
import { isoDay, moment, transactionId, whole } from './columns';
import { unit } from './units';

/**
 * What is measured. Every version of a computation is a row of its own: what was made with one
 * keeps it (GUARDS 30).
 */
export const measure = pgTable(
  'measure',
  {
    code: text('code').primaryKey(),
    name: text('name').notNull(),
    group: text('group').notNull(),
    valueKind: text('value_kind').$type<ValueKind>().notNull(),
    decimals: smallint('decimals').notNull(),
    direction: text('direction').$type<Direction>().notNull(),
    definition: jsonb('definition').$type<Definition>().notNull(),
    description: text('description').notNull(),
    isShipped: boolean('is_shipped').notNull().default(false),
    /**
     * A newer version stands in its place, or it was archived: kept for what uses it, offered for
     * nothing new.
     */
    isArchived: boolean('is_archived').notNull().default(false),
    createdBy: integer('created_by').references(() => appUser.id),
    createdAt: moment('created_at').notNull().defaultNow(),
  },
  (table) => [
    check('measure_code', sql`${table.code} ~ '^[a-z][a-z0-9_]{0,23}(@[1-9][0-9]{0,3})?$'`),
    check('measure_value_kind', sql`${table.valueKind} in ('money', 'count', 'percent', 'days')`),
    check('measure_decimals', sql`${table.decimals} between 0 and 3`),
    check('measure_direction', sql`${table.direction} in ('higher', 'lower')`),
    check('measure_name_not_empty', sql`length(trim(${table.name})) > 0`),
  ],
);

/**
 * A value typed in for a unit and day. `measure` is the code without a version: a new computation
 * reads the same values. Null: taken away.
 */
export const activity = pgTable(
  'activity',
  {
    unitId: integer('unit_id')
      .notNull()
      .references(() => unit.id),
    measure: text('measure')
      .notNull()
      .references(() => measure.code),
    on: isoDay('on').notNull(),
    value: whole('value'),
    changedBy: integer('changed_by')
      .notNull()
      .references(() => appUser.id),
    changedAt: moment('changed_at').notNull().defaultNow(),
    xid: transactionId('xid')
      .notNull()
      .default(sql`pg_current_xact_id()`),
  },
  (table) => [
    primaryKey({ columns: [table.measure, table.unitId, table.on] }),
    index('activity_xid').on(table.xid),
  ],
);
