import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openDatabase, openPool } from '#server/db/client';
import { findTotalDifferences } from '#server/ledger/recompute';
import { findFreePort, startCluster } from '../../scripts/cluster';
import { PASSWORD, UNITS_CSV, wonDeal } from './harness';

let directory: string;
let port: number;
let child: ChildProcess;
let board: string;
let session: { cookie: string; 'x-csrf': string; 'content-type': string };

const base = () => `http://127.0.0.1:${port}/api/v1`;

async function startProcess(): Promise<void> {
  child = spawn(
    process.execPath,
    [
      '--import',
      'tsx',
      'scripts/run.ts',
      '--empty',
      '--port',
      String(port),
      '--today',
      '2026-11-18',
    ],
    {
      env: { ...process.env, IRON_LADDER_DATA: directory, DATABASE_URL: '' },
      stdio: ['ignore', 'ignore', 'inherit'],
    },
  );
  await waitForHealth((status) => status === 200);
}

/** Asks the server how it is until the answer is as wanted; 0 stands for no answer. */
async function waitForHealth(
  isWanted: (status: number) => boolean,
  timeout = 40_000,
): Promise<void> {
  for (const end = Date.now() + timeout; Date.now() < end; await sleep(50)) {
    if (
      isWanted(
        await fetch(`http://127.0.0.1:${port}/api/health`).then(
          (answer) => answer.status,
          () => 0,
        ),
      )
    )
      return;
  }
  throw new Error('The server did not get into the wanted state in time.');
}

beforeAll(async () => {
  directory = mkdtempSync('/tmp/iron-ladder-outage-');
  port = await findFreePort();
  await startProcess();
  const answer = await fetch(`${base()}/first-run`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      company: 'H',
      currency: 'EUR',
      timeZone: 'UTC',
      calendar: { kind: 'month', firstMonth: 4, yearLabel: 'ends' },
      weekdays: [1, 2, 3, 4, 5],
      administrator: { name: 'A', email: 'a@example.com', password: PASSWORD },
      branches: [],
      unitsCsv: UNITS_CSV,
    }),
  });
  session = {
    cookie: answer.headers.get('set-cookie')!.split(';')[0]!,
    'x-csrf': ((await answer.json()) as { csrf: string }).csrf,
    'content-type': 'application/json',
  };
  const made = await fetch(`${base()}/boards`, {
    method: 'POST',
    headers: session,
    body: JSON.stringify({
      name: 'Hall',
      settings: { units: ['salt'], measure: 'revenue', seconds: 20 },
    }),
  });
  board = ((await made.json()) as { secret: string }).secret;
}, 60_000);

afterAll(async () => {
  child.kill('SIGTERM');
  await new Promise((resolve) => child.once('exit', resolve));
  rmSync(directory, { recursive: true, force: true });
}, 30_000);

/** Books without pause until told to stop; returns the ids the server acknowledged. */
async function bookUntil(isOver: () => boolean): Promise<string[]> {
  const acknowledged: string[] = [];
  for (let i = 0; !isOver(); i++) {
    const deal = `${Date.now()}-${i}`;
    const answer = await fetch(`${base()}/deals`, {
      method: 'POST',
      headers: session,
      body: JSON.stringify(wonDeal({ deal, amount: '1.00' })),
    }).catch(() => null);
    if (answer?.status === 201) acknowledged.push(deal);
    else await sleep(20);
  }
  return acknowledged;
}

async function expectAllThere(acknowledged: string[]): Promise<void> {
  const cluster = await startCluster(directory);
  const pool = openPool(cluster.url('iron_ladder'), 2);
  const { rows } = await pool.query<{ code: string }>('select code from deal');
  const stored = new Set(rows.map((row) => row.code));
  expect(acknowledged.filter((code) => !stored.has(code))).toEqual([]);
  expect(await findTotalDifferences(openDatabase(pool))).toEqual([]);
  const standing = (await fetch(`${base()}/attainment?unit=ht&period=FY2027-P08`, {
    headers: session,
  }).then((answer) => answer.json())) as { figures: { actual: number } };
  expect(standing.figures.actual).toBe(stored.size * 100);
  // The link on the wall shows the same, with nobody to sign in again.
  const wall = (await fetch(`${base()}/public/boards/${board}`).then((answer) =>
    answer.json(),
  )) as { pages: { month: { figures: { actual: number } } }[] };
  expect(wall.pages[0]!.month.figures.actual).toBe(standing.figures.actual);
  await pool.end();
}

describe('killed at any moment', () => {
  it(
    'the database comes back by itself and no acknowledged deal is lost',
    { timeout: 90_000 },
    async () => {
      let isOver = false;
      const booking = bookUntil(() => isOver);
      await sleep(800);
      const postmaster = Number(
        readFileSync(join(directory, 'postgres', 'postmaster.pid'), 'utf8').split('\n')[0],
      );
      execFileSync('kill', ['-9', String(postmaster)]);
      await waitForHealth((status) => status !== 200, 5_000);
      await waitForHealth((status) => status === 200);
      await sleep(500);
      isOver = true;
      const acknowledged = await booking;
      expect(acknowledged.length).toBeGreaterThan(10);
      await expectAllThere(acknowledged);
    },
  );

  it(
    'the server can be started again and no acknowledged deal is lost',
    { timeout: 90_000 },
    async () => {
      let isOver = false;
      const booking = bookUntil(() => isOver);
      await sleep(600);
      child.kill('SIGKILL');
      await new Promise((resolve) => child.once('exit', resolve));
      await startProcess();
      await sleep(400);
      isOver = true;
      await expectAllThere(await booking);
    },
  );
});
