import { defineConfig } from 'vitest/config';

/** Tests that import the core itself, and are quick enough to be run for each of thousands of changes. */
const QUICK =
  'codes component-check contract fix golden planted quick-fit schema small-changes style syntax types view workspace'.split(
    ' ',
  );

export default defineConfig({
  test: { include: QUICK.map((name) => `tests/${name}.test.ts`), testTimeout: 60_000, hookTimeout: 60_000 },
});
