import { mkdir, mkdtemp, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { basename, dirname, join, resolve, sep } from 'node:path';
import { UsageError } from '../library/open-library.js';
import { OUTPUT_MARK } from './package-manifest.js';

/**
 * Writes a folder whole or not at all: everything goes into a new folder beside it, which then takes its
 * place. A folder that no build wrote is never replaced.
 */
export async function writeOutput(
  output: string,
  files: ReadonlyMap<string, string | Uint8Array>,
): Promise<void> {
  const parent = dirname(output);
  const previous = join(parent, `.${basename(output)}.previous`);
  await mkdir(parent, { recursive: true });
  await restoreInterrupted(output, previous);
  await refuseForeign(output);
  const fresh = await mkdtemp(join(parent, `.${basename(output)}.new-`));
  try {
    for (const [path, content] of files) {
      const target = resolve(fresh, path);
      if (!target.startsWith(fresh + sep)) throw new Error(`${path} leads out of the output folder`);
      await mkdir(dirname(target), { recursive: true });
      await writeFile(target, content);
    }
    if (await exists(output)) await rename(output, previous);
    await rename(fresh, output);
  } catch (error) {
    await restoreInterrupted(output, previous);
    throw error;
  } finally {
    await rm(fresh, { recursive: true, force: true });
  }
  await rm(previous, { recursive: true, force: true });
}

/** A build that was interrupted between the two renames left the last output under its other name. */
async function restoreInterrupted(output: string, previous: string): Promise<void> {
  if (!(await exists(output)) && (await exists(previous))) await rename(previous, output);
}

async function refuseForeign(output: string): Promise<void> {
  const entries = await readdir(output).catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT') return [];
    throw new UsageError(
      `The output folder ${output} cannot be used: ${error.message}.`,
      'Name another folder as "output" in lastwright.yaml.',
    );
  });
  if (entries.length === 0) return;
  const manifest = await readFile(join(output, 'package.json'), 'utf8').catch(() => '{}');
  let ours = false;
  try {
    ours = OUTPUT_MARK in (JSON.parse(manifest) as object);
  } catch {
    // Not a package that a build wrote.
  }
  if (!ours) {
    throw new UsageError(
      `The output folder ${output} holds files that no build wrote; they stay as they are.`,
      'Empty it, or name another folder as "output" in lastwright.yaml.',
    );
  }
}

async function exists(path: string): Promise<boolean> {
  return (await stat(path).catch(() => undefined)) !== undefined;
}
