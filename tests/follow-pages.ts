import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'vitest';
import { lastwright, linkOnly, REPOSITORY, scratchFolder, writeFiles } from './helpers.js';

/** The pages whose commands are run. */
export const FOLLOWED = ['README.md', 'docs/tutorial.md'] as const;

/** The pages that each answer one question, with files and commands of their own. */
export const HOW_TO = [
  'docs/configuration.md',
  'docs/data.md',
  'docs/debugging.md',
  'docs/events.md',
  'docs/forms.md',
  'docs/recipes.md',
  'docs/server.md',
  'docs/testing.md',
  'docs/theming.md',
] as const;

/** The fenced blocks of a page, in order: files to write, commands to run. */
function blocksOf(
  page: string,
): { language: string; file: string | undefined; exit: number; text: string }[] {
  const markdown = readFileSync(join(REPOSITORY, page), 'utf8');
  return [...markdown.matchAll(/^```(\w*)(?: (\w+)=(\S+))?\n([\s\S]*?)^```$/gm)].map(
    ([, language, key, value, text]) => ({
      language: language!,
      file: key === 'file' ? value : undefined,
      exit: key === 'exit' ? Number(value) : 0,
      text: text!,
    }),
  );
}

/** Writes the files of a page and runs its commands, except those left out; returns the folder and the commands that ran. */
export async function followPage(
  page: (typeof FOLLOWED | typeof HOW_TO)[number],
  leftOut: readonly string[] = [],
): Promise<{ folder: string; ran: string[] }> {
  const folder = scratchFolder();
  linkOnly(folder);
  const ran = new Set<string>();
  for (const { language, file, exit, text } of blocksOf(page)) {
    if (file) writeFiles({ [file]: text }, folder);
    if (language !== 'sh') continue;
    for (const line of text.trim().split('\n')) {
      const words = line.match(/"[^"]*"|\S+/g)!.map((word) => word.replace(/^"|"$/g, ''));
      expect(words.slice(0, 2).join(' ')).toBe('npx lastwright');
      if (leftOut.includes(words[2]!)) continue;
      const { status, stdout, stderr } = await lastwright(words.slice(2), { cwd: folder });
      expect(status, `${line}\n${stdout}${stderr}`).toBe(exit);
      ran.add(words[2]!);
    }
  }
  return { folder, ran: [...ran].sort() };
}
