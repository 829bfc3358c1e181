import type { Analysis } from '../library/library-element.js';
import { facetsIn } from './facets/index.js';
import { LibraryRun } from './library-run.js';
import type { Verified, VerifyOptions } from './verify-options.js';

/**
 * Proves the promises of a library's contracts: each facet of each element, in each host and engine. `files`
 * is the built package; nothing is written but the tool's own cache, and what was seen into its own folder in the library.
 */
export async function verifyLibrary(
  analysis: Analysis,
  files: ReadonlyMap<string, string | Uint8Array>,
  options: VerifyOptions = {},
): Promise<Verified> {
  const run = new LibraryRun(analysis, files, options);
  try {
    return await run.verify();
  } finally {
    await run.end();
  }
}

/** How many cells a run probes. */
export function countCells(
  { library, elements }: Analysis,
  options: Required<Pick<VerifyOptions, 'hosts' | 'engines'>> & Pick<VerifyOptions, 'elements'>,
): number {
  const { hosts = [], engines = [] } = options;
  const facets = hosts.map((name) => facetsIn(name, library.config.hosts).length);
  const each = facets.reduce((total, count) => total + count, 0);
  return (options.elements ?? elements).length * engines.length * each;
}
