import { sql } from 'drizzle-orm';
import {
  bigserial,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import type { MailKind, MailState } from '#contract/schemas/mail';
import { appUser } from './access';
import { moment } from './columns';

/** A file that goes with a mail. */
export interface MailAttachment {
  name: string;
  type: string;
  /** Base64 (RFC 4648). */
  content: string;
}

/**
 * Mail that is to go out or has gone: written in the transaction of what it tells, so that it is
 * neither lost nor sent for something that did not happen.
 */
export const outgoingMail = pgTable(
  'outgoing_mail',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    /** Of what it tells: the same is written once. */
    key: text('key').notNull(),
    kind: text('kind').$type<MailKind>().notNull(),
    /** Null: an address that is no account's. */
    userId: integer('user_id').references(() => appUser.id),
    address: text('address').notNull(),
    subject: text('subject').notNull(),
    /** Null once a mail with a secret has gone. */
    text: text('text'),
    html: text('html'),
    attachments: jsonb('attachments').$type<MailAttachment[]>(),
    state: text('state').$type<MailState>().notNull().default('waiting'),
    attempts: integer('attempts').notNull().default(0),
    /** Not before this; while it is being sent, when another server may try. */
    dueAt: moment('due_at').notNull().defaultNow(),
    error: text('error'),
    createdAt: moment('created_at').notNull().defaultNow(),
    sentAt: moment('sent_at'),
  },
  (table) => [
    uniqueIndex('outgoing_mail_key').on(table.key),
    index('outgoing_mail_due')
      .on(table.dueAt)
      .where(sql`${table.state} in ('waiting', 'sending')`),
    check('outgoing_mail_state', sql`${table.state} in ('waiting', 'sending', 'sent', 'failed')`),
  ],
);
