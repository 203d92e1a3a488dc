import { sql } from 'drizzle-orm';
import type { LinkOwner } from '#contract/schemas/account';
import { recordAudit } from '../audit/record';
import type { Database, Queryable } from '../db/client';
import { ProblemError } from '../problem';
import { refuseWeak } from './passwordRules';
import { createSecret, hashPassword, hashSecret } from './secrets';
import { endAllSessions } from './sessions';

const LINK_DAYS = 7;

/**
 * A new link for a person; the one before it ends. @returns its secret, which only the link carries
 */
export async function createAccountLink(
  tx: Queryable,
  userId: number,
  by: number,
): Promise<{ secret: string; expiresAt: string }> {
  const secret = createSecret();
  await tx.execute(sql`delete from account_link where user_id = ${userId}`);
  const {
    rows: [row],
  } = await tx.execute<{ at: string }>(sql`
    insert into account_link (hash, user_id, created_by, expires_at)
    values (${hashSecret(secret)}, ${userId}, ${by}, now() + make_interval(days => ${LINK_DAYS}))
      returning expires_at::text as at`);
  return { secret, expiresAt: row!.at };
}

interface Owner extends LinkOwner {
  userId: number;
}

async function findOwner(db: Queryable, secret: string, lock = false): Promise<Owner> {
  const {
    rows: [row],
  } = await db.execute<{ id: number; name: string; email: string; invited: boolean }>(sql`
    select u.id, u.name, u.email, u.password_hash is null as invited from account_link l join
      app_user u on u.id = l.user_id
    where l.hash = ${hashSecret(secret)} and l.expires_at > now() and u.disabled_at is null
      ${lock ? sql`for update of l` : sql``}`);
  if (!row) throw new ProblemError('linkGone');
  return { userId: row.id, name: row.name, email: row.email, isInvitation: row.invited };
}

/** Whose password a link sets. @throws ProblemError linkGone */
export async function readAccountLink(db: Queryable, secret: string): Promise<LinkOwner> {
  const { name, email, isInvitation } = await findOwner(db, secret);
  return { name, email, isInvitation };
}

/**
 * Sets a password by a link, which ends with it, as do all sessions. @returns the person's id.
 * @throws ProblemError linkGone, invalidInput
 */
export async function redeemAccountLink(
  db: Database,
  secret: string,
  password: string,
): Promise<number> {
  const { email } = await findOwner(db, secret);
  refuseWeak(password, email);
  const passwordHash = await hashPassword(password);
  return db.transaction(async (tx) => {
    const { userId, isInvitation } = await findOwner(tx, secret, true);
    await savePassword(tx, userId, passwordHash);
    await recordAudit(tx, [
      {
        userId,
        entity: 'user',
        entityId: String(userId),
        action: isInvitation ? 'password chosen' : 'password reset',
      },
    ]);
    return userId;
  });
}

/**
 * Puts a password in place of the one there was; every session, known device and link made with it
 * ends.
 */
export async function savePassword(
  tx: Queryable,
  userId: number,
  passwordHash: string,
): Promise<void> {
  await tx.execute(sql`update app_user set password_hash = ${passwordHash} where id = ${userId}`);
  await tx.execute(sql`delete from account_link where user_id = ${userId}`);
  await tx.execute(sql`delete from known_device where user_id = ${userId}`);
  await endAllSessions(tx, userId);
}
