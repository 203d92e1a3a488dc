import { sql } from 'drizzle-orm';
import type { CommissionComment, CommissionCommentInput } from '#contract/schemas/commission';
import type { Principal } from '../access/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { ProblemError } from '../problem';
import { columnsOfPayee, wherePayee } from './locked';
import type { Payee } from './payee';

/** To one statement. */
export const MOST_COMMENTS = 200;

export async function loadComments(
  db: Queryable,
  payee: Payee,
  periodId: string,
): Promise<CommissionComment[]> {
  const { rows } = await db.execute<CommissionComment & Record<string, unknown>>(sql`
    select c.id, c.entry, c.text, u.name as "userName", c.at::text as at, c.settled_at::text as
      "settledAt", s.name as "settledBy"
    from commission_comment c join app_user u on u.id = c.user_id left join app_user s on s.id =
      c.settled_by
    where c.${wherePayee(payee)} and c.period_id = ${periodId} order by c.id`);
  return rows;
}

/** How many lines of each payee's statement have something to settle. */
export async function countOpen(db: Queryable, periodId: string): Promise<Map<string, number>> {
  const { rows } = await db.execute<{ key: string; count: number }>(sql`
    select coalesce(salesperson_id::text, '@' || payee_user_id) as key, count(distinct entry)::int
      as count from commission_comment where period_id = ${periodId} and settled_at is null group
        by 1`);
  return new Map(rows.map(({ key, count }) => [key, count]));
}

/** Whoever may see a statement may say something to it. @throws ProblemError tooManyReplies */
export async function writeComment(
  { db }: Context,
  { userId }: Principal,
  payee: Payee,
  { period, entry, text }: CommissionCommentInput,
): Promise<void> {
  await db.transaction(async (tx) => {
    const {
      rows: [row],
    } = await tx.execute<{ count: number }>(sql`select count(*)::int as count from
      commission_comment where ${wherePayee(payee)} and period_id = ${period}`);
    if (row!.count >= MOST_COMMENTS)
      throw new ProblemError('tooManyReplies', { most: MOST_COMMENTS });
    const { salespersonId, payeeUserId } = columnsOfPayee(payee);
    await tx.execute(sql`insert into commission_comment (salesperson_id, payee_user_id, period_id,
      entry, text, user_id) values (${salespersonId}, ${payeeUserId}, ${period}, ${entry},
        ${text.trim()}, ${userId})`);
    await recordAudit(tx, [
      {
        userId,
        entity: 'commission',
        entityId: `${payee.id} ${period}`,
        action: 'commented',
        after: { entry, text: text.trim() },
      },
    ]);
  });
}

export interface FoundComment {
  payeeId: string;
  periodId: string;
  entry: string;
}

export async function findComment({ db }: Context, id: number): Promise<FoundComment> {
  const { rows } = await db.execute<{ payee: string; period: string; entry: string }>(sql`
    select coalesce(u.code, '@' || c.payee_user_id) as payee, c.period_id as period, c.entry from
      commission_comment c left join unit u on u.id = c.salesperson_id where c.id = ${id}`);
  if (!rows[0]) throw new ProblemError('notFound');
  return { payeeId: rows[0].payee, periodId: rows[0].period, entry: rows[0].entry };
}

/** All that was said to a line is settled. */
export async function settleLine(
  { db }: Context,
  { userId }: Principal,
  payee: Payee,
  { periodId, entry }: FoundComment,
): Promise<void> {
  await db.transaction(async (tx) => {
    const { rowCount } = await tx.execute(sql`update commission_comment set settled_at = now(),
      settled_by = ${userId} where ${wherePayee(payee)} and period_id = ${periodId} and entry =
        ${entry} and settled_at is null`);
    if (rowCount)
      await recordAudit(tx, [
        {
          userId,
          entity: 'commission',
          entityId: `${payee.id} ${periodId}`,
          action: 'settled',
          after: { entry },
        },
      ]);
  });
}
