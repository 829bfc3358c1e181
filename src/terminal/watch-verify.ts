import { PackageBuilder } from '../build/build-library.js';
import { analyzedSubject } from '../verify/verify-subject.js';
import { EXIT } from './base-command.js';
import { buildChecked } from './build-checked.js';
import { runVerify, type VerifyRun } from './run-verify.js';
import { watchLibrary } from './watch-library.js';

/** Verifies now and after every change of a file of the library, until it is interrupted: what nothing has changed of is remembered. */
export async function watchVerify(folder: string | undefined, run: VerifyRun): Promise<number> {
  const builder = new PackageBuilder();
  try {
    await watchLibrary(folder, 'verified', async (workspace) => {
      await runVerify(analyzedSubject(workspace.analysis()), await buildChecked(workspace, builder), run);
    });
  } finally {
    await builder.close();
  }
  return EXIT.fine;
}
