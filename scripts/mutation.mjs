// `npm run mutation [-- files]`: changes the core in small ways and runs the tests beside it; a
// change that no test notices has survived. All of it takes hours, a file minutes.
import { spawnSync } from 'node:child_process';

const files = process.argv.slice(2);
const { status } = spawnSync(
  process.execPath,
  [
    'node_modules/@stryker-mutator/core/bin/stryker.js',
    'run',
    ...(files.length > 0 ? ['--mutate', files.join(',')] : []),
  ],
  { stdio: 'inherit' },
);
process.exit(status ?? 1);
