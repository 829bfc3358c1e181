import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { followReadme } from './follow-readme.js';
import { REPOSITORY } from './helpers.js';

const readme = readFileSync(join(REPOSITORY, 'README.md'), 'utf8');

describe('the README', () => {
  // With everything that takes a browser too: tests/broad/readme.
  it('can be followed as far as no browser is needed', async () => {
    const { folder, ran } = await followReadme(['demo', 'preview', 'verify']);
    expect(ran).toEqual(['add', 'adopt', 'build', 'check', 'explain', 'init']);
    expect(existsSync(join(folder, 'dist/harbor-lights.bundle.js'))).toBe(true);
  });

  it('shows pictures and leads to pages that are there', () => {
    const links = [...readme.matchAll(/\]\(([^)]+)\)/g)].map(([, target]) => target!);
    expect(links.length).toBeGreaterThan(6);
    for (const target of links) expect(existsSync(join(REPOSITORY, target)), target).toBe(true);
  });

  it('names commands of npm that there are', () => {
    const { scripts } = JSON.parse(readFileSync(join(REPOSITORY, 'package.json'), 'utf8')) as {
      scripts: Record<string, string>;
    };
    for (const [, name] of readme.matchAll(/npm run (\w+)/g)) expect(scripts[name!]).toBeDefined();
    expect(scripts.test).toBeDefined();
  });
});
