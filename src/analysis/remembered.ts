import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, readFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { writeWhole } from '../system/write-whole.js';
import { cachedAbout } from '../system/cache.js';
import type { Finding } from '../findings/finding.js';
import { sourceFiles, type Library } from '../library/open-library.js';

/** What a check of a library found, and for which content. */
interface Memory {
  key: string;
  findings: Finding[];
}

/** A short name for what a library is to a version of the tool: its files, its configuration. */
export function libraryKey(library: Library, toolVersion: string): string {
  const { name, version, about, config, severity, everywhere, findings, elements, strictPolicy } = library;
  const hash = createHash('sha256').update(toolVersion);
  const said = [name, version, about, config, severity, everywhere, findings, strictPolicy ?? null];
  hash.update(JSON.stringify([said, elements.map(({ names }) => names)]));
  for (const { file, text } of sourceFiles(library)) hash.update(`\0${file}\0${text.length}\0${text}`);
  // What a style imports shows in what it was compiled to.
  for (const { style } of elements) if (style?.map) hash.update(`\0${style.text}`);
  return hash.digest('hex');
}

/** Whether there was a check of the library in this folder that could be recalled. */
export function wasChecked(root: string): boolean {
  return existsSync(cachedAbout('checks', root));
}

/** The findings of the last check of this library, if nothing has changed since; otherwise undefined. */
export async function recallFindings(library: Library, toolVersion: string): Promise<Finding[] | undefined> {
  try {
    const memory = JSON.parse(await readFile(cachedAbout('checks', library.root), 'utf8')) as Memory;
    return memory.key === libraryKey(library, toolVersion) ? memory.findings : undefined;
  } catch {
    return undefined;
  }
}

/** Remembers what a check found. A cache that cannot be written is done without. */
export async function rememberFindings(
  library: Library,
  toolVersion: string,
  findings: Finding[],
): Promise<void> {
  const path = cachedAbout('checks', library.root);
  const memory: Memory = { key: libraryKey(library, toolVersion), findings };
  try {
    await mkdir(dirname(path), { recursive: true });
    await writeWhole(path, JSON.stringify(memory));
  } catch {
    // The next check takes as long as this one.
  }
}
