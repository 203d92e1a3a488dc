import { integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import type { StatusRule } from '#core/status/rule';
import { appUser } from './access';
import { isoDay, moment } from './columns';
import { measure } from './measures';

/**
 * What counts as good, by measure, each rule from a day on. Periods before that day keep the rule
 * before.
 */
export const statusRule = pgTable(
  'status_rule',
  {
    measure: text('measure')
      .notNull()
      .references(() => measure.code),
    effectiveFrom: isoDay('effective_from').notNull(),
    rule: jsonb('rule').$type<StatusRule>().notNull(),
    reason: text('reason'),
    createdBy: integer('created_by')
      .notNull()
      .references(() => appUser.id),
    createdAt: moment('created_at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.measure, table.effectiveFrom] })],
);
