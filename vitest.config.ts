import { defineConfig } from 'vitest/config';

/**
 * Unit tests sit beside their file; API tests need a database of their own. Files share a worker's
 * modules: loading them anew for each took longer than the tests. No module keeps anything that a
 * test could leave behind.
 */
export default defineConfig({
  test: {
    coverage: {
      provider: 'v8',
      include: ['{core,wording,contract,server,web}/**/*.{ts,tsx}'],
      exclude: ['**/*.test.ts', 'server/db/migrations/**'],
      reporter: ['text-summary', 'json-summary'],
      reportsDirectory: 'test-results/coverage',
    },
    projects: [
      {
        test: {
          name: 'unit',
          include: [
            '{core,wording,contract,web,server,demo,standins,scripts}/**/*.test.ts',
            'tests/outside/**/*.test.ts',
          ],
          environment: 'node',
          pool: 'threads',
          maxWorkers: 2,
          isolate: false,
          // Nothing is a matter of time; a shared machine may stand still for seconds.
          testTimeout: 30_000,
          hookTimeout: 60_000,
        },
      },
      {
        test: {
          name: 'dom',
          include: ['web/**/*.test.tsx'],
          environment: 'jsdom',
          setupFiles: ['tests/dom.ts'],
          maxWorkers: 2,
          testTimeout: 30_000,
        },
      },
      {
        test: {
          name: 'api',
          include: ['tests/{api,security,faults}/**/*.test.ts'],
          environment: 'node',
          globalSetup: ['tests/api/globalSetup.ts'],
          isolate: false,
          // The longest files wait for servers that are killed, and for limits of time.
          maxWorkers: 3,
          sequence: { groupOrder: 1 },
          testTimeout: 30_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
