import { sql } from 'drizzle-orm';
import {
  bigserial,
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
import type { FEED_OUTCOMES } from '#contract/schemas/feed';
import { appUser } from './access';
import { moment, whole } from './columns';

/** Something that sends deals by itself. It may do what the person may who added it. */
export const feedSource = pgTable(
  'feed_source',
  {
    id: serial('id').primaryKey(),
    code: text('code').notNull(),
    name: text('name').notNull(),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    /** Kept as it is: a signature is checked with the secret itself. */
    secret: text('secret').notNull(),
    /** The one before still holds until then, so that the sender can be changed without a gap. */
    earlierSecret: text('earlier_secret'),
    earlierUntil: moment('earlier_until'),
    isStopped: boolean('is_stopped').notNull().default(false),
    createdAt: moment('created_at').notNull().defaultNow(),
  },
  (table) => [
    uniqueIndex('feed_source_code').on(sql`lower(${table.code})`),
    check('feed_source_code_form', sql`${table.code} ~ '^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$'`),
  ],
);

/** What was sent, once a key, with what became of it. What was refused can be tried again. */
export const feedDelivery = pgTable(
  'feed_delivery',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    sourceId: integer('source_id')
      .notNull()
      .references(() => feedSource.id),
    key: text('key').notNull(),
    at: moment('at').notNull().defaultNow(),
    outcome: text('outcome').$type<(typeof FEED_OUTCOMES)[number]>().notNull(),
    deal: text('deal'),
    version: whole('version'),
    /** Why it was refused. */
    detail: text('detail'),
    body: jsonb('body').notNull(),
    tries: integer('tries').notNull().default(1),
  },
  (table) => [
    uniqueIndex('feed_delivery_key').on(table.sourceId, table.key),
    index('feed_delivery_newest').on(table.sourceId, table.id),
    index('feed_delivery_refused')
      .on(table.id)
      .where(sql`${table.outcome} = 'refused'`),
  ],
);

/** The newest version of each deal that a source has sent: an older one never overwrites it. */
export const feedDeal = pgTable(
  'feed_deal',
  {
    sourceId: integer('source_id')
      .notNull()
      .references(() => feedSource.id),
    deal: text('deal').notNull(),
    version: whole('version').notNull(),
  },
  (table) => [primaryKey({ columns: [table.sourceId, table.deal] })],
);
