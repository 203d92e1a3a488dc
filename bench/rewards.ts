import { sql } from 'drizzle-orm';
import { openBooks } from '#server/commission/books';
import { chainOf, chainsOf } from '#server/commission/chain';
import type { Payee } from '#server/commission/payee';
import { loadPlans } from '#server/commission/plans';
import { Summaries } from '#server/commission/summaries';
import { evaluateContests } from '#server/contests/evaluate';
import { bookNext, post } from './bookDeal';
import { measureOnBooks } from './bookedServer';
import { quantile, time } from './measure';
import type { Ratio } from './report';
import type { BenchServer } from './server';

const say = (text: string) => process.stdout.write(`${text}\n`);
const RUNS = 5;
const BOOKINGS = 60;
const CONTESTS = 20;
/** 2 % up to 80 % of the month's target, 4 % up to it, 7 % above. */
const TIERS = [
  { from: 0, rate: 20_000 },
  { from: 8_000, rate: 40_000 },
  { from: 10_000, rate: 70_000 },
];
/** Before all deals: the whole book is paid. */
const FROM = 'FY2023-P01';

/** What the same costs as SQL: bands by window sums, a row a person and month. */
const BY_HAND = sql`
  with won as (
    select d.salesperson_id as sp, m.period_id, m.target, d.id, d.closed_on, d.credited as base,
      sum(d.credited) over w as after
    from deal d join bench_month m on m.sp = d.salesperson_id and d.closed_on >= m.from_day and
      d.closed_on < m.to_day
    where d.status = 'won' and d.voided_at is null
    window w as (partition by d.salesperson_id, m.period_id order by d.closed_on, d.id)),
  parts as (
    select sp, period_id, base, after - base as before, after, round(target * 0.8) as b1, target as b2,
      target is null or target <= 0 as is_flat from won),
  paid as (
    select sp, period_id, round(case when is_flat then base * 0.02 else
      (least(after, b1) - least(before, b1)) * 0.02
      + (greatest(least(after, b2), b1) - greatest(least(before, b2), b1)) * 0.04
      + (greatest(after, b2) - greatest(before, b2)) * 0.07 end) as amount from parts)
  select sp, period_id as period, sum(amount)::bigint as earned from paid group by 1, 2`;

async function measureStatements(server: BenchServer): Promise<Ratio[]> {
  await post(server, '/commission-plans', {
    name: 'Sellers',
    unit: 'co',
    payee: 'salespeople',
    userId: null,
    from: FROM,
    terms: {
      measure: 'revenue',
      periodKind: 'month',
      tierMode: 'marginal',
      tiers: TIERS,
      withoutTarget: 'lowest',
      specialRates: [],
      bonus: null,
      floor: null,
      cap: null,
      guarantee: null,
      draw: null,
      secondAbove: null,
    },
  });
  const { tree } = server.replica.company!;
  const payees = tree.units
    .filter(({ kind }) => kind === 'salesperson')
    .map(({ id, code, name }): Payee => ({ kind: 'salesperson', unitId: id, id: code, name }));
  const ours = async () => {
    const books = await openBooks(server.context, await loadPlans(server.db), payees);
    const chains = [];
    for await (const chain of chainsOf(books, payees)) chains.push(chain);
    return chains;
  };
  const chains = await ours();
  // SQL is given the months and targets ready made.
  await server.db.execute(sql`create unlogged table bench_month (sp int, period_id text, from_day
    date, to_day date, target bigint)`);
  for (const { payee, months } of chains)
    if (payee.kind === 'salesperson')
      await server.db.execute(sql`insert into bench_month select * from unnest(
        ${sql.param(months.map(() => payee.unitId))}::int[],
        ${sql.param(months.map(({ month }) => month.id))}::text[],
        ${sql.param(months.map(({ month }) => isoOf(month.from)))}::date[],
        ${sql.param(months.map(({ month }) => isoOf(month.to)))}::date[],
        ${sql.param(months.map(({ facts }) => facts.target))}::bigint[])`);
  await server.pool.query('analyze bench_month');
  const theirs = async () =>
    server.db.transaction(async (tx) => {
      // Of a million deals it takes longer than a request may.
      await tx.execute(sql`set local statement_timeout = 0`);
      return (await tx.execute<{ sp: number; period: string; earned: number }>(BY_HAND)).rows;
    });
  const found = new Map((await theirs()).map((row) => [`${row.sp} ${row.period}`, row.earned]));
  let compared = 0;
  for (const { payee, months } of chains)
    for (const { month, statement } of months) {
      const unitId = payee.kind === 'salesperson' ? payee.unitId : 0;
      const earned = found.get(`${unitId} ${month.id}`) ?? 0;
      if (statement.earned !== earned)
        throw new Error(`${payee.id} ${month.id}: ${statement.earned} is not ${earned}.`);
      compared++;
    }
  const [own, sqlTimes]: [number[], number[]] = [[], []];
  for (let i = 0; i < RUNS; i++) {
    own.push(await time(ours));
    sqlTimes.push(await time(theirs));
  }
  const [median, other] = [quantile(own, 0.5), quantile(sqlTimes, 0.5)];
  say(
    `${compared.toLocaleString('en-GB')} statements, equal to SQL: ${median.toFixed(0)} ms with every line, SQL ${other.toFixed(0)} ms without`,
  );
  return [['all statements of 1,000 people, SQL to ours', other / median, 1, 'min']];
}

