import { and, eq, gt, isNull, sql } from 'drizzle-orm';
import type { Database, Queryable } from '../db/client';
import { accessToken, appUser, session } from '../db/tables/index';
import type { Principal } from './principal';
import { createSecret, hashPassword, hashSecret, verifyPassword } from './secrets';

export const SESSION_DAYS = 14;

const principalColumns = { userId: appUser.id, name: appUser.name, email: appUser.email, role: appUser.role, unitId: appUser.unitId };

let dummyHash: Promise<string> | null = null;

/** The user with this e-mail and password, or null; takes as long for an unknown e-mail as for a wrong password. */
export async function findByPassword(db: Queryable, email: string, password: string): Promise<Omit<Principal, 'csrf'> | null> {
  const [user] = await db.select({ ...principalColumns, passwordHash: appUser.passwordHash }).from(appUser)
    .where(and(eq(sql`lower(${appUser.email})`, email.trim().toLowerCase()), isNull(appUser.disabledAt)));
  dummyHash ??= hashPassword('nobody has this password');
  const matches = await verifyPassword(user?.passwordHash ?? await dummyHash, password);
  if (!user || !matches) return null;
  const { passwordHash: _, ...principal } = user;
  return principal;
}

/** Starts a browser session; returns the cookie's secret and the CSRF value. */
export async function startSession(db: Queryable, userId: number): Promise<{ secret: string; csrf: string }> {
  const [secret, csrf] = [createSecret(), createSecret()];
  await db.insert(session).values({ hash: hashSecret(secret), userId, csrf, expiresAt: sql`now() + make_interval(days => ${SESSION_DAYS})` as never });
  await db.delete(session).where(sql`${session.expiresAt} < now()`);
  return { secret, csrf };
}

/** Who stands behind a secret. */
export interface Identity {
  principal: Principal;
  /** When the session ends, in milliseconds since 1970; null for a token. */
  endsAt: number | null;
  /** The token whose last use was noted more than a minute ago; else null. */
  staleTokenId: number | null;
}

/** Asked again and again: prepared once a database, so that neither we build nor PostgreSQL plans them again. */
const prepared = new WeakMap<Database, ReturnType<typeof prepareIdentities>>();

function prepareIdentities(db: Database) {
  return {
    bySession: db.select({ ...principalColumns, csrf: session.csrf, endsAt: sql<number>`extract(epoch from ${session.expiresAt})::float8 * 1000` }).from(session)
      .innerJoin(appUser, eq(appUser.id, session.userId))
      .where(and(eq(session.hash, sql.placeholder('hash')), gt(session.expiresAt, sql`now()`), isNull(appUser.disabledAt))).prepare('find_by_session'),
    byToken: db.select({ ...principalColumns, tokenId: accessToken.id, isStale: sql<boolean>`coalesce(${accessToken.lastUsedAt} < now() - interval '1 minute', true)` }).from(accessToken)
      .innerJoin(appUser, eq(appUser.id, accessToken.userId))
      .where(and(eq(accessToken.hash, sql.placeholder('hash')), isNull(accessToken.revokedAt), isNull(appUser.disabledAt))).prepare('find_by_token'),
  };
}

function identitiesOf(db: Database) {
  let found = prepared.get(db);
  if (!found) prepared.set(db, (found = prepareIdentities(db)));
  return found;
}

/** The user of a session that has not ended, by the hash of its secret. */
export async function findBySession(db: Database, hash: string): Promise<Identity | null> {
  const [found] = await identitiesOf(db).bySession.execute({ hash });
  if (!found) return null;
  const { endsAt, ...principal } = found;
  return { principal, endsAt, staleTokenId: null };
}

/** The user behind an access token that is not revoked, by the hash of its secret. */
export async function findByToken(db: Database, hash: string): Promise<Identity | null> {
  const [found] = await identitiesOf(db).byToken.execute({ hash });
  if (!found) return null;
  const { tokenId, isStale, ...principal } = found;
  return { principal: { ...principal, csrf: null }, endsAt: null, staleTokenId: isStale ? tokenId : null };
}

/** Notes that a token is in use: about once a minute of it. */
export async function noteUse(db: Queryable, tokenId: number): Promise<void> {
  await db.update(accessToken).set({ lastUsedAt: sql`now()` }).where(eq(accessToken.id, tokenId));
}

export async function endSession(db: Queryable, secret: string): Promise<void> {
  await db.delete(session).where(eq(session.hash, hashSecret(secret)));
}

export async function endAllSessions(db: Queryable, userId: number): Promise<void> {
  await db.delete(session).where(eq(session.userId, userId));
}
