import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { writeWhole } from '../system/write-whole.js';
import { cacheFolder } from '../system/cache.js';
import type { Finding } from '../findings/finding.js';
import { sourceFiles, type Library } from '../library/open-library.js';

/** What a check of a library found, and for which content. */
interface Memory {
  key: string;
  findings: Finding[];
}

/** A short name for everything that a check of a library depends on: its files, its configuration, the tool. */
function keyOf(library: Library, toolVersion: string): string {
  const { config, severity, everywhere, findings, elements } = library;
  const hash = createHash('sha256').update(toolVersion);
  hash.update(JSON.stringify([config, severity, everywhere, findings, elements.map(({ names }) => names)]));
  for (const { file, text } of sourceFiles(library)) hash.update(`\0${file}\0${text.length}\0${text}`);
  // What a style imports shows in what it was compiled to.
  for (const { style } of elements) if (style?.map) hash.update(`\0${style.text}`);
  return hash.digest('hex');
}

function memoryPath(root: string): string {
  return join(
    cacheFolder(),
    'checks',
    `${createHash('sha256').update(root).digest('hex').slice(0, 24)}.json`,
  );
}

/** Whether there was a check of the library in this folder that could be recalled. */
export function wasChecked(root: string): boolean {
  return existsSync(memoryPath(root));
}

/** The findings of the last check of this library, if nothing has changed since; otherwise undefined. */
export async function recallFindings(library: Library, toolVersion: string): Promise<Finding[] | undefined> {
  try {
    const memory = JSON.parse(await readFile(memoryPath(library.root), 'utf8')) as Memory;
    return memory.key === keyOf(library, toolVersion) ? memory.findings : undefined;
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
  const path = memoryPath(library.root);
  const memory: Memory = { key: keyOf(library, toolVersion), findings };
  try {
    await mkdir(dirname(path), { recursive: true });
    await writeWhole(path, JSON.stringify(memory));
  } catch {
    // The next check takes as long as this one.
  }
}
