import { type SQL, sql } from 'drizzle-orm';
import type {
  Note,
  NoteInput,
  NoteQuery,
  NoteReplyInput,
  Notes,
  NoteSlice,
} from '#contract/schemas/note';
import { parseDay, toIsoDay } from '#core/period/day';
import type { Unit } from '#core/units/unit';
import type { Principal, Scope } from '../access/index';
import { findMeasure, findPeriod, toPeriodView, toUnitSummary } from '../attainment/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { announce } from '../db/notify';
import { note } from '../db/tables/index';
import { assertNoFieldErrors, ProblemError } from '../problem';

const SHOWN = 200;
export const MOST_REPLIES = 100;

type Row = {
  id: number;
  reply_to: number | null;
  unit_id: number;
  measure: string;
  period_id: string;
  slice: NoteSlice | null;
  text: string;
  at: string;
  user_id: number;
  user_name: string;
  assignee_id: number | null;
  assignee_name: string | null;
  due_on: string | null;
  resolved_at: string | null;
  resolved_by: number | null;
  resolved_name: string | null;
};

const ROWS = sql`
  select n.id, n.reply_to, n.unit_id, n.measure, n.period_id, n.slice, n.text, n.at::text as at,
    n.user_id, u.name as user_name, n.assignee_id, a.name as assignee_name, n.due_on::text as due_on,
    n.resolved_at::text as resolved_at, n.resolved_by, r.name as resolved_name
  from note n join app_user u on u.id = n.user_id left join app_user a on a.id = n.assignee_id
    left join app_user r on r.id = n.resolved_by`;

/**
 * Notes about a unit and all below it that the reader sees, the newest first.
 * @param principal whose own are asked for; null: nobody's
 */
export async function listNotes(
  context: Context,
  scope: Scope,
  principal: Pick<Principal, 'userId'> | null,
  { unit: code, period: periodId, measure, state = 'open', onlyActions, isMine, search }: NoteQuery,
  most = SHOWN,
): Promise<Notes> {
  const unit = scope.findUnit(code);
  const ids = [...scope.dataset.tree.unitsUnder(unit.id)];
  const conditions: SQL[] = [
    sql`n.reply_to is null`,
    sql`n.unit_id = any(${sql.param(ids)}::int[])`,
  ];
  if (periodId) {
    const { from, to } = findPeriod(scope.dataset, periodId);
    conditions.push(sql`n.from_day < ${toIsoDay(to)} and n.to_day > ${toIsoDay(from)}`);
  }
  if (measure) conditions.push(sql`n.measure = ${measure}`);
  if (state !== 'all')
    conditions.push(state === 'open' ? sql`n.resolved_at is null` : sql`n.resolved_at is not null`);
  if (isMine && principal)
    conditions.push(sql`(n.assignee_id = ${principal.userId} or (n.assignee_id is not null and
      n.user_id = ${principal.userId} and n.due_on < ${toIsoDay(scope.dataset.asOf)}))`);
  if (onlyActions) conditions.push(sql`n.assignee_id is not null`);
  const like = search?.trim() ? `%${search.trim().replace(/[\\%_]/g, '\\$&')}%` : null;
  if (like !== null)
    conditions.push(sql`(n.text ilike ${like} or n.slice->>'name' ilike ${like} or exists (select from
      note x where x.reply_to = n.id and x.text ilike ${like}))`);
  const where = sql.join(conditions, sql` and `);
  const { rows } = await context.db.execute<Row>(
    sql`${ROWS} where ${where} order by ${isMine ? sql`n.due_on nulls last,` : sql``} n.at desc, n.id desc limit ${most}`,
  );
  const {
    rows: [counted],
  } = await context.db.execute<{ count: number }>(
    sql`select count(*)::int as count from note n where ${where}`,
  );
  return {
    notes: await toNotes(context.db, scope, rows),
    count: counted!.count,
    people: await loadPeople(context.db, scope, unit),
  };
}

/** Who has an account that sees a unit, by name. */
async function loadPeople(
  db: Queryable,
  { wholeTree, dataset }: Scope,
  unit: Unit,
): Promise<Notes['people']> {
  const units = [unit.id, ...wholeTree.ancestorsOn(unit.id, dataset.asOf)];
  const { rows } = await db.execute<{ id: number; name: string }>(sql`
    select id, name from app_user where disabled_at is null and unit_id =
      any(${sql.param(units)}::int[]) order by lower(name), id`);
  return rows;
}

/**
 * Writes a note about a figure. The same words about the same figure are one note: sent twice, it is
 * written once.
 * @throws ProblemError unknownUnit, unknownPeriod, unknownMeasure, invalidInput
 */
