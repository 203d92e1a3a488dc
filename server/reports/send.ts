import { sql } from 'drizzle-orm';
import type { Role } from '#contract/schemas/access';
import type { ReportFormat, ReportPeriod, ReportSent } from '#contract/schemas/report';
import { buildScope } from '../access/index';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { type MailToSend, queueMail } from '../mail/index';
import { ProblemError } from '../problem';
import { atOnce, type Pace } from '../rest';
import { describeView, placeOfView, type ViewContent } from './content';

interface Receiver extends Record<string, unknown> {
  id: number;
  name: string;
  email: string;
  unitId: number;
  role: Role;
}

/** Accounts that still may sign in. */
export async function loadReceivers(db: Queryable, ids: readonly number[]): Promise<Receiver[]> {
  const { rows } =
    await db.execute<Receiver>(sql`select id, name, email, unit_id as "unitId", role from
    app_user where disabled_at is null and id = any(${sql.param([...ids])}::int[]) order by id`);
  return rows;
}

export interface Sending {
  kind: 'report' | 'share';
  /** Begins the key of each mail: the same sending is written once. */
  key: string;
  title: string;
  text: string | null;
  view: { path: string; search: string };
  periodKind: ReportPeriod;
  format: ReportFormat;
  sender: string;
  footer: string;
}

/**
 * Puts a view's mail for each receiver into the outbox, by their own rights; whoever may not see it
 * gets none. Those with the same rights get the same content, which is made once. Each few are
 * committed by themselves: a transaction that stays open makes every reader of the books look
 * through all that was booked since it began.
 */
export async function sendView(
  context: Context,
  receivers: readonly Receiver[],
  sending: Sending,
  pace: Pace = atOnce,
): Promise<ReportSent> {
  const contents = new Map<string, ViewContent | null>();
  const mails: MailToSend[] = [];
  for (const receiver of receivers) {
    const rights = `${receiver.unitId} ${receiver.role}`;
    let content = contents.get(rights);
    if (content === undefined) {
      content = await pace(() => contentFor(context, receiver, sending));
      contents.set(rights, content);
    }
    if (content === null) continue;
    mails.push({
      key: `${sending.key} ${receiver.id}`,
      kind: sending.kind,
      userId: receiver.id,
      address: receiver.email,
      subject: `${sending.title}: ${content.subject}`,
      title: sending.title,
      parts: [
        ...(sending.text ? [{ kind: 'text' as const, text: sending.text }] : []),
        ...content.parts,
      ],
      attachments: content.attachments,
      footer: sending.footer,
    });
  }
  await queueMail(context.db, mails, pace);
  return { sent: mails.length, withoutRight: receivers.length - mails.length };
}

async function contentFor(
  context: Context,
  { unitId, role }: Receiver,
  { view, periodKind, format, sender }: Sending,
): Promise<ViewContent | null> {
  const scope = buildScope(context.replica, { unitId });
  const params = placeOfView(scope, view, periodKind);
  // A view that names no unit is of the reader's own.
  if (!params.get('unit')) params.set('unit', scope.dataset.tree.find(unitId)!.code);
  try {
    return await describeView(
      context,
      { scope, principal: { unitId, role } },
      { path: view.path, params, format },
      sender,
    );
  } catch (error) {
    // Not theirs to see, or its measure or period is gone: there is nothing to send.
    if (error instanceof ProblemError) return null;
    throw error;
  }
}
