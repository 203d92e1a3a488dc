import { sql } from 'drizzle-orm';
import {
  type AnyPgColumn,
  bigint,
  bigserial,
  boolean,
  char,
  check,
  foreignKey,
  index,
  integer,
  jsonb,
  numeric,
  pgTable,
  primaryKey,
  serial,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import type { DealStatus } from '#contract/schemas/deal';
import type { DealViewState } from '#contract/schemas/dealView';
import type { ImportMapping } from '#contract/schemas/importMapping';
import type { CustomValues } from '#core/customField/field';
import type { StoredLine } from '#core/deal/line';
import { appUser } from './access';
import { isoDay, moment, whole } from './columns';
import { unit } from './units';

/**
 * A list to pick from. One name once, whatever its capitals: two spellings must not become two
 * customers. A name that was merged into another stays as its second spelling, so that a file that
 * still writes it means the other.
 */
const pickColumns = () => ({
  id: serial('id').primaryKey(),
  name: text('name').notNull(),
  /** Not offered any more; deals keep it. */
  archivedAt: moment('archived_at'),
  mergedInto: integer('merged_into'),
});
const pickRules =
  (list: string) => (table: { id: AnyPgColumn; name: AnyPgColumn; mergedInto: AnyPgColumn }) => [
    uniqueIndex(`${list}_name`).on(sql`lower(${table.name})`),
    check(`${list}_not_empty`, sql`length(trim(${table.name})) > 0`),
    foreignKey({
      columns: [table.mergedInto],
      foreignColumns: [table.id],
      name: `${list}_merged_into`,
    }),
  ];
const pickList = (list: string) => pgTable(list, pickColumns(), pickRules(list));

/**
 * Who buys; whose it is and where to reach them. Its group is one of those other customers have,
 * spelled alike.
 */
export const customer = pgTable(
  'customer',
  {
    ...pickColumns(),
    customerGroup: text('customer_group'),
    email: text('email'),
    address: text('address'),
    /** The salesperson who looks after them; credit goes by the deal alone. */
    ownerId: integer('owner_id').references(() => unit.id),
    notes: text('notes'),
    /** Values of custom fields by their code; null: none. */
    custom: jsonb('custom').$type<CustomValues>(),
  },
  (table) => [
    ...pickRules('customer')(table),
    index('customer_group')
      .on(sql`lower(${table.customerGroup})`)
      .where(sql`${table.customerGroup} is not null`),
    index('customer_owner')
      .on(table.ownerId)
      .where(sql`${table.ownerId} is not null`),
  ],
);
export const category = pickList('category');
export const source = pickList('source');
export const location = pickList('location');
export const lostReason = pickList('lost_reason');

/** What is sold; price and cost in the reporting currency fill in a new line of a deal. */
export const product = pgTable(
  'product',
  {
    ...pickColumns(),
    code: text('code'),
    categoryId: integer('category_id').references(() => category.id),
    listPrice: whole('list_price'),
    cost: whole('cost'),
    /** The first and last day on which it is sold; null: no such day. */
    soldFrom: isoDay('sold_from'),
    soldUntil: isoDay('sold_until'),
  },
  (table) => [
    ...pickRules('product')(table),
    check('product_sold', sql`${table.soldFrom} <= ${table.soldUntil}`),
    uniqueIndex('product_code').on(sql`lower(${table.code})`),
  ],
);

/**
 * A step on the way to a deal: its place in the order, how likely deals in it close, and what it
 * makes of a deal.
 */
export const stage = pgTable(
  'stage',
  {
    ...pickColumns(),
    position: integer('position').notNull().default(0),
    probability: numeric('probability', { precision: 5, scale: 4 }),
    outcome: text('outcome').$type<DealStatus>().notNull().default('open'),
  },
  (table) => [
    ...pickRules('stage')(table),
    check('stage_outcome', sql`${table.outcome} in ('open', 'won', 'lost')`),
    check('stage_probability', sql`${table.probability} between 0 and 1`),
  ],
);

export const importRun = pgTable('import_run', {
  id: serial('id').primaryKey(),
  kind: text('kind').notNull(),
  fileName: text('file_name').notNull(),
  userId: integer('user_id')
    .notNull()
    .references(() => appUser.id),
  at: moment('at').notNull().defaultNow(),
  created: integer('created').notNull(),
  changed: integer('changed').notNull(),
  same: integer('same').notNull(),
  /**
   * New deals up to this id have their audit row; the rest get theirs soon after the import
   * (server/imports/recordImported).
   */
  recordedThrough: whole('recorded_through').notNull().default(0),
  isRecorded: boolean('is_recorded').notNull().default(false),
  /** When it was taken back as a whole, and by whom. */
  undoneAt: moment('undone_at'),
  undoneBy: integer('undone_by').references(() => appUser.id),
});

/**
 * A deal. `salespersonId` is who is named first; only a split deal has rows in `deal_credit`, so
 * that a book of millions, nearly all of them one person's, stays one row a deal.
 */
export const deal = pgTable(
  'deal',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    code: text('code').notNull(),
    status: text('status').$type<DealStatus>().notNull(),
    salespersonId: integer('salesperson_id')
      .notNull()
      .references(() => unit.id),
    customerId: integer('customer_id')
      .notNull()
      .references(() => customer.id),
    amount: whole('amount').notNull(),
    currency: char('currency', { length: 3 }).notNull(),
    /** The amount in the reporting currency, converted once with the rate of the day. */
    credited: whole('credited').notNull(),
    closedOn: isoDay('closed_on'),
    expectedOn: isoDay('expected_on'),
    /** The day by which a deal is found and its owner's membership is read. */
    day: isoDay('day')
      .notNull()
      .generatedAlwaysAs(sql`coalesce(closed_on, expected_on)`),
    openedOn: isoDay('opened_on'),
    probability: numeric('probability', { precision: 5, scale: 4 }),
    stageId: integer('stage_id').references(() => stage.id),
    productId: integer('product_id').references(() => product.id),
    categoryId: integer('category_id').references(() => category.id),
    sourceId: integer('source_id').references(() => source.id),
    locationId: integer('location_id').references(() => location.id),
    lostReasonId: integer('lost_reason_id').references(() => lostReason.id),
    /** The deal that this one takes money back from. */
    refundOf: bigint('refund_of', { mode: 'number' }).references((): AnyPgColumn => deal.id),
    /** What the amount is made of, where that was said; the lines add up to it (core/deal/line). */
    lines: jsonb('lines').$type<StoredLine[]>(),
    quantity: numeric('quantity', { precision: 18, scale: 3 }),
    cost: whole('cost'),
    /** The cost in the reporting currency, converted with the rate of the amount. */
    creditedCost: whole('credited_cost'),
    commissionRate: numeric('commission_rate', { precision: 5, scale: 4 }),
    notes: text('notes'),
    /** Values of custom fields by their code; null: none. */
    custom: jsonb('custom').$type<CustomValues>(),
    version: integer('version').notNull().default(1),
    voidedAt: moment('voided_at'),
    voidReason: text('void_reason'),
    importId: integer('import_id').references(() => importRun.id),
    createdBy: integer('created_by')
      .notNull()
      .references(() => appUser.id),
    createdAt: moment('created_at').notNull().defaultNow(),
    /** Kept by a trigger. */
    changedAt: moment('changed_at').notNull().defaultNow(),
  },
  (table) => [
    uniqueIndex('deal_code').on(table.code),
    index('deal_custom')
      .using('gin', sql`${table.custom} jsonb_path_ops`)
      .where(sql`${table.custom} is not null`),
    index('deal_day').on(table.day, table.id),
    index('deal_salesperson_day').on(table.salespersonId, table.day),
    index('deal_customer').on(table.customerId, table.day),
    index('deal_product').on(table.productId, table.day),
    index('deal_refund_of')
      .on(table.refundOf)
      .where(sql`${table.refundOf} is not null`),
    index('deal_open')
      .on(table.expectedOn, table.id)
      .where(sql`${table.status} = 'open' and ${table.voidedAt} is null`),
    check('deal_status', sql`${table.status} in ('open', 'won', 'lost')`),
    check(
      'deal_dates',
      sql`case when ${table.status} = 'open' then ${table.closedOn} is null and ${table.expectedOn}
        is not null else ${table.closedOn} is not null end`,
    ),
    check('deal_probability', sql`${table.probability} between 0 and 1`),
    check('deal_commission_rate', sql`${table.commissionRate} between 0 and 1`),
    check('deal_code_not_empty', sql`length(${table.code}) between 1 and 80`),
  ],
);

