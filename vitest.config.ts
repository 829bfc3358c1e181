import { defineConfig } from 'vitest/config';

export default defineConfig({
  // Most tests wait for a process or a page for a third of their time: three of them keep two cores busy.
  test: { include: ['tests/**/*.test.ts'], testTimeout: 120_000, hookTimeout: 180_000, maxWorkers: 3 },
});
