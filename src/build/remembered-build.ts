import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { libraryKey } from '../analysis/remembered.js';
import { hasErrors } from '../findings/finding.js';
import type { Library } from '../library/open-library.js';
import { madeIn } from '../library/made-in.js';
import { cachedAbout } from '../system/cache.js';
import { toolKey } from '../system/tool-key.js';
import { keepNewest, recallValue, rememberMade } from '../system/remembered-value.js';
import { TYPES_FOLDER } from '../types/types-folder.js';
import type { BuiltPackage } from './build-library.js';

/** What is remembered of a package. */
type Made = Pick<BuiltPackage, 'files' | 'findings'>;

/** Whether there was a build of the library in this folder that could be recalled. */
export function wasBuilt(root: string): boolean {
  return existsSync(cachedAbout('builds', root)) && existsSync(join(root, TYPES_FOLDER, 'tsconfig.json'));
}

/** The last package that was built of this library (one that `wasBuilt`), if nothing has changed since that it was made from; otherwise undefined. */
export async function recallBuild(library: Library): Promise<BuiltPackage | undefined> {
  const path = cachedAbout('builds', library.root);
  const known = await recallValue<Made>(path, await keyOf(library), madeIn(library));
  return known && { ...known.value, inputs: known.traces.map((trace) => trace.path) };
}

/**
 * Remembers a package that was checked and built, beginning at a moment (in milliseconds of the epoch). What has errors,
 * what could not be checked, and what was made from files that have changed meanwhile, is not remembered.
 */
export async function rememberBuild(library: Library, built: BuiltPackage, began: number): Promise<void> {
  if (hasErrors(built.findings) || !built.inputs) return;
  const { files, findings, inputs } = built;
  const { root } = library;
  const path = cachedAbout('builds', root);
  const value: Made = { files, findings };
  await rememberMade(path, await keyOf(library), value, { root, inputs, began, isMade: madeIn(library) });
  await keepNewest(dirname(path));
}

async function keyOf(library: Library): Promise<string> {
  return libraryKey(library, await toolKey());
}
