import { and, eq, gt, isNull, sql } from 'drizzle-orm';
import type { AccessToken, NewAccessToken, TokenInput } from '#contract/schemas/access';
import { recordAudit } from '../audit/record';
import type { Database, Queryable } from '../db/client';
import { accessToken } from '../db/tables/index';
import { ProblemError } from '../problem';
import { createSecret, hashSecret } from './secrets';

const USUAL_DAYS = 90;

const columns = {
  id: accessToken.id,
  name: accessToken.name,
  createdAt: accessToken.createdAt,
  lastUsedAt: accessToken.lastUsedAt,
  expiresAt: accessToken.expiresAt,
  canWrite: accessToken.canWrite,
};

/** One's own tokens that still hold. */
export async function listTokens(db: Queryable, userId: number): Promise<AccessToken[]> {
  return db
    .select(columns)
    .from(accessToken)
    .where(
      and(
        eq(accessToken.userId, userId),
        isNull(accessToken.revokedAt),
        gt(accessToken.expiresAt, sql`now()`),
      ),
    )
    .orderBy(accessToken.id);
}

/** A new token; its secret is never shown again. */
export async function createToken(
  db: Database,
  userId: number,
  { name, days = USUAL_DAYS, canWrite = true }: TokenInput,
): Promise<NewAccessToken> {
  const secret = `il_${createSecret()}`;
  const token = await db.transaction(async (tx) => {
    const expiresAt = sql`now() + make_interval(days => ${days})` as never;
    const [made] = await tx
      .insert(accessToken)
      .values({ userId, name: name.trim(), hash: hashSecret(secret), expiresAt, canWrite })
      .returning(columns);
    const after = { name: made!.name, expiresAt: made!.expiresAt, canWrite };
    await recordAudit(tx, [
      { userId, entity: 'token', entityId: String(made!.id), action: 'created', after },
    ]);
    return made!;
  });
  return { token, secret };
}

/** @throws ProblemError notFound */
export async function revokeToken(db: Database, userId: number, id: number): Promise<void> {
  await db.transaction(async (tx) => {
    const revoked = await tx
      .update(accessToken)
      .set({ revokedAt: sql`now()` })
      .where(
        and(eq(accessToken.id, id), eq(accessToken.userId, userId), isNull(accessToken.revokedAt)),
      )
      .returning({ id: accessToken.id });
    if (revoked.length === 0) throw new ProblemError('notFound');
    await recordAudit(tx, [{ userId, entity: 'token', entityId: String(id), action: 'revoked' }]);
  });
}

/** Ends all of a person's tokens. */
export async function revokeAllTokens(db: Queryable, userId: number): Promise<void> {
  await db.execute(
    sql`update access_token set revoked_at = now() where user_id = ${userId} and revoked_at is
      null`,
  );
}
