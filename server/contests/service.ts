import { sql } from 'drizzle-orm';
import type { FieldFault } from '#contract/errors/catalogue';
import {
  type ContestInput,
  type ContestPreview,
  LONGEST_CONTEST_DAYS,
  MOST_CONTEST_MEMBERS,
  MOST_CONTESTS,
} from '#contract/schemas/contest';
import { awardsWon } from '#core/contest/awards';
import { roundsOf } from '#core/contest/rounds';
import type { Period } from '#core/period/calendar';
import { type Day, toIsoDay } from '#core/period/day';
import { describePeriod } from '#wording/period';
import { toMeasureRecord } from '../attainment/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Transaction } from '../db/client';
import { announce } from '../db/notify';
import { contest, contestMember } from '../db/tables/index';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { membersByRule } from './members';
import { findUnknownPicture } from './pictures';
import { standIn } from './standing';
import { loadContests, roundsBy, type StoredContest } from './stored';
import { dayOf, mayChange, type Reader, toPlace } from './view';

/** @throws ProblemError unknownUnit, invalidInput */
async function check(
  { replica, db }: Context,
  { scope, principal }: Reader,
  input: ContestInput,
): Promise<number> {
  const unit = scope.findUnit(input.unit);
  const { dataset } = scope;
  const [from, through] = [dayOf(input.from), dayOf(input.through)];
  const { rules } = input;
  const faults: FieldFault[] = [];
  if (through < from)
    faults.push({
      field: 'through',
      code: 'dayOutOfRange',
      params: { from: input.from, to: toIsoDay(from + LONGEST_CONTEST_DAYS) },
    });
  else if (through - from >= LONGEST_CONTEST_DAYS)
    faults.push({
      field: 'through',
      code: 'contestTooLong',
      params: { most: LONGEST_CONTEST_DAYS },
    });
  else if (
    roundsOf(dataset.calendar, input.repeat, { from, to: through + 1 }, through).length === 0
  )
    faults.push({ field: 'repeat', code: 'noWholeRound', params: { round: input.repeat } });
  rules.goals.forEach(({ measure: code }, at) => {
    const measure = dataset.measures.find(code);
    const isArchived = replica.company!.measureRecords.some(
      (record) => record.code === code && record.isArchived,
    );
    if (!measure || isArchived)
      faults.push({ field: `rules/goals/${at}/measure`, code: 'unknownMeasure' });
    else if (measure.direction !== 'higher')
      faults.push({ field: `rules/goals/${at}/measure`, code: 'lowerIsBetter' });
  });
  if (rules.mode === 'ranking' && rules.goals.length > 1)
    faults.push({ field: 'rules/goals', code: 'oneRanked' });
  rules.awards.forEach(({ receivers, places, amount }, at) => {
    if (receivers === 'top' && places === null)
      faults.push({ field: `rules/awards/${at}/places`, code: 'placesMissing' });
    if (rules.mode === 'ranking' && receivers !== 'top')
      faults.push({ field: `rules/awards/${at}/receivers`, code: 'rankingHasTop' });
    if (amount !== null && input.member !== 'salesperson')
      faults.push({ field: `rules/awards/${at}/amount`, code: 'paidToPeople' });
  });
  const unknown = await findUnknownPicture(
    db,
    scope,
    principal,
    rules.awards.map(({ picture }) => picture),
  );
  if (unknown >= 0)
    faults.push({ field: `rules/awards/${unknown}/picture`, code: 'unknownPicture' });
  assertNoFieldErrors(faults);
  return unit.id;
}

const toColumns = (unitId: number, input: ContestInput) => ({
  unitId,
  name: input.name.trim(),
  text: input.text.trim(),
  member: input.member,
  repeat: input.repeat,
  from: input.from,
  through: input.through,
  rules: input.rules,
  leavesOutRamps: input.leavesOutRamps,
  isByInvitation: input.isByInvitation,
  isOnBoards: input.isOnBoards,
  mailRhythm: input.mailRhythm,
  mailText: input.mailText.trim(),
});

const note = (
  tx: Transaction,
  { principal }: Reader,
  id: number,
  action: string,
  after: unknown = null,
) =>
  recordAudit(tx, [
    { userId: principal.userId, entity: 'contest', entityId: String(id), action, after },
  ]);