/**
 * Who gets which part of a split deal; the parts of a deal add up to its credited amount
 * (core/money/credit).
 */
export const dealCredit = pgTable(
  'deal_credit',
  {
    dealId: whole('deal_id')
      .notNull()
      .references(() => deal.id),
    salespersonId: integer('salesperson_id')
      .notNull()
      .references(() => unit.id),
    position: integer('position').notNull(),
    basisPoints: integer('basis_points').notNull(),
    credited: whole('credited').notNull(),
    /** The share of the deal's credited cost; the parts add up to it. */
    cost: whole('cost'),
  },
  (table) => [
    primaryKey({ columns: [table.dealId, table.salespersonId] }),
    index('deal_credit_salesperson').on(table.salespersonId),
    check('deal_credit_share', sql`${table.basisPoints} between 1 and 10000`),
  ],
);

/**
 * Two names of a list that became one. Undone as a whole: the deals that were moved, and have not
 * been since, go back.
 */
export const nameMerge = pgTable('name_merge', {
  id: serial('id').primaryKey(),
  list: text('list').notNull(),
  fromId: integer('from_id').notNull(),
  intoId: integer('into_id').notNull(),
  /** Earlier second spellings of the merged name; they went along. */
  aliases: integer('aliases').array().notNull(),
  userId: integer('user_id')
    .notNull()
    .references(() => appUser.id),
  at: moment('at').notNull().defaultNow(),
  undoneAt: moment('undone_at'),
  undoneBy: integer('undone_by').references(() => appUser.id),
});

