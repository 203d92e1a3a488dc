import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';

/** The real start command's second half over a data directory that is thrown away afterwards. */
const directory = mkdtempSync('/tmp/iron-ladder-e2e-');
const child = spawn(
  process.execPath,
  [
    '--enable-source-maps',
    ...(process.env['E2E_SLOW'] ? ['--import', './tests/e2e/slow.mjs'] : []),
    'dist/server/run.js',
    ...process.argv.slice(2),
  ],
  {
    stdio: 'inherit',
    env: { ...process.env, IRON_LADDER_DATA: directory, DATABASE_URL: '' },
  },
);
for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.on(signal, () => child.kill('SIGTERM'));
child.on('exit', (code) => {
  rmSync(directory, { recursive: true, force: true });
  process.exit(code ?? 0);
});
