import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { createInterface } from 'node:readline';
import { setTimeout as sleep } from 'node:timers/promises';
import { chromium } from '@playwright/test';
import { measureOnBooks } from './bookedServer';
import { measureFirstLoad, measureRepaint } from './browser';
import { measureMix, measureRequests, openAsker } from './client';
import { SIZE, TODAY } from './company';
import { listenerCommand } from './listeners';
import { measure, quantile, type Timing, toTiming } from './measure';
import type { Ratio } from './report';
import type { BenchServer } from './server';
import { VIEW_REQUESTS } from './viewsSql';

const say = (text: string) => process.stdout.write(`${text}\n`);
const SCREENS = 200;
const BOOKINGS = 30;

/**
 * Each request against the SQL for the same numbers: again and again, in a busy half minute, and by
 * itself when nobody has asked for a while.
 */
async function measureViews(server: BenchServer): Promise<Ratio[]> {
  const busy = await measureBusy(server);
  const ratios: Ratio[] = [];
  const worst: number[] = [];
  for (const [at, { name, path, sql }] of VIEW_REQUESTS.entries()) {
    const bySql = await measure(
      async () => {
        for (const statement of sql) await server.pool.query(statement);
      },
      { warmUp: 1, runs: 5 },
    );
    const kept = await measureRequests({
      url: toUrl(server, path),
      headers: server.headers,
      warmUp: 40,
      runs: 200,
    });
    const first = await measureFirst(server, path);
    const { mean, p50, p95, count } = busy[at]!;
    const times = (of: number) => `${(bySql.p50 / of).toFixed(0)} times`;
    say(
      `${name}: SQL ${bySql.p50.toFixed(1)} ms; kept ${kept.p50.toFixed(2)} ms (p95 ${kept.p95.toFixed(1)}), ${times(kept.p50)}; busy ${mean.toFixed(2)} ms on average (p50 ${p50.toFixed(2)}, p95 ${p95.toFixed(1)}, of ${count}), ${times(mean)}; the first in a while ${first.p50.toFixed(2)} ms (p95 ${first.p95.toFixed(1)}, of it on the server ${first.onServer.toFixed(1)}), ${times(first.p50)}`,
    );
    ratios.push(
      [`${name}, times faster than SQL as kept`, bySql.p50 / kept.p50, 50, 'min'],
      [`${name}, while a deal a second is booked, on average`, bySql.p50 / mean, 50, 'min'],
    );
    worst.push(first.onServer);
  }
  ratios.push(
    [
      'slowest Standing or Ladder request, the first in a while, p95 on the server in ms',
      Math.max(...worst),
      20,
      'max',
    ],
    [
      'the same in a busy half minute, p95 in ms',
      Math.max(...busy.map(({ p95 }) => p95)),
      20,
      'max',
    ],
  );
  return ratios;
}

const toUrl = (server: BenchServer, path: string) => `${server.address}/api/v1${path}`;

/** The team of the requests: t7, whose people are p7, p107 and so on. */
const TEAM = 7;
let booked = 0;

/**
 * Books a deal that counts in every unit that is asked for: nothing that was kept of it can be
 * used.
 */
async function bookForTeam(server: BenchServer): Promise<void> {
  const salesperson = `p${TEAM + SIZE.teams * (++booked % (SIZE.people / SIZE.teams))}`;
  await fetch(toUrl(server, '/deals'), {
    method: 'POST',
    headers: { ...server.headers, 'content-type': 'application/json' },
    body: JSON.stringify({
      deal: `F${booked}`,
      salesperson,
      customer: 'Customer 1',
      amount: '10.00',
      status: 'won',
      closedOn: TODAY,
    }),
  });
}

const BUSY_SECONDS = 30;

/**
 * All requests in turn, without a pause, while a deal that concerns every one of them is booked
 * each second: thirty times as many as the company books in its working hours.
 */
async function measureBusy(
  server: BenchServer,
): Promise<(Timing & { mean: number; count: number })[]> {
  const asking = measureMix({
    urls: VIEW_REQUESTS.map(({ path }) => toUrl(server, path)),
    headers: server.headers,
    seconds: BUSY_SECONDS,
  });
  const booking = setInterval(() => void bookForTeam(server), 1_000);
  const times = await asking;
  clearInterval(booking);
  return times.map((each) => ({
    ...toTiming(each),
    mean: each.reduce((sum, time) => sum + time, 0) / each.length,
    count: each.length,
  }));
}

