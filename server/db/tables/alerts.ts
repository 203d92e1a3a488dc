import { sql } from 'drizzle-orm';
import {
  bigint,
  bigserial,
  boolean,
  check,
  doublePrecision,
  index,
  integer,
  pgTable,
  primaryKey,
  serial,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import type { Role } from '#contract/schemas/access';
import type { AlertDelivery } from '#contract/schemas/alert';
import type { AlertKind, AlertPeriod, GradeChange, Watched } from '#core/alerts/rule';
import { appUser } from './access';
import { isoDay, moment } from './columns';
import { unit } from './units';

/** What somebody wants to be told of, about whom, and who else is told. */
export const alertRule = pgTable(
  'alert_rule',
  {
    id: serial('id').primaryKey(),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    unitId: integer('unit_id')
      .notNull()
      .references(() => unit.id),
    name: text('name').notNull(),
    kind: text('kind').$type<AlertKind>().notNull(),
    watched: text('watched').$type<Watched>().notNull(),
    measure: text('measure').notNull(),
    /** The slice it looks at, as targets name it; empty: the whole unit. */
    slice: text('slice').notNull().default(''),
    sliceName: text('slice_name'),
    periodKind: text('period_kind').$type<AlertPeriod>().notNull(),
    threshold: doublePrecision('threshold'),
    change: text('change').$type<GradeChange>(),
    days: integer('days'),
    /** Accounts that are told, and roles: whoever has one of them and sees the unit. */
    receivers: integer('receivers')
      .array()
      .notNull()
      .default(sql`'{}'`),
    roles: text('roles')
      .array()
      .$type<Role[]>()
      .notNull()
      .default(sql`'{}'`),
    delivery: text('delivery').$type<AlertDelivery>().notNull(),
    isMuted: boolean('is_muted').notNull().default(false),
    /** Silent until this day, included. */
    snoozedUntil: isoDay('snoozed_until'),
    version: integer('version').notNull().default(1),
    createdAt: moment('created_at').notNull().defaultNow(),
    removedAt: moment('removed_at'),
  },
  (table) => [
    index('alert_rule_unit')
      .on(table.unitId)
      .where(sql`${table.removedAt} is null`),
    check('alert_rule_name', sql`length(trim(${table.name})) > 0`),
  ],
);

/** Where each watched unit stood when a rule last looked at it. */
export const alertState = pgTable(
  'alert_state',
  {
    ruleId: integer('rule_id')
      .notNull()
      .references(() => alertRule.id),
    unitId: integer('unit_id')
      .notNull()
      .references(() => unit.id),
    periodId: text('period_id').notNull(),
    isActive: boolean('is_active').notNull(),
    reading: doublePrecision('reading'),
    firedOn: isoDay('fired_on'),
  },
  (table) => [primaryKey({ columns: [table.ruleId, table.unitId, table.periodId] })],
);

/** That a rule fired: about whom, with which figures. */
export const alert = pgTable(
  'alert',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    ruleId: integer('rule_id')
      .notNull()
      .references(() => alertRule.id),
    unitId: integer('unit_id')
      .notNull()
      .references(() => unit.id),
    periodId: text('period_id').notNull(),
    dealId: bigint('deal_id', { mode: 'number' }),
    reading: doublePrecision('reading').notNull(),
    previous: doublePrecision('previous'),
    at: moment('at').notNull().defaultNow(),
  },
  (table) => [
    uniqueIndex('alert_deal')
      .on(table.ruleId, table.dealId)
      .where(sql`${table.dealId} is not null`),
    index('alert_rule_at').on(table.ruleId, table.at),
  ],
);

/** Who was told of it, and whether they have seen it. */
export const alertReceipt = pgTable(
  'alert_receipt',
  {
    alertId: bigint('alert_id', { mode: 'number' })
      .notNull()
      .references(() => alert.id, { onDelete: 'cascade' }),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    seenAt: moment('seen_at'),
    /** It waits for the daily mail. */
    isForDaily: boolean('is_for_daily').notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.userId, table.alertId] }),
    index('alert_receipt_alert').on(table.alertId),
  ],
);
