import { sql } from 'drizzle-orm';
import type {
  Contest,
  ContestList,
  ContestListQuery,
  ContestPlace,
  ContestView,
  StoredResult,
} from '#contract/schemas/contest';
import type { ContestPlace as PlaceNow } from '#core/contest/places';
import type { Period } from '#core/period/calendar';
import { parseDay, toIsoDay } from '#core/period/day';
import { isOnRamp } from '#core/units/ramp';
import { describePeriod } from '#wording/period';
import type { Principal, Scope } from '../access/index';
import { toMeasureRecord, toUnitSummary } from '../attainment/index';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { ProblemError } from '../problem';
import { loadAwards, toAwards } from './awards';
import { membersByRule } from './members';
import { findPlaces } from './standingCache';
import { enrolledOf, loadContests, roundsBy, type StoredContest } from './stored';

/** Who reads: what of a contest they may see goes by both. */
export interface Reader {
  scope: Scope;
  principal: Principal;
}

const plans = ({ role }: Principal) => role === 'administrator' || role === 'manager';

export const mayChange = ({ scope, principal }: Reader, contest: Pick<StoredContest, 'unitId'>) =>
  plans(principal) && scope.sees(contest.unitId);

/** The reader's own part: they themselves, or the team they stand in. */
function ownMember({ scope, principal }: Reader, { members }: StoredContest) {
  if (principal.role !== 'salesperson') return undefined;
  const own = [
    principal.unitId,
    ...scope.wholeTree.ancestorsOn(principal.unitId, scope.dataset.asOf),
  ];
  return members.find(({ unitId }) => own.includes(unitId));
}

/** A contest of one's unit, or one in which one's people take part; a draft only for who makes it. */
export function seesContest(reader: Reader, contest: StoredContest): boolean {
  if (mayChange(reader, contest)) return true;
  if (contest.state === 'draft') return false;
  return (
    reader.scope.sees(contest.unitId) ||
    ownMember(reader, contest) !== undefined ||
    contest.members.some(({ unitId }) => reader.scope.sees(unitId))
  );
}

/** @throws ProblemError notFound, also for one that is not the reader's to see */
export async function findContest(
  db: Queryable,
  reader: Reader,
  id: number,
): Promise<StoredContest> {
  const [contest] = await loadContests(db, sql`c.id = ${id}`);
  if (!contest || !seesContest(reader, contest)) throw new ProblemError('notFound');
  return contest;
}

export function toContest(reader: Reader, contest: StoredContest): Contest {
  const { dataset, wholeTree } = reader.scope;
  return {
    id: contest.id,
    unit: toUnitSummary(wholeTree.find(contest.unitId)!),
    name: contest.name,
    text: contest.text,
    member: contest.member,
    repeat: contest.repeat,
    from: toIsoDay(contest.from),
    through: toIsoDay(contest.through),
    rules: {
      ...contest.rules,
      goals: [...contest.rules.goals],
      awards: [...contest.rules.awards],
    },
    leavesOutRamps: contest.leavesOutRamps,
    isByInvitation: contest.isByInvitation,
    isOnBoards: contest.isOnBoards,
    mailRhythm: contest.mailRhythm,
    mailText: contest.mailText,
    state: contest.state,
    measures: contest.rules.goals.flatMap(({ measure }) => {
      const found = dataset.measures.find(measure);
      return found ? [toMeasureRecord(found)] : [];
    }),
    userName: contest.userName,
    mayChange: mayChange(reader, contest),
    own: ownMember(reader, contest)?.state ?? null,
    version: contest.version,
  };
}

/**
 * A place as the reader may see it: of people who are not theirs only the place and the share of
 * the goal, which everybody in a contest sees.
 */
export function toPlace(
  { scope, principal }: Reader,
  { leavesOutRamps, rules }: Pick<StoredContest, 'leavesOutRamps' | 'rules'>,
  round: Period,
  place: PlaceNow,
  rankAtEnd: number | null,
): ContestPlace {
  const { dataset, wholeTree, sees } = scope;
  const { unitId } = place;
  const isSeen = sees(unitId);
  const lastDay = Math.min(round.to - 1, dataset.asOf);
  const needsTarget = rules.hasHandicap || rules.rankedBy === 'attainment';
  const above = wholeTree.parentOn(unitId, lastDay);
  const isOut = leavesOutRamps && isOnRamp(dataset.calendar, dataset.ramps.get(unitId), round);
  return {
    unit: toUnitSummary(wholeTree.find(unitId)!),
    teamName: above === null ? null : (wholeTree.find(above)?.name ?? null),
    rank: place.rank,
    actual: isSeen ? (place.goals[0]?.actual ?? null) : null,
    goal: isSeen ? (place.goals[0]?.goal ?? null) : null,
    value: isSeen || rules.rankedBy !== 'actual' ? place.value : null,
    progress: place.progress,
    reachedOn: place.reached ? toIsoDay(place.reached.day) : null,
    rankAtEnd,
    note:
      above === null
        ? 'left'
        : isOut
          ? 'onRamp'
          : place.rank === null && needsTarget
            ? 'noTarget'
            : null,
    isMine:
      principal.role === 'salesperson' &&
      (unitId === principal.unitId ||
        wholeTree.ancestorsOn(principal.unitId, dataset.asOf).includes(unitId)),
  };
}

