import { sql } from 'drizzle-orm';
import {
  boolean,
  char,
  check,
  integer,
  jsonb,
  numeric,
  pgTable,
  primaryKey,
  smallint,
  text,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import type { CalendarRule } from '#core/period/calendar';
import { END_OF_BUSINESS } from '#core/period/timeOfDay';
import { isoDay, moment } from './columns';
import { unit } from './units';

/** One row: the company, its calendar and its reporting currency. */
export const company = pgTable(
  'company',
  {
    id: smallint('id').primaryKey().default(1),
    name: text('name').notNull(),
    currency: char('currency', { length: 3 }).notNull(),
    timeZone: text('time_zone').notNull(),
    /** By month or by week; its shape is checked where it comes in (contract/schemas/company). */
    calendar: jsonb('calendar').$type<CalendarRule>().notNull(),
    weekdays: integer('weekdays').array().notNull(),
    /** Of the weekdays those on which half a day is worked. */
    halfWeekdays: integer('half_weekdays').array().notNull().default([]),
    /** Salespeople see the ladder of their own team. */
    sharesTeamLadder: boolean('shares_team_ladder').notNull().default(false),
    /** Minutes after midnight; until then nothing is due for today. */
    endOfBusiness: smallint('end_of_business').notNull().default(END_OF_BUSINESS),
    isDemo: boolean('is_demo').notNull().default(false),
    /** Another one where all that was recorded has been put away: servers then read everything anew. */
    era: uuid('era').notNull().defaultRandom(),
    createdAt: moment('created_at').notNull().defaultNow(),
  },
  (table) => [
    check('company_is_one', sql`${table.id} = 1`),
    check('company_calendar', sql`${table.calendar}->>'kind' in ('month', 'week')`),
    check('company_end_of_business', sql`${table.endOfBusiness} between 1 and 1440`),
    check('company_currency', sql`${table.currency} ~ '^[A-Z]{3}$'`),
  ],
);

/** A branch's own time zone, end of business and weekdays; null: as the company has it. */
export const branchHours = pgTable(
  'branch_hours',
  {
    branchId: integer('branch_id')
      .primaryKey()
      .references(() => unit.id),
    timeZone: text('time_zone'),
    endOfBusiness: smallint('end_of_business'),
    weekdays: integer('weekdays').array(),
    halfWeekdays: integer('half_weekdays').array(),
  },
  (table) => [
    check('branch_hours_end_of_business', sql`${table.endOfBusiness} between 1 and 1440`),
  ],
);

/** A day on which a branch, or every branch (null), does not work, or only half of it. */
export const closedDay = pgTable(
  'closed_day',
  {
    branchId: integer('branch_id').references(() => unit.id),
    on: isoDay('on_day').notNull(),
    name: text('name').notNull().default(''),
    isHalf: boolean('is_half').notNull().default(false),
  },
  (table) => [unique('closed_day_once').on(table.branchId, table.on).nullsNotDistinct()],
);

export const rate = pgTable(
  'rate',
  {
    currency: char('currency', { length: 3 }).notNull(),
    from: isoDay('from_day').notNull(),
    rate: numeric('rate', { precision: 20, scale: 10 }).notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.currency, table.from] }),
    check('rate_positive', sql`${table.rate} > 0`),
  ],
);
