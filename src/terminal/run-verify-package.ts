import { stat } from 'node:fs/promises';
import { resolve } from 'node:path';
import colors from 'picocolors';
import { packageFolder } from '../adopt/adopt-package.js';
import { foreignLibrary, projectFolder, type ForeignLibrary } from '../adopt/foreign-library.js';
import { unpack } from '../adopt/unpack.js';
import { buildLibrary } from '../build/build-library.js';
import { analyzedSubject } from '../verify/verify-subject.js';
import { say } from './output.js';
import { runVerify, type VerifyRun } from './run-verify.js';

/** Verifies a package that somebody else made, from what its manifest says; gives the exit status. */
export async function runVerifyPackage(source: string, run: VerifyRun): Promise<number> {
  const from = projectFolder(process.cwd());
  const path = resolve(source);
  const found = await stat(path).catch(() => undefined);
  const unpacked = found?.isFile() ? await unpack(path) : undefined;
  try {
    const folder = unpacked?.folder ?? (await packageFolder(found ? path : undefined, source, from));
    const library = await foreignLibrary(folder, from);
    const built = await buildLibrary(library.analysis);
    if (run.format === 'pretty') say.note(about(library));
    // Its own declarations are not what a build here would write.
    return await runVerify(analyzedSubject(library.analysis), built, { ...run, types: false });
  } finally {
    await unpacked?.remove();
  }
}

function about({ name, version, analysis, leftOut }: ForeignLibrary): string {
  const lines = [
    `${name} ${version}: ${analysis.elements.length} elements, as its custom-elements.json has them`,
  ];
  for (const { tag, what } of leftOut.slice(0, MOST)) lines.push(colors.dim(`  <${tag}> ${what}`));
  if (leftOut.length > MOST)
    lines.push(colors.dim(`  and ${leftOut.length - MOST} more that no contract can say`));
  return lines.join('\n');
}

/** Members that are told of one by one. */
const MOST = 12;
