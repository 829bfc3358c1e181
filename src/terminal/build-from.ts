import { compileForShortRuns, isLarge } from '../analysis/second-thread.js';
import type { BuiltPackage } from '../build/build-library.js';
import { recallBuild, rememberBuild, wasBuilt } from '../build/remembered-build.js';
import type { Analysis } from '../library/library-element.js';
import { once } from '../system/once.js';
import { findLibraryRoot, openLibrary, type Library } from '../library/open-library.js';

/** A library as a command needs it: built in memory, and analyzed for those who need more. */
export interface BuiltFrom {
  library: Library;
  analysis(): Promise<Analysis>;
  built: BuiltPackage;
  /** Remembers the build for the next time, if it was made anew: something for when nobody waits. */
  remember(): Promise<void>;
}

/** What a command does while a library is built that has changed. */
export interface Meanwhile {
  /** Nothing is made yet. */
  begin?(library: Library): void;
  /** Bundlers and checkers are at work, which takes other processes. */
  wait?(library: Library, analysis: () => Promise<Analysis>): void;
}

/**
 * Opens, checks and builds the library that a command is about, in memory. What is an error in a check, types included,
 * stops the build: then there are no files. Where nothing has changed since the last time, what was made then is taken,
 * but for `noCache`.
 */
export async function buildFrom(
  folder: string | undefined,
  noCache = false,
  meanwhile: Meanwhile = {},
): Promise<BuiltFrom> {
  const began = Date.now();
  const root = await findLibraryRoot(folder ?? process.cwd());
  if (isLarge(root)) compileForShortRuns();
  const mayRecall = !noCache && wasBuilt(root);
  // What builds and analyzes is loaded where that is to be done: recalling a build is over sooner than loading it.
  const anew = mayRecall ? undefined : loadAnew();
  const library = await openLibrary(root);
  const recalled = mayRecall ? await recallBuild(library) : undefined;
  if (recalled) {
    const analysis = async (): Promise<Analysis> =>
      (await import('../analysis/workspace.js')).analyze(library);
    return { library, analysis, built: recalled, remember: () => Promise.resolve() };
  }
  meanwhile.begin?.(library);
  const { Workspace, buildOnce } = await (anew ?? loadAnew());
  const workspace = new Workspace(library);
  const building = buildOnce(workspace, noCache);
  building.catch(() => {});
  const analysis = once(() => Promise.resolve(workspace.analysis()));
  meanwhile.wait?.(library, analysis);
  const built = await building;
  return {
    library,
    analysis,
    built,
    remember: once(() => rememberBuild(library, built, began)),
  };
}

async function loadAnew() {
  const { startBundler } = await import('../build/bundle.js');
  void startBundler();
  const [{ Workspace }, { buildOnce }] = await Promise.all([
    import('../analysis/workspace.js'),
    import('./build-checked.js'),
  ]);
  return { Workspace, buildOnce };
}
