import { execFile } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { expect, it } from 'vitest';
import { followPage } from '../follow-pages.js';
import { REPOSITORY, smallHarbor } from '../helpers.js';

it('the README can be followed from its first line to its last', async () => {
  const { ran } = await followPage('README.md');
  expect(ran).toEqual(['add', 'build', 'check', 'init', 'verify']);
}, 400_000);

it('the tutorial can be followed from its first line to its last', async () => {
  const { folder, ran } = await followPage('docs/tutorial.md');
  expect(ran).toEqual(['add', 'adopt', 'build', 'check', 'demo', 'explain', 'init', 'preview', 'verify']);
  expect(existsSync(join(folder, 'dist/harbor-lights.bundle.js'))).toBe(true);
  expect(existsSync(join(folder, 'pictures/quay-light/flashes.html.png'))).toBe(true);
  expect(existsSync(join(folder, 'my-harbor/.lastwright/verify.html'))).toBe(true);
}, 400_000);

it.each(['docs/debugging.md', 'docs/testing.md'] as const)(
  '%s can be followed, with its proofs',
  async (page) => {
    const { ran } = await followPage(page);
    expect(ran).toContain('verify');
  },
  400_000,
);

it('the program of the page about the Node API builds and verifies', async () => {
  const folder = smallHarbor(['mast']);
  const page = readFileSync(join(REPOSITORY, 'docs/api.md'), 'utf8');
  const [, program] = /^```js\n([\s\S]*?)^```$/m.exec(page)!;
  const path = join(folder, 'program.mjs');
  writeFileSync(path, program!.replace("'lastwright'", JSON.stringify(join(REPOSITORY, 'dist/index.js'))));
  const { stdout } = await promisify(execFile)(process.execPath, [path], { cwd: folder });
  expect(stdout).toMatch(/fails: 0/);
  expect(existsSync(join(folder, 'dist/elements/quay-mast.js'))).toBe(true);
}, 120_000);