export async function writeNote(
  context: Context,
  scope: Scope,
  principal: Principal,
  input: NoteInput,
): Promise<Note> {
  const unit = scope.findUnit(input.unit);
  const period = findPeriod(scope.dataset, input.period);
  const measure = findMeasure(scope.dataset, input.measure).code;
  const { assignee = null, dueOn = null, slice = null } = input;
  const people = await loadPeople(context.db, scope, unit);
  assertNoFieldErrors([
    ...(assignee !== null && !people.some(({ id }) => id === assignee)
      ? [{ field: 'assignee', code: 'seesItNot' as const }]
      : []),
    ...(dueOn !== null && assignee === null
      ? [{ field: 'assignee', code: 'required' as const }]
      : []),
  ]);
  const id = await context.db.transaction(async (tx) => {
    const values = {
      unitId: unit.id,
      measure,
      periodId: period.id,
      fromDay: toIsoDay(period.from),
      toDay: toIsoDay(period.to),
      slice,
      text: input.text.trim(),
      userId: principal.userId,
      assigneeId: assignee,
      dueOn,
    };
    const {
      rows: [known],
    } = await tx.execute<{
      id: number;
    }>(sql`select id from note where user_id = ${values.userId} and
      unit_id = ${values.unitId} and measure = ${measure} and period_id = ${period.id} and text =
        ${values.text} and slice is not distinct from ${slice === null ? null : JSON.stringify(slice)}::jsonb
        and reply_to is null and resolved_at is null`);
    if (known) return known.id;
    const [made] = await tx.insert(note).values(values).returning({ id: note.id });
    await tell(tx, principal, unit.id, made!.id, 'written', values);
    return made!.id;
  });
  return loadNote(context, scope, id);
}

/** Answers a note. @throws ProblemError notFound, tooManyReplies */
export async function replyToNote(
  context: Context,
  scope: Scope,
  principal: Principal,
  { id, text }: { id: number } & NoteReplyInput,
): Promise<Note> {
  await loadNote(context, scope, id);
  await context.db.transaction(async (tx) => {
    const {
      rows: [about],
    } = await tx.execute<{
      unit_id: number;
      measure: string;
      period_id: string;
      from_day: string;
      to_day: string;
    }>(sql`select unit_id, measure, period_id, from_day::text as from_day, to_day::text as to_day
      from note where id = ${id} for update`);
    const { rows: replies } = await tx.execute<{ user_id: number; text: string }>(
      sql`select user_id, text from note where reply_to = ${id}`,
    );
    const words = text.trim();
    if (replies.some((each) => each.user_id === principal.userId && each.text === words)) return;
    if (replies.length >= MOST_REPLIES)
      throw new ProblemError('tooManyReplies', { most: MOST_REPLIES });
    await tx.insert(note).values({
      replyTo: id,
      unitId: about!.unit_id,
      measure: about!.measure,
      periodId: about!.period_id,
      fromDay: about!.from_day,
      toDay: about!.to_day,
      text: words,
      userId: principal.userId,
    });
    await tell(tx, principal, about!.unit_id, id, 'answered', { text: words });
  });
  return loadNote(context, scope, id);
}

/** Says that a note is done with, or opens it again. @throws ProblemError notFound */
export async function resolveNote(
  context: Context,
  scope: Scope,
  principal: Principal,
  { id, resolved }: { id: number; resolved: boolean },
): Promise<Note> {
  const before = await loadNote(context, scope, id);
  if ((before.resolvedAt !== null) !== resolved)
    await context.db.transaction(async (tx) => {
      await tx.execute(sql`update note set resolved_at = ${resolved ? sql`now()` : null}, resolved_by
        = ${resolved ? principal.userId : null} where id = ${id}`);
      await tell(tx, principal, before.unit.id, id, resolved ? 'resolved' : 'reopened', {});
    });
  return loadNote(context, scope, id);
}

async function tell(
  tx: Queryable,
  principal: Principal,
  unitId: number,
  id: number,
  action: string,
  after: unknown,
): Promise<void> {
  await recordAudit(tx, [
    { userId: principal.userId, entity: 'note', entityId: String(id), action, after },
  ]);
  await announce(tx, 'notes', [unitId]);
}

/** @throws ProblemError notFound for one about a unit the reader does not see */
async function loadNote({ db }: Context, scope: Scope, id: number): Promise<Note> {
  const { rows } = await db.execute<Row>(sql`${ROWS} where n.id = ${id} and n.reply_to is null`);
  const [row] = rows;
  if (!row || !scope.sees(row.unit_id)) throw new ProblemError('notFound');
  return (await toNotes(db, scope, rows))[0]!;
}

async function toNotes(db: Queryable, scope: Scope, rows: readonly Row[]): Promise<Note[]> {
  if (rows.length === 0) return [];
  const { rows: replies } = await db.execute<Row>(sql`${ROWS} where n.reply_to =
    any(${sql.param(rows.map(({ id }) => id))}::int[]) order by n.at, n.id`);
  const { dataset } = scope;
  return rows.flatMap((row) => {
    const unit = dataset.tree.find(row.unit_id);
    const period = dataset.calendar.parse(row.period_id);
    if (!unit || !period) return [];
    return [
      {
        id: row.id,
        unit: toUnitSummary(unit),
        measure: row.measure,
        measureName: dataset.measures.find(row.measure)?.name ?? row.measure,
        period: toPeriodView(dataset, period),
        slice: row.slice,
        text: row.text,
        author: { id: row.user_id, name: row.user_name },
        at: row.at,
        assignee:
          row.assignee_id === null ? null : { id: row.assignee_id, name: row.assignee_name! },
        dueOn: row.due_on,
        isOverdue:
          row.resolved_at === null && row.due_on !== null && parseDay(row.due_on)! < dataset.asOf,
        resolvedAt: row.resolved_at,
        resolvedBy:
          row.resolved_by === null ? null : { id: row.resolved_by, name: row.resolved_name! },
        replies: replies
          .filter((reply) => reply.reply_to === row.id)
          .map((reply) => ({
            id: reply.id,
            text: reply.text,
            author: { id: reply.user_id, name: reply.user_name },
            at: reply.at,
          })),
      },
    ];
  });
}
