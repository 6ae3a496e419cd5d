import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './e2e/support/chromium.ts';

const port = 4319;

export default defineConfig({
  testDir: 'e2e',
  testMatch: '*.spec.ts',
  timeout: 120_000,
  expect: { timeout: 10_000 },
  workers: 1,
  // Timing tests lead real classes; a machine that stalls for a second gets another try.
  retries: 2,
  fullyParallel: false,
  reporter: 'list',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: CHROMIUM,
  },
  webServer: {
    command: 'node e2e/support/fresh-server.mjs',
    url: `http://127.0.0.1:${port}/api/health`,
    env: { PORT: String(port), LOG_LEVEL: 'warn' },
    timeout: 60_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 5000 },
  },
});
