import { createHash } from 'node:crypto';
import { sql } from 'drizzle-orm';
import type { SavedDeal } from '#contract/schemas/deal';
import type { Queryable } from '../db/client';
import { ProblemError } from '../problem';

/** What a retry is known by: the sender's key, and what it was sent with. */
export interface RetryKey {
  key: string;
  bodyHash: string;
}

/** 1 to 255 visible characters of ASCII (RFC 9110, field values without spaces). */
const KEY = /^[\x21-\x7e]{1,255}$/;

/**
 * The key of a request, if it has one. @throws ProblemError badRetryKey for what is none: ignored,
 * a retry would book twice
 */
export function readRetryKey(
  header: string | string[] | undefined,
  body: unknown,
): RetryKey | null {
  if (header === undefined) return null;
  if (typeof header !== 'string' || !KEY.test(header)) throw new ProblemError('badRetryKey');
  return {
    key: header,
    bodyHash: createHash('sha256').update(JSON.stringify(body)).digest('base64url'),
  };
}

/**
 * The answer this person was given for the key before; null for a new key. @throws ProblemError
 * keyReused when it was of another body
 */
export async function findAnswer(
  db: Queryable,
  userId: number,
  { key, bodyHash }: RetryKey,
): Promise<SavedDeal | null> {
  const {
    rows: [row],
  } = await db.execute<{ answer: SavedDeal; body_hash: string | null }>(sql`
    select answer, body_hash from answered_request where user_id = ${userId} and key = ${key}`);
  if (!row) return null;
  if (row.body_hash !== null && row.body_hash !== bodyHash) throw new ProblemError('keyReused');
  return row.answer;
}

/** Keeps an answer in the transaction of what it tells. */
export async function saveAnswer(
  tx: Queryable,
  userId: number,
  { key, bodyHash }: RetryKey,
  answer: SavedDeal,
): Promise<void> {
  await tx.execute(sql`insert into answered_request (key, user_id, route, status, answer, body_hash)
    values (${key}, ${userId}, 'bookDeal', 201, ${JSON.stringify(answer)}, ${bodyHash})`);
}
