import { analyze, type Analysis } from '../check/analyze.js';
import { findLibraryRoot, openLibrary } from '../library/open-library.js';

/** Opens and checks the library that a command is about. */
export async function analyzeFrom(folder: string | undefined): Promise<Analysis> {
  return analyze(await openLibrary(await findLibraryRoot(folder ?? process.cwd())));
}
