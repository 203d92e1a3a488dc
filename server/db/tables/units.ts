import { sql } from 'drizzle-orm';
import { check, index, integer, pgTable, serial, text } from 'drizzle-orm/pg-core';
import type { UnitKind } from '#core/units/unit';
import { isoDay, moment } from './columns';

export const unit = pgTable(
  'unit',
  {
    id: serial('id').primaryKey(),
    code: text('code').notNull().unique(),
    name: text('name').notNull(),
    kind: text('kind').$type<UnitKind>().notNull(),
    email: text('email'),
    country: text('country'),
    createdAt: moment('created_at').notNull().defaultNow(),
  },
  (table) => [
    check('unit_kind', sql`${table.kind} in ('company', 'branch', 'team', 'salesperson')`),
    check('unit_code', sql`${table.code} ~ '^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$'`),
    check('unit_name', sql`length(trim(${table.name})) > 0`),
  ],
);

/**
 * What part of the full target is asked of a newcomer, month by month from a day on
 * (core/units/ramp).
 */
export const ramp = pgTable(
  'ramp',
  {
    unitId: integer('unit_id')
      .primaryKey()
      .references(() => unit.id),
    from: isoDay('from_day').notNull(),
    /** Basis points a month. */
    shares: integer('shares').array().notNull(),
  },
  (table) => [
    check(
      'ramp_shares',
      sql`cardinality(${table.shares}) between 1 and 24 and 0 <= all(${table.shares}) and 10000 >=
        all(${table.shares})`,
    ),
  ],
);

/**
 * From when to when (exclusive) a unit stands under a parent. An exclusion constraint in the
 * migration keeps them apart in time.
 */
export const membership = pgTable(
  'membership',
  {
    id: serial('id').primaryKey(),
    unitId: integer('unit_id')
      .notNull()
      .references(() => unit.id),
    parentId: integer('parent_id').references(() => unit.id),
    from: isoDay('from_day').notNull(),
    to: isoDay('to_day').notNull(),
  },
  (table) => [
    check('membership_days', sql`${table.from} < ${table.to}`),
    check('membership_not_self', sql`${table.parentId} <> ${table.unitId}`),
    index('membership_unit').on(table.unitId),
  ],
);
