import { defineConfig } from 'vitest/config';

/** No test changes a module; loading all of them anew for each file is a third of the work. */
const shared = { isolate: false };

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'core',
          include: [
            'core/**/*.test.ts',
            'web/**/*.test.ts',
            'demo/**/*.test.ts',
            'tests/types/**/*.test.ts',
            'tests/house/**/*.test.ts',
          ],
          testTimeout: 60_000,
          ...shared,
        },
      },
      {
        test: {
          name: 'server',
          include: [
            'server/**/*.test.ts',
            'standins/**/*.test.ts',
            'tests/faults/**/*.test.ts',
            'tests/commands/**/*.test.ts',
          ],
          // What lies in a column is held to its schema, and locks to their order, see `server/platform/strict.ts`.
          env: { ADMISSA_STRICT: '1' },
          testTimeout: 240_000,
          hookTimeout: 240_000,
          maxWorkers: 2,
          ...shared,
        },
      },
    ],
  },
});
