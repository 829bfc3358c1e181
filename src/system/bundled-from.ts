import { isAbsolute, resolve } from 'node:path';
import type { Metafile } from 'esbuild';

/** The files that a bundle was made from, by absolute paths; modules that lie in no file are left out. */
export function bundledFrom(metafile: Pick<Metafile, 'inputs'>, root: string): string[] {
  return Object.keys(metafile.inputs)
    .filter((input) => isAbsolute(input) || !/^[a-z-]+:/.test(input))
    .map((input) => resolve(root, input));
}
