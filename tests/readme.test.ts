import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { lastwright, linkOnly, REPOSITORY, scratchFolder, writeFiles } from './helpers.js';

const readme = readFileSync(join(REPOSITORY, 'README.md'), 'utf8');

/** The fenced blocks of the README, in order: files to write, commands to run. */
const blocks = [...readme.matchAll(/^```(\w*)(?: (\w+)=(\S+))?\n([\s\S]*?)^```$/gm)].map(
  ([, language, key, value, text]) => ({
    language,
    file: key === 'file' ? value : undefined,
    exit: key === 'exit' ? Number(value) : 0,
    text: text!,
  }),
);

describe('the README', () => {
  it('can be followed from its first line to its last', async () => {
    const folder = scratchFolder();
    linkOnly(folder);
    const ran: string[] = [];
    for (const { language, file, exit, text } of blocks) {
      if (file) writeFiles({ [file]: text }, folder);
      if (language !== 'sh') continue;
      for (const line of text.trim().split('\n')) {
        const words = line.match(/"[^"]*"|\S+/g)!.map((word) => word.replace(/^"|"$/g, ''));
        expect(words.slice(0, 2).join(' ')).toBe('npx lastwright');
        const { status, stdout, stderr } = await lastwright(words.slice(2), { cwd: folder });
        expect(status, `${line}\n${stdout}${stderr}`).toBe(exit);
        ran.push(words[2]!);
      }
    }
    expect([...new Set(ran)].sort()).toEqual([
      'add',
      'adopt',
      'build',
      'check',
      'demo',
      'explain',
      'init',
      'preview',
      'verify',
    ]);
    expect(existsSync(join(folder, 'dist/harbor-lights.bundle.js'))).toBe(true);
    expect(existsSync(join(folder, 'pictures/quay-light/flashes.html.png'))).toBe(true);
    expect(existsSync(join(folder, 'my-harbor/.lastwright/verify.html'))).toBe(true);
  }, 400_000);

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
