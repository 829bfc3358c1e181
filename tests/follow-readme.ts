import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'vitest';
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

/** Writes the files of the README and runs its commands, save those that are left out; gives the folder and the commands that ran. */
export async function followReadme(
  leftOut: readonly string[] = [],
): Promise<{ folder: string; ran: string[] }> {
  const folder = scratchFolder();
  linkOnly(folder);
  const ran = new Set<string>();
  for (const { language, file, exit, text } of blocks) {
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
