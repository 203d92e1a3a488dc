import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  index,
  integer,
  pgTable,
  primaryKey,
  serial,
  text,
} from 'drizzle-orm/pg-core';
import type { ReportFormat, ReportPeriod } from '#contract/schemas/report';
import type { Rhythm } from '#core/schedule/schedule';
import { appUser } from './access';
import { isoDay, moment } from './columns';
import { keptView } from './notes';

/** A kept view that goes out by mail again and again. */
export const report = pgTable(
  'report',
  {
    id: serial('id').primaryKey(),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    /** Null once the view is gone: then it is sent no more. */
    viewId: integer('view_id').references(() => keptView.id, { onDelete: 'set null' }),
    name: text('name').notNull(),
    /** What the sender says to it. */
    text: text('text'),
    periodKind: text('period_kind').$type<ReportPeriod>().notNull(),
    format: text('format').$type<ReportFormat>().notNull(),
    rhythm: text('rhythm').$type<Rhythm>().notNull(),
    minute: integer('minute').notNull(),
    weekday: integer('weekday'),
    monthDay: integer('month_day'),
    receivers: integer('receivers')
      .array()
      .notNull()
      .default(sql`'{}'`),
    isPaused: boolean('is_paused').notNull().default(false),
    /** The last day that was sent, or that on which it was made. */
    sentFor: isoDay('sent_for').notNull(),
    createdAt: moment('created_at').notNull().defaultNow(),
  },
  (table) => [
    check('report_name', sql`length(trim(${table.name})) > 0`),
    check('report_minute', sql`${table.minute} between 0 and 1439`),
  ],
);

/** That a report was sent: to how many, and to whom not. */
export const reportRun = pgTable(
  'report_run',
  {
    id: serial('id').primaryKey(),
    reportId: integer('report_id')
      .notNull()
      .references(() => report.id, { onDelete: 'cascade' }),
    at: moment('at').notNull().defaultNow(),
    sent: integer('sent').notNull(),
    /** Receivers who have no right to see it. */
    withoutRight: integer('without_right').notNull(),
  },
  (table) => [index('report_run_report').on(table.reportId, table.at)],
);

/** When somebody wants their daily mail: alerts that were gathered, and actions that are due. */
export const dailyMail = pgTable(
  'daily_mail',
  {
    userId: integer('user_id').references(() => appUser.id),
    isWanted: boolean('is_wanted').notNull().default(true),
    minute: integer('minute').notNull(),
  },
  (table) => [primaryKey({ columns: [table.userId] })],
);
