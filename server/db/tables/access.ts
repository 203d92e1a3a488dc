import { sql } from 'drizzle-orm';
import { check, index, integer, jsonb, pgTable, serial, smallint, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { Role } from '#contract/schemas/access';
import { moment } from './columns';
import { unit } from './units';

export const appUser = pgTable('app_user', {
  id: serial('id').primaryKey(),
  email: text('email').notNull(),
  name: text('name').notNull(),
  passwordHash: text('password_hash').notNull(),
  role: text('role').$type<Role>().notNull(),
  unitId: integer('unit_id').notNull().references(() => unit.id),
  createdAt: moment('created_at').notNull().defaultNow(),
  disabledAt: moment('disabled_at'),
}, (table) => [
  uniqueIndex('app_user_email').on(sql`lower(${table.email})`),
  check('app_user_role', sql`${table.role} in ('administrator', 'manager', 'salesperson', 'viewer')`),
]);

/** A browser's sign-in. Only the hash of the cookie's secret is kept. */
export const session = pgTable('session', {
  hash: text('hash').primaryKey(),
  userId: integer('user_id').notNull().references(() => appUser.id),
  csrf: text('csrf').notNull(),
  createdAt: moment('created_at').notNull().defaultNow(),
  expiresAt: moment('expires_at').notNull(),
}, (table) => [index('session_user').on(table.userId)]);

/** A script's sign-in, shown once, kept as a hash. */
export const accessToken = pgTable('access_token', {
  id: serial('id').primaryKey(),
  userId: integer('user_id').notNull().references(() => appUser.id),
  name: text('name').notNull(),
  hash: text('hash').notNull().unique(),
  createdAt: moment('created_at').notNull().defaultNow(),
  lastUsedAt: moment('last_used_at'),
  revokedAt: moment('revoked_at'),
});

/** Answers already given, so that a retry after a lost answer gets the same one and nothing happens twice. */
export const answeredRequest = pgTable('answered_request', {
  key: uuid('key').notNull(),
  userId: integer('user_id').notNull().references(() => appUser.id),
  route: text('route').notNull(),
  status: smallint('status').notNull(),
  answer: jsonb('answer'),
  at: moment('at').notNull().defaultNow(),
}, (table) => [uniqueIndex('answered_request_key').on(table.userId, table.key)]);
