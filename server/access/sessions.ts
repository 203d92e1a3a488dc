import { and, eq, gt, isNull, sql } from 'drizzle-orm';
import type { Database, Queryable } from '../db/client';
import { accessToken, appUser, session } from '../db/tables/index';
import { normalEmail } from './email';
import type { Principal } from './principal';
import { createSecret, hashPassword, hashSecret, verifyPassword } from './secrets';

/** A session ends after so long, and sooner when nobody uses it. */
export const SESSION_DAYS = 14;
const IDLE_HOURS = 72;

const principalColumns = {
  userId: appUser.id,
  name: appUser.name,
  email: appUser.email,
  role: appUser.role,
  unitId: appUser.unitId,
};

/** Who has shown the right password. */
export type SignedIn = Omit<Principal, 'csrf' | 'canWrite'>;

let dummyHash: Promise<string> | null = null;

function findDummyHash(): Promise<string> {
  dummyHash ??= hashPassword('nobody has this password').catch((error: unknown) => {
    dummyHash = null;
    throw error;
  });
  return dummyHash;
}

/**
 * The user with this e-mail and password, or null; takes as long for an unknown e-mail as for a
 * wrong password.
 */
export async function findByPassword(
  db: Queryable,
  email: string,
  password: string,
): Promise<SignedIn | null> {
  const [user] = await db
    .select({ ...principalColumns, passwordHash: appUser.passwordHash })
    .from(appUser)
    .where(and(eq(sql`lower(${appUser.email})`, normalEmail(email)), isNull(appUser.disabledAt)));
  const matches = await verifyPassword(user?.passwordHash ?? (await findDummyHash()), password);
  // Who was invited and has chosen no password yet has none that could be right.
  if (!user?.passwordHash || !matches) return null;
  const { passwordHash: _, ...principal } = user;
  return principal;
}

/**
 * Starts a browser session in place of the one the browser had; returns the cookie's secret and the
 * CSRF value.
 */
export async function startSession(
  db: Queryable,
  userId: number,
  { device = '', before }: { device?: string | undefined; before?: string | undefined } = {},
): Promise<{ secret: string; csrf: string }> {
  const [secret, csrf] = [createSecret(), createSecret()];
  if (before) await endSession(db, before);
  await db.execute(sql`update app_user set last_signed_in_at = now() where id = ${userId}`);
  await db.insert(session).values({
    hash: hashSecret(secret),
    userId,
    csrf,
    device: device.slice(0, 200),
    expiresAt: sql`now() + make_interval(days => ${SESSION_DAYS})` as never,
  });
  await db.delete(session).where(
    sql`${session.expiresAt} < now() or ${session.lastUsedAt} < now() - make_interval(hours =>
        ${IDLE_HOURS})`,
  );
  return { secret, csrf };
}

/** Who stands behind a secret. */
export interface Identity {
  principal: Principal;
  /** When the session ends, in milliseconds since 1970; null for a token. */
  endsAt: number | null;
  /** Notes that it is in use, where that was noted more than a minute ago; else null. */
  noteUse: (() => Promise<unknown>) | null;
}

/**
 * Asked again and again: prepared once a database, so that neither we build nor PostgreSQL plans
 * them again.
 */
const prepared = new WeakMap<Database, ReturnType<typeof prepareIdentities>>();

function prepareIdentities(db: Database) {
  return {
    bySession: db
      .select({
        ...principalColumns,
        csrf: session.csrf,
        isStale: sql<boolean>`${session.lastUsedAt} < now() - interval '1 minute'`,
        endsAt: sql<number>`extract(epoch from ${session.expiresAt})::float8 * 1000`,
      })
      .from(session)
      .innerJoin(appUser, eq(appUser.id, session.userId))
      .where(
        and(
          eq(session.hash, sql.placeholder('hash')),
          gt(session.expiresAt, sql`now()`),
          gt(
            session.lastUsedAt,
            sql`now() - make_interval(hours => ${sql.raw(String(IDLE_HOURS))})`,
          ),
          isNull(appUser.disabledAt),
        ),
      )
      .prepare('find_by_session'),
    byToken: db
      .select({
        ...principalColumns,
        tokenId: accessToken.id,
        canWrite: accessToken.canWrite,
        endsAt: sql<number>`extract(epoch from ${accessToken.expiresAt})::float8 * 1000`,
        isStale: sql<boolean>`coalesce(${accessToken.lastUsedAt} < now() - interval '1 minute',
          true)`,
      })
      .from(accessToken)
      .innerJoin(appUser, eq(appUser.id, accessToken.userId))
      .where(
        and(
          eq(accessToken.hash, sql.placeholder('hash')),
          isNull(accessToken.revokedAt),
          gt(accessToken.expiresAt, sql`now()`),
          isNull(appUser.disabledAt),
        ),
      )
      .prepare('find_by_token'),
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
  const { endsAt, isStale, ...principal } = found;
  const noteUse = () =>
    db.execute(sql`update session set last_used_at = now() where hash = ${hash}`);
  return { principal: { ...principal, canWrite: true }, endsAt, noteUse: isStale ? noteUse : null };
}

/** The user behind an access token that is not revoked, by the hash of its secret. */
export async function findByToken(db: Database, hash: string): Promise<Identity | null> {
  const [found] = await identitiesOf(db).byToken.execute({ hash });
  if (!found) return null;
  const { tokenId, isStale, endsAt, ...principal } = found;
  const noteUse = () =>
    db
      .update(accessToken)
      .set({ lastUsedAt: sql`now()` })
      .where(eq(accessToken.id, tokenId));
  return { principal: { ...principal, csrf: null }, endsAt, noteUse: isStale ? noteUse : null };
}

export async function endSession(db: Queryable, secret: string): Promise<void> {
  await db.delete(session).where(eq(session.hash, hashSecret(secret)));
}

export async function endAllSessions(db: Queryable, userId: number): Promise<void> {
  await db.delete(session).where(eq(session.userId, userId));
}
