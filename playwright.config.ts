import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './e2e/support/chromium.ts';

const port = Number(process.env.E2E_PORT ?? 4319);
const HEARD = /(voice|tones)\.spec\.ts$/;
const SEEN_TOGETHER = /sync\.spec\.ts$/;

export default defineConfig({
  testDir: 'e2e',
  timeout: 240_000,
  expect: { timeout: 20_000 },
  // Timing tests lead real classes; a machine that stalls for a second gets another try.
  retries: 2,
  workers: 2,
  projects: [
    { name: 'screens', testMatch: '*.spec.ts', testIgnore: [HEARD, SEEN_TOGETHER] },
    // What measures milliseconds has the machine to itself.
    { name: 'sound', testMatch: HEARD, dependencies: ['screens'], workers: 1 },
    { name: 'sync', testMatch: SEEN_TOGETHER, dependencies: ['sound'] },
  ],
  reporter: 'list',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    actionTimeout: 40_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: CHROMIUM,
    // Kept answers would hide what a test does to the network; the tests of the kept application let it in.
    serviceWorkers: 'block',
  },
  webServer: {
    command: 'node --import tsx e2e/support/fresh-server.ts',
    url: `http://127.0.0.1:${port}/api/health`,
    env: { PORT: String(port), LOG_LEVEL: 'warn' },
    timeout: 240_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 5000 },
  },
});
