import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  serial,
  smallint,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import type { Role } from '#contract/schemas/access';
import type { Display, DisplayUnits } from '#core/money/display';
import { moment } from './columns';
import { unit } from './units';

export const appUser = pgTable(
  'app_user',
  {
    id: serial('id').primaryKey(),
    email: text('email').notNull(),
    name: text('name').notNull(),
    /** Null until whoever was invited has chosen a password. */
    passwordHash: text('password_hash'),
    role: text('role').$type<Role>().notNull(),
    unitId: integer('unit_id')
      .notNull()
      .references(() => unit.id),
    createdAt: moment('created_at').notNull().defaultNow(),
    disabledAt: moment('disabled_at'),
    lastSignedInAt: moment('last_signed_in_at'),
  },
  (table) => [
    uniqueIndex('app_user_email').on(sql`lower(${table.email})`),
    check(
      'app_user_role',
      sql`${table.role} in ('administrator', 'manager', 'salesperson', 'viewer')`,
    ),
  ],
);

/** How somebody wants figures shown; who has no row has what ships. */
export const userDisplay = pgTable(
  'user_display',
  {
    userId: integer('user_id')
      .primaryKey()
      .references(() => appUser.id, { onDelete: 'cascade' }),
    units: text('units').$type<DisplayUnits>().notNull(),
    decimals: smallint('decimals').notNull(),
    gap: text('gap').$type<Display['gap']>().notNull(),
  },
  (table) => [
    check(
      'user_display_units',
      sql`${table.units} in ('whole', 'thousands', 'millions', 'automatic')`,
    ),
    check('user_display_decimals', sql`${table.decimals} between 0 and 2`),
    check('user_display_gap', sql`${table.gap} in ('amount', 'percent')`),
  ],
);

/** A browser's sign-in. Only the hash of the cookie's secret is kept. */
export const session = pgTable(
  'session',
  {
    hash: text('hash').primaryKey(),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    csrf: text('csrf').notNull(),
    createdAt: moment('created_at').notNull().defaultNow(),
    expiresAt: moment('expires_at').notNull(),
    lastUsedAt: moment('last_used_at').notNull().defaultNow(),
    /** Browser and system, as they call themselves, for the list of one's sessions. */
    device: text('device').notNull().default(''),
  },
  (table) => [index('session_user').on(table.userId)],
);

/** A script's sign-in, shown once, kept as a hash. */
export const accessToken = pgTable('access_token', {
  id: serial('id').primaryKey(),
  userId: integer('user_id')
    .notNull()
    .references(() => appUser.id),
  name: text('name').notNull(),
  hash: text('hash').notNull().unique(),
  createdAt: moment('created_at').notNull().defaultNow(),
  lastUsedAt: moment('last_used_at'),
  revokedAt: moment('revoked_at'),
  expiresAt: moment('expires_at').notNull(),
  /** False: it reads and changes nothing. */
  canWrite: boolean('can_write').notNull().default(true),
});

/**
 * A link with which somebody chooses a password: an invitation, or after a forgotten one. Only the
 * hash of its secret is kept.
 */
export const accountLink = pgTable(
  'account_link',
  {
    hash: text('hash').primaryKey(),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    createdBy: integer('created_by')
      .notNull()
      .references(() => appUser.id),
    createdAt: moment('created_at').notNull().defaultNow(),
    expiresAt: moment('expires_at').notNull(),
  },
  (table) => [uniqueIndex('account_link_user').on(table.userId)],
);

/** Failed sign-ins by e-mail, by known device and by address, counted for all servers together. */
export const signInFailure = pgTable('sign_in_failure', {
  key: text('key').primaryKey(),
  failures: integer('failures').notNull(),
  at: moment('at').notNull().defaultNow(),
  waitUntil: moment('wait_until'),
});

/**
 * Browsers in which somebody has signed in before: strangers' wrong passwords do not keep them out.
 */
export const knownDevice = pgTable(
  'known_device',
  {
    hash: text('hash').primaryKey(),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    usedAt: moment('used_at').notNull().defaultNow(),
  },
  (table) => [index('known_device_user').on(table.userId)],
);

/**
 * Answers already given, so that a retry after a lost answer gets the same one and nothing happens
 * twice.
 */
export const answeredRequest = pgTable(
  'answered_request',
  {
    /** As the sender wrote it. */
    key: text('key').notNull(),
    userId: integer('user_id')
      .notNull()
      .references(() => appUser.id),
    route: text('route').notNull(),
    status: smallint('status').notNull(),
    answer: jsonb('answer'),
    /** Of what was sent with the key; null for answers from before it was kept. */
    bodyHash: text('body_hash'),
    at: moment('at').notNull().defaultNow(),
  },
  (table) => [uniqueIndex('answered_request_key').on(table.userId, table.key)],
);

/** When somebody was last here, and until when they had been before that: since then things changed. */
export const visit = pgTable('visit', {
  userId: integer('user_id')
    .primaryKey()
    .references(() => appUser.id),
  seenAt: moment('seen_at').notNull().defaultNow(),
  /** Null: this is their first visit. */
  since: moment('since'),
});
