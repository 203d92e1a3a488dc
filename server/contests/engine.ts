import { sql } from 'drizzle-orm';
import { heightOf, isOfFirst } from '#core/contest/places';
import { toIsoDay, weekdayOf } from '#core/period/day';
import { withUnitsAbove } from '#core/units/above';
import { formatRank, showProgress } from '#wording/contest';
import { describePeriod } from '#wording/period';
import type { Context } from '../context';
import { queueMail } from '../mail/index';
import { evaluateContests } from './evaluate';
import { loadMemberAccounts } from './mail';
import { standIn } from './standing';
import { enrolledOf, loadContests, roundsBy, type StoredContest } from './stored';

const GATHER_MS = 1_000;
/** What time alone changes: rounds that end, mail that is due. */
const LOOK_AT_ALL_EVERY_MS = 300_000;
const CHANGING = ['deals', 'targets', 'plans', 'units', 'activities', 'measures', 'contests'];
/** Of the clock of the contest's branch. */
const MAIL_MINUTE = 7 * 60;
const MONDAY = 1;
const MOST_IN_MAIL = 10;

/**
 * Keeps contests up whenever figures change, and now and then all of them, so that a round which
 * ended while no server ran is closed by the next. @returns what stops it
 */
export function startContests(context: Context): () => void {
  const { replica } = context;
  let waiting: Set<number> | 'all' | null = 'all';
  let isBusy = false;
  const stopListening = replica.onChange(({ topic, unitIds }) => {
    if (!CHANGING.includes(topic)) return;
    if (unitIds === null || topic === 'contests' || waiting === 'all') waiting = 'all';
    else waiting = new Set([...(waiting ?? []), ...unitIds]);
  });
  const run = async () => {
    if (isBusy || waiting === null || !replica.connected || !replica.company) return;
    isBusy = true;
    const taken = waiting;
    waiting = null;
    try {
      await evaluateContests(
        context,
        // A booking of a person is one of the teams they ever stood in.
        taken === 'all' ? null : withUnitsAbove(replica.company.tree, taken),
      );
    } catch {
      // The database is away: what was to be looked at is looked at again.
      waiting = 'all';
    } finally {
      isBusy = false;
    }
  };
  const gather = setInterval(() => void run(), GATHER_MS);
  const all = setInterval(() => {
    waiting = 'all';
    void sendProgress(context).catch(() => undefined);
  }, LOOK_AT_ALL_EVERY_MS);
  return () => {
    stopListening();
    clearInterval(gather);
    clearInterval(all);
  };
}

/**
 * Mail about how it goes, by each contest's rhythm, and about results; each occasion once.
 * @returns how many mails were written
 */
export async function sendProgress(context: Context): Promise<number> {
  const { replica, db } = context;
  if (!replica.connected || !replica.company?.tree.root) return 0;
  let written = 0;
  for (const contest of await loadContests(db, sql`c.state <> 'draft' and c.mail_rhythm <> 'none'`))
    for (const { occasion, roundId } of await occasionsOf(context, contest))
      written += await sendOccasion(context, contest, occasion, roundId);
  return written;
}

interface Occasion {
  occasion: string;
  roundId: string;
}

async function occasionsOf({ replica, db }: Context, contest: StoredContest): Promise<Occasion[]> {
  const { asOf } = replica;
  const { minute } = replica.clockOf(contest.unitId);
  const rounds = roundsBy(contest, replica.company!.calendar, asOf);
  const found: Occasion[] = [];
  const current = rounds.at(-1);
  const isDay =
    contest.mailRhythm === 'daily' ||
    (contest.mailRhythm === 'weekly' && weekdayOf(asOf) === MONDAY);
  if (isDay && current && current.to > asOf && minute >= MAIL_MINUTE)
    found.push({ occasion: toIsoDay(asOf), roundId: current.id });
  const { rows } = await db.execute<{ period: string }>(sql`select period_id as period from
    contest_round where contest_id = ${contest.id} and closed_at > now() - interval '3 days'`);
  for (const { period } of rows) found.push({ occasion: `end ${period}`, roundId: period });
  return found;
}

async function sendOccasion(
  context: Context,
  contest: StoredContest,
  occasion: string,
  roundId: string,
): Promise<number> {
  const { db, replica } = context;
  const round = replica.company!.calendar.parse(roundId);
  if (!round) return 0;
  return db.transaction(async (tx) => {
    const { rowCount } = await tx.execute(sql`insert into contest_mail (contest_id, occasion) values
      (${contest.id}, ${occasion}) on conflict do nothing`);
    if (!rowCount) return 0;
    const dataset = replica.wholeDataset;
    const places = await standIn(tx, replica, contest, enrolledOf(contest), round);
    const isOver = round.to <= dataset.asOf;
    const accounts = await loadMemberAccounts(context, tx, enrolledOf(contest));
    const name = `${contest.name}, ${describePeriod(round, dataset.calendar)}`;
    const rows = places
      .slice(0, MOST_IN_MAIL)
      .map((place) => [
        formatRank(place.rank),
        place.name,
        showShare(heightOf(place, contest.rules, places[0]?.value ?? null)),
      ]);
    return queueMail(
      tx,
      accounts.map((account) => {
        const at = places.find(
          ({ unitId }) =>
            unitId === account.unitId ||
            dataset.tree.ancestorsOn(account.unitId, dataset.asOf).includes(unitId),
        );
        const own = at ? `You are ${formatRank(at.rank)} of ${places.length}.` : '';
        return {
          key: `contest ${contest.id} ${occasion} ${account.id}`,
          kind: 'contest' as const,
          userId: account.id,
          address: account.email,
          subject: isOver ? `Result: ${name}` : `How it goes: ${name}`,
          title: isOver ? `${contest.name}: the result` : contest.name,
          parts: [
            ...(contest.mailText ? [{ kind: 'text' as const, text: contest.mailText }] : []),
            ...(own ? [{ kind: 'text' as const, text: own }] : []),
            {
              kind: 'table' as const,
              head: [
                'Place',
                'Name',
                contest.rules.mode === 'goal'
                  ? 'Of the goal'
                  : isOfFirst(contest.rules)
                    ? 'Of the first'
                    : 'Attainment',
              ],
              rows,
            },
            {
              kind: 'link' as const,
              text: 'Open the contest',
              url: `${context.origin}/contests?contest=${contest.id}`,
            },
          ],
          footer: `Sent because you take part in “${contest.name}”.`,
        };
      }),
    );
  });
}

const showShare = (share: number | null) => (share === null ? '' : showProgress(share));
