// `npm run torture`: see tests/faults/run.ts.
import { spawnSync } from 'node:child_process';
import { ensureBuilt, ensurePackages, ensureSystem, fail, nodeTsx } from './prepare.mjs';

try {
  ensureSystem({ browser: false });
  ensurePackages();
  await ensureBuilt({ page: false });
} catch (error) {
  fail(error);
}
const { status } = spawnSync(
  process.execPath,
  [...nodeTsx, 'tests/faults/run.ts', ...process.argv.slice(2)],
  { stdio: 'inherit' },
);
process.exit(status ?? 1);
