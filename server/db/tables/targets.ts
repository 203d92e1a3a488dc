import { sql } from 'drizzle-orm';
import {
  check,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  serial,
  text,
} from 'drizzle-orm/pg-core';
import type { OwnTarget } from '#contract/schemas/planGrid';
import type { MeasureCode } from '#core/measure/measure';
import { appUser } from './access';
import { moment, transactionId, whole } from './columns';
import { measure } from './measures';
import { plan } from './plans';
import { unit } from './units';

/**
 * A plan's target at one unit, measure and period, or at a slice of it. A cleared one keeps its row with null, so that
 * its history and version go on.
 */
export const target = pgTable(
  'target',
  {
    planId: integer('plan_id')
      .notNull()
      .references(() => plan.id),
    unitId: integer('unit_id')
      .notNull()
      .references(() => unit.id),
    measure: text('measure')
      .$type<MeasureCode>()
      .notNull()
      .references(() => measure.code),
    periodId: text('period_id').notNull(),
    /** What of the unit's business it is for, "product:12"; empty: all of it. */
    slice: text('slice').notNull().default(''),
    target: whole('target'),
    floor: whole('floor'),
    stretch: whole('stretch'),
    /**
     * As it was set, where that was in another currency than the reporting one; the columns before
     * hold it converted by the plan's rate.
     */
    own: jsonb('own').$type<OwnTarget>(),
    note: text('note'),
    version: integer('version').notNull().default(1),
    changedBy: integer('changed_by')
      .notNull()
      .references(() => appUser.id),
    changedAt: moment('changed_at').notNull().defaultNow(),
    xid: transactionId('xid')
      .notNull()
      .default(sql`pg_current_xact_id()`),
  },
  (table) => [
    primaryKey({
      columns: [table.planId, table.unitId, table.measure, table.periodId, table.slice],
    }),
    index('target_xid').on(table.xid),
    check(
      'target_slice',
      sql`${table.slice} = '' or ${table.slice} ~ '^(product|category|customer|source|location):[1-9][0-9]*$' or ${table.slice} ~ '^customerGroup:.'`,
    ),
    check(
      'target_not_negative',
      sql`${table.target} >= 0 and ${table.floor} >= 0 and ${table.stretch} >= 0`,
    ),
    check(
      'target_order',
      sql`${table.floor} <= ${table.target} and ${table.target} <= ${table.stretch}`,
    ),
    check(
      'target_parts',
      sql`${table.target} is not null or (${table.floor} is null and ${table.stretch} is null)`,
    ),
  ],
);

/**
 * A salesperson's word on their published targets of a year: seen, perhaps with a remark. Newer
 * ones stand beside older ones.
 */
export const acknowledgement = pgTable(
  'acknowledgement',
  {
    id: serial('id').primaryKey(),
    unitId: integer('unit_id')
      .notNull()
      .references(() => unit.id),
    yearLabel: integer('year_label').notNull(),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    remark: text('remark'),
    at: moment('at').notNull().defaultNow(),
  },
  (table) => [index('acknowledgement_unit').on(table.unitId, table.yearLabel)],
);

/** That somebody was asked to look at their targets of a year: the newest time of it. */
export const acknowledgementReminder = pgTable(
  'acknowledgement_reminder',
  {
    unitId: integer('unit_id')
      .notNull()
      .references(() => unit.id),
    yearLabel: integer('year_label').notNull(),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    at: moment('at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.unitId, table.yearLabel] })],
);
