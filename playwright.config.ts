import { defineConfig } from '@playwright/test';
import { DEMO_PORT, READY_PORT, WORKERS } from './tests/e2e/ports';

/** The built application in Debian's headless Chromium, over demos and an empty database. */
export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results/e2e',
  workers: WORKERS,
  // Tests of one file follow one another.
  fullyParallel: false,
  forbidOnly: true,
  // Nothing is a matter of time: two browsers and their servers share what processors there are.
  timeout: 120_000,
  retries: 0,
  expect: { timeout: 25_000 },
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    baseURL: `http://localhost:${DEMO_PORT}`,
    viewport: { width: 1280, height: 800 },
    // Answers are looked at on their way, which a worker would hide; offline.spec lets it stand by.
    serviceWorkers: 'block',
    locale: 'en-GB',
    timezoneId: 'Europe/Amsterdam',
    trace: 'off',
    launchOptions: {
      // The other one draws a window nobody sees: a fifth more time.
      executablePath: '/usr/bin/chromium-headless-shell',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  // One command: several would begin one after the other.
  webServer: {
    command: 'node --import tsx tests/e2e/servers.ts',
    url: `http://localhost:${READY_PORT}`,
    timeout: 180_000,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 20_000 },
  },
});
