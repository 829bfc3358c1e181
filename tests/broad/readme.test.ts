import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { followPage } from '../follow-pages.js';

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
