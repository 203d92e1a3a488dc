import { sql } from 'drizzle-orm';
import {
  boolean,
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
import type { CommissionPayee, StatementState } from '#contract/schemas/commission';
import type { Entry } from '#core/commission/statement';
import type { CommissionTerms } from '#core/commission/terms';
import { appUser } from './access';
import { isoDay, moment, whole } from './columns';
import { unit } from './units';

/**
 * Who is paid commission, and on whose deals: each salesperson at a unit or below it on their own,
 * or one account on all of a unit's.
 */
export const commissionPlan = pgTable(
  'commission_plan',
  {
    id: serial('id').primaryKey(),
    name: text('name').notNull(),
    unitId: integer('unit_id')
      .notNull()
      .references(() => unit.id),
    payee: text('payee').$type<CommissionPayee>().notNull(),
    /** The account that is paid, where it is one. */
    userId: integer('user_id').references(() => appUser.id),
    /** The first day of the month after the last; null: no end. */
    until: isoDay('until_day'),
    createdAt: moment('created_at').notNull().defaultNow(),
    removedAt: moment('removed_at'),
  },
  (table) => [
    check('commission_plan_name', sql`length(trim(${table.name})) > 0`),
    check(
      'commission_plan_payee',
      sql`(${table.payee} = 'account') = (${table.userId} is not null)`,
    ),
  ],
);

/** How a plan pays from the first day of a month on. */
export const commissionTerms = pgTable(
  'commission_terms',
  {
    planId: integer('plan_id')
      .notNull()
      .references(() => commissionPlan.id, { onDelete: 'cascade' }),
    from: isoDay('from_day').notNull(),
    terms: jsonb('terms').$type<CommissionTerms>().notNull(),
    /** Above this amount a second person approves; null: one is enough. */
    secondAbove: whole('second_above'),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    createdAt: moment('created_at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.planId, table.from] })],
);

/** A statement that was approved: as it stood then, for good. */
export const commissionStatement = pgTable(
  'commission_statement',
  {
    id: serial('id').primaryKey(),
    planId: integer('plan_id')
      .notNull()
      .references(() => commissionPlan.id),
    salespersonId: integer('salesperson_id').references(() => unit.id),
    payeeUserId: integer('payee_user_id').references(() => appUser.id),
    /** Where the payee stood. */
    unitId: integer('unit_id')
      .notNull()
      .references(() => unit.id),
    periodId: text('period_id').notNull(),
    from: isoDay('from_day').notNull(),
    state: text('state').$type<Exclude<StatementState, 'open'>>().notNull(),
    entries: jsonb('entries').$type<Entry[]>().notNull(),
    earned: whole('earned').notNull(),
    total: whole('total').notNull(),
    owed: whole('owed').notNull(),
    target: whole('target'),
    isOnRamp: boolean('is_on_ramp').notNull(),
    approvedBy: integer('approved_by')
      .notNull()
      .references(() => appUser.id),
    approvedAt: moment('approved_at').notNull().defaultNow(),
    secondBy: integer('second_by').references(() => appUser.id),
    secondAt: moment('second_at'),
    paidOn: isoDay('paid_on'),
    paidBy: integer('paid_by').references(() => appUser.id),
  },
  (table) => [
    check(
      'commission_statement_payee',
      sql`num_nonnulls(${table.salespersonId}, ${table.payeeUserId}) = 1`,
    ),
    uniqueIndex('commission_statement_salesperson')
      .on(table.salespersonId, table.from)
      .where(sql`${table.salespersonId} is not null`),
    uniqueIndex('commission_statement_account')
      .on(table.payeeUserId, table.from)
      .where(sql`${table.payeeUserId} is not null`),
    check(
      'commission_second',
      sql`${table.secondBy} is null or ${table.secondBy} <> ${table.approvedBy}`,
    ),
  ],
);

/** What a payee or who approves says to a line of a statement. */
export const commissionComment = pgTable(
  'commission_comment',
  {
    id: serial('id').primaryKey(),
    salespersonId: integer('salesperson_id').references(() => unit.id),
    payeeUserId: integer('payee_user_id').references(() => appUser.id),
    periodId: text('period_id').notNull(),
    /** Which line: "deal 123", "bonus"; empty: the whole. */
    entry: text('entry').notNull(),
    text: text('text').notNull(),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    at: moment('at').notNull().defaultNow(),
    /** The first of a line carries whether it is settled. */
    settledAt: moment('settled_at'),
    settledBy: integer('settled_by').references(() => appUser.id),
  },
  (table) => [
    index('commission_comment_salesperson').on(table.salespersonId, table.periodId),
    index('commission_comment_account').on(table.payeeUserId, table.periodId),
  ],
);
