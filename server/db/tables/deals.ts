import { sql } from 'drizzle-orm';
import { bigserial, boolean, char, check, index, integer, numeric, pgTable, primaryKey, serial, text, uniqueIndex } from 'drizzle-orm/pg-core';
import type { DealStatus } from '#contract/schemas/deal';
import { appUser } from './access';
import { isoDay, moment, whole } from './columns';
import { unit } from './units';

/** A list to pick from. One name once, whatever its capitals: two spellings must not become two customers. */
const pickList = (name: string) => pgTable(name, {
  id: serial('id').primaryKey(),
  name: text('name').notNull(),
}, (table) => [
  uniqueIndex(`${name}_name`).on(sql`lower(${table.name})`),
  check(`${name}_not_empty`, sql`length(trim(${table.name})) > 0`),
]);

export const customer = pickList('customer');
export const product = pickList('product');
export const category = pickList('category');
export const source = pickList('source');
export const stage = pickList('stage');
export const location = pickList('location');

export const importRun = pgTable('import_run', {
  id: serial('id').primaryKey(),
  kind: text('kind').notNull(),
  fileName: text('file_name').notNull(),
  userId: integer('user_id').notNull().references(() => appUser.id),
  at: moment('at').notNull().defaultNow(),
  created: integer('created').notNull(),
  changed: integer('changed').notNull(),
  same: integer('same').notNull(),
  /** New deals up to this id have their audit row; the rest get theirs soon after the import (server/imports/recordImported). */
  recordedThrough: whole('recorded_through').notNull().default(0),
  isRecorded: boolean('is_recorded').notNull().default(false),
  /** When it was taken back as a whole, and by whom. */
  undoneAt: moment('undone_at'),
  undoneBy: integer('undone_by').references(() => appUser.id),
});

/**
 * A deal. `salespersonId` is who is named first; only a split deal has rows in `deal_credit`,
 * so that a book of millions, nearly all of them one person's, stays one row a deal.
 */
export const deal = pgTable('deal', {
  id: bigserial('id', { mode: 'number' }).primaryKey(),
  code: text('code').notNull(),
  status: text('status').$type<DealStatus>().notNull(),
  salespersonId: integer('salesperson_id').notNull().references(() => unit.id),
  customerId: integer('customer_id').notNull().references(() => customer.id),
  amount: whole('amount').notNull(),
  currency: char('currency', { length: 3 }).notNull(),
  /** The amount in the reporting currency, converted once with the rate of the day. */
  credited: whole('credited').notNull(),
  closedOn: isoDay('closed_on'),
  expectedOn: isoDay('expected_on'),
  /** The day by which a deal is found and its owner's membership is read. */
  day: isoDay('day').notNull().generatedAlwaysAs(sql`coalesce(closed_on, expected_on)`),
  openedOn: isoDay('opened_on'),
  probability: numeric('probability', { precision: 5, scale: 4 }),
  stageId: integer('stage_id').references(() => stage.id),
  productId: integer('product_id').references(() => product.id),
  categoryId: integer('category_id').references(() => category.id),
  sourceId: integer('source_id').references(() => source.id),
  locationId: integer('location_id').references(() => location.id),
  quantity: numeric('quantity', { precision: 18, scale: 3 }),
  cost: whole('cost'),
  /** The cost in the reporting currency, converted with the rate of the amount. */
  creditedCost: whole('credited_cost'),
  commissionRate: numeric('commission_rate', { precision: 5, scale: 4 }),
  notes: text('notes'),
  version: integer('version').notNull().default(1),
  voidedAt: moment('voided_at'),
  voidReason: text('void_reason'),
  importId: integer('import_id').references(() => importRun.id),
  createdBy: integer('created_by').notNull().references(() => appUser.id),
  createdAt: moment('created_at').notNull().defaultNow(),
}, (table) => [
  uniqueIndex('deal_code').on(table.code),
  index('deal_day').on(table.day, table.id),
  index('deal_salesperson_day').on(table.salespersonId, table.day),
  index('deal_customer').on(table.customerId),
  check('deal_status', sql`${table.status} in ('open', 'won', 'lost')`),
  check('deal_dates', sql`case when ${table.status} = 'open' then ${table.closedOn} is null and ${table.expectedOn} is not null else ${table.closedOn} is not null end`),
  check('deal_probability', sql`${table.probability} between 0 and 1`),
  check('deal_commission_rate', sql`${table.commissionRate} between 0 and 1`),
  check('deal_code_not_empty', sql`length(${table.code}) between 1 and 80`),
]);

/** Who gets which part of a split deal; the parts of a deal add up to its credited amount (core/money/credit). */
export const dealCredit = pgTable('deal_credit', {
  dealId: whole('deal_id').notNull().references(() => deal.id),
  salespersonId: integer('salesperson_id').notNull().references(() => unit.id),
  position: integer('position').notNull(),
  basisPoints: integer('basis_points').notNull(),
  credited: whole('credited').notNull(),
  /** The share of the deal's credited cost; the parts add up to it. */
  cost: whole('cost'),
}, (table) => [
  primaryKey({ columns: [table.dealId, table.salespersonId] }),
  index('deal_credit_salesperson').on(table.salespersonId),
  check('deal_credit_share', sql`${table.basisPoints} between 1 and 10000`),
]);
