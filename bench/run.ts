import { createReadStream, mkdtempSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { viewStandings } from '#server/attainment/index';
import { recordImported } from '#server/imports/index';
import { findTotalDifferences } from '#server/ledger/recompute';
import { startCluster } from '../scripts/cluster';
import { measureRequests } from './client';
import { buildTargetsCsv, buildUnitsCsv, SIZE, TODAY, writeDealsCsv } from './company';
import { measure, time, type Timing, toTiming } from './measure';
import { createViews, importByHand, openAnalytic, STANDINGS_SQL } from './reference';
import { type Ratio, report } from './report';
import { type BenchServer, startServer } from './server';

const say = (text: string) => process.stdout.write(`${text}\n`);

/** From sending a deal to its event on an open stream. */
async function measureBooking(
  server: BenchServer,
  { runs, atOnce }: { runs: number; atOnce: number },
): Promise<Timing> {
  const abort = new AbortController();
  const stream = await fetch(`${server.address}/api/v1/events`, {
    headers: server.headers,
    signal: abort.signal,
  });
  const waiting: (() => void)[] = [];
  void (async () => {
    for await (const chunk of stream.body!.pipeThrough(
      new TextDecoderStream(),
    ) as unknown as AsyncIterable<string>) {
      for (let i = chunk.split('data: ').length - 1; i > 0; i--) waiting.shift()?.();
    }
  })().catch(() => undefined);
  // All for one salesperson and day: the hardest case. With several at once the n-th event answers
  // the n-th booking sent.
  const book = async (deal: string) => {
    const start = performance.now();
    const heard = new Promise<void>((resolve) => waiting.push(resolve));
    await fetch(`${server.address}/api/v1/deals`, {
      method: 'POST',
      headers: { ...server.headers, 'content-type': 'application/json' },
      body: JSON.stringify({
        deal,
        salesperson: 'p1',
        customer: 'Customer 1',
        amount: '10.00',
        status: 'won',
        closedOn: TODAY,
      }),
    });
    await heard;
    return performance.now() - start;
  };
  const times: number[] = [];
  for (let i = 0; i < 20; i++) await book(`W${atOnce}-${i}`);
  for (let i = 0; i < runs; i += atOnce)
    times.push(
      ...(await Promise.all(Array.from({ length: atOnce }, (_, j) => book(`L${atOnce}-${i + j}`)))),
    );
  abort.abort();
  return toTiming(times);
}

async function main(): Promise<void> {
  const directory = mkdtempSync('/tmp/iron-ladder-bench-');
  const [first, second] = [join(directory, 'deals.csv'), join(directory, 'changed.csv')];
  say(`Writing ${SIZE.deals.toLocaleString('en-GB')} deals …`);
  await writeDealsCsv(first, false);
  await writeDealsCsv(second, true);
  say(`${(statSync(first).size / 1e6).toFixed(0)} MB`);
  // Beside it, not in it: the database's own user must be able to get there.
  const clusterDirectory = mkdtempSync('/tmp/iron-ladder-bench-cluster-');
  const cluster = await startCluster(clusterDirectory);
  try {
    const ours = await startServer(cluster, 'ours', buildUnitsCsv());
    const reference = await startServer(cluster, 'reference', buildUnitsCsv());
    const settle = async (server: BenchServer) => {
      await server.pool.query('checkpoint');
    };

    await settle(reference);
    const client = await reference.pool.connect();
    const byHand = await time(() => importByHand(client, first, 1));
    client.release();
    await reference.stop();
    await settle(ours);
    const importFirst = await time(() => ours.upload('deals', createReadStream(first)));
    // What follows an import in the background, so that its whole cost is seen.
    const recording = await time(async () => {
      while (await recordImported(ours.db));
    });
    await settle(ours);
    await ours.pool.query('vacuum analyze');
    let again = { created: 0, changed: 0 };
    const importSecond = await time(async () => {
      again = await ours.upload('deals', createReadStream(second));
    });
    say(
      `\nImport of ${SIZE.deals.toLocaleString('en-GB')} deals: hand-written SQL ${(byHand / 1000).toFixed(1)} s, ours with every check ${(importFirst / 1000).toFixed(1)} s (audit rows written afterwards in ${(recording / 1000).toFixed(1)} s), again with ${again.changed.toLocaleString('en-GB')} changed ${(importSecond / 1000).toFixed(1)} s`,
    );
    const differences = await findTotalDifferences(ours.db);
    if (differences.length > 0)
      throw new Error(`${differences.length} totals are wrong after the imports.`);

    await ours.publishTargets(buildTargetsCsv());
    await ours.pool.query('vacuum analyze');
    await createViews(ours.pool);
    const analytic = await openAnalytic(ours.pool);
    const sql = await measure(() => ours.pool.query(STANDINGS_SQL), { warmUp: 2, runs: 7 });
    const engine = await measure(() => analytic.run(), { warmUp: 3, runs: 15 });
    // A server that has answered for a while, as one in use has.
    const api = await measureRequests({
      url: `${ours.address}/api/v1/attainment/all?period=FY2027-P08`,
      headers: ours.headers,
      warmUp: 150,
      runs: 300,
    });
    const dataset = ours.replica.datasetFor(ours.replica.company!.tree.root!.id);
    const core = await measure(
      () => viewStandings(dataset, dataset.calendar.parse('FY2027-P08')!, 'revenue'),
      { warmUp: 50, runs: 100 },
    );
    const show = (timing: Timing) => `${timing.p50.toFixed(1)} ms (p99 ${timing.p99.toFixed(1)})`;
    say(
      `Standings of ${(1 + SIZE.branches + SIZE.teams + SIZE.people).toLocaleString('en-GB')} units: plain SQL ${show(sql)}, analytic engine ${show(engine)}, through the API ${show(api)}, core alone ${show(core)}`,
    );
    const booking = await measureBooking(ours, { runs: 400, atOnce: 1 });
    const crowd = await measureBooking(ours, { runs: 400, atOnce: 8 });
    say(
      `Booking to event: one at a time ${show(booking)}, eight at once for one salesperson and day ${show(crowd)}`,
    );
    if ((await findTotalDifferences(ours.db)).length > 0)
      throw new Error('The totals are wrong after the bookings.');

    const ratios: Ratio[] = [
      ['standings through the API, times faster than plain SQL', sql.p50 / api.p50, 20, 'min'],
      [
        'standings through the API, times faster than the analytic engine',
        engine.p50 / api.p50,
        8,
        'min',
      ],
      ["the core's part, times faster than plain SQL", sql.p50 / core.p50, 100, 'min'],
      ['first import, times the hand-written SQL', importFirst / byHand, 1.5, 'max'],
      ['second import, share of the first', importSecond / importFirst, 1 / 3, 'max'],
      ['booking to event, p99 in ms', booking.p99, 150, 'max'],
      ['booking to event, eight at once, p99 in ms', crowd.p99, 150, 'max'],
    ];
    report('standings', ratios, {
      seed: 'bench-deals',
      deals: SIZE.deals,
      milliseconds: {
        byHand,
        importFirst,
        recording,
        importSecond,
        sql,
        engine,
        api,
        core,
        booking,
        crowd,
      },
    });
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
