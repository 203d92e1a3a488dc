import { sql } from 'drizzle-orm';
import { awardsWon, type WonAward } from '#core/contest/awards';
import type { ContestPlace } from '#core/contest/places';
import type { Dataset } from '#core/dataset/dataset';
import type { Period } from '#core/period/calendar';
import { toIsoDay } from '#core/period/day';
import { describePeriod } from '#wording/period';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Transaction } from '../db/client';
import { LOCKS } from '../db/locks';
import { announce } from '../db/notify';
import { award, contestRound } from '../db/tables/index';
import { forgetCrossings } from './crossings';
import { tellAward } from './mail';
import { standIn } from './standing';
import { enrolledOf, loadContests, roundsBy, type StoredContest } from './stored';

/** Older rounds stay as they are. */
const ROUNDS_BACK = 13;

/**
 * Gives and takes back what the contests concerned say, and closes rounds that have ended: each
 * once, on whatever server. @param touched members whose figures may have changed; null: all
 * @returns how many awards were given or taken back; null where another server is at it
 */
export async function evaluateContests(
  context: Context,
  touched: ReadonlySet<number> | null,
): Promise<number | null> {
  const { replica } = context;
  if (touched === null) forgetCrossings(replica);
  const dataset = replica.wholeDataset;
  return context.db.transaction(async (tx) => {
    const {
      rows: [lock],
    } = await tx.execute<{ taken: boolean }>(
      sql`select pg_try_advisory_xact_lock(${LOCKS.contests}) as taken`,
    );
    if (!lock!.taken) return null;
    let changes = 0;
    const concerned =
      touched === null
        ? sql`true`
        : sql`exists (select from contest_member m where m.contest_id = c.id and m.unit_id =
            any(${sql.param([...touched])}::int[]))`;
    for (const contest of await loadContests(tx, sql`c.state <> 'draft' and ${concerned}`)) {
      const members = enrolledOf(contest);
      if (touched !== null && !members.some((id) => touched.has(id))) continue;
      changes += await evaluateOne(context, tx, dataset, contest, members);
    }
    return changes;
  });
}

async function evaluateOne(
  context: Context,
  tx: Transaction,
  dataset: Dataset,
  contest: StoredContest,
  members: readonly number[],
): Promise<number> {
  const rounds = roundsBy(contest, dataset.calendar, dataset.asOf).slice(-ROUNDS_BACK);
  const { rows: closed } = await tx.execute<{ period: string }>(
    sql`select period_id as period from contest_round where contest_id = ${contest.id}`,
  );
  const isClosed = new Set(closed.map(({ period }) => period));
  let changes = 0;
  for (const round of rounds) {
    const isOver = round.to <= dataset.asOf;
    const places = await standIn(tx, context.replica, contest, members, round);
    changes += await settleAwards(context, tx, dataset, { contest, round, places, isOver });
    if (isOver && !isClosed.has(round.id)) {
      await closeRound(tx, contest, round, places);
      changes++;
    }
  }
  if (contest.state === 'running' && contest.through < dataset.asOf) {
    await tx.execute(sql`update contest set state = 'finished' where id = ${contest.id}`);
    await announce(tx, 'contests', null);
  }
  return changes;
}

async function closeRound(
  tx: Transaction,
  contest: StoredContest,
  round: Period,
  places: readonly ContestPlace[],
): Promise<void> {
  await tx
    .insert(contestRound)
    .values({
      contestId: contest.id,
      periodId: round.id,
      result: places.map(({ unitId, rank, goals, value, progress, reached }) => ({
        unitId,
        rank,
        actual: goals[0]?.actual ?? null,
        value,
        progress,
        reachedOn: reached ? toIsoDay(reached.day) : null,
      })),
    })
    .onConflictDoNothing();
  await announce(tx, 'contests', null);
}

interface RoundNow {
  contest: StoredContest;
  round: Period;
  places: readonly ContestPlace[];
  isOver: boolean;
}

interface HeldAward extends Record<string, unknown> {
  id: number;
  position: number;
  unitId: number;
  givenAt: string;
}

async function settleAwards(
  context: Context,
  tx: Transaction,
  dataset: Dataset,
  now: RoundNow,
): Promise<number> {
  const { contest, round, places, isOver } = now;
  const { rules } = contest;
  const won = awardsWon(places, rules.awards, { mode: rules.mode, isOver });
  const { rows: held } = await tx.execute<HeldAward>(sql`
    select id, position, unit_id as "unitId", given_at::text as "givenAt" from award where contest_id =
      ${contest.id} and period_id = ${round.id} and taken_at is null`);
  const keyOf = (position: number, unitId: number) => `${position} ${unitId}`;
  const wanted = new Set(won.map((each) => keyOf(each.award, each.unitId)));
  const has = new Set(held.map((each) => keyOf(each.position, each.unitId)));
  const lost = held.filter((each) => !wanted.has(keyOf(each.position, each.unitId)));
  const gained = won.filter((each) => !has.has(keyOf(each.award, each.unitId)));
  for (const each of lost) await takeBack(context, tx, dataset, now, each, gained);
  for (const each of gained) await give(context, tx, dataset, now, each);
  if (lost.length + gained.length > 0) await announce(tx, 'contests', null);
  return lost.length + gained.length;
}

