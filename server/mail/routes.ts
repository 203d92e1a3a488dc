import { type SQL, sql } from 'drizzle-orm';
import * as routes from '#contract/routes/mail';
import type { MailOverview, OutgoingMail } from '#contract/schemas/mail';
import { MAIL_STATES } from '#contract/schemas/mail';
import type { Queryable } from '../db/client';
import type { Endpoints } from '../endpoints';
import { ProblemError } from '../problem';
import { queueMail } from './outbox';

const MOST_SHOWN = 200;

async function loadMail(db: Queryable, where: SQL): Promise<OutgoingMail[]> {
  const { rows } = await db.execute<OutgoingMail & Record<string, unknown>>(sql`
    select id, kind, address, subject, state, attempts, case when state in ('waiting', 'sending')
      then due_at::text end as "dueAt", error, created_at::text as "createdAt", sent_at::text as
        "sentAt"
    from outgoing_mail where ${where} order by id desc limit ${MOST_SHOWN}`);
  return rows;
}

export function addMailRoutes({ implement, context }: Endpoints): void {
  const { db, settings } = context;

  implement(routes.listMail, async ({ query }): Promise<MailOverview> => {
    const { rows } = await db.execute<{ state: OutgoingMail['state']; count: number }>(
      sql`select state, count(*)::int as count from outgoing_mail group by state`,
    );
    return {
      hasServer: settings.mailServer !== null,
      sender: settings.mailServer?.sender ?? null,
      counts: Object.fromEntries(
        MAIL_STATES.map((state) => [state, rows.find((row) => row.state === state)?.count ?? 0]),
      ) as MailOverview['counts'],
      mails: await loadMail(db, query.state ? sql`state = ${query.state}` : sql`true`),
    };
  });

  implement(routes.retryMail, async ({ params }) => {
    const { rowCount } = await db.execute(sql`update outgoing_mail set state = 'waiting', attempts =
      0, due_at = now() where id = ${params.id} and state in ('failed', 'waiting')`);
    if (!rowCount) throw new ProblemError('notFound');
    return (await loadMail(db, sql`id = ${params.id}`))[0]!;
  });

  implement(routes.sendTestMail, async ({ principal }) => {
    const key = `test ${principal.userId} ${Date.now()}`;
    await queueMail(db, [
      {
        key,
        kind: 'test',
        userId: principal.userId,
        address: principal.email,
        subject: 'Test mail of Iron Ladder',
        title: 'Mail works',
        parts: [{ kind: 'text', text: `${principal.name} asked for this mail in Setup.` }],
        footer: 'Sent once, because you asked for it.',
      },
    ]);
    return (await loadMail(db, sql`key = ${key}`))[0]!;
  });
}
