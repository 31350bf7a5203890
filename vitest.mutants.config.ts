import { defineConfig } from 'vitest/config';

/** The tests of the core alone, for `npm run mutants`. */
export default defineConfig({ test: { include: ['core/**/*.test.ts'], testTimeout: 60_000 } });
