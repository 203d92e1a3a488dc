import { defineConfig } from 'vitest/config';

/** What `npm run mutation` runs: the tests beside the core alone. */
export default defineConfig({
  test: {
    include: ['core/**/*.test.ts'],
    environment: 'node',
    pool: 'threads',
    isolate: false,
    testTimeout: 30_000,
  },
});
