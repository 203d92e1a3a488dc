import { type SQL, sql } from 'drizzle-orm';
import type { Role } from '#contract/schemas/access';
import type { FIRST_STEPS, FirstSteps } from '#contract/schemas/firstSteps';
import type { Principal } from '../access/index';
import type { Queryable } from '../db/client';

type Step = (typeof FIRST_STEPS)[number];

const STEPS: Readonly<Record<Role, readonly Step[]>> = {
  administrator: [
    'inviteAccount',
    'setTargets',
    'bookDeal',
    'keepView',
    'makeAlertRule',
    'makeReport',
  ],
  manager: ['setTargets', 'bookDeal', 'keepView', 'makeAlertRule', 'writeAction', 'makeReport'],
  salesperson: ['acknowledgeTargets', 'bookDeal', 'keepView', 'makeAlertRule'],
  viewer: ['keepView', 'makeAlertRule'],
};

/** The first steps of one's role, each with whether one has done it. */
export async function listFirstSteps(
  db: Queryable,
  { userId, role }: Pick<Principal, 'userId' | 'role'>,
): Promise<FirstSteps> {
  const exists: Record<Step, SQL> = {
    inviteAccount: sql`select from audit where user_id = ${userId} and entity = 'user' and action =
      'invited'`,
    setTargets: sql`select from audit where user_id = ${userId} and entity = 'target'`,
    bookDeal: sql`select from deal where created_by = ${userId}`,
    acknowledgeTargets: sql`select from acknowledgement where user_id = ${userId}`,
    keepView: sql`select from kept_view where user_id = ${userId}`,
    makeAlertRule: sql`select from alert_rule where user_id = ${userId}`,
    writeAction: sql`select from note where user_id = ${userId} and assignee_id is not null`,
    makeReport: sql`select from report where user_id = ${userId}`,
  };
  const steps = STEPS[role];
  const {
    rows: [row],
  } = await db.execute<Record<Step, boolean>>(
    sql`select ${sql.join(
      steps.map((step) => sql`exists (${exists[step]}) as ${sql.identifier(step)}`),
      sql`, `,
    )}`,
  );
  return steps.map((step) => ({ step, isDone: row![step] }));
}