const toRound = ({ dataset }: Scope, round: Period) => ({
  id: round.id,
  name: describePeriod(round, dataset.calendar),
  isOver: round.to <= dataset.asOf,
});

/** Contests of a unit and all below it, and those one takes part in. @throws ProblemError unknownUnit */
export async function listContests(
  context: Context,
  reader: Reader,
  { unit: code, onlyRunning }: ContestListQuery,
): Promise<ContestList> {
  const { scope } = reader;
  const unit = scope.findUnit(code);
  // A person's contests are also those their team takes part in.
  const under = new Set([
    ...scope.dataset.tree.unitsUnder(unit.id),
    ...scope.wholeTree.ancestorsOn(unit.id, scope.dataset.asOf),
  ]);
  const found = await loadContests(context.db, onlyRunning ? sql`c.state = 'running'` : undefined);
  const shown = found.filter(
    (contest) =>
      seesContest(reader, contest) &&
      (scope.dataset.tree.unitsUnder(unit.id).has(contest.unitId) ||
        contest.members.some(({ unitId }) => under.has(unitId)) ||
        ownMember(reader, contest) !== undefined),
  );
  const contests = [];
  for (const contest of shown) {
    const round = roundsBy(contest, scope.dataset.calendar, scope.dataset.asOf).at(-1) ?? null;
    const places =
      round && contest.state !== 'draft' ? await findPlaces(context, contest, round) : [];
    const views = round ? places.map((place) => toPlace(reader, contest, round, place, null)) : [];
    contests.push({
      contest: toContest(reader, contest),
      round: round && toRound(scope, round),
      members:
        contest.state === 'draft'
          ? membersByRule(scope.dataset, contest).length
          : enrolledOf(contest).length,
      reached: places.filter(({ reached }) => reached !== null).length,
      leader: views.find(({ rank }) => rank === 1) ?? null,
      mine: views.find(({ isMine }) => isMine) ?? null,
    });
  }
  return { currency: scope.dataset.currency, contests };
}

/** A contest with the places of a round. @throws ProblemError notFound, unknownPeriod */
export async function viewContest(
  context: Context,
  reader: Reader,
  id: number,
  roundId?: string,
): Promise<ContestView> {
  const { scope, principal } = reader;
  const { dataset } = scope;
  const contest = await findContest(context.db, reader, id);
  const rounds = roundsBy(contest, dataset.calendar, dataset.asOf).toReversed();
  const round =
    roundId === undefined
      ? (rounds[0] ?? null)
      : (rounds.find((each) => each.id === roundId) ?? null);
  if (roundId !== undefined && !round) throw new ProblemError('unknownPeriod', { period: roundId });
  const isDraft = contest.state === 'draft';
  const members = enrolledOf(contest);
  const places = round && !isDraft ? await findPlaces(context, contest, round) : [];
  const atEnd = round && !isDraft ? await loadResult(context.db, id, round.id) : null;
  const rankThen = new Map(atEnd?.map(({ unitId, rank }) => [unitId, rank]));
  const isCorrected =
    atEnd !== null && places.some(({ unitId, rank }) => (rankThen.get(unitId) ?? null) !== rank);
  const awards = round
    ? await loadAwards(context.db, sql`a.contest_id = ${id} and a.period_id = ${round.id}`)
    : [];
  const byRule = mayChange(reader, contest) ? membersByRule(dataset, contest) : [];
  const known = new Set(contest.members.map(({ unitId }) => unitId));
  const ruled = new Set(byRule.map((unit) => unit.id));
  return {
    contest: toContest(reader, contest),
    currency: dataset.currency,
    rounds: rounds.map((each) => ({ id: each.id, name: describePeriod(each, dataset.calendar) })),
    round: round && toRound(scope, round),
    places: round
      ? places.map((place) =>
          toPlace(
            reader,
            contest,
            round,
            place,
            isCorrected ? (rankThen.get(place.unitId) ?? null) : null,
          ),
        )
      : [],
    isCorrected,
    awards: toAwards(scope, principal, awards),
    members: contest.members.map(({ unitId, state }) => ({
      unit: toUnitSummary(scope.wholeTree.find(unitId)!),
      state,
    })),
    joined: byRule.filter(({ id: unitId }) => !known.has(unitId)).map(toUnitSummary),
    left:
      byRule.length === 0
        ? []
        : members
            .filter((unitId) => !ruled.has(unitId))
            .map((unitId) => toUnitSummary(scope.wholeTree.find(unitId)!)),
  };
}

/** A round's result as it was when it ended; null while it runs. */
async function loadResult(
  db: Queryable,
  contestId: number,
  periodId: string,
): Promise<StoredResult[] | null> {
  const { rows } = await db.execute<{ result: StoredResult[] }>(sql`select result from contest_round
    where contest_id = ${contestId} and period_id = ${periodId}`);
  return rows[0]?.result ?? null;
}

/** The last day a text names; for input that was checked. */
export const dayOf = (text: string) => parseDay(text)!;
