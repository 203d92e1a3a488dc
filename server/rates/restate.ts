import type pg from 'pg';
import { divideCredit } from '#core/money/credit';
import { convertMinor, findRate, type Rate } from '#core/money/rate';
import { type Day, parseDay } from '#core/period/day';
import { assertNoFieldErrors } from '../problem';

interface Foreign {
  id: number;
  amount: number;
  cost: number | null;
  currency: string;
  credited: number;
  day: Day;
  credits: { sp: number; bp: number }[];
}

const AT_ONCE = 5_000;

/**
 * Finds the deals that other rates convert otherwise, and stages what they come to: `touched`
 * (their ids), `restated` and `restated_credit`. Nothing is written to the book. @throws
 * ProblemError invalidInput where deals would be left without a rate
 */
export async function stageRestated(
  client: pg.ClientBase,
  reporting: string,
  { before, after }: { before: readonly Rate[]; after: readonly Rate[] },
): Promise<void> {
  await client.query('create temp table touched (id bigint) on commit drop');
  await client.query(
    'create temp table restated (id bigint, credited bigint, credited_cost bigint) on commit drop',
  );
  await client.query(
    'create temp table restated_credit (deal_id bigint, salesperson_id int, credited bigint, cost bigint) on commit drop',
  );
  const currencies = [...new Set([...before, ...after].map((rate) => rate.currency))];
  let missing = { count: 0, day: '' };
  for (let last = 0; ;) {
    const { rows } = await client.query(
      `
      select d.id, d.amount, d.cost, d.currency, d.credited, d.day::text as day,
        coalesce((select json_agg(json_build_object('sp', k.salesperson_id, 'bp', k.basis_points)
          order by k.position) from deal_credit k where k.deal_id = d.id), '[]') as credits
      from deal d where d.currency = any($1::text[]) and d.id > $2 order by d.id limit ${AT_ONCE}`,
      [currencies, last],
    );
    if (rows.length === 0) break;
    last = rows.at(-1).id;
    const changed = rows
      .map((row): Foreign & { dayText: string } => ({
        ...row,
        dayText: row.day,
        day: parseDay(row.day)!,
      }))
      .map((deal) => ({
        deal,
        then: findRate(before, deal.currency, deal.day)?.rate,
        now: findRate(after, deal.currency, deal.day)?.rate,
      }))
      .filter(({ then, now }) => then !== now);
    for (const { deal, now } of changed)
      if (now === undefined)
        missing = { count: missing.count + 1, day: missing.day || deal.dayText };
    await stage(
      client,
      reporting,
      changed.flatMap(({ deal, now }) => (now === undefined ? [] : [{ deal, rate: now }])),
    );
  }
  if (missing.count > 0)
    assertNoFieldErrors([{ field: 'rate', code: 'rateNeeded', params: missing }]);
}

async function stage(
  client: pg.ClientBase,
  reporting: string,
  changed: readonly { deal: Foreign; rate: string }[],
): Promise<void> {
  const restated = changed
    .map(({ deal, rate }) => ({
      deal,
      credited: convertMinor(deal.amount, deal.currency, reporting, rate),
      cost: deal.cost === null ? null : convertMinor(deal.cost, deal.currency, reporting, rate),
    }))
    .filter(({ deal, credited }) => credited !== deal.credited);
  if (restated.length === 0) return;
  const ids = restated.map(({ deal }) => deal.id);
  await client.query('insert into touched select unnest($1::bigint[])', [ids]);
  await client.query(
    'insert into restated select * from unnest($1::bigint[], $2::bigint[], $3::bigint[])',
    [ids, restated.map((each) => each.credited), restated.map((each) => each.cost)],
  );
  const parts = restated.flatMap(({ deal, credited, cost }) => {
    if (deal.credits.length < 2) return [];
    const shares = deal.credits.map((each) => ({ salesperson: each.sp, basisPoints: each.bp }));
    const costs = cost === null ? null : divideCredit(cost, shares);
    return divideCredit(credited, shares).map((each, i) => ({
      dealId: deal.id,
      ...each,
      cost: costs?.[i]!.minor ?? null,
    }));
  });
  await client.query(
    'insert into restated_credit select * from unnest($1::bigint[], $2::int[], $3::bigint[], $4::bigint[])',
    [
      parts.map((each) => each.dealId),
      parts.map((each) => each.salesperson),
      parts.map((each) => each.minor),
      parts.map((each) => each.cost),
    ],
  );
}

/** Writes the staged amounts to the book, with an audit row each. */
export async function writeRestated(
  client: pg.ClientBase,
  userId: number,
  runId: number,
  reason: string,
): Promise<void> {
  await client.query(
    `
    with before as (select d.id, deal_record(d) as row from touched t join deal d on d.id = t.id),
    written as (
      update deal d set credited = r.credited, credited_cost = r.credited_cost, version = d.version
        + 1 from restated r where r.id = d.id returning d.id, deal_record(d) as row
    )
    insert into audit (user_id, entity, entity_id, action, before, after, import_id, reason) select
      $1, 'deal', w.id::text, 'restated by a rate', b.row, w.row, $2, $3 from written w join before
        b on b.id = w.id`,
    [userId, runId, reason],
  );
  await client.query(
    'update deal_credit k set credited = r.credited, cost = r.cost from restated_credit r where r.deal_id = k.deal_id and r.salesperson_id = k.salesperson_id',
  );
}
