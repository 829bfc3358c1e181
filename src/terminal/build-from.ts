import type { Workspace } from '../analysis/workspace.js';
import { buildLibrary, type BuiltPackage, type PackageBuilder } from '../build/build-library.js';
import { startBundler } from '../build/bundle.js';
import { hasErrors, inReadingOrder, type Finding } from '../findings/finding.js';
import type { Analysis } from '../library/library-element.js';
import { openFrom } from './open-from.js';

/**
 * Opens, checks and builds the library that a command is about, in memory. What is an error in a check, types included,
 * stops the build: then there are no files.
 */
export async function buildFrom(
  folder: string | undefined,
): Promise<{ analysis: Analysis; built: BuiltPackage }> {
  void startBundler();
  const workspace = await openFrom(folder);
  return { analysis: workspace.analysis(), built: await buildChecked(workspace) };
}

/**
 * The same for a library that is open already; with a builder that is kept, only what has changed since its last build is
 * made anew.
 */
export async function buildChecked(workspace: Workspace, builder?: PackageBuilder): Promise<BuiltPackage> {
  const analysis = workspace.analysis();
  const [{ findings: checked }, { files, findings: built }] = await Promise.all([
    workspace.check(true),
    builder ? builder.build(analysis) : buildLibrary(analysis),
  ]);
  // Both may have come upon the same: it is told once.
  const told = new Set(checked.map(place));
  const more = built.filter((finding) => !analysis.findings.includes(finding) && !told.has(place(finding)));
  const findings = inReadingOrder([...checked, ...more]);
  return { files: hasErrors(findings) ? new Map() : files, findings };
}

function place({ code, file, line, column }: Finding): string {
  return [code, file, line, column].join(' ');
}
