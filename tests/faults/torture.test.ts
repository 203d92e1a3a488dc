import { afterAll, beforeAll, expect, it } from 'vitest';
import { History } from './history';

/** Two minutes of it with every run; longer ones by `npm run torture`. */
const MINUTES = 2;
const SEED = process.env['TORTURE_SEED'] ?? '20261127';

const history = new History(SEED);
beforeAll(() => history.start(), 120_000);
afterAll(() => history.stop());

it(
  `nothing acknowledged is lost or doubled while servers and database are killed (seed ${SEED})`,
  { timeout: (MINUTES + 3) * 60_000, retry: 0 },
  async () => {
    const end = Date.now() + MINUTES * 60_000;
    const done: string[] = [];
    while (Date.now() < end) done.push(await history.step());
    expect(done.length).toBeGreaterThan(10);
    expect(done.some((each) => each.startsWith('kill'))).toBe(true);
  },
);
