import { sql } from 'drizzle-orm';
import {
  bigint,
  bigserial,
  boolean,
  check,
  index,
  integer,
  pgTable,
  serial,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import type { WebhookDeliveryState, WebhookEvent } from '#contract/schemas/webhook';
import { appUser } from './access';
import { moment } from './columns';

/** An address that is told of events. */
export const webhook = pgTable(
  'webhook',
  {
    id: serial('id').primaryKey(),
    name: text('name').notNull(),
    url: text('url').notNull(),
    /** Sealed: a signature is made with the secret itself. */
    secret: text('secret').notNull(),
    events: text('events').array().$type<WebhookEvent[]>().notNull(),
    isPaused: boolean('is_paused').notNull().default(false),
    /** Failures in a row; while there are some, nothing goes out before `resumeAt`. */
    failures: integer('failures').notNull().default(0),
    resumeAt: moment('resume_at'),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    createdAt: moment('created_at').notNull().defaultNow(),
    removedAt: moment('removed_at'),
  },
  (table) => [check('webhook_name', sql`length(trim(${table.name})) > 0`)],
);

/**
 * One event for one address: written by triggers on `audit` and `alert` in the transaction of what
 * happened (migration 0037), so that nothing that was committed is missing.
 */
export const webhookDelivery = pgTable(
  'webhook_delivery',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    webhookId: integer('webhook_id')
      .notNull()
      .references(() => webhook.id),
    /** The message's id for the receiver: the same at every attempt. */
    key: text('key').notNull(),
    event: text('event').$type<WebhookEvent>().notNull(),
    /** Of one subject one event after the other, in the order in which they happened. */
    subject: text('subject').notNull(),
    auditId: bigint('audit_id', { mode: 'number' }),
    alertId: bigint('alert_id', { mode: 'number' }),
    at: moment('at').notNull().defaultNow(),
    /** What is sent, fixed at the first attempt. */
    body: text('body'),
    state: text('state').$type<WebhookDeliveryState>().notNull().default('waiting'),
    attempts: integer('attempts').notNull().default(0),
    dueAt: moment('due_at').notNull().defaultNow(),
    /** HTTP status of the last answer; null where there was none. */
    answer: integer('answer'),
    error: text('error'),
    sentAt: moment('sent_at'),
  },
  (table) => [
    uniqueIndex('webhook_delivery_key').on(table.webhookId, table.key),
    index('webhook_delivery_open')
      .on(table.webhookId, table.dueAt, table.id)
      .where(sql`${table.state} in ('waiting', 'sending')`),
    index('webhook_delivery_subject')
      .on(table.webhookId, table.subject, table.id)
      .where(sql`${table.state} in ('waiting', 'sending')`),
    index('webhook_delivery_newest').on(table.webhookId, table.id),
  ],
);
