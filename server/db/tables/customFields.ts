import { sql } from 'drizzle-orm';
import {
  type AnyPgColumn,
  boolean,
  check,
  integer,
  jsonb,
  pgTable,
  serial,
  smallint,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import type { CustomFieldKind, CustomFieldOwner } from '#core/customField/field';
import type { CustomAddend, CustomDealState, CustomOf } from '#core/measure/customPart';
import { appUser } from './access';
import { moment } from './columns';

/** A field the company gives its deals or customers; its code never changes. */
export const customField = pgTable(
  'custom_field',
  {
    id: serial('id').primaryKey(),
    owner: text('owner').$type<CustomFieldOwner>().notNull(),
    code: text('code').notNull(),
    name: text('name').notNull(),
    kind: text('kind').$type<CustomFieldKind>().notNull(),
    /** Of a choice what may be chosen, in order; of all others empty. */
    choices: text('choices').array().notNull(),
    position: integer('position').notNull(),
    /** Not offered any more; what has it keeps it. */
    archivedAt: moment('archived_at'),
    version: integer('version').notNull().default(1),
    createdBy: integer('created_by').references((): AnyPgColumn => appUser.id),
    createdAt: moment('created_at').notNull().defaultNow(),
  },
  (table) => [
    uniqueIndex('custom_field_code').on(table.owner, table.code),
    uniqueIndex('custom_field_name').on(table.owner, sql`lower(${table.name})`),
    check('custom_field_owner', sql`${table.owner} in ('deal', 'customer')`),
    check('custom_field_code_form', sql`${table.code} ~ '^[a-z][a-z0-9_]{0,23}$'`),
    check(
      'custom_field_kind',
      sql`${table.kind} in ('money', 'number', 'date', 'choice', 'yesNo', 'text')`,
    ),
    check('custom_field_name_not_empty', sql`length(trim(${table.name})) > 0`),
  ],
);

/**
 * What the daily totals keep of deals beside the parts that every company has, because a measure
 * goes by it (core/measure/customPart). The view `deal_custom_part` reads deals by these rows.
 */
export const customPart = pgTable('custom_part', {
  part: text('part').primaryKey(),
  kind: text('kind').$type<CustomOf['kind']>().notNull(),
  states: text('states').$type<CustomDealState>().array().notNull(),
  placedBy: text('placed_by').notNull(),
  field: text('field'),
  choice: text('choice'),
  fromDate: text('from_date'),
  toDate: text('to_date'),
  most: integer('most'),
  /** Of the field that is added up. */
  decimals: smallint('decimals').notNull(),
  /** Money is divided among everybody credited. */
  isShared: boolean('is_shared').notNull(),
  /** The same as the core reads it. */
  addend: jsonb('addend').$type<CustomAddend>().notNull(),
});
