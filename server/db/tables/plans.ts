import { sql } from 'drizzle-orm';
import {
  check,
  integer,
  jsonb,
  pgTable,
  serial,
  text,
  unique,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import type { PlanStatus } from '#contract/schemas/plan';
import { appUser } from './access';
import { isoDay, moment } from './columns';
import { unit } from './units';

/**
 * A fiscal year's targets under one name. One plan a year is published and counts; drafts are apart
 * until they are, and what a publication replaces is kept as it was.
 */
export const plan = pgTable(
  'plan',
  {
    id: serial('id').primaryKey(),
    yearLabel: integer('year_label').notNull(),
    name: text('name').notNull(),
    status: text('status').$type<PlanStatus>().notNull(),
    /** The plan concerns this unit and all below. */
    unitId: integer('unit_id')
      .notNull()
      .references(() => unit.id),
    note: text('note'),
    /**
     * Reporting units for one unit of a currency, fixed for the whole plan; decimal text by ISO
     * 4217 code.
     */
    rates: jsonb('rates').$type<Record<string, string>>().notNull().default({}),
    createdBy: integer('created_by')
      .notNull()
      .references(() => appUser.id),
    createdAt: moment('created_at').notNull().defaultNow(),
    /** When it was published, replaced or discarded, and by whom. */
    endedBy: integer('ended_by').references(() => appUser.id),
    endedAt: moment('ended_at'),
  },
  (table) => [
    uniqueIndex('plan_one_published')
      .on(table.yearLabel)
      .where(sql`${table.status} = 'published'`),
    uniqueIndex('plan_draft_name')
      .on(table.yearLabel, sql`lower(${table.name})`)
      .where(sql`${table.status} = 'draft'`),
    check(
      'plan_status',
      sql`${table.status} in ('draft', 'published', 'replaced', 'merged', 'discarded')`,
    ),
    check('plan_name', sql`length(trim(${table.name})) > 0`),
  ],
);

/**
 * A month that is closed, for one unit and all below or for the whole company: targets of it change
 * only after it is opened again, by name and with a reason.
 */
export const closedMonth = pgTable(
  'closed_month',
  {
    periodId: text('period_id').notNull(),
    /** Null: the whole company. */
    unitId: integer('unit_id').references(() => unit.id),
    from: isoDay('from_day').notNull(),
    to: isoDay('to_day').notNull(),
    closedBy: integer('closed_by')
      .notNull()
      .references(() => appUser.id),
    closedAt: moment('closed_at').notNull().defaultNow(),
  },
  (table) => [
    unique('closed_month_once').on(table.periodId, table.unitId).nullsNotDistinct(),
    check('closed_month_days', sql`${table.from} < ${table.to}`),
  ],
);
