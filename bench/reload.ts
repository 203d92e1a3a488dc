import { monitorEventLoopDelay, PerformanceObserver } from 'node:perf_hooks';
import { sql } from 'drizzle-orm';
import { bookNext } from './bookDeal';
import { measureOnBooks } from './bookedServer';
import { SIZE } from './company';
import { quantile, time } from './measure';
import type { Ratio } from './report';
import type { BenchServer } from './server';

const NANOSECONDS = 1e6;
const read = (server: BenchServer) =>
  time(async () => {
    const answer = await fetch(`${server.address}/api/v1/attainment?unit=co&period=FY2027-P08`, {
      headers: server.headers,
    });
    if (answer.status !== 200) throw new Error(await answer.text());
    await answer.text();
  });

/**
 * What an import's end brings: all totals are read anew while people book and look, and nobody
 * waits for it.
 */
async function measureReload(server: BenchServer): Promise<Ratio[]> {
  const both = async (until: () => boolean) => {
    const [bookings, reads]: [number[], number[]] = [[], []];
    do {
      bookings.push(await time(() => bookNext(server)));
      reads.push(await read(server));
    } while (!until());
    return { bookings, reads };
  };
  let rounds = 0;
  // Code is compiled when it first runs: that is not what is measured.
  await both(() => ++rounds >= 20);
  rounds = 0;
  const loop = monitorEventLoopDelay({ resolution: 1 });
  loop.enable();
  const alone = await both(() => ++rounds >= 100);
  const heldAlone = loop.max / NANOSECONDS;
  loop.disable();
  loop.reset();
  let collection = 0;
  const collections = new PerformanceObserver((list) => {
    for (const { duration } of list.getEntries()) collection = Math.max(collection, duration);
  });
  collections.observe({ entryTypes: ['gc'] });
  const readAnew = async () => {
    await server.db.execute(sql`update ledger_state set epoch = epoch + 1`);
    return time(() => server.replica.afterWrite({ all: true }));
  };
  loop.enable();
  await readAnew();
  loop.disable();
  const heldByReading = loop.max / NANOSECONDS;
  loop.reset();
  loop.enable();
  let isDone = false;
  const reloading = readAnew().then((took) => {
    isDone = true;
    return took;
  });
  const beside = await both(() => isDone);
  const took = await reloading;
  // The first to look afterwards must not wait either.
  rounds = 0;
  const after = await both(() => ++rounds >= 20);
  loop.disable();
  collections.disconnect();
  const blocked = loop.max / NANOSECONDS;
  const longest = Math.max(...beside.bookings, ...after.bookings);
  process.stdout.write(
    `${SIZE.deals.toLocaleString('en-GB')} deals of ${SIZE.people} people read anew in ${(took / 1_000).toFixed(1)} s, ${beside.bookings.length} bookings meanwhile: longest ${longest.toFixed(0)} ms (p99 alone ${quantile(alone.bookings, 0.99).toFixed(0)}), longest look ${Math.max(...beside.reads, ...after.reads).toFixed(0)} ms (p99 alone ${quantile(alone.reads, 0.99).toFixed(0)}); the loop was held up ${blocked.toFixed(0)} ms at most (by reading without requests ${heldByReading.toFixed(0)}, by requests alone ${heldAlone.toFixed(0)}, the longest collection of memory ${collection.toFixed(0)}), p99 ${(loop.percentile(99) / NANOSECONDS).toFixed(1)}\n`,
  );
  return [
    ['longest hold-up of the loop by reading all anew, in ms', heldByReading, 50, 'max'],
    [
      'longest hold-up meanwhile, times that of the same requests alone or 50 ms',
      blocked / Math.max(50, heldAlone),
      1.2,
      'max',
    ],
    [
      'longest booking meanwhile, times the p99 alone',
      longest / quantile(alone.bookings, 0.99),
      5,
      'max',
    ],
  ];
}

await measureOnBooks('reload', measureReload);
