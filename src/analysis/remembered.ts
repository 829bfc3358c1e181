import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { cachedAbout } from '../system/cache.js';
import { recallValue, rememberValue } from '../system/remembered-value.js';
import type { Finding } from '../findings/finding.js';
import { sourceFiles, type Library } from '../library/open-library.js';

/** A short name for what a library is to a version of the tool: its files, its configuration. */
export function libraryKey(library: Library, toolVersion: string): string {
  const { name, version, about, config, severity, everywhere, findings, elements, strictPolicy, server } =
    library;
  const hash = createHash('sha256').update(toolVersion);
  const said = [name, version, about, config, severity, everywhere, findings, strictPolicy ?? null, server];
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
  const key = libraryKey(library, toolVersion);
  const path = cachedAbout('checks', library.root);
  return (await recallValue<Finding[]>(path, key, () => false))?.value;
}

/** Remembers what a check found. A cache that cannot be written is done without. */
export async function rememberFindings(
  library: Library,
  toolVersion: string,
  findings: Finding[],
): Promise<void> {
  const key = libraryKey(library, toolVersion);
  await rememberValue(cachedAbout('checks', library.root), { key, traces: [], value: findings });
}
