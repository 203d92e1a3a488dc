import { type SQL, sql } from 'drizzle-orm';
import type { FieldFault } from '#contract/errors/catalogue';
import type {
  DailyMail,
  Report,
  ReportInput,
  Reports,
  ReportSent,
  ShareInput,
} from '#contract/schemas/report';
import { toIsoDay } from '#core/period/day';
import { formatTimeOfDay } from '#core/period/timeOfDay';
import { loadKnownAccounts, type Principal, type Scope } from '../access/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { report } from '../db/tables/index';
import { listKeptViews } from '../keptViews/index';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { loadReceivers, sendView } from './send';

/** Of one person. */
export const MOST_REPORTS = 100;
const RUNS_SHOWN = 10;
/** When the daily mail comes where nobody said otherwise. */
export const DAILY_MINUTE = 7 * 60;

export type StoredReport = typeof report.$inferSelect;

/** Minutes after midnight of "07:30". */
function minuteOf(time: string): number {
  const [hours, minutes] = time.split(':').map(Number);
  return hours! * 60 + minutes!;
}

/** One's own reports with what was sent. */
export async function listReports(
  context: Context,
  scope: Scope,
  principal: Principal,
): Promise<Reports> {
  return {
    reports: await loadReports(context.db, sql`r.user_id = ${principal.userId}`),
    people: await loadKnownAccounts(context.db, scope, principal.unitId),
  };
}

async function loadReports(db: Queryable, where: SQL): Promise<Report[]> {
  const { rows } = await db.execute<{
    id: number;
    name: string;
    text: string | null;
    period_kind: Report['periodKind'];
    format: Report['format'];
    rhythm: Report['rhythm'];
    minute: number;
    weekday: number | null;
    month_day: number | null;
    is_paused: boolean;
    view: Report['view'];
    receivers: Report['receivers'];
    runs: Report['runs'];
  }>(sql`
    select r.id, r.name, r.text, r.period_kind, r.format, r.rhythm, r.minute, r.weekday, r.month_day,
      r.is_paused,
      case when v.id is not null then json_build_object('id', v.id, 'name', v.name, 'path', v.path,
        'search', v.search) end as view,
      coalesce((select json_agg(json_build_object('id', u.id, 'name', u.name) order by lower(u.name))
        from app_user u where u.id = any(r.receivers)), '[]') as receivers,
      coalesce((select json_agg(x) from (select at::text as at, sent, without_right as
        "withoutRight" from report_run where report_id = r.id order by at desc limit
          ${RUNS_SHOWN}) x), '[]') as runs
    from report r left join kept_view v on v.id = r.view_id where ${where} order by lower(r.name),
      r.id`);
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    text: row.text,
    periodKind: row.period_kind,
    format: row.format,
    rhythm: row.rhythm,
    time: formatTimeOfDay(row.minute),
    weekday: row.weekday,
    monthDay: row.month_day,
    view: row.view,
    receivers: row.receivers,
    isPaused: row.is_paused,
    runs: row.runs,
  }));
}

async function check(
  context: Context,
  scope: Scope,
  principal: Principal,
  input: ReportInput,
): Promise<Omit<StoredReport, 'id' | 'userId' | 'createdAt' | 'sentFor'>> {
  const faults: FieldFault[] = [];
  const views = await listKeptViews(context, principal);
  if (!views.some(({ id }) => id === input.view))
    faults.push({ field: 'view', code: 'unknownView' });
  const people = await loadKnownAccounts(context.db, scope, principal.unitId);
  if (input.receivers.some((id) => !people.some((each) => each.id === id)))
    faults.push({ field: 'receivers', code: 'seesItNot' });
  if (input.rhythm === 'weekly' && input.weekday === null)
    faults.push({ field: 'weekday', code: 'required' });
  if (input.rhythm === 'monthly' && input.monthDay === null)
    faults.push({ field: 'monthDay', code: 'required' });
  assertNoFieldErrors(faults);
  return {
    viewId: input.view,
    name: input.name.trim(),
    text: input.text?.trim() || null,
    periodKind: input.periodKind,
    format: input.format,
    rhythm: input.rhythm,
    minute: minuteOf(input.time),
    weekday: input.rhythm === 'weekly' ? input.weekday : null,
    monthDay: input.rhythm === 'monthly' ? input.monthDay : null,
    receivers: [...input.receivers],
    isPaused: input.isPaused ?? false,
  };
}

/**
 * Makes or changes a report. @throws ProblemError invalidInput, tooManyReports, notFound for one
 * that is not one's own
 */
