import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';

/** Files of a library that belong into its package as they are: what it is, and what its users may do with it. */
export const DOCUMENT = /^(?:readme|licen[cs]e|notice|changelog)(?:\.(?:md|txt))?$/i;

/** Those that are there, by name. */
export async function packageDocuments(root: string): Promise<Map<string, Uint8Array>> {
  const entries = await readdir(root, { withFileTypes: true });
  const names = entries
    .filter((entry) => entry.isFile() && DOCUMENT.test(entry.name))
    .map(({ name }) => name);
  const texts = await Promise.all(names.map((name) => readFile(join(root, name))));
  return new Map(names.map((name, place) => [name, texts[place]!]));
}
