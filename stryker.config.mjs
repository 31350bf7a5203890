/** Changes one sign of the core at a time and looks whether a test of the core notices: `npm run mutants`. */
export default {
  testRunner: 'vitest',
  vitest: { configFile: 'vitest.mutants.config.ts', related: false },
  plugins: ['@stryker-mutator/vitest-runner'],
  mutate: ['core/**/*.ts', '!core/**/*.test.ts', '!core/**/*.sentences.ts', '!core/**/index.ts'],
  // Words are compared nowhere, and what a schema says to an owner stands in the catalogues.
  mutator: { excludedMutations: ['StringLiteral'] },
  reporters: ['clear-text', 'progress-append-only', 'json'],
  jsonReporter: { fileName: 'test-results/mutants.json' },
  clearTextReporter: { logTests: false, reportTests: false, allowColor: false },
  ignorePatterns: ['dist', 'docs', 'server', 'web', 'standins', 'test-results', 'scripts'],
  tempDirName: '.data/mutants',
  concurrency: 2,
  timeoutMS: 10_000,
  thresholds: { high: 95, low: 90, break: 90 },
};
