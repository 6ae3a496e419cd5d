import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './e2e/support/chromium.ts';

/** What measures milliseconds has the machine to itself. */
const IN_REAL_TIME = /(sync|tones|voice)\.spec\.ts$/;

/** Against what hangs for ever; a slow machine is no failure. */
const HALF_AN_HOUR = 1_800_000;

/** How long a state is waited for: long, since only a failure waits so long. PATIENCE_S sets it for daily work. */
const PATIENCE_MS = Number(process.env.PATIENCE_S ?? 300) * 1000;

export default defineConfig({
  testDir: 'e2e',
  timeout: HALF_AN_HOUR,
  expect: { timeout: PATIENCE_MS, toPass: { timeout: PATIENCE_MS } },
  retries: 0,
  workers: Number(process.env.TEST_WORKERS ?? 2),
  projects: [
    { name: 'screens', testMatch: '*.spec.ts', testIgnore: IN_REAL_TIME },
    { name: 'real time', testMatch: IN_REAL_TIME, workers: 1 },
  ],
  globalSetup: './e2e/support/ready.ts',
  reporter: 'list',
  use: {
    actionTimeout: PATIENCE_MS,
    // Figures that move on every screen take more than all else; the tests that look at them let them.
    contextOptions: { reducedMotion: 'reduce' },
    viewport: { width: 1280, height: 800 },
    launchOptions: CHROMIUM,
    screenshot: 'only-on-failure',
    // What was done and asked; pictures of every step would cost more than the tests.
    trace: { mode: 'retain-on-failure', snapshots: false, screenshots: false, sources: false },
    // Kept answers would hide what a test does to the network; the tests of the kept application let it in.
    serviceWorkers: 'block',
  },
});
