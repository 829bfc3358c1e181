import { readFile, stat } from 'node:fs/promises';
import { resolve } from 'node:path';
import colors from 'picocolors';
import { packageFolder } from '../adopt/adopt-package.js';
import { foreignLibrary, projectFolder, type ForeignLibrary } from '../adopt/foreign-library.js';
import { unpack } from '../adopt/unpack.js';
import { readPackageSamples } from '../contract/read-contract.js';
import type { SamplesFile } from '../contract/schema.js';
import { UsageError } from '../system/usage-error.js';
import { buildLibrary } from '../build/build-library.js';
import { analyzedSubject } from '../verify/verify-subject.js';
import { BrowserMissing } from '../browsers/browser.js';
import { EXIT } from './base-command.js';
import { counted, say } from './output.js';
import { runVerify, type VerifyRun } from './run-verify.js';

/** Verifies a package that somebody else made, from what its manifest says; gives the exit status. */
export async function runVerifyPackage(
  source: string,
  run: VerifyRun,
  samplesFile?: string,
): Promise<number> {
  const from = projectFolder(process.cwd());
  const samples = samplesFile === undefined ? undefined : await samplesIn(samplesFile);
  const path = resolve(source);
  const found = await stat(path).catch(() => undefined);
  const unpacked = found?.isFile() ? await unpack(path) : undefined;
  try {
    const folder = unpacked?.folder ?? (await packageFolder(found ? path : undefined, source, from));
    const library = await foreignLibrary(folder, from, samples);
    const built = await buildLibrary(library.analysis);
    if (run.format === 'pretty') say.note(about(library));
    // Its own declarations are not what a build here would write.
    return await runVerify(analyzedSubject(library.analysis), built, { ...run, types: false });
  } catch (error) {
    if (!(error instanceof BrowserMissing)) throw error;
    say.error(`The tags of ${source} cannot be observed: ${error.message}`, error.help);
    return EXIT.missing;
  } finally {
    await unpacked?.remove();
  }
}

const SOURCES: Readonly<Record<ForeignLibrary['observed'], string>> = {
  nothing: 'as its custom-elements.json has them',
  tags: 'as its custom-elements.json has them; their tags are not in it and were observed in Chromium',
  all: 'observed in Chromium only, since it has no custom-elements.json: tags, attributes, and properties that keep simple values',
};

/** Samples by tag, from a file. */
async function samplesIn(file: string): Promise<Record<string, SamplesFile>> {
  const text = await readFile(file, 'utf8').catch(() => undefined);
  if (text === undefined)
    throw new UsageError(`There is no file "${file}" that can be read.`, 'Check the path.');
  const { samples, findings } = readPackageSamples(file, text);
  const [first] = findings;
  if (samples) return samples;
  throw new UsageError(
    `${file}:${first!.line}:${first!.column}: ${first!.message}`,
    'It holds lists of samples by tag: "quay-pill:", and below it "- sample: …".',
  );
}

function about({ name, version, analysis, leftOut, observed }: ForeignLibrary): string {
  const lines = [`${name} ${version}: ${counted(analysis.elements.length, 'element')}, ${SOURCES[observed]}`];
  for (const { tag, what } of leftOut.slice(0, MOST)) lines.push(colors.dim(`  <${tag}> ${what}`));
  if (leftOut.length > MOST)
    lines.push(colors.dim(`  and ${leftOut.length - MOST} more that no contract can say`));
  return lines.join('\n');
}

/** Members that are told of one by one. */
const MOST = 12;
