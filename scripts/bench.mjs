// The measurements, as ratios in one run (bench/run.ts).
import { spawnSync } from 'node:child_process';
import { ensurePackages, ensureSystem, fail, nodeTsx } from './prepare.mjs';

try {
  ensureSystem({ browser: false });
  ensurePackages();
} catch (error) {
  fail(error);
}
process.exit(spawnSync(process.execPath, [...nodeTsx, 'bench/run.ts'], { stdio: 'inherit' }).status ?? 1);
