// The measurements, as ratios in one run each: standings and imports (bench/run.ts), the plan
// (bench/plan.ts), deals and feed (bench/deals.ts), Standing, Ladder and boards (bench/views.ts),
// linked sums (bench/explore.ts), start page, alerts and reports (bench/telling.ts),
// commission and contests (bench/rewards.ts), totals read anew (bench/reload.ts), deals with their
// lines (bench/lines.ts);
// all, or those named.
import { spawnSync } from 'node:child_process';
import { ensureBuilt, ensurePackages, ensureSystem, fail, nodeTsx } from './prepare.mjs';

const RUNS = {
  standings: 'bench/run.ts',
  plan: 'bench/plan.ts',
  deals: 'bench/deals.ts',
  views: 'bench/views.ts',
  explore: 'bench/explore.ts',
  telling: 'bench/telling.ts',
  rewards: 'bench/rewards.ts',
  reload: 'bench/reload.ts',
  lines: 'bench/lines.ts',
};
const names = process.argv.length > 2 ? process.argv.slice(2) : Object.keys(RUNS);
try {
  const unknown = names.filter((name) => !(name in RUNS));
  if (unknown.length > 0)
    throw new Error(
      `There is no measurement "${unknown.join(', ')}". There are: ${Object.keys(RUNS).join(', ')}.`,
    );
  ensureSystem({ browser: names.includes('plan') || names.includes('views') });
  ensurePackages();
  await ensureBuilt();
} catch (error) {
  fail(error);
}
for (const name of names) {
  const { status } = spawnSync(process.execPath, [...nodeTsx, RUNS[name]], { stdio: 'inherit' });
  if (status !== 0) process.exit(status ?? 1);
}
