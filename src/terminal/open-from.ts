import { Workspace } from '../analysis/workspace.js';
import { findLibraryRoot, openLibrary } from '../library/open-library.js';

/** Opens the library that a command is about. */
export async function openFrom(folder: string | undefined): Promise<Workspace> {
  return new Workspace(await openLibrary(await findLibraryRoot(folder ?? process.cwd())));
}
