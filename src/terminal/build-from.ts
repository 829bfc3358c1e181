import { buildLibrary, type BuiltPackage } from '../build/build-library.js';
import { startBundler } from '../build/bundle.js';
import type { Analysis } from '../check/analyze.js';
import { hasErrors, inReadingOrder } from '../findings/finding.js';
import { typeFindings } from '../types/type-findings.js';
import { analyzeFrom } from './analyze-from.js';

/**
 * Opens, checks and builds the library that a command is about, in memory. What is an error in a check, types included,
 * stops the build: then there are no files.
 */
export async function buildFrom(
  folder: string | undefined,
): Promise<{ analysis: Analysis; built: BuiltPackage }> {
  void startBundler();
  const analysis = await analyzeFrom(folder);
  return { analysis, built: await buildChecked(analysis) };
}

/** The same for a library that is analyzed already. */
export async function buildChecked(analysis: Analysis): Promise<BuiltPackage> {
  const [types, built] = await Promise.all([typeFindings(analysis), buildLibrary(analysis)]);
  const findings = inReadingOrder([...built.findings, ...types]);
  return { files: hasErrors(findings) ? new Map() : built.files, findings };
}
