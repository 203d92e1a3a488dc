import { parseArgs } from 'node:util';
import { History } from './history';

/**
 * `npm run torture -- --minutes 30 --seed n`: a long history of work and faults, checked after each
 * step.
 */
async function main(): Promise<void> {
  const { values } = parseArgs({
    options: {
      minutes: { type: 'string', default: '10' },
      seed: { type: 'string', default: String(Date.now()) },
    },
  });
  const end = Date.now() + Number(values.minutes) * 60_000;
  process.stdout.write(`Seed ${values.seed}\n`);
  const history = new History(values.seed);
  await history.start();
  const counts = new Map<string, number>();
  try {
    while (Date.now() < end) {
      const name = await history.step();
      counts.set(name, (counts.get(name) ?? 0) + 1);
    }
  } finally {
    await history.stop();
  }
  for (const [name, count] of [...counts].sort((a, b) => b[1] - a[1]))
    process.stdout.write(`${String(count).padStart(5)}  ${name}\n`);
  process.stdout.write('Everything acknowledged is there, once, and every server agrees.\n');
}

main().then(
  () => process.exit(0),
  (error: unknown) => {
    process.stderr.write(`${error instanceof Error ? error.stack : String(error)}\n`);
    process.exit(1);
  },
);
