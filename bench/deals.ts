import { createReadStream, createWriteStream, mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import seedrandom from 'seedrandom';
import { findTotalDifferences } from '#server/ledger/recompute';
import { startCluster } from '../scripts/cluster';
import { measureRequests } from './client';
import { buildUnitsCsv, SIZE, TODAY, writeDealsCsv } from './company';
import { measure, time } from './measure';
import { importByHand } from './reference';
import { type Ratio, report } from './report';
import { sendDeliveries } from './sender';
import { type BenchServer, startServer } from './server';

const say = (text: string) => process.stdout.write(`${text}\n`);

/** A view of the table of deals, and the SQL that returns the same first 100 rows and sums. */
interface View {
  name: string;
  query: string;
  where: string;
  order: string;
  /** Whether an index can serve it: then the answer is wanted within 150 ms. */
  isIndexed: boolean;
}

const MONTH = "d.day >= '2026-11-01' and d.day < '2026-12-01'";
const VIEWS: readonly View[] = [
  {
    name: 'newest of a month',
    query: 'period=FY2027-P08',
    where: MONTH,
    order: 'd.day desc, d.id desc',
    isIndexed: true,
  },
  {
    name: 'largest of a month',
    query: 'period=FY2027-P08&sort=credited',
    where: MONTH,
    order: 'd.credited desc, d.id desc',
    isIndexed: true,
  },
  {
    name: 'a customer',
    query: 'customer=Customer 77',
    where: "d.customer_id = (select id from customer where lower(name) = 'customer 77')",
    order: 'd.day desc, d.id desc',
    isIndexed: true,
  },
  {
    name: 'a product of a month by customer',
    query: 'period=FY2027-P08&product=Product 7&sort=customer&order=asc',
    where: `${MONTH} and d.product_id = (select id from product where lower(name) = 'product 7')`,
    order: 'c.name asc, d.id asc',
    isIndexed: true,
  },
  {
    name: 'a person of a quarter',
    query: 'unit=p7&period=FY2027-Q3',
    where:
      "d.salesperson_id = (select id from unit where code = 'p7') and d.day >= '2026-10-01' and d.day < '2027-01-01'",
    order: 'd.day desc, d.id desc',
    isIndexed: true,
  },
  {
    name: 'the whole book by amount',
    query: 'sort=credited',
    where: 'true',
    order: 'd.credited desc, d.id desc',
    isIndexed: false,
  },
  {
    name: 'the whole book, won, by customer',
    query: 'status=won&sort=customer&order=asc',
    where: "d.status = 'won'",
    order: 'c.name asc, d.id asc',
    isIndexed: false,
  },
];

async function askBare({ pool }: BenchServer, { where, order }: View): Promise<void> {
  await pool.query(`select d.*, c.name as customer, u.name as person, p.name as product, k.name as
    category, o.name as source from deal d join customer c on c.id = d.customer_id join unit u on
      u.id = d.salesperson_id
    left join product p on p.id = d.product_id left join category k on k.id = d.category_id left
      join source o on o.id = d.source_id where d.voided_at is null and ${where} order by ${order}
        limit 100`);
  await pool.query(
    `select count(*), count(*) filter (where status = 'won'), sum(credited) filter (where status =
      'won'), count(*) filter (where status = 'open'), sum(credited) filter (where status = 'open')
        from deal d where d.voided_at is null and ${where}`,
  );
}

/** Every hundredth row is bad, every hundredth stands twice. @returns how many rows are good */
async function spoil(from: string, to: string): Promise<void> {
  const out = createWriteStream(to);
  let line = 0;
  for await (const row of createInterface({ input: createReadStream(from) })) {
    out.write(`${line > 0 && line % 100 === 3 ? row.replace(/,p\d+,/, ',nobody,') : row}\n`);
    if (line > 0 && line % 100 === 50) out.write(`${row}\n`);
    line++;
  }
  await new Promise<void>((resolve) => out.end(resolve));
}

const CLIENTS = 50;
const ROUNDS = 20;

/** Fifty at once, each booking and then changing what it booked. */
async function bookAndEdit({ address, headers }: BenchServer): Promise<number> {
  const json = { ...headers, 'content-type': 'application/json' };
  const deal = (code: string, amount: number) => ({
    deal: code,
    salesperson: `p${amount % 40}`,
    customer: `Customer ${amount}`,
    amount: `${amount}.00`,
    status: 'won',
    closedOn: TODAY,
  });
  return time(() =>
    Promise.all(
      Array.from({ length: CLIENTS }, async (_, client) => {
        for (let round = 0; round < ROUNDS; round++) {
          const booked = await fetch(`${address}/api/v1/deals`, {
            method: 'POST',
            headers: json,
            body: JSON.stringify(deal(`K${client}-${round}`, 10 + round)),
          });
          const { deal: stored } = (await booked.json()) as {
            deal: { id: number; version: number };
          };
          const changed = await fetch(`${address}/api/v1/deals/${stored.id}`, {
            method: 'PUT',
            headers: json,
            body: JSON.stringify({
              version: stored.version,
              deal: deal(`K${client}-${round}`, 20 + round),
            }),
          });
          if (!changed.ok) throw new Error(await changed.text());
        }
      }),
    ),
  );
}

const DELIVERIES = 5_000;
const SENDERS = 200;

/**
 * Deliveries of 2,500 deals in two versions, a tenth sent twice, a twentieth in the wrong order.
 * @returns deliveries a second
 */
async function deliver(server: BenchServer): Promise<number> {
  const { address, headers } = server;
  const { secret } = (await (
    await fetch(`${address}/api/v1/feed-sources`, {
      method: 'POST',
      headers: { ...headers, 'content-type': 'application/json' },
      body: '{"code":"bench","name":"Bench"}',
    })
  ).json()) as { secret: string };
  const random = seedrandom('bench-feed');
  const messages = Array.from({ length: DELIVERIES }, (_, index) => ({
    deal: `F${index >> 1}`,
    version: (index & 1) + 1,
    key: `m${index}`,
  }));
  for (let i = 0; i + 1 < messages.length; i += 2)
    if (random() < 0.05) [messages[i], messages[i + 1]] = [messages[i + 1]!, messages[i]!];
  const queue = messages.flatMap((message) => (random() < 0.1 ? [message, message] : [message]));
  const deliveries = queue.map(({ deal, version, key }) => ({
    key,
    body: JSON.stringify({
      type: 'deal.saved',
      version,
      deal: {
        deal,
        salesperson: `p${Number(deal.slice(1)) % SIZE.people}`,
        customer: `Customer ${deal.length * 31}`,
        amount: `${version * 100}.00`,
        status: 'won',
        closedOn: TODAY,
      },
    }),
  }));
  const took = await sendDeliveries({
    url: `${address}/api/v1/feed/bench`,
    secret,
    senders: SENDERS,
    deliveries,
  });
  const {
    rows: [state],
  } = await server.pool.query(
    `select count(*)::int as deals, count(*) filter (where amount = 20000)::int as newest from deal
      where code ~ '^F\\d+$'`,
  );
  if (state.deals !== DELIVERIES / 2 || state.newest !== DELIVERIES / 2)
    throw new Error(`Deliveries were lost or out of order: ${JSON.stringify(state)}`);
  return deliveries.length / (took / 1000);
}

async function main(): Promise<void> {
  const directory = mkdtempSync('/tmp/iron-ladder-bench-');
  const [clean, spoilt] = [join(directory, 'deals.csv'), join(directory, 'spoilt.csv')];
  await writeDealsCsv(clean, false);
  await spoil(clean, spoilt);
  const clusterDirectory = mkdtempSync('/tmp/iron-ladder-bench-cluster-');
  const cluster = await startCluster(clusterDirectory);
  try {
    const reference = await startServer(cluster, 'reference', buildUnitsCsv());
    const client = await reference.pool.connect();
    await reference.pool.query('checkpoint');
    const byHand = await time(() => importByHand(client, clean, 1));
    client.release();
    await reference.stop();
    const ours = await startServer(cluster, 'ours', buildUnitsCsv());
    await ours.pool.query('checkpoint');
    let taken = { created: 0, changed: 0 };
    const withBadRows = await time(async () => {
      taken = await ours.upload('deals?partial=true', createReadStream(spoilt));
    });
    say(
      `Import of ${SIZE.deals.toLocaleString('en-GB')} deals with 1 % bad rows and 1 % duplicates: ${(withBadRows / 1000).toFixed(1)} s, ${taken.created.toLocaleString('en-GB')} taken; hand-written SQL of the clean file ${(byHand / 1000).toFixed(1)} s`,
    );
    await ours.pool.query('vacuum analyze');

    const ratios: Ratio[] = [
      [
        'import with bad rows and duplicates, times the hand-written SQL of the clean file',
        withBadRows / byHand,
        1.5,
        'max',
      ],
    ];
    const facts: Record<string, unknown> = { byHand, withBadRows };
    for (const view of VIEWS) {
      const runs = view.isIndexed ? 40 : 8;
      const bare = await measure(() => askBare(ours, view), { warmUp: 3, runs });
      // From a process of its own: what is measured is the server, not the thread it would share
      // with its client.
      const { p50, p95 } = await measureRequests({
        url: `${ours.address}/api/v1/deals?${view.query.replaceAll(' ', '%20')}`,
        headers: ours.headers,
        warmUp: 10,
        runs,
      });
      say(
        `${view.name}: bare SQL ${bare.p50.toFixed(1)} ms, through the API ${p50.toFixed(1)} ms (p95 ${p95.toFixed(1)})`,
      );
      ratios.push([
        `${view.name}: first rows and sums, times the bare SQL`,
        p50 / bare.p50,
        1.5,
        'max',
      ]);
      if (view.isIndexed) ratios.push([`${view.name}: p95 in ms`, p95, 150, 'max']);
      facts[view.name] = { bare: bare.p50, p50, p95 };
    }

    const crowd = await bookAndEdit(ours);
    if ((await findTotalDifferences(ours.db)).length > 0)
      throw new Error('The totals are wrong after fifty clients.');
    say(
      `${CLIENTS} clients, ${CLIENTS * ROUNDS * 2} bookings and changes in ${(crowd / 1000).toFixed(1)} s, totals equal to the deals`,
    );
    const rate = await deliver(ours);
    if ((await findTotalDifferences(ours.db)).length > 0)
      throw new Error('The totals are wrong after the deliveries.');
    ratios.push([
      'deliveries a second, a tenth repeated, a twentieth out of order',
      rate,
      500,
      'min',
    ]);
    report('deals', ratios, { deals: SIZE.deals, milliseconds: { ...facts, crowd } });
    await ours.stop();
  } finally {
    await cluster.stop();
    for (const each of [directory, clusterDirectory])
      rmSync(each, { recursive: true, force: true });
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.stack : String(error)}\n`);
  process.exit(1);
});
