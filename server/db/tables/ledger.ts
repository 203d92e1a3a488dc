import { sql } from 'drizzle-orm';
import {
  bigserial,
  boolean,
  index,
  integer,
  pgTable,
  primaryKey,
  smallint,
  text,
} from 'drizzle-orm/pg-core';
import type { Part } from '#core/measure/part';
import { isoDay, moment, transactionId, whole } from './columns';
import { unit } from './units';

/**
 * What each salesperson's won deals add up to, by part and day, as far as it has been folded in.
 */
export const dailyTotal = pgTable(
  'daily_total',
  {
    salespersonId: integer('salesperson_id')
      .notNull()
      .references(() => unit.id),
    part: text('part').$type<Part>().notNull(),
    day: isoDay('day').notNull(),
    amount: whole('amount').notNull(),
  },
  (table) => [primaryKey({ columns: [table.salespersonId, table.part, table.day] })],
);

/**
 * Differences appended in the deal's own transaction. Nobody waits for anybody: two bookings for
 * one salesperson and day append two rows. A folder adds them to `daily_total` a few times a
 * second; readers add in what is not folded yet.
 */
export const ledgerEntry = pgTable(
  'ledger_entry',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    xid: transactionId('xid')
      .notNull()
      .default(sql`pg_current_xact_id()`),
    salespersonId: integer('salesperson_id')
      .notNull()
      .references(() => unit.id),
    part: text('part').$type<Part>().notNull(),
    day: isoDay('day').notNull(),
    amount: whole('amount').notNull(),
    folded: boolean('folded').notNull().default(false),
    at: moment('at').notNull().defaultNow(),
  },
  (table) => [
    index('ledger_entry_xid').on(table.xid),
    index('ledger_entry_open')
      .on(table.id)
      .where(sql`not ${table.folded}`),
  ],
);

/**
 * One row. `epoch` rises when totals were written past the entries (large imports, recomputing):
 * readers then load anew.
 */
export const ledgerState = pgTable('ledger_state', {
  id: smallint('id').primaryKey().default(1),
  epoch: whole('epoch').notNull().default(1),
  /**
   * Entries of transactions up to this one may be gone: a reader that has not come so far loads
   * anew.
   */
  prunedXid: transactionId('pruned_xid').notNull().default('0'),
});
