import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // Both cores: the default leaves one of two idle.
    maxWorkers: 2,
    include: ['core/**/*.test.ts', 'server/**/*.test.ts', 'web/**/*.test.ts', 'bin/**/*.test.ts', 'e2e/**/*.test.ts'],
    // Against tests that hang; a slow machine is no failure.
    testTimeout: 120_000,
    hookTimeout: 120_000,
    setupFiles: ['core/test/seed.ts'],
    reporters: ['default'],
  },
});
