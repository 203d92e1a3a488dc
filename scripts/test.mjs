// Every check of the project, or the named parts of them; the last line adds them all up.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { ensureBuilt, ensurePackages, ensureSystem, fail } from './prepare.mjs';

const node = (...args) => [process.execPath, ...args];
const REPORTS = 'test-results';

/**
 * What reads a calendar; comparisons of sums with an SQL engine are the same in every time zone.
 */
const WITH_DAYS = [
  'contract',
  'core',
  'wording',
  'demo',
  'server',
  'web',
  'tests/outside/weekCalendar',
  'tests/outside/workingDays',
];
const unitsIn = (zone, projects, only = []) => [
  `TZ=${zone}`,
  ...node(
    'node_modules/vitest/vitest.mjs',
    'run',
    ...projects.flatMap((project) => ['--project', project]),
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${REPORTS}/unit-${zone.replace('/', '-')}.json`,
    ...only,
  ),
];

/** Each part: what it runs, and how its tests are counted (a check without tests counts as one). */
const PARTS = {
  lint: {
    isStatic: true,
    run: [node('node_modules/eslint/bin/eslint.js', '.', '--max-warnings', '0')],
  },
  typecheck: {
    isStatic: true,
    // The longest first.
    run: ['web', '.', 'contract', 'wording', 'core'].map((project) =>
      node('node_modules/typescript/bin/tsc', '-p', project),
    ),
  },
  imports: {
    isStatic: true,
    run: [
      node(
        'node_modules/dependency-cruiser/bin/dependency-cruise.mjs',
        '--config',
        '.dependency-cruiser.cjs',
        'core',
        'wording',
        'contract',
        'server',
        'web',
        'demo',
        'standins',
        'bench',
        'scripts',
        'tests',
      ),
      node('node_modules/knip/bin/knip.js', '--no-progress'),
    ],
  },
  unit: {
    run: [
      unitsIn('UTC', ['unit', 'dom']),
      ...['America/Los_Angeles', 'Pacific/Auckland'].map((zone) =>
        unitsIn(zone, ['unit'], WITH_DAYS),
      ),
    ],
  },
  api: {
    run: [
      node(
        'node_modules/vitest/vitest.mjs',
        'run',
        '--project',
        'api',
        '--reporter=default',
        '--reporter=json',
        `--outputFile.json=${REPORTS}/api.json`,
      ),
    ],
  },
  e2e: {
    build: true,
    browser: true,
    run: [node('node_modules/@playwright/test/cli.js', 'test', '--config', 'playwright.config.ts')],
  },
};

const wanted = process.argv.slice(2);
const unknown = wanted.filter((name) => !(name in PARTS));
if (unknown.length > 0)
  fail(`There is no part "${unknown.join(', ')}". Parts: ${Object.keys(PARTS).join(', ')}.`);
const names = wanted.length > 0 ? wanted : Object.keys(PARTS);

try {
  ensureSystem({ browser: names.some((name) => PARTS[name].browser) });
  ensurePackages();
  await ensureBuilt({ page: names.some((name) => PARTS[name].build) });
} catch (error) {
  fail(error);
}
rmSync(REPORTS, { recursive: true, force: true });
mkdirSync(REPORTS);

let [passed, failed] = [0, 0];

/** Runs a command of a part; `isQuiet`: what it says is shown when it has ended, whole. */
async function check(name, command, isQuiet) {
  const env = { ...process.env, FORCE_COLOR: '0' };
  const words = command.filter((word) => {
    const zone = /^TZ=(.+)$/.exec(word);
    if (zone) env.TZ = zone[1];
    return !zone;
  });
  const started = Date.now();
  const said = [];
  const child = spawn(words[0], words.slice(1), {
    stdio: ['ignore', ...(isQuiet ? ['pipe', 'pipe'] : ['inherit', 'inherit'])],
    env,
  });
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (data) => said.push(data));
  const status = await new Promise((resolve) => {
    child.once('close', resolve);
    child.once('error', () => resolve(1));
  });
  process.stdout.write(Buffer.concat(said));
  const counted = countTests(words.join(' '));
  // A runner that fails without a failing test (a crash, a fault in its setup) still fails.
  const bad = status === 0 ? counted.failed : Math.max(1, counted.failed);
  passed += counted.total === 0 && status === 0 ? 1 : counted.passed;
  failed += bad;
  process.stdout.write(
    `${bad === 0 ? 'ok' : 'FAILED'}: ${name}, ${((Date.now() - started) / 1000).toFixed(1)} s\n`,
  );
}

// What only reads the source uses one processor each, so as many run as there are.
const queue = names
  .filter((name) => PARTS[name].isStatic)
  .flatMap((name) => PARTS[name].run.map((command) => ({ name, command })));
if (queue.length > 0) {
  process.stdout.write(`\n== ${[...new Set(queue.map(({ name }) => name))].join(', ')}\n`);
  const work = async () => {
    for (let next = queue.shift(); next; next = queue.shift())
      await check(next.name, next.command, true);
  };
  await Promise.all(Array.from({ length: availableParallelism() }, work));
}
for (const name of names.filter((each) => !PARTS[each].isStatic)) {
  process.stdout.write(`\n== ${name}\n`);
  for (const command of PARTS[name].run) await check(name, command, false);
}
process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
process.exit(failed === 0 ? 0 : 1);

function countTests(command) {
  const file =
    /--outputFile\.json=(\S+)/.exec(command)?.[1] ??
    (command.includes('playwright') ? `${REPORTS}/e2e.json` : null);
  if (!file || !existsSync(file)) return { total: 0, passed: 0, failed: 0 };
  const report = JSON.parse(readFileSync(file, 'utf8'));
  if (report.stats)
    return {
      total: report.stats.expected + report.stats.unexpected,
      passed: report.stats.expected + report.stats.flaky,
      failed: report.stats.unexpected,
    };
  return {
    total: report.numTotalTests,
    passed: report.numPassedTests,
    failed: report.numFailedTests,
  };
}