const isoOf = (day: number) => new Date(day * 86_400_000).toISOString().slice(0, 10);

async function measureBookings(server: BenchServer): Promise<Ratio[]> {
  for (let i = 0; i < CONTESTS; i++) {
    const { contest, joined } = (await post(server, '/contests', {
      unit: `b${i}`,
      name: `Contest ${i}`,
      text: '',
      member: 'salesperson',
      repeat: 'month',
      from: '2026-11-01',
      through: '2026-12-31',
      leavesOutRamps: false,
      isByInvitation: false,
      isOnBoards: false,
      mailRhythm: 'none',
      mailText: '',
      rules: {
        mode: 'goal',
        goalRule: 'all',
        goals: [{ measure: 'revenue', value: 3_000_000 }],
        rankedBy: 'actual',
        hasHandicap: false,
        awards: [
          {
            title: 'Cup',
            text: '',
            picture: 'cup',
            receivers: 'first',
            places: null,
            isAtOnce: true,
            amount: null,
          },
        ],
      },
    })) as { contest: { id: number }; joined: { code: string }[] };
    await post(server, `/contests/${contest.id}/start`, {
      members: joined.map(({ code }) => code),
    });
  }
  await evaluateContests(server.context, null);
  const { tree } = server.replica.company!;
  const plans = await loadPlans(server.db);
  const payees = tree.units
    .filter(({ kind }) => kind === 'salesperson')
    .map(({ id, code, name }): Payee => ({ kind: 'salesperson', unitId: id, id: code, name }));
  const summaries = new Summaries(server.context);
  say(
    `list of a month, nothing known yet: ${(await time(() => summaries.of(plans, payees))).toFixed(0)} ms`,
  );
  const [statements, contests, lists]: [number[], number[], number[]] = [[], [], []];
  for (let i = -5; i < BOOKINGS; i++) {
    const salesperson = await bookNext(server);
    await server.replica.catchUp();
    const unit = tree.findByCode(salesperson)!;
    const payee: Payee = { kind: 'salesperson', unitId: unit.id, id: unit.code, name: unit.name };
    const took = await time(async () => {
      chainOf(await openBooks(server.context, plans, [payee]), payee);
    });
    const looked = await time(() => evaluateContests(server.context, new Set([unit.id])));
    const listed = await time(() => summaries.of(plans, payees));
    if (i < 0) continue;
    lists.push(listed);
    statements.push(took);
    contests.push(looked);
  }
  const [one, all] = [quantile(statements, 0.95), quantile(contests, 0.95)];
  const list = quantile(lists, 0.95);
  say(
    `after a deal: the person's statements p95 ${one.toFixed(1)} ms, everybody’s list ${list.toFixed(1)} ms, ${CONTESTS} contests p95 ${all.toFixed(1)} ms`,
  );
  return [
    ['the statements of who booked, p95 in ms', one, 20, 'max'],
    ['the list of all statements after a deal, p95 in ms', list, 50, 'max'],
    ['contests that a deal touches, p95 in ms', all, 20, 'max'],
  ];
}

await measureOnBooks('rewards', async (server) => [
  ...(await measureStatements(server)),
  ...(await measureBookings(server)),
]);
