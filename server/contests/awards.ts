import { type SQL, sql } from 'drizzle-orm';
import {
  type Award,
  type AwardInput,
  type Awards,
  MOST_AWARDS_LISTED,
} from '#contract/schemas/contest';
import type { GivenAward } from '#core/commission/statement';
import type { FiscalCalendar } from '#core/period/calendar';
import { parseDay, toIsoDay } from '#core/period/day';
import { describePeriod } from '#wording/period';
import type { Principal, Scope } from '../access/index';
import { toUnitSummary } from '../attainment/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { announce } from '../db/notify';
import { award } from '../db/tables/index';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { tellAward } from './mail';
import { findUnknownPicture } from './pictures';

interface AwardRow extends Record<string, unknown> {
  id: number;
  contest_id: number | null;
  contest: string | null;
  period_id: string | null;
  unit_id: number;
  title: string;
  text: string;
  picture: Award['picture'];
  amount: number | null;
  user_name: string | null;
  given_at: string;
  taken_at: string | null;
  reason: string | null;
  is_hidden: boolean;
}

export async function loadAwards(db: Queryable, where: SQL): Promise<AwardRow[]> {
  const { rows } = await db.execute<AwardRow>(sql`
    select a.id, a.contest_id, c.name as contest, a.period_id, a.unit_id, a.title, a.text, a.picture,
      a.amount, u.name as user_name, a.given_at::text as given_at, a.taken_at::text as taken_at,
      a.reason, o.unit_id is not null as is_hidden
    from award a left join contest c on c.id = a.contest_id left join app_user u on u.id = a.user_id
      left join award_opt_out o on o.unit_id = a.unit_id
    where ${where} order by a.id desc limit ${MOST_AWARDS_LISTED}`);
  return rows;
}

/** Somebody's own and their managers' to see; others see what is not hidden, and no amount. */
export function toAwards(
  { wholeTree, dataset, sees }: Scope,
  { role, unitId }: Principal,
  rows: readonly AwardRow[],
): Award[] {
  return rows.flatMap((row) => {
    const isOwn = role === 'salesperson' ? row.unit_id === unitId : sees(row.unit_id);
    const isPaidToSee = isOwn && role !== 'viewer';
    if (row.is_hidden && !isPaidToSee) return [];
    const period = row.period_id === null ? null : dataset.calendar.parse(row.period_id);
    return [
      {
        id: row.id,
        contest: row.contest_id === null ? null : { id: row.contest_id, name: row.contest! },
        round: period ? describePeriod(period, dataset.calendar) : null,
        unit: toUnitSummary(wholeTree.find(row.unit_id)!),
        title: row.title,
        text: row.text,
        picture: row.picture,
        amount: isPaidToSee ? row.amount : null,
        userName: row.user_name,
        givenAt: row.given_at,
        takenAt: row.taken_at,
        reason: row.reason,
      },
    ];
  });
}

/** @throws ProblemError unknownUnit */
export async function listAwards(
  context: Context,
  scope: Scope,
  principal: Principal,
  code: string,
): Promise<Awards> {
  const unit = scope.findUnit(code);
  const ids = [...scope.dataset.tree.unitsUnder(unit.id)];
  const rows = await loadAwards(context.db, sql`a.unit_id = any(${sql.param(ids)}::int[])`);
  const { rows: hidden } = await context.db.execute(
    sql`select 1 from award_opt_out where unit_id = ${principal.unitId}`,
  );
  return {
    awards: toAwards(scope, principal, rows),
    areOwnShown: principal.role === 'salesperson' ? hidden.length === 0 : null,
  };
}

