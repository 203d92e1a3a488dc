// The page and the server, built whole.
import { execFileSync } from 'node:child_process';
import { ensurePackages, fail } from './prepare.mjs';

try {
  ensurePackages();
  execFileSync(process.execPath, ['node_modules/vite/bin/vite.js', 'build', '--logLevel', 'warn'], {
    stdio: 'inherit',
  });
  await (await import('./buildServer.mjs')).buildServer();
} catch (error) {
  fail(error);
}
