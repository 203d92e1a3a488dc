import { sql } from 'drizzle-orm';
import { parseDay, toIsoDay } from '#core/period/day';
import type { LocalTime } from '#core/period/timeOfDay';
import { isWorkingDay } from '#core/period/workingDays';
import { dueDay } from '#core/schedule/schedule';
import type { Context } from '../context';
import { appUser, report } from '../db/tables/index';
import { thenRest } from '../rest';
import { sendDailyMails } from './daily';
import { loadReceivers, sendView } from './send';
import type { StoredReport } from './service';

/** Written in one go, so that bookings in between wait for nothing. */
const AT_A_TIME = 5;

/**
 * Writes the reports that are due and the daily mails into the outbox, by whichever server. Each
 * goes once a day, whatever becomes of the server in between: the day is kept with the mails.
 */
export async function sendWhatIsDue(
  context: Context,
  clockOf: (unitId: number) => LocalTime,
): Promise<number> {
  const { replica } = context;
  if (!replica.company) return 0;
  const due = (
    await context.db
      .select({ each: report, unitId: appUser.unitId })
      .from(report)
      .innerJoin(appUser, sql`${appUser.id} = ${report.userId} and ${appUser.disabledAt} is null`)
      .where(sql`not ${report.isPaused} and ${report.viewId} is not null`)
  )
    .map(({ each, unitId }) => ({ each, day: dueDayOf(context, each, unitId, clockOf) }))
    .filter(({ day }) => day !== null)
    .slice(0, AT_A_TIME);
  let sent = 0;
  for (const { each, day } of due)
    sent += await sendOne(context, each, day!)
      // One that cannot be made keeps no other back; it is tried again at the next look.
      .catch(() => 0);
  return sent + (await sendDailyMails(context, clockOf));
}

/** By the clock and the working days of the branch of who sends it. */
function dueDayOf(
  { replica }: Context,
  { userId: _userId, sentFor, ...schedule }: StoredReport,
  unitId: number,
  clockOf: (unitId: number) => LocalTime,
): number | null {
  const working = replica.company!.workingDaysOf(unitId);
  return dueDay(schedule, clockOf(unitId), parseDay(sentFor)!, (day) => isWorkingDay(day, working));
}

async function sendOne(context: Context, { id }: StoredReport, day: number): Promise<number> {
  const {
    rows: [found],
  } = await context.db.execute<{
    name: string;
    text: string | null;
    period_kind: StoredReport['periodKind'];
    format: StoredReport['format'];
    receivers: number[];
    path: string;
    search: string;
    sender: string;
  }>(sql`
    select r.name, r.text, r.period_kind, r.format, r.receivers, v.path, v.search, u.name as sender
    from report r join kept_view v on v.id = r.view_id join app_user u on u.id = r.user_id
    where r.id = ${id} and not r.is_paused and r.sent_for < ${toIsoDay(day)} and u.disabled_at is
      null`);
  if (!found) return 0;
  const { sent, withoutRight } = await sendView(
    context,
    await loadReceivers(context.db, found.receivers),
    {
      kind: 'report',
      key: `report ${id} ${toIsoDay(day)}`,
      title: found.name,
      text: found.text,
      view: found,
      periodKind: found.period_kind,
      format: found.format,
      sender: found.sender,
      footer: `${found.sender} sends you this report. What you may not see it does not show.`,
    },
    thenRest,
  );
  // What a server that dies has not written, the next look writes: a mail is known by its key.
  return context.db.transaction(async (tx) => {
    const { rowCount } = await tx.execute(sql`update report set sent_for = ${toIsoDay(day)} where id
      = ${id} and sent_for < ${toIsoDay(day)}`);
    if (!rowCount) return 0;
    await tx.execute(sql`insert into report_run (report_id, sent, without_right) values (${id},
      ${sent}, ${withoutRight})`);
    return sent;
  });
}

const LOOK_EVERY_MS = 20_000;

/** Sends reports and daily mails as long as the server runs. @returns what stops it */
export function startReports(context: Context): () => void {
  const { replica } = context;
  let isBusy = false;
  const timer = setInterval(async () => {
    if (isBusy || !replica.connected || !replica.company) return;
    isBusy = true;
    await sendWhatIsDue(context, (unitId) => replica.clockOf(unitId)).catch(() => 0);
    isBusy = false;
  }, LOOK_EVERY_MS);
  return () => clearInterval(timer);
}