/** Gives an award by hand. @throws ProblemError unknownUnit, invalidInput */
export async function giveAward(
  context: Context,
  scope: Scope,
  principal: Principal,
  input: AwardInput,
): Promise<Award> {
  const unit = scope.findUnit(input.unit);
  if (input.amount !== null && unit.kind !== 'salesperson')
    assertNoFieldErrors([{ field: 'amount', code: 'paidToPeople' }]);
  if ((await findUnknownPicture(context.db, scope, principal, [input.picture])) >= 0)
    assertNoFieldErrors([{ field: 'picture', code: 'unknownPicture' }]);
  const id = await context.db.transaction(async (tx) => {
    const [row] = await tx
      .insert(award)
      .values({
        unitId: unit.id,
        title: input.title.trim(),
        text: input.text.trim(),
        picture: input.picture,
        amount: input.amount,
        userId: principal.userId,
        givenOn: toIsoDay(scope.dataset.asOf),
      })
      .returning({ id: award.id });
    await recordAudit(tx, [
      {
        userId: principal.userId,
        entity: 'contest',
        entityId: `award ${row!.id}`,
        action: 'given',
        after: { ...input },
      },
    ]);
    await tellAward(context, tx, {
      key: `award ${row!.id} given`,
      unitId: unit.id,
      subject: `You have been given “${input.title.trim()}”`,
      text: [input.text.trim(), `Given by ${principal.name}.`].filter(Boolean),
    });
    await announce(tx, 'contests', [unit.id]);
    return row!.id;
  });
  return (await findAward(context, scope, principal, id))!;
}

async function findAward(context: Context, scope: Scope, principal: Principal, id: number) {
  return toAwards(scope, principal, await loadAwards(context.db, sql`a.id = ${id}`))[0];
}

/** Only what was given by hand: a contest's awards follow its deals. @throws ProblemError notFound */
export async function takeAwardBack(
  context: Context,
  scope: Scope,
  principal: Principal,
  id: number,
  reason: string,
): Promise<Award> {
  await context.db.transaction(async (tx) => {
    const {
      rows: [row],
    } = await tx.execute<{ unit_id: number; title: string }>(sql`select unit_id, title from award
      where id = ${id} and contest_id is null and taken_at is null for update`);
    if (!row || !scope.sees(row.unit_id)) throw new ProblemError('notFound');
    await tx.execute(sql`update award set taken_at = now(), taken_on =
      ${toIsoDay(scope.dataset.asOf)}, reason = ${reason.trim()} where id = ${id}`);
    await recordAudit(tx, [
      {
        userId: principal.userId,
        entity: 'contest',
        entityId: `award ${id}`,
        action: 'taken back',
        reason: reason.trim(),
      },
    ]);
    await tellAward(context, tx, {
      key: `award ${id} taken`,
      unitId: row.unit_id,
      subject: `“${row.title}” was taken back`,
      text: [reason.trim()],
    });
    await announce(tx, 'contests', [row.unit_id]);
  });
  return (await findAward(context, scope, principal, id))!;
}

/** A salesperson says whether others see their awards. @throws ProblemError forbidden */
export async function showOwnAwards(
  { db }: Context,
  { role, unitId }: Principal,
  areShown: boolean,
): Promise<void> {
  if (role !== 'salesperson') throw new ProblemError('forbidden', { role });
  await db.transaction(async (tx) => {
    await tx.execute(
      areShown
        ? sql`delete from award_opt_out where unit_id = ${unitId}`
        : sql`insert into award_opt_out (unit_id) values (${unitId}) on conflict do nothing`,
    );
    await announce(tx, 'contests', null);
  });
}

/**
 * Amounts of awards that are paid with commission, by salesperson and month: given in the month of
 * giving, taken back in that of taking back.
 */
export async function loadPaidAwards(
  db: Queryable,
  calendar: FiscalCalendar,
  salespeople: readonly number[],
): Promise<Map<string, GivenAward[]>> {
  const { rows } = await db.execute<{
    unit_id: number;
    title: string;
    amount: number;
    given: string;
    taken: string | null;
  }>(sql`select unit_id, title, amount, given_on::text as given, taken_on::text as taken from award
    where amount is not null and unit_id = any(${sql.param([...salespeople])}::int[]) order by id`);
  const found = new Map<string, GivenAward[]>();
  const add = (unitId: number, day: string, given: GivenAward) => {
    const key = `${unitId} ${calendar.periodOf('month', parseDay(day)!).id}`;
    found.set(key, [...(found.get(key) ?? []), given]);
  };
  for (const { unit_id, title, amount, given, taken } of rows) {
    add(unit_id, given, { text: `Award: ${title}`, amount });
    if (taken !== null)
      add(unit_id, taken, { text: `Award taken back: ${title}`, amount: -amount });
  }
  return found;
}
