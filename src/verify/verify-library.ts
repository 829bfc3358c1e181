import type { Analysis } from '../library/library-element.js';
import { RunPages } from './run-pages.js';
import { verifyInPages } from './verify-in-pages.js';
import type { Verified, VerifyOptions } from './verify-options.js';
import { analyzedSubject } from './verify-subject.js';

/**
 * Proves the promises of a library's contracts: each facet of each element, in each framework and browser. `files`
 * is the built package; nothing is written but the tool's own cache, and what was seen into its own folder in the library.
 */
export async function verifyLibrary(
  analysis: Analysis,
  files: ReadonlyMap<string, string | Uint8Array>,
  options: VerifyOptions = {},
): Promise<Verified> {
  const pages = new RunPages(analysis.library, options);
  try {
    return await verifyInPages(analyzedSubject(analysis), files, pages, options);
  } finally {
    await pages.close();
  }
}
