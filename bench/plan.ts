import { mkdtempSync, rmSync } from 'node:fs';
import { chromium, type Page } from '@playwright/test';
import seedrandom from 'seedrandom';
import { type ShareLine, shareWithin } from '#core/targets/fill/shareWithin';
import { startCluster } from '../scripts/cluster';
import { buildUnitsCsv } from './company';
import { measure, quantile, time } from './measure';
import { type Ratio, report } from './report';
import { type BenchServer, EMAIL, PASSWORD, startServer } from './server';

const PEOPLE = 2_000;
const MONTHS = 12;
const say = (text: string) => process.stdout.write(`${text}\n`);

/** The bare method over the same numbers: floor each share, one more to the largest fractions. */
function shareBare(total: number, weights: readonly number[]): number[] {
  let sum = 0;
  for (const weight of weights) sum += weight;
  const parts = new Array<number>(weights.length);
  const fractions = new Float64Array(weights.length);
  let given = 0;
  for (let i = 0; i < weights.length; i++) {
    const exact = (total * weights[i]!) / sum;
    parts[i] = Math.floor(exact);
    fractions[i] = exact - parts[i]!;
    given += parts[i]!;
  }
  const order = Array.from(weights.keys()).sort((a, b) => fractions[b]! - fractions[a]! || a - b);
  for (let i = 0; i < total - given; i++) parts[order[i]!]!++;
  return parts;
}

async function measureSharing(): Promise<Ratio> {
  const random = seedrandom('bench-share');
  const weights = Array.from({ length: PEOPLE * MONTHS }, () => 1 + Math.floor(random() * 100_000));
  const total = 2_400_000_000;
  const mean = total / weights.length;
  const lines = weights.map((weight, i): ShareLine => ({
    weight,
    locked: i % 50 === 7 ? Math.round(mean) : null,
    least: i % 10 === 3 ? Math.round(mean * 0.6) : null,
    most: i % 10 === 5 ? Math.round(mean * 1.3) : null,
  }));
  const bare = await measure(() => shareBare(total, weights), { warmUp: 10, runs: 40 });
  const ours = await measure(
    () => {
      if (!shareWithin(total, lines).ok) throw new Error('The bounds cannot be met.');
    },
    { warmUp: 10, runs: 40 },
  );
  say(
    `Sharing a total over ${weights.length.toLocaleString('en-GB')} cells: bare loop ${bare.p50.toFixed(1)} ms, with locks, least and most ${ours.p50.toFixed(1)} ms`,
  );
  return ['sharing out within bounds, times the bare loop', ours.p50 / bare.p50, 5, 'max'];
}

/**
 * A paste of every cell: one request, one transaction, beside a bare insert of the same rows into
 * the same table, with its keys and references.
 */
async function measurePaste(server: BenchServer, planId: number): Promise<Ratio> {
  const send = (step: number) =>
    fetch(`${server.address}/api/v1/targets`, {
      method: 'PUT',
      headers: { ...server.headers, 'content-type': 'application/json' },
      body: JSON.stringify({
        plan: planId,
        changes: Array.from({ length: PEOPLE * MONTHS }, (_, i) => ({
          unit: `p${Math.floor(i / MONTHS)}`,
          period: `FY2027-P${String((i % MONTHS) + 1).padStart(2, '0')}`,
          measure: 'revenue',
          target: `${1000 + ((i * 37 + step) % 9000)}.00`,
        })),
      }),
    }).then(async (answer) => {
      if (answer.status !== 200) throw new Error(await answer.text());
      await answer.arrayBuffer();
    });
  const ids = (
    await server.pool.query<{ id: number }>(
      `select id from unit where kind = 'salesperson' order by id`,
    )
  ).rows.map((row) => row.id);
  const bareInsert = async () => {
    await server.pool.query('truncate target');
    const cells = ids.flatMap((id) =>
      Array.from(
        { length: MONTHS },
        (_, m) => [id, `FY2027-P${String(m + 1).padStart(2, '0')}`, 100_000 + m] as const,
      ),
    );
    return time(() =>
      server.pool.query(
        `insert into target (plan_id, unit_id, measure, period_id, target, changed_by) select
          ${planId}, u, 'revenue', p, t, 1 from unnest($1::int[], $2::text[], $3::bigint[]) r(u, p,
            t)`,
        [cells.map((cell) => cell[0]), cells.map((cell) => cell[1]), cells.map((cell) => cell[2])],
      ),
    );
  };
  const bare: number[] = [];
  const ours: number[] = [];
  for (let i = 0; i < 5; i++) {
    bare.push(await bareInsert());
    await server.pool.query('truncate target');
    ours.push(await time(() => send(i)));
  }
  say(
    `Saving a paste of ${(PEOPLE * MONTHS).toLocaleString('en-GB')} cells: bare insert ${quantile(bare, 0.5).toFixed(0)} ms, through the API with audit and undo ${quantile(ours, 0.5).toFixed(0)} ms`,
  );
  return [
    'saving a paste, times a bare insert',
    quantile(ours, 0.5) / quantile(bare, 0.5),
    3,
    'max',
  ];
}

