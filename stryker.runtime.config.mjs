// Small changes of the runtime, one at a time: does a test in a browser notice? `npm run mutation:runtime`. The runtime
// is built from the changed source; a page is told which change is on (`tests/built-page.ts`).
import core from './stryker.config.mjs';

export default {
  ...core,
  // Tests take the runtime from what was built.
  vitest: { configFile: 'vitest.mutation.runtime.config.ts', related: false },
  buildCommand: 'node scripts/build-runtime.mjs',
  // What runs in a page cannot say which lines it came by.
  coverageAnalysis: 'off',
  // Most of a run is starting browsers, which takes longer on a busy machine; only what hangs is to count as noticed.
  timeoutMS: 120_000,
  ignoreStatic: false,
  // Modules that are used in Node as well, where it is known which tests come by, are tried with the core. What mounts
  // components is driven by the tests of wrapped elements, which compile frameworks for minutes.
  mutate: [
    'src/runtime/**/*.ts',
    '!src/runtime/mount-*.ts',
    ...(
      'addresses drawing find-misfit inspect matches-schema member-key ' +
      'component-view quiet-listeners watch-control'
    )
      .split(' ')
      .map((name) => `!src/runtime/${name}.ts`),
  ],
  jsonReporter: { fileName: '.mutation/runtime.json' },
};