/** @throws ProblemError unknownUnit, invalidInput, tooManyContests */
export async function addContest(
  context: Context,
  reader: Reader,
  input: ContestInput,
): Promise<number> {
  const unitId = await check(context, reader, input);
  return context.db.transaction(async (tx) => {
    const {
      rows: [row],
    } = await tx.execute<{ count: number }>(
      sql`select count(*)::int as count from contest where removed_at is null`,
    );
    if (row!.count >= MOST_CONTESTS)
      throw new ProblemError('tooManyContests', { most: MOST_CONTESTS });
    const [made] = await tx
      .insert(contest)
      .values({ ...toColumns(unitId, input), userId: reader.principal.userId })
      .returning({ id: contest.id });
    await note(tx, reader, made!.id, 'drafted', input);
    await announce(tx, 'contests', null);
    return made!.id;
  });
}

async function findOwn(tx: Transaction, reader: Reader, id: number): Promise<StoredContest> {
  await tx.execute(sql`select 1 from contest where id = ${id} for update`);
  const [found] = await loadContests(tx, sql`c.id = ${id}`);
  if (!found || !mayChange(reader, found)) throw new ProblemError('notFound');
  return found;
}

async function findDraft(tx: Transaction, reader: Reader, id: number): Promise<StoredContest> {
  const found = await findOwn(tx, reader, id);
  if (found.state !== 'draft') throw new ProblemError('contestStarted');
  return found;
}

/** @throws ProblemError notFound, contestStarted, unknownUnit, invalidInput */
export async function changeContest(
  context: Context,
  reader: Reader,
  id: number,
  input: ContestInput,
): Promise<void> {
  const unitId = await check(context, reader, input);
  await context.db.transaction(async (tx) => {
    await findDraft(tx, reader, id);
    await tx
      .update(contest)
      .set({ ...toColumns(unitId, input), version: sql`${contest.version} + 1` })
      .where(sql`${contest.id} = ${id}`);
    await note(tx, reader, id, 'changed', input);
    await announce(tx, 'contests', null);
  });
}

/** @throws ProblemError notFound, contestStarted */
export async function removeContest(context: Context, reader: Reader, id: number): Promise<void> {
  await context.db.transaction(async (tx) => {
    await findDraft(tx, reader, id);
    await tx.execute(sql`update contest set removed_at = now() where id = ${id}`);
    await note(tx, reader, id, 'removed');
    await announce(tx, 'contests', null);
  });
}

/**
 * Starts a draft with the names that were seen. @throws ProblemError notFound, contestStarted,
 * membersChanged, invalidInput
 */
export async function startContest(
  context: Context,
  reader: Reader,
  id: number,
  codes: readonly string[],
): Promise<void> {
  await context.db.transaction(async (tx) => {
    const draft = await findDraft(tx, reader, id);
    const { asOf } = reader.scope.dataset;
    if (draft.through < asOf)
      assertNoFieldErrors([
        { field: 'through', code: 'contestEnded', params: { today: toIsoDay(asOf) } },
      ]);
    const members = membersByRule(reader.scope.dataset, draft);
    if (members.length === 0) assertNoFieldErrors([{ field: 'members', code: 'noMembers' }]);
    if (members.length > MOST_CONTEST_MEMBERS)
      assertNoFieldErrors([
        { field: 'members', code: 'tooManyMembers', params: { most: MOST_CONTEST_MEMBERS } },
      ]);
    const seen = new Set(codes);
    if (seen.size !== members.length || members.some(({ code }) => !seen.has(code)))
      throw new ProblemError('membersChanged');
    await tx.insert(contestMember).values(
      members.map((unit) => ({
        contestId: id,
        unitId: unit.id,
        state: draft.isByInvitation ? ('invited' as const) : ('enrolled' as const),
      })),
    );
    await tx.execute(sql`update contest set state = 'running' where id = ${id}`);
    await note(tx, reader, id, 'started', { members: codes });
    await announce(tx, 'contests', null);
  });
}

/** @throws ProblemError notFound, invalidInput */
export async function changeMembers(
  context: Context,
  reader: Reader,
  id: number,
  { add, remove }: { add: readonly string[]; remove: readonly string[] },
): Promise<void> {
  await context.db.transaction(async (tx) => {
    const found = await findOwn(tx, reader, id);
    if (found.state === 'draft') throw new ProblemError('notFound');
    const allowed = new Map(
      membersByRule(reader.scope.dataset, found).map((unit) => [unit.code, unit.id]),
    );
    const strangers = add.filter((code) => !allowed.has(code));
    if (strangers.length > 0) assertNoFieldErrors([{ field: 'add', code: 'outsideUnit' }]);
    if (add.length > 0)
      await tx
        .insert(contestMember)
        .values(
          [...new Set(add)].map((code) => ({
            contestId: id,
            unitId: allowed.get(code)!,
            state: 'enrolled' as const,
          })),
        )
        .onConflictDoUpdate({
          target: [contestMember.contestId, contestMember.unitId],
          set: { state: 'enrolled' },
        });
    const leaving = remove.flatMap((code) => reader.scope.wholeTree.findByCode(code)?.id ?? []);
    await tx.execute(sql`delete from contest_member where contest_id = ${id} and unit_id =
      any(${sql.param(leaving)}::int[])`);
    await note(tx, reader, id, 'members changed', { add, remove });
    await announce(tx, 'contests', null);
  });
}

