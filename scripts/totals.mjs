// `npm run totals`: holds the totals against the deals. See scripts/totals.ts.
import { spawnSync } from 'node:child_process';
import { ensureBuilt, ensurePackages, ensureSystem, fail } from './prepare.mjs';

try {
  ensureSystem({ browser: false });
  ensurePackages();
  await ensureBuilt({ page: false });
} catch (error) {
  fail(error);
}
const { status } = spawnSync(
  process.execPath,
  ['dist/server/totals.js', ...process.argv.slice(2)],
  { stdio: 'inherit' },
);
process.exit(status ?? 1);
