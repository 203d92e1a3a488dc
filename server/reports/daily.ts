import { sql } from 'drizzle-orm';
import { type Day, toIsoDay } from '#core/period/day';
import type { LocalTime } from '#core/period/timeOfDay';
import { buildScope } from '../access/index';
import { listWaitingAlerts } from '../alerts/index';
import type { Context } from '../context';
import { type LetterPart, queueMail } from '../mail/index';
import { listNotes, writeActionCalendar } from '../notes/index';
import { DAILY_MINUTE } from './service';

interface Reader extends Record<string, unknown> {
  id: number;
  email: string;
  unitId: number;
  minute: number;
}

/**
 * Writes the daily mail of everybody whose time has come: alerts that were gathered for it and
 * actions that are due. Who has neither gets none. Each is committed by itself, and of several
 * servers only one can write it: its key is of the person and the day. @returns how many were
 * written
 */
export async function sendDailyMails(
  context: Context,
  clockOf: (unitId: number) => LocalTime,
): Promise<number> {
  const soon = toIsoDay(context.replica.asOf + DUE_SOON_DAYS);
  const { rows } = await context.db.execute<Reader>(sql`
    select u.id, u.email, u.unit_id as "unitId", coalesce(d.minute, ${DAILY_MINUTE}) as minute
    from app_user u left join daily_mail d on d.user_id = u.id
    where u.disabled_at is null and u.password_hash is not null and coalesce(d.is_wanted, true)
      and (exists (select from alert_receipt r where r.user_id = u.id and r.is_for_daily)
        or exists (select from note n where n.resolved_at is null and n.due_on <= ${soon} and
          (n.assignee_id = u.id or (n.user_id = u.id and n.assignee_id is not null))))`);
  let written = 0;
  for (const reader of rows) {
    const { day, minute } = clockOf(reader.unitId);
    if (minute < reader.minute) continue;
    const key = `daily ${reader.id} ${toIsoDay(day)}`;
    const {
      rows: [known],
    } = await context.db.execute(sql`select 1 from outgoing_mail where key = ${key}`);
    if (known) continue;
    const { parts, alertIds, calendar } = await gather(context, reader, soon);
    if (parts.length === 0) continue;
    written += await writeOne(context, reader, { key, day, parts, alertIds, calendar });
  }
  return written;
}

interface DailyContent {
  parts: LetterPart[];
  alertIds: number[];
  calendar: string | null;
}

async function writeOne(
  context: Context,
  { id, email }: Reader,
  { key, day, parts, alertIds, calendar }: DailyContent & { key: string; day: Day },
): Promise<number> {
  return context.db.transaction(async (tx) => {
    const written = await queueMail(tx, [
      {
        key,
        kind: 'daily',
        userId: id,
        address: email,
        subject: `Iron Ladder, ${toIsoDay(day)}`,
        title: 'Today',
        parts: [...parts, { kind: 'link', text: 'Open Start', url: `${context.origin}/` }],
        ...(calendar === null
          ? {}
          : {
              attachments: [
                {
                  name: 'actions.ics',
                  type: 'text/calendar; charset=utf-8',
                  content: Buffer.from(calendar).toString('base64'),
                },
              ],
            }),
        footer:
          'You get this each day on which there is something. Change it in Setup, Your account.',
      },
    ]);
    // Only those that this mail tells: one that came meanwhile waits for the next.
    if (written > 0)
      await tx.execute(sql`update alert_receipt set is_for_daily = false where user_id = ${id}
        and alert_id = any(${sql.param(alertIds)}::bigint[])`);
    return written;
  });
}

async function gather(
  context: Context,
  { id, unitId }: Reader,
  soon: string,
): Promise<DailyContent> {
  const scope = buildScope(context.replica, { unitId });
  const alerts = await listWaitingAlerts(context, scope, { userId: id });
  const { notes } = await listNotes(
    context,
    scope,
    { userId: id },
    { unit: scope.dataset.tree.find(unitId)!.code, isMine: true },
  );
  const due = notes.filter(({ dueOn }) => dueOn !== null && dueOn <= soon);
  const parts: LetterPart[] = [
    ...(alerts.length === 0
      ? []
      : [
          { kind: 'heading' as const, text: 'Alerts' },
          { kind: 'list' as const, items: alerts.map(({ text }) => text) },
        ]),
    ...(due.length === 0
      ? []
      : [
          { kind: 'heading' as const, text: 'To do' },
          {
            kind: 'list' as const,
            items: due.map((note) => ({
              text: `${note.text} (${note.isOverdue ? 'overdue since' : 'by'} ${note.dueOn}${note.assignee?.id === id ? '' : `, ${note.assignee?.name}`})`,
              url: `${context.origin}/compare?unit=${note.unit.code}&period=${note.period.id}`,
            })),
          },
        ]),
  ];
  return {
    parts,
    alertIds: alerts.map((alert) => alert.id),
    // For one's own calendar: what others are to do is in theirs.
    calendar: await writeActionCalendar(
      due.filter(({ assignee }) => assignee?.id === id),
      context.origin,
    ),
  };
}

/** What is due later than that is for another day. */
const DUE_SOON_DAYS = 1;