/** Takes part, or not, in a contest one is invited to. @throws ProblemError notFound */
export async function answerContest(
  context: Context,
  { principal }: Reader,
  id: number,
  takesPart: boolean,
): Promise<void> {
  await context.db.transaction(async (tx) => {
    const { rowCount } = await tx.execute(sql`update contest_member set state =
      ${takesPart ? 'enrolled' : 'declined'} where contest_id = ${id} and unit_id =
        ${principal.unitId} and contest_id in (select id from contest where state = 'running' and
          is_by_invitation and removed_at is null)`);
    if (!rowCount || principal.role !== 'salesperson') throw new ProblemError('notFound');
    await recordAudit(tx, [
      {
        userId: principal.userId,
        entity: 'contest',
        entityId: String(id),
        action: takesPart ? 'takes part' : 'declined',
      },
    ]);
    await announce(tx, 'contests', null);
  });
}

/**
 * Ends a contest that is once with today, one that repeats with its running round.
 * @throws ProblemError notFound
 */
export async function endContest(context: Context, reader: Reader, id: number): Promise<void> {
  await context.db.transaction(async (tx) => {
    const found = await findOwn(tx, reader, id);
    if (found.state !== 'running') throw new ProblemError('notFound');
    const { asOf, calendar } = reader.scope.dataset;
    const running = roundsBy(found, calendar, asOf).at(-1);
    const last =
      found.repeat !== 'once' && running && running.to > asOf
        ? running.to - 1
        : Math.max(found.from, Math.min(found.through, asOf));
    await tx.execute(sql`update contest set through_day = ${toIsoDay(last)}, version = version + 1
      where id = ${id}`);
    // The one round of a contest is called by its days: its awards go along.
    const ended = roundsBy({ ...found, through: last }, calendar, asOf).at(-1);
    if (found.repeat === 'once' && running && ended)
      await tx.execute(sql`update award set period_id = ${ended.id} where contest_id = ${id} and
        period_id = ${running.id}`);
    await note(tx, reader, id, 'ended', { through: toIsoDay(last) });
    await announce(tx, 'contests', null);
  });
}

/** Who would have won in the last ended round of the same kind. @throws ProblemError invalidInput */
export async function previewContest(
  context: Context,
  reader: Reader,
  input: ContestInput,
): Promise<ContestPreview> {
  const unitId = await check(context, reader, input);
  const { dataset } = reader.scope;
  const period = lastEnded(reader, input);
  const members = membersByRule(dataset, { ...input, unitId });
  const drafted = { rules: input.rules, leavesOutRamps: input.leavesOutRamps };
  const places = await standIn(
    context.db,
    context.replica,
    drafted,
    members.map(({ id }) => id),
    period,
  );
  const won = awardsWon(places, input.rules.awards, { mode: input.rules.mode, isOver: true });
  return {
    periodName: describePeriod(period, dataset.calendar),
    places: places.map((place) => toPlace(reader, drafted, period, place, null)),
    winners: input.rules.awards.map(({ title }, index) => ({
      title,
      names: won
        .filter((each) => each.award === index)
        .map((each) => dataset.tree.find(each.unitId)?.name ?? ''),
    })),
    cost: won.reduce((sum, { award }) => sum + (input.rules.awards[award]!.amount ?? 0), 0),
    measures: input.rules.goals.map(({ measure }) =>
      toMeasureRecord(dataset.measures.get(measure)),
    ),
    currency: dataset.currency,
  };
}

function lastEnded({ scope: { dataset } }: Reader, input: ContestInput): Period {
  const { calendar, asOf } = dataset;
  if (input.repeat !== 'once')
    return calendar.periodOf(input.repeat, calendar.periodOf(input.repeat, asOf).from - 1);
  const length = dayOf(input.through) - dayOf(input.from) + 1;
  const span = (last: Day) => `${toIsoDay(last - length + 1)}..${toIsoDay(last)}`;
  // As many days as it lasts, up to the end of last month.
  return calendar.parse(span(calendar.periodOf('month', asOf).from - 1))!;
}