async function give(
  context: Context,
  tx: Transaction,
  dataset: Dataset,
  { contest, round }: RoundNow,
  { award: position, unitId }: WonAward,
): Promise<void> {
  const { title, text, picture, amount } = contest.rules.awards[position]!;
  const [row] = await tx
    .insert(award)
    .values({
      contestId: contest.id,
      periodId: round.id,
      position,
      unitId,
      title,
      text,
      picture,
      amount,
      givenOn: toIsoDay(dataset.asOf),
    })
    .onConflictDoNothing()
    .returning({ id: award.id });
  if (!row) return;
  const name = dataset.tree.find(unitId)!.name;
  const roundName = describePeriod(round, dataset.calendar);
  await recordAudit(tx, [
    {
      userId: null,
      entity: 'contest',
      entityId: String(contest.id),
      action: 'won',
      after: {
        contest: contest.name,
        award: title,
        unit: dataset.tree.find(unitId)!.code,
        round: round.id,
      },
    },
  ]);
  await tellAward(context, tx, {
    key: `award ${row.id} given`,
    unitId,
    subject: `${name} has won “${title}”`,
    text: [`${contest.name}, ${roundName}.`, ...(text ? [text] : [])],
  });
}

async function takeBack(
  context: Context,
  tx: Transaction,
  dataset: Dataset,
  { contest, round, places }: RoundNow,
  { id, position, unitId, givenAt }: HeldAward,
  gained: readonly WonAward[],
): Promise<void> {
  const place = places.find((each) => each.unitId === unitId);
  const instead = gained
    .filter((each) => each.award === position)
    .map((each) => dataset.tree.find(each.unitId)!.name);
  const cause = await findCause(tx, dataset, unitId, givenAt);
  const reason = [
    place === undefined
      ? 'Takes part no more'
      : instead.length > 0 && (contest.rules.mode === 'ranking' || place.reached !== null)
        ? `${instead.join(' and ')} ${contest.rules.mode === 'ranking' ? 'came before' : 'reached it earlier'}`
        : contest.rules.mode === 'ranking'
          ? 'The place is another now'
          : 'The goal is not reached any more',
    ...(cause ? [cause] : []),
  ].join(': ');
  const { title } = contest.rules.awards[position]!;
  await tx.execute(sql`update award set taken_at = now(), taken_on = ${toIsoDay(dataset.asOf)},
    reason = ${reason} where id = ${id}`);
  await recordAudit(tx, [
    {
      userId: null,
      entity: 'contest',
      entityId: String(contest.id),
      action: 'taken back',
      after: { award: title, unit: dataset.tree.find(unitId)!.code, round: round.id },
      reason,
    },
  ]);
  await tellAward(context, tx, {
    key: `award ${id} taken`,
    unitId,
    subject: `“${title}” was taken back`,
    text: [`${contest.name}, ${describePeriod(round, dataset.calendar)}.`, `${reason}.`],
  });
}

/** The newest change to a member's deals since an award was given: most likely why it is gone. */
async function findCause(
  tx: Transaction,
  { tree }: Dataset,
  unitId: number,
  givenAt: string,
): Promise<string | null> {
  const people = [...new Set(tree.memberSpansUnder(unitId).map((each) => each.salespersonId))];
  const mine = sql`(d.salesperson_id = any(${sql.param(people)}::int[]) or exists (select from
    deal_credit k where k.deal_id = d.id and k.salesperson_id = any(${sql.param(people)}::int[])))`;
  const { rows } = await tx.execute<{
    code: string;
    action: string;
    reason: string | null;
  }>(sql`
    (select d.code, a.action, a.reason, a.at from audit a join deal d on d.id::text = a.entity_id
      where a.entity = 'deal' and jsonb_typeof(a.before) = 'object' and a.at >=
        ${givenAt}::timestamptz and ${mine})
    union all
    (select d.code, 'refund', d.notes, d.created_at from deal d where d.created_at >=
      ${givenAt}::timestamptz and d.credited < 0 and d.voided_at is null and ${mine})
    order by at desc limit 1`);
  const found = rows[0];
  if (!found) return null;
  const what =
    found.action === 'refund'
      ? `refund ${found.code}`
      : `deal ${found.code} ${found.action === 'voided' ? 'was voided' : 'was changed'}`;
  return found.reason ? `${what} (${found.reason})` : what;
}
