import { withControl } from './control/control.js';
import { LibraryRun } from './library-run.js';
import type { RunPages } from './run-pages.js';
import type { Verified, VerifyOptions } from './verify-options.js';
import type { VerifySubject } from './verify-subject.js';

/** Proves the promises of a library's contracts in pages that are there already; whoever made them closes them. */
export async function verifyInPages(
  subject: VerifySubject,
  files: ReadonlyMap<string, string | Uint8Array>,
  pages: RunPages,
  options: VerifyOptions,
): Promise<Verified> {
  const run = new LibraryRun(subject, files, pages, options);
  try {
    const { report, missing } = await run.verify();
    return { report: await withControl(report, subject, pages, options), missing };
  } finally {
    await run.end();
  }
}
