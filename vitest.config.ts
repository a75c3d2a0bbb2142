import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          include: ['src/**/*.test.{ts,tsx}'],
          exclude: ['**/*.mocked.test.ts'],
          testTimeout: 180_000,
          // What the files import is loaded once, not once for each: half of the time went there.
          isolate: false,
        },
      },
      // Puts other code in the place of ours: each such file loads everything for itself.
      { test: { name: 'mocked', include: ['src/**/*.mocked.test.ts'], testTimeout: 180_000 } },
      {
        test: {
          name: 'contract',
          include: ['tests/contract/**/*.test.ts'],
          // Only what never comes takes that long: a machine that is busy elsewhere is no fault.
          testTimeout: 300_000,
          hookTimeout: 300_000,
          maxWorkers: 2,
          isolate: false,
          globalSetup: 'tests/contract/shared.ts',
        },
      },
      {
        test: {
          name: 'load',
          include: ['tests/load/**/*.test.ts'],
          testTimeout: 3_600_000,
          hookTimeout: 120_000,
          fileParallelism: false,
        },
      },
      {
        test: {
          name: 'journeys',
          include: ['tests/journeys/**/*.test.ts'],
          testTimeout: 240_000,
          hookTimeout: 240_000,
          fileParallelism: false,
        },
      },
    ],
  },
});
