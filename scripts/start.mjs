// The newcomer's one command. Node's own modules only: nothing else is installed yet.
import { spawn } from 'node:child_process';
import { ensureBuilt, ensurePackages, ensureSystem, fail } from './prepare.mjs';

try {
  ensureSystem({ browser: false });
  ensurePackages();
  await ensureBuilt();
} catch (error) {
  fail(error);
}
const server = spawn(
  process.execPath,
  ['--enable-source-maps', 'dist/server/run.js', ...process.argv.slice(2)],
  { stdio: 'inherit' },
);
// The terminal sends Ctrl-C to both; this one waits until the other has stopped everything.
for (const signal of ['SIGINT', 'SIGHUP']) process.on(signal, () => undefined);
process.on('SIGTERM', () => server.kill('SIGTERM'));
server.on('exit', (code) => process.exit(code ?? 1));
