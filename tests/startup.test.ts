import { mkdtempSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { lastwright, REPOSITORY, scratchFolder } from './helpers.js';

/** The tool's own code that a run of the built command loads, in bytes. */
async function loaded(...args: string[]): Promise<number> {
  const folder = mkdtempSync(join(tmpdir(), 'lastwright-coverage-'));
  const { status } = await lastwright(args, { env: { NODE_V8_COVERAGE: folder } });
  expect(status).toBe(0);
  const files = new Set(
    readdirSync(folder).flatMap((name) => {
      const { result } = JSON.parse(readFileSync(join(folder, name), 'utf8')) as {
        result: { url: string }[];
      };
      return result.map(({ url }) => url).filter((url) => url.startsWith('file:'));
    }),
  );
  const own = [...files]
    .map((url) => fileURLToPath(url))
    .filter((path) => path.startsWith(join(REPOSITORY, 'dist')));
  return own.reduce((sum, path) => sum + statSync(path).size, 0);
}

describe('a command loads what it needs', () => {
  it.each([
    ['explain', ['explain', 'view/type']],
    ['init', ['init', join(scratchFolder(), 'harbor')]],
  ])('%s at most 150 kB', async (_, args) => {
    const bytes = await loaded(...args);
    expect(bytes).toBeGreaterThan(1000);
    expect(bytes).toBeLessThan(150_000);
  });
});
