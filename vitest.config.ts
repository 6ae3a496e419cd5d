import { defineConfig } from 'vitest/config';

const SEED = ['core/test/seed.ts'];

export default defineConfig({
  test: {
    // Both cores: the default leaves one of two idle.
    maxWorkers: 2,
    // Against tests that hang; a slow machine is no failure.
    testTimeout: 120_000,
    hookTimeout: 120_000,
    reporters: ['default'],
    projects: [
      // The core touches nothing outside itself: its modules are loaded once for all of its tests.
      { extends: true, test: { name: 'core', include: ['core/**/*.test.ts'], setupFiles: SEED, isolate: false } },
      {
        extends: true,
        test: { name: 'web', include: ['web/**/*.test.{ts,tsx}'], setupFiles: SEED },
      },
      {
        extends: true,
        test: {
          name: 'around it',
          include: ['server', 'bin', 'e2e'].map((folder) => `${folder}/**/*.test.ts`),
          exclude: ['server/db/postgres.test.ts'],
          setupFiles: SEED,
        },
      },
      {
        extends: true,
        test: {
          // What asks the database, once more on a PostgreSQL server.
          name: 'on PostgreSQL',
          include: ['server/{api,db,backup,demo}/**/*.test.ts'],
          exclude: [
            'server/db/{embedded,lock}*.test.ts',
            'server/api/{border,openapi,speech}.test.ts',
            'server/backup/salvage.test.ts',
          ],
          env: { TEST_DATABASE: 'postgres' },
          globalSetup: ['server/test/with-postgres.ts'],
          setupFiles: SEED,
        },
      },
    ],
  },
});
