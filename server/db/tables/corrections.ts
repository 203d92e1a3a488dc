import { sql } from 'drizzle-orm';
import {
  bigint,
  bigserial,
  check,
  index,
  integer,
  pgTable,
  primaryKey,
  text,
} from 'drizzle-orm/pg-core';
import type { Part } from '#core/measure/part';
import { appUser } from './access';
import { isoDay, moment, whole } from './columns';
import { deal, importRun } from './deals';
import { unit } from './units';

/**
 * A change that concerns a closed month: of one deal, or of all that an import brought. What it
 * moved stands in its lines.
 */
export const correction = pgTable(
  'correction',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    periodId: text('period_id').notNull(),
    dealId: bigint('deal_id', { mode: 'number' }).references(() => deal.id),
    importId: integer('import_id').references(() => importRun.id),
    action: text('action').notNull(),
    reason: text('reason').notNull(),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    at: moment('at').notNull().defaultNow(),
  },
  (table) => [
    index('correction_period').on(table.periodId, table.at),
    check('correction_of', sql`(${table.dealId} is null) <> (${table.importId} is null)`),
    check('correction_reason', sql`length(trim(${table.reason})) > 0`),
  ],
);

/** What a correction added to a salesperson's day, by part of the daily totals. */
export const correctionLine = pgTable(
  'correction_line',
  {
    correctionId: bigint('correction_id', { mode: 'number' })
      .notNull()
      .references(() => correction.id),
    salespersonId: integer('salesperson_id')
      .notNull()
      .references(() => unit.id),
    part: text('part').$type<Part>().notNull(),
    day: isoDay('day').notNull(),
    amount: whole('amount').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.correctionId, table.salespersonId, table.part, table.day] }),
  ],
);
