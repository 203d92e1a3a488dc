// Hot reload: the server restarts on a change, the page is served by Vite at port 5173.
import { spawn } from 'node:child_process';
import { ensureBuilt, ensurePackages, ensureSystem, fail } from './prepare.mjs';

try {
  ensureSystem({ browser: false });
  ensurePackages();
  await ensureBuilt({ page: false });
} catch (error) {
  fail(error);
}
const children = [
  spawn(
    process.execPath,
    [
      'node_modules/tsx/dist/cli.mjs',
      'watch',
      '--clear-screen=false',
      'scripts/run.ts',
      ...process.argv.slice(2),
    ],
    { stdio: 'inherit' },
  ),
  spawn(process.execPath, ['node_modules/vite/bin/vite.js'], { stdio: 'inherit' }),
];
for (const child of children)
  child.on('exit', () => children.forEach((each) => each.kill('SIGTERM')));
process.on('SIGINT', () => undefined);
