import type { Workspace } from '../analysis/workspace.js';
import { buildLibrary, type BuiltPackage, type PackageBuilder } from '../build/build-library.js';
import { startBundler } from '../build/bundle.js';
import { hasErrors, inReadingOrder, type Finding } from '../findings/finding.js';
import type { Analysis } from '../library/library-element.js';
import { recallBuild, rememberBuild, wasBuilt } from '../build/remembered-build.js';
import { findLibraryRoot } from '../library/open-library.js';
import { openFrom } from './open-from.js';

/**
 * Opens, checks and builds the library that a command is about, in memory. What is an error in a check, types included,
 * stops the build: then there are no files. Where nothing has changed since the last time, what was made then is taken,
 * but for `again`.
 */
export async function buildFrom(
  folder: string | undefined,
  again = false,
): Promise<{ analysis: Analysis; built: BuiltPackage }> {
  const began = Date.now();
  const root = await findLibraryRoot(folder ?? process.cwd());
  const mayRecall = !again && wasBuilt(root);
  if (!mayRecall) void startBundler();
  const workspace = await openFrom(root);
  const { library } = workspace;
  const recalled = mayRecall ? await recallBuild(library) : undefined;
  if (recalled) return { analysis: workspace.analysis(), built: recalled };
  const built = await buildChecked(workspace);
  await rememberBuild(library, built, began);
  return { analysis: workspace.analysis(), built };
}

/**
 * The same for a library that is open already; with a builder that is kept, only what has changed since its last build is
 * made anew.
 */
export async function buildChecked(workspace: Workspace, builder?: PackageBuilder): Promise<BuiltPackage> {
  const analysis = workspace.analysis();
  const [{ findings: checked, unchecked, files: typed }, { files, findings: built, inputs }] =
    await Promise.all([workspace.check(true), builder ? builder.build(analysis) : buildLibrary(analysis)]);
  // Both may have come upon the same: it is told once.
  const told = new Set(checked.map(place));
  const more = built.filter((finding) => !analysis.findings.includes(finding) && !told.has(place(finding)));
  const findings = inReadingOrder([...checked, ...more]);
  return {
    files: hasErrors(findings) ? new Map() : files,
    findings,
    // What nobody could check is not taken for checked another time.
    inputs: inputs && unchecked === undefined ? [...inputs, ...typed] : undefined,
  };
}

function place({ code, file, line, column }: Finding): string {
  return [code, file, line, column].join(' ');
}
