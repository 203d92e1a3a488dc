import { spawn } from 'node:child_process';
import { createServer } from 'node:http';
import { setTimeout as wait } from 'node:timers/promises';
import { demoPortOf, EMPTY_PORT, READY_PORT, WORKERS } from './ports';

/** All servers of the browser tests, begun at once; READY_PORT answers when each of them does. */
const ports = [...Array.from({ length: WORKERS }, (_, worker) => demoPortOf(worker)), EMPTY_PORT];
const children = ports.map((port) =>
  spawn(
    process.execPath,
    [
      ...['--import', 'tsx', 'tests/e2e/server.ts', '--port', String(port)],
      ...['--today', '2026-11-18', '--orders-paused'],
      ...(port === EMPTY_PORT ? ['--empty'] : []),
    ],
    { stdio: 'inherit' },
  ),
);
const stop = () => {
  for (const child of children) child.kill('SIGTERM');
};
for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, stop);
let running = children.length;
for (const child of children)
  child.on('exit', (code) => {
    // One alone is of no use: the run ends, and says so.
    if (code) stop();
    running -= 1;
    if (running === 0) process.exit(code ?? 0);
  });

for (const port of ports)
  while (!(await fetch(`http://localhost:${port}/api/health`).catch(() => null))?.ok)
    await wait(200);
createServer((_, answer) => answer.end('ready')).listen(READY_PORT);
