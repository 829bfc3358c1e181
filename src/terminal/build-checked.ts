import type { Workspace } from '../analysis/workspace.js';
import { PackageBuilder, type BuiltPackage } from '../build/build-library.js';
import { hasErrors, inReadingOrder, type Finding } from '../findings/finding.js';

/**
 * Checks and builds a library that is open, in memory. What is an error in a check, types included, stops the build: then there
 * are no files. With a builder that is kept, only what has changed since its last build is made anew.
 */
export async function buildChecked(workspace: Workspace, builder: PackageBuilder): Promise<BuiltPackage> {
  const analysis = workspace.analysis();
  const [{ findings: checked, unchecked, files: typed }, { files, findings: built, inputs }] =
    await Promise.all([workspace.check(true), builder.build(analysis)]);
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

/** The same with a builder for this once; `noCache` ignores what earlier builds left. */
export async function buildOnce(workspace: Workspace, noCache = false): Promise<BuiltPackage> {
  const builder = new PackageBuilder({ remembers: !noCache });
  try {
    return await buildChecked(workspace, builder);
  } finally {
    await builder.close();
  }
}

function place({ code, file, line, column }: Finding): string {
  return [code, file, line, column].join(' ');
}
