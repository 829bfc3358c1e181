// Small changes of the core, one at a time: does a test of it notice? `npm run mutation`, or for some files only
// `npm run mutation -- --mutate src/style/*.ts`. What the tests of built packages notice is not counted here.
export default {
  testRunner: 'vitest',
  vitest: { configFile: 'vitest.mutation.config.ts' },
  // TypeScript 7 has no API that the runner's own preparation could use, and needs none of it.
  tsconfigFile: 'no-tsconfig.json',
  disableTypeChecks: false,
  coverageAnalysis: 'perTest',
  ignoreStatic: true,
  concurrency: 2,
  mutate: [
    ...['analysis', 'behavior', 'check', 'contract', 'emit', 'style', 'syntax', 'view'].map(
      (folder) => `src/${folder}/**/*.ts`,
    ),
    ...['addresses', 'find-misfit', 'matches-schema', 'member-key'].map((name) => `src/runtime/${name}.ts`),
  ],
  reporters: ['clear-text', 'json'],
  jsonReporter: { fileName: '.mutation/report.json' },
  clearTextReporter: { allowColor: false, reportTests: false, reportMutants: false },
  tempDirName: '.mutation/work',
};