/**
 * A request by itself, after two deals of its people: after the second the server has not gone
 * ahead, for nobody had asked since the first, so all of it is computed as it is asked.
 */
async function measureFirst(
  server: BenchServer,
  path: string,
): Promise<Timing & { onServer: number }> {
  const [times, onServer]: [number[], number[]] = [[], []];
  const asker = openAsker({ url: toUrl(server, path), headers: server.headers });
  for (let i = -5; i < 40; i++) {
    for (let deal = 0; deal < 2; deal++) {
      await bookForTeam(server);
      // What a booking sets off elsewhere is none of the request's.
      await sleep(40);
    }
    server.elapsed.length = 0;
    const took = await asker.ask();
    if (i < 0) continue;
    times.push(took);
    onServer.push(server.elapsed.at(-1)!);
  }
  asker.close();
  return { ...toTiming(times), onServer: quantile(onServer, 0.95) };
}

/** From sending a deal until the last byte of what each of 200 screens shows of it. */
async function measureScreens(server: BenchServer): Promise<Ratio[]> {
  const post = async (path: string, body: object) =>
    (
      await fetch(`${server.address}/api/v1${path}`, {
        method: 'POST',
        headers: { ...server.headers, 'content-type': 'application/json' },
        body: JSON.stringify(body),
      })
    ).json() as Promise<{ secret: string }>;
  const secrets: string[] = [];
  for (let i = 0; i < SCREENS / 2; i++)
    secrets.push(
      (
        await post('/boards', {
          name: `Board ${i}`,
          settings: { units: [`t${i % 20}`, 't0'], measure: 'revenue', seconds: 20 },
        })
      ).secret,
    );
  const child = spawn(
    process.execPath,
    listenerCommand({
      address: server.address,
      headers: server.headers,
      secrets,
      pages: SCREENS / 2,
    }),
    { stdio: ['ignore', 'pipe', 'inherit'] },
  );
  const lines = createInterface(child.stdout);
  const heard: { heard: number; shown: number }[] = [];
  await once(lines, 'line');
  lines.on('line', (line) => heard.push(JSON.parse(line) as { heard: number; shown: number }));
  const [events, shows]: [number[], number[]] = [[], []];
  for (let i = 0; i < BOOKINGS; i++) {
    heard.length = 0;
    const start = performance.timeOrigin + performance.now();
    await post('/deals', {
      deal: `S${i}`,
      salesperson: 'p0',
      customer: 'Customer 1',
      amount: '10.00',
      status: 'won',
      closedOn: TODAY,
    });
    const until = Date.now() + 10_000;
    while (heard.length < SCREENS && Date.now() < until) await sleep(5);
    if (heard.length < SCREENS)
      throw new Error(`Only ${heard.length} of ${SCREENS} screens heard of a deal.`);
    if (i >= 5)
      heard.slice(0, SCREENS).forEach((each) => {
        events.push(each.heard - start);
        shows.push(each.shown - start);
      });
    await sleep(200);
  }
  child.kill();
  say(
    `${SCREENS} screens: heard p50 ${quantile(events, 0.5).toFixed(0)} ms, p99 ${quantile(events, 0.99).toFixed(0)} ms; shown p50 ${quantile(shows, 0.5).toFixed(0)} ms, p99 ${quantile(shows, 0.99).toFixed(0)} ms`,
  );
  return [
    ['200 open screens hear of a booked deal, p99 in ms', quantile(events, 0.99), 300, 'max'],
    ['200 open screens show it, p99 in ms', quantile(shows, 0.99), 300, 'max'],
  ];
}

await measureOnBooks('views', async (server) => {
  const ratios = [...(await measureViews(server)), ...(await measureScreens(server))];
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const address = server.address.replace('127.0.0.1', 'localhost');
  ratios.push(
    ...(await measureFirstLoad(browser, address)),
    await measureRepaint(browser, address),
  );
  await browser.close();
  return ratios;
});