export const nameMergeDeal = pgTable(
  'name_merge_deal',
  {
    mergeId: integer('merge_id')
      .notNull()
      .references(() => nameMerge.id),
    dealId: whole('deal_id')
      .notNull()
      .references(() => deal.id),
  },
  (table) => [primaryKey({ columns: [table.mergeId, table.dealId] })],
);

/**
 * A way of showing the table of deals, kept by name: private, or shared with everybody at or below
 * a unit.
 */
export const dealView = pgTable(
  'deal_view',
  {
    id: serial('id').primaryKey(),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    sharedWith: integer('shared_with').references(() => unit.id),
    name: text('name').notNull(),
    state: jsonb('state').$type<DealViewState>().notNull(),
  },
  (table) => [uniqueIndex('deal_view_name').on(table.userId, sql`lower(${table.name})`)],
);

/**
 * How a source's files are read, kept by the headings they have: the next file with the same
 * headings is read the same way.
 */
export const importMapping = pgTable(
  'import_mapping',
  {
    id: serial('id').primaryKey(),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    kind: text('kind').notNull(),
    /** The headings, in the order of the alphabet. */
    headings: text('headings').notNull(),
    mapping: jsonb('mapping').$type<ImportMapping>().notNull(),
    at: moment('at').notNull().defaultNow(),
  },
  (table) => [
    uniqueIndex('import_mapping_of').on(table.userId, table.kind, sql`md5(${table.headings})`),
  ],
);

/** Two deals or customers that look alike and somebody said are two; the smaller id first. */
export const duplicateDismissal = pgTable(
  'duplicate_dismissal',
  {
    kind: text('kind').notNull(),
    leftId: whole('left_id').notNull(),
    rightId: whole('right_id').notNull(),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    at: moment('at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.kind, table.leftId, table.rightId] })],
);
