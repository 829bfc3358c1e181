import { compileForShortRuns, isLarge } from '../analysis/second-thread.js';
import { Workspace } from '../analysis/workspace.js';
import { findLibraryRoot, openLibrary } from '../library/open-library.js';

/** Opens the library that a command is about. */
export async function openFrom(folder: string | undefined): Promise<Workspace> {
  const root = await findLibraryRoot(folder ?? process.cwd());
  if (isLarge(root)) compileForShortRuns();
  return new Workspace(await openLibrary(root));
}
