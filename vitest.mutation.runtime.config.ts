import { defineConfig } from 'vitest/config';

/** Tests that drive the runtime in a browser; the first that fails is enough. */
const DRIVING = [
  'runtime',
  'runtime-more',
  'runtime-openings',
  'runtime-names',
  'runtime-corners',
  'runtime-forms-lists',
  'runtime-controls',
  'platform',
  'native',
  'documented',
  'development',
];

export default defineConfig({
  test: {
    include: DRIVING.map((name) => `tests/${name}.test.ts`),
    testTimeout: 30_000,
    hookTimeout: 60_000,
    bail: 1,
    maxWorkers: 1,
  },
});