export async function saveReport(
  context: Context,
  scope: Scope,
  principal: Principal,
  id: number | null,
  input: ReportInput,
): Promise<Report> {
  const values = await check(context, scope, principal, input);
  const own = await loadReports(context.db, sql`r.user_id = ${principal.userId}`);
  if (id !== null && !own.some((each) => each.id === id)) throw new ProblemError('notFound');
  if (id === null && own.length >= MOST_REPORTS)
    throw new ProblemError('tooManyReports', { most: MOST_REPORTS });
  const saved = await context.db.transaction(async (tx) => {
    const [row] =
      id === null
        ? await tx
            .insert(report)
            .values({
              ...values,
              userId: principal.userId,
              // The first one goes when its time comes next, not for days that are over.
              sentFor: toIsoDay(context.replica.company ? scope.dataset.asOf - 1 : 0),
            })
            .returning({ id: report.id })
        : await tx
            .update(report)
            .set(values)
            .where(sql`id = ${id}`)
            .returning({ id: report.id });
    await recordAudit(tx, [
      {
        userId: principal.userId,
        entity: 'report',
        entityId: String(row!.id),
        action: id === null ? 'made' : 'changed',
        after: values,
      },
    ]);
    return row!.id;
  });
  return (await loadReports(context.db, sql`r.id = ${saved}`))[0]!;
}

/** @throws ProblemError notFound */
export async function removeReport(
  { db }: Context,
  principal: Principal,
  id: number,
): Promise<object> {
  await db.transaction(async (tx) => {
    const { rowCount } = await tx.execute(
      sql`delete from report where id = ${id} and user_id = ${principal.userId}`,
    );
    if (!rowCount) throw new ProblemError('notFound');
    await recordAudit(tx, [
      { userId: principal.userId, entity: 'report', entityId: String(id), action: 'removed' },
    ]);
  });
  return {};
}

/** Sends a report to its maker now. @throws ProblemError notFound, also where its view is gone */
export async function sendToMe(
  context: Context,
  principal: Principal,
  id: number,
): Promise<ReportSent> {
  const [found] = await loadReports(
    context.db,
    sql`r.id = ${id} and r.user_id = ${principal.userId}`,
  );
  if (!found?.view) throw new ProblemError('notFound');
  return sendView(context, await loadReceivers(context.db, [principal.userId]), {
    kind: 'report',
    key: `report ${id} now ${Date.now()}`,
    title: found.name,
    text: found.text,
    view: found.view,
    periodKind: found.periodKind,
    format: found.format,
    sender: principal.name,
    footer: 'You asked for this report now.',
  });
}

/** Sends a view once. @throws ProblemError invalidInput for a receiver one does not know */
export async function shareView(
  context: Context,
  scope: Scope,
  principal: Principal,
  { path, search, receivers, text }: ShareInput,
): Promise<ReportSent> {
  const people = await loadKnownAccounts(context.db, scope, principal.unitId);
  assertNoFieldErrors(
    receivers.some((id) => !people.some((each) => each.id === id))
      ? [{ field: 'receivers', code: 'seesItNot' }]
      : [],
  );
  return sendView(context, await loadReceivers(context.db, receivers), {
    kind: 'share',
    key: `share ${principal.userId} ${Date.now()}`,
    title: `${principal.name} shares a view`,
    text: text?.trim() || null,
    view: { path, search: search.replace(/^\?/, '') },
    periodKind: 'asKept',
    format: 'none',
    sender: principal.name,
    footer: `${principal.name} sent you this view. What you may not see it does not show.`,
  });
}

/** When somebody wants their daily mail; as it is where they have said nothing. */
export async function loadDailyMail(db: Queryable, userId: number): Promise<DailyMail> {
  const {
    rows: [row],
  } = await db.execute<{ is_wanted: boolean; minute: number }>(
    sql`select is_wanted, minute from daily_mail where user_id = ${userId}`,
  );
  return {
    isWanted: row?.is_wanted ?? true,
    time: formatTimeOfDay(row?.minute ?? DAILY_MINUTE),
  };
}

export async function saveDailyMail(
  db: Queryable,
  userId: number,
  { isWanted, time }: DailyMail,
): Promise<DailyMail> {
  await db.execute(sql`insert into daily_mail (user_id, is_wanted, minute) values (${userId},
    ${isWanted}, ${minuteOf(time)}) on conflict (user_id) do update set is_wanted =
      excluded.is_wanted, minute = excluded.minute`);
  return { isWanted, time };
}
