import { sql } from 'drizzle-orm';
import { parseDay } from '#core/period/day';
import { withUnitsAbove } from '#core/units/above';
import { evaluate, RuleBook } from '#server/alerts/engine';
import { loadActiveRules } from '#server/alerts/storedRule';
import { sendWhatIsDue } from '#server/reports/sender';
import { bookNext } from './bookDeal';
import { measureOnBooks } from './bookedServer';
import { SIZE, TODAY } from './company';
import { quantile, time } from './measure';
import type { Ratio } from './report';
import type { BenchServer } from './server';

const say = (text: string) => process.stdout.write(`${text}\n`);
const RULES = 5_000;
const RECEIVERS = 2_000;
const BOOKINGS = 60;
/** The company's start page, each time after a deal: nothing that was kept of it can be used. */
async function measureStart(server: BenchServer): Promise<Ratio[]> {
  const path = '/api/v1/start?unit=co&period=FY2027-P08';
  const times: number[] = [];
  for (let i = -5; i < BOOKINGS; i++) {
    await bookNext(server);
    server.elapsed.length = 0;
    const answer = await fetch(server.address + path, { headers: server.headers });
    if (answer.status !== 200) throw new Error(await answer.text());
    await answer.text();
    if (i >= 0) times.push(server.elapsed.at(-1)!);
  }
  say(
    `start page of the company: p50 ${quantile(times, 0.5).toFixed(1)} ms, p95 ${quantile(times, 0.95).toFixed(1)} ms on the server`,
  );
  return [
    [
      'start page of the company after a deal, p95 on the server in ms',
      quantile(times, 0.95),
      30,
      'max',
    ],
  ];
}

/** Five rules a person, and what a booking makes the engine look at. */
async function measureAlerts(server: BenchServer): Promise<Ratio[]> {
  await server.db.execute(sql`
    insert into alert_rule (user_id, unit_id, name, kind, watched, measure, period_kind, threshold,
      receivers, delivery)
    select (select min(id) from app_user), u.id, 'Rule ' || n, 'pace', 'unit', 'revenue', 'month',
      50 + n, array[(select min(id) from app_user)], 'app'
    from unit u cross join generate_series(1, ${RULES / SIZE.people}) n where u.kind = 'salesperson'`);
  const rules = new RuleBook(await loadActiveRules(server.db));
  const all = await time(() => evaluate(server.context, rules, null));
  const { tree } = server.replica.company!;
  const dataset = server.replica.datasetFor(tree.root!.id);
  const [times, counts]: [number[], number[]] = [[], []];
  for (let i = -5; i < BOOKINGS; i++) {
    const salesperson = await bookNext(server);
    await server.replica.catchUp();
    const touched = withUnitsAbove(tree, [tree.findByCode(salesperson)!.id]);
    const took = await time(() => evaluate(server.context, rules, touched));
    if (i < 0) continue;
    times.push(took);
    counts.push(rules.touchedBy(dataset, touched).length);
  }
  const most = Math.max(...counts);
  say(
    `${RULES} rules: all ${all.toFixed(0)} ms; after a deal at most ${most} of them, p95 ${quantile(times, 0.95).toFixed(1)} ms`,
  );
  return [
    ['rules of all to rules that a deal makes it look at', RULES / most, 50, 'min'],
    ['looking at the rules after a deal, p95 in ms', quantile(times, 0.95), 50, 'max'],
  ];
}

/** A report to 2,000 people while deals are booked, beside bookings alone. */
async function measureReports(server: BenchServer): Promise<Ratio[]> {
  await server.db.execute(sql`
    insert into app_user (email, name, role, unit_id, password_hash)
    select 'r' || n || '@example.com', 'Reader ' || n, 'viewer', (select id from unit where code = 't' ||
      (n % ${SIZE.teams})), 'x' from generate_series(1, ${RECEIVERS}) n`);
  await server.db.execute(sql`
    with v as (insert into kept_view (user_id, name, path, search) select min(id), 'Own', '/standing',
      '' from app_user returning id, user_id)
    insert into report (user_id, view_id, name, period_kind, format, rhythm, minute, receivers,
      sent_for) select user_id, id, 'Own standing', 'month', 'none', 'daily', 0, (select
        array_agg(id) from app_user where email like 'r%@example.com'), '2026-11-01' from v`);
  const bookFor = async (until: () => boolean) => {
    const times: number[] = [];
    while (!until() || times.length < BOOKINGS * 5) times.push(await time(() => bookNext(server)));
    return times;
  };
  const alone = await bookFor(() => true);
  let isDone = false;
  let took = 0;
  const sending = time(async () => {
    const sent = await sendWhatIsDue(server.context, () => ({
      day: parseDay(TODAY)!,
      minute: 600,
    }));
    if (sent < RECEIVERS) throw new Error(`Only ${sent} mails were written.`);
  }).then((ms) => {
    isDone = true;
    took = ms;
  });
  const beside = await bookFor(() => isDone);
  await sending;
  const ratio = quantile(beside, 0.99) / quantile(alone, 0.99);
  say(
    `${RECEIVERS} mails in ${(took / 1_000).toFixed(1)} s; a booking p99 ${quantile(alone, 0.99).toFixed(0)} ms alone, ${quantile(beside, 0.99).toFixed(0)} ms beside`,
  );
  return [['booking while 2,000 report mails are written, p99 beside alone', ratio, 1.5, 'max']];
}

await measureOnBooks('telling', async (server) => [
  ...(await measureStart(server)),
  ...(await measureAlerts(server)),
  ...(await measureReports(server)),
]);
