import { spawn } from 'node:child_process';
import { createReadStream, mkdtempSync, rmSync } from 'node:fs';
import { once } from 'node:events';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { setTimeout as sleep } from 'node:timers/promises';
import { chromium } from '@playwright/test';
import { startCluster } from '../scripts/cluster';
import { measureFirstLoad, measureRepaint } from './browser';
import { measureRequests, openAsker } from './client';
import { buildTargetsCsv, buildUnitsCsv, SIZE, TODAY, writeDealsCsv } from './company';
import { listenerCommand } from './listeners';
import { measure, quantile, toTiming, type Timing } from './measure';
import { report, type Ratio } from './report';
import { startServer, type BenchServer } from './server';
import { VIEW_REQUESTS } from './viewsSql';

const say = (text: string) => process.stdout.write(`${text}\n`);
const SCREENS = 200;
const BOOKINGS = 30;

const show = ({ p50, p95, onServer }: Timing & { onServer?: number }) => `${p50.toFixed(2)} ms (p95 ${p95.toFixed(1)}${onServer === undefined ? '' : `, of it on the server ${onServer.toFixed(1)}`})`;

/** Each request against the SQL for the same numbers. */
async function measureViews(server: BenchServer): Promise<Ratio[]> {
  const ratios: Ratio[] = [];
  const worst: number[] = [];
  for (const { name, path, sql } of VIEW_REQUESTS) {
    const bySql = await measure(async () => { for (const statement of sql) await server.pool.query(statement); }, { warmUp: 1, runs: 5 });
    const api = await measureRequests({ url: `${server.address}/api/v1${path}`, headers: server.headers, warmUp: 40, runs: 200 });
    const again = await measureAfterBooking(server, path, 1);
    const fresh = await measureAfterBooking(server, path, 2);
    say(`${name}: SQL ${bySql.p50.toFixed(1)} ms, through the API ${show(api)}, after a booking ${show(again)}, the first in a while ${show(fresh)}`);
    ratios.push([`${name}, times faster than SQL`, bySql.p50 / api.p50, 50, 'min'], [`${name}, after a booking`, bySql.p50 / again.p50, 50, 'min'], [`${name}, the first in a while`, bySql.p50 / fresh.p50, 50, 'min']);
    worst.push(fresh.onServer);
  }
  ratios.push(['slowest Standing or Ladder request, the first in a while, p95 on the server in ms', Math.max(...worst), 20, 'max']);
  return ratios;
}

/** The team of the requests: t7, whose people are p7, p107 and so on. */
const TEAM = 7;
let booked = 0;

/**
 * The same request, each time after deals of the team's were booked, which count in every unit asked for: nothing that was kept of it can be used.
 * After one, the server has gone ahead, for somebody had asked since the one before; after two in a row it has not, and all of it is reckoned as it is asked.
 */
async function measureAfterBooking(server: BenchServer, path: string, deals: 1 | 2): Promise<Timing & { onServer: number }> {
  const [times, onServer]: [number[], number[]] = [[], []];
  const asker = openAsker({ url: `${server.address}/api/v1${path}`, headers: server.headers });
  for (let i = -5; i < 40; i++) {
    for (let deal = 0; deal < deals; deal++) {
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

async function bookForTeam(server: BenchServer): Promise<void> {
  await fetch(`${server.address}/api/v1/deals`, { method: 'POST', headers: { ...server.headers, 'content-type': 'application/json' }, body: JSON.stringify({ deal: `F${booked++}`, salesperson: `p${TEAM + SIZE.teams * (booked % (SIZE.people / SIZE.teams))}`, customer: 'Customer 1', amount: '10.00', status: 'won', closedOn: TODAY }) });
}

/** From sending a deal until the last byte of what each of 200 screens shows of it. */
async function measureScreens(server: BenchServer): Promise<Ratio[]> {
  const post = async (path: string, body: object) => (await fetch(`${server.address}/api/v1${path}`, { method: 'POST', headers: { ...server.headers, 'content-type': 'application/json' }, body: JSON.stringify(body) })).json() as Promise<{ secret: string }>;
  const secrets: string[] = [];
  for (let i = 0; i < SCREENS / 2; i++) secrets.push((await post('/boards', { name: `Board ${i}`, settings: { units: [`t${i % 20}`, 't0'], measure: 'revenue', seconds: 20 } })).secret);
  const child = spawn(process.execPath, listenerCommand({ address: server.address, headers: server.headers, secrets, pages: SCREENS / 2 }), { stdio: ['ignore', 'pipe', 'inherit'] });
  const lines = createInterface(child.stdout);
  const heard: { heard: number; shown: number }[] = [];
  await once(lines, 'line');
  lines.on('line', (line) => heard.push(JSON.parse(line) as { heard: number; shown: number }));
  const [events, shows]: [number[], number[]] = [[], []];
  for (let i = 0; i < BOOKINGS; i++) {
    heard.length = 0;
    const start = performance.timeOrigin + performance.now();
    await post('/deals', { deal: `S${i}`, salesperson: 'p0', customer: 'Customer 1', amount: '10.00', status: 'won', closedOn: TODAY });
    const until = Date.now() + 10_000;
    while (heard.length < SCREENS && Date.now() < until) await sleep(5);
    if (heard.length < SCREENS) throw new Error(`Only ${heard.length} of ${SCREENS} screens heard of a deal.`);
    if (i >= 5) heard.slice(0, SCREENS).forEach((each) => { events.push(each.heard - start); shows.push(each.shown - start); });
    await sleep(200);
  }
  child.kill();
  say(`${SCREENS} screens: heard p50 ${quantile(events, 0.5).toFixed(0)} ms, p99 ${quantile(events, 0.99).toFixed(0)} ms; shown p50 ${quantile(shows, 0.5).toFixed(0)} ms, p99 ${quantile(shows, 0.99).toFixed(0)} ms`);
  return [['200 open screens hear of a booked deal, p99 in ms', quantile(events, 0.99), 300, 'max'], ['200 open screens show it, p99 in ms', quantile(shows, 0.99), 300, 'max']];
}

async function main(): Promise<void> {
  const directory = mkdtempSync('/tmp/iron-ladder-bench-');
  const clusterDirectory = mkdtempSync('/tmp/iron-ladder-bench-cluster-');
  const deals = join(directory, 'deals.csv');
  say(`Writing ${SIZE.deals.toLocaleString('en-GB')} deals …`);
  await writeDealsCsv(deals, false);
  const cluster = await startCluster(clusterDirectory);
  try {
    const server = await startServer(cluster, 'views', buildUnitsCsv());
    await server.upload('deals', createReadStream(deals));
    await server.publishTargets(buildTargetsCsv());
    await server.pool.query('vacuum analyze');
    const ratios = [...await measureViews(server), ...await measureScreens(server)];
    const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
    const address = server.address.replace('127.0.0.1', 'localhost');
    ratios.push(...await measureFirstLoad(browser, address), await measureRepaint(browser, address));
    await browser.close();
    report('views', ratios, { seed: 'bench-deals', deals: SIZE.deals });
    await server.stop();
  } finally {
    await cluster.stop();
    for (const each of [directory, clusterDirectory]) rmSync(each, { recursive: true, force: true });
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.stack : String(error)}\n`);
  process.exit(1);
});
