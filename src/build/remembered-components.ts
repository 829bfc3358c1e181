import type { OutputFile } from 'esbuild';
import { dirname } from 'node:path';
import { madeIn } from '../library/made-in.js';
import type { Library } from '../library/open-library.js';
import { cachedAbout, contentKey } from '../system/cache.js';
import { keepNewest, recallValue, rememberMade } from '../system/remembered-value.js';
import { toolKey } from '../system/tool-key.js';

/** Files of components and of their framework, as they were bundled. */
export interface ComponentFiles {
  files: Pick<OutputFile, 'path' | 'contents' | 'hash'>[];
  /** What they were made from: absolute paths. */
  inputs: string[];
}

/**
 * The files that `make` gives, or those of the last time if nothing has changed since: a framework takes a while to bundle, and is
 * seldom another one. `from` tells all that they are made from beside files.
 */
export async function rememberedFiles(
  library: Library,
  framework: string,
  from: unknown,
  make: () => Promise<ComponentFiles>,
): Promise<ComponentFiles> {
  const began = Date.now();
  const key = contentKey(await toolKey(), JSON.stringify(from));
  const path = cachedAbout('frameworks', `${library.root}\0${framework}`);
  const isMade = madeIn(library);
  const known = await recallValue<ComponentFiles>(path, key, isMade);
  if (known) return known.value;
  const made = await make();
  const { root } = library;
  await rememberMade(path, key, made, { root, inputs: made.inputs, began, isMade });
  await keepNewest(dirname(path));
  return made;
}