/** Script time of one typed cell, from the key that commits it to the frame that shows its sums. */
async function measureTyping(server: BenchServer, planId: number): Promise<Ratio> {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  try {
    const page = await browser.newPage({
      viewport: { width: 1280, height: 800 },
      baseURL: server.address.replace('127.0.0.1', 'localhost'),
    });
    await page.goto(`/plan?period=FY2027&plan=${planId}`);
    await page.getByLabel('E-mail').fill(EMAIL);
    await page.getByLabel('Password').fill(PASSWORD);
    await page.getByRole('button', { name: 'Sign in' }).click();
    const first = page.getByRole('gridcell', { name: /^Person \d+, April 2026:/ }).first();
    await first.click({ timeout: 60_000 });
    const times: number[] = [];
    for (let i = 0; i < 60; i++) {
      times.push(await typeOne(page, String(2000 + i * 13)));
      // Nobody types five values a second; what an answer of the server sets off belongs to no key.
      await page.waitForTimeout(200);
    }
    const settled = times.slice(10);
    say(
      `Typing a cell among ${(PEOPLE * MONTHS).toLocaleString('en-GB')}: script p50 ${quantile(settled, 0.5).toFixed(1)} ms, p95 ${quantile(settled, 0.95).toFixed(1)} ms; blank rows while scrolling: ${await countBlankFrames(page)}`,
    );
    return ['typed cell to its sums, script at p95 in ms', quantile(settled, 0.95), 16, 'max'];
  } finally {
    await browser.close();
  }
}

async function typeOne(page: Page, text: string): Promise<number> {
  await page.keyboard.type(text);
  await page.evaluate(() => {
    const state = window as unknown as { spent: Promise<number> };
    state.spent = new Promise((resolve) => {
      let start = 0;
      window.addEventListener('keydown', () => (start = performance.now()), {
        once: true,
        capture: true,
      });
      // Queued behind what the handlers queued: when it runs, the page has been brought up to date
      // and only painting is left.
      window.addEventListener(
        'keydown',
        () => queueMicrotask(() => resolve(performance.now() - start)),
        { once: true },
      );
    });
  });
  await page.keyboard.press('Enter');
  return page.evaluate(() => (window as unknown as { spent: Promise<number> }).spent);
}

/** Frames in which a part of the grid's window had no row. */
async function countBlankFrames(page: Page): Promise<number> {
  return page.getByRole('grid').evaluate(async (grid) => {
    let blank = 0;
    for (let i = 0; i < 60; i++) {
      grid.scrollTop += 400;
      // Two frames; a browser without a screen may leave them out when nothing has to be drawn.
      for (let frame = 0; frame < 2; frame++)
        await new Promise((resolve) => {
          requestAnimationFrame(resolve);
          setTimeout(resolve, 200);
        });
      const box = grid.getBoundingClientRect();
      const at = document.elementFromPoint(box.left + 60, box.top + 200);
      if (!at?.closest('[role=row]')) blank++;
    }
    return blank;
  });
}

async function main(): Promise<void> {
  const ratios = [await measureSharing()];
  const directory = mkdtempSync('/tmp/iron-ladder-bench-cluster-');
  const cluster = await startCluster(directory);
  try {
    const server = await startServer(cluster, 'plan', buildUnitsCsv(PEOPLE));
    const made = await fetch(`${server.address}/api/v1/plans`, {
      method: 'POST',
      headers: { ...server.headers, 'content-type': 'application/json' },
      body: '{"year":"FY2027","name":"bench","from":"empty"}',
    });
    const { plan } = (await made.json()) as { plan: { id: number } };
    ratios.push(await measurePaste(server, plan.id));
    await server.pool.query('vacuum analyze');
    ratios.push(await measureTyping(server, plan.id));
    await server.stop();
  } finally {
    await cluster.stop();
    rmSync(directory, { recursive: true, force: true });
  }
  report('plan', ratios, { people: PEOPLE, months: MONTHS });
}

main()
  .then(() => process.exit(0))
  .catch((error: unknown) => {
    process.stderr.write(`${error instanceof Error ? error.stack : String(error)}\n`);
    process.exit(1);
  });
