import { sql } from 'drizzle-orm';
import type { Context } from '../context';
import type { Queryable, Transaction } from '../db/client';
import { queueMail } from '../mail/index';

interface Told {
  key: string;
  unitId: number;
  subject: string;
  text: readonly string[];
}

interface Account {
  id: number;
  email: string;
  unitId: number;
}

/** Accounts of salespeople: one's own, or of all who stand in a team today. */
export async function loadMemberAccounts(
  { replica }: Context,
  db: Queryable,
  unitIds: readonly number[],
): Promise<Account[]> {
  const { tree, calendar } = replica.company!;
  const today = calendar.periodOf('day', replica.asOf);
  const ids = [
    ...new Set(unitIds.flatMap((id) => tree.unitsDuring(id, today).map((unit) => unit.id))),
    ...unitIds,
  ];
  const { rows } = await db.execute<Account & Record<string, unknown>>(sql`
    select id, email, unit_id as "unitId" from app_user where disabled_at is null and role =
      'salesperson' and unit_id = any(${sql.param(ids)}::int[]) order by id`);
  return rows;
}

/** Tells whom an award concerns, with why it was taken back. */
export async function tellAward(context: Context, tx: Transaction, told: Told): Promise<void> {
  const accounts = await loadMemberAccounts(context, tx, [told.unitId]);
  await queueMail(
    tx,
    accounts.map(({ id, email }) => ({
      key: `${told.key} ${id}`,
      kind: 'contest' as const,
      userId: id,
      address: email,
      subject: told.subject,
      title: told.subject,
      parts: [
        ...told.text.map((text) => ({ kind: 'text' as const, text })),
        { kind: 'link' as const, text: 'Open contests', url: `${context.origin}/contests` },
      ],
      footer: 'Sent because it concerns you.',
    })),
  );
}
