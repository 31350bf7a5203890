import { defineConfig } from 'vitest/config';

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
          testTimeout: 240_000,
          hookTimeout: 240_000,
          maxWorkers: 2,
          // Each file has a product of its own and none changes a module: loading them anew each time was a third of the work.
          isolate: false,
        },
      },
    ],
  },
});
