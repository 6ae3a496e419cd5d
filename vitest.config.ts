import path from 'node:path';
import { defineConfig } from 'vitest/config';
import { mutants } from './scripts/mutants.mjs';

const SETUP = ['core/test/setup.ts', ...(process.env.MUTANTS ? ['scripts/mutants-setup.ts'] : [])];

/** Against what hangs for ever; a slow machine is no failure. */
const LIMIT_MS = Number(process.env.TEST_LIMIT_S ?? 1800) * 1000;

/** How long a state is waited for: long, since only a failure waits so long. PATIENCE_S sets it for daily work. */
const PATIENCE_MS = Number(process.env.PATIENCE_S ?? 300) * 1000;

/** What asks the database: each time on the embedded one, the statements themselves on a PostgreSQL server too. */
const ON_POSTGRES = process.env.ATTACK === '1' ? 'server/{api,db,backup,demo}' : 'server/db';

/** The controls of all screens take minutes: those of some each time. */
const PRESSED = process.env.ATTACK === '1' || process.env.MUTANTS ? [] : ['web/screens/pressed-!(records).test.ts'];

/** Files that put modules of their own in the place of others. */
const WITH_MOCKS = [
  'web/keep/calendar/series-classes.test.ts',
  'web/lead/desk/use-media-keys.test.ts',
  'web/lead/pulse/pulse-line.test.tsx',
  'web/lead/session/kept-runs.test.ts',
  'web/base/tracks/tracks.test.ts',
  'web/base/tracks/use-tracks.test.ts',
];

export default defineConfig({
  // The package in `figure` as it is written, not as it was built last: by an alias, since conditions would reach built threads too.
  resolve: { alias: { '@odd-round/figure': path.join(import.meta.dirname, 'figure/index.ts') } },
  plugins: process.env.MUTANTS ? [mutants(import.meta.dirname)] : [],
  test: {
    // Both cores: the default leaves one of two idle.
    maxWorkers: Number(process.env.TEST_WORKERS ?? 2),
    testTimeout: LIMIT_MS,
    hookTimeout: LIMIT_MS,
    expect: { poll: { timeout: PATIENCE_MS, interval: 20 } },
    reporters: ['default'],
    // Modules are loaded once for all files of a worker.
    isolate: false,
    // A page may still be loading a part when its test is over.
    onUnhandledError: (error) => error.name !== 'EnvironmentTeardownError',
    projects: [
      {
        extends: true,
        test: {
          name: 'web',
          include: ['web/**/*.test.{ts,tsx}'],
          exclude: [...WITH_MOCKS, 'web/screens/**'],
          setupFiles: SETUP,
          env: { TZ: 'Europe/London' },
        },
      },
      // A desk that is open, a voice that is fetched: what a file leaves behind is gone with its process.
      {
        extends: true,
        test: {
          name: 'screens',
          include: ['web/screens/*.test.ts'],
          exclude: PRESSED,
          setupFiles: SETUP,
          // As it is built for the browser: without React's checks of development, which take twice the time.
          env: { TZ: 'Europe/London', NODE_ENV: 'production' },
          isolate: true,
        },
        oxc: { jsx: { runtime: 'automatic', development: false } },
      },
      // Modules put in the place of others are for one file alone.
      { extends: true, test: { name: 'web, apart', include: WITH_MOCKS, setupFiles: SETUP, isolate: true } },
      {
        extends: true,
        test: {
          name: 'without a page',
          include: ['figure', 'core', 'server', 'bin', 'e2e', 'scripts'].map((folder) => `${folder}/**/*.test.ts`),
          exclude: ['server/db/postgres.test.ts'],
          setupFiles: SETUP,
          env: { TZ: 'Europe/London' },
        },
      },
      {
        extends: true,
        test: {
          name: 'on PostgreSQL',
          include: [`${ON_POSTGRES}/**/*.test.ts`],
          exclude: [
            'server/db/{embedded,lock}*.test.ts',
            'server/api/{border,openapi,speech}.test.ts',
            'server/backup/salvage.test.ts',
          ],
          env: { TEST_DATABASE: 'postgres', TZ: 'Europe/London' },
          globalSetup: ['server/test/with-postgres.ts'],
          setupFiles: SETUP,
        },
      },
    ],
  },
});
