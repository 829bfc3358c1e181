import { randomBytes } from 'node:crypto';
import {
  closeSync,
  constants,
  linkSync,
  lstatSync,
  mkdirSync,
  openSync,
  readFileSync,
  rmSync,
  writeSync,
} from 'node:fs';
import { mkdir, readdir, readFile, rename, rm, stat } from 'node:fs/promises';
import { basename, dirname, join, relative, resolve, sep } from 'node:path';
import { atEnd } from '../system/at-exit.js';
import { escapePattern } from '../system/escape-pattern.js';
import { UsageError } from '../system/usage-error.js';
import { isRunning } from '../system/processes.js';
import { DOCUMENT } from './package-documents.js';
import { DEVELOPMENT } from './development.js';
import { FRAMEWORK_ENTRIES, OUTPUT_MARK } from './package-manifest.js';

/**
 * Writes a folder whole or not at all: everything goes into a new folder beside it, which then takes its
 * place. A folder that no build wrote, or in which somebody put a file, is never replaced. Several builds may
 * write the same folder: the last one stays.
 */
export async function writeOutput(
  folder: string,
  files: ReadonlyMap<string, string | Uint8Array>,
): Promise<void> {
  const output = resolve(folder);
  const parent = dirname(output);
  try {
    await mkdir(parent, { recursive: true });
    await mendInterrupted(output);
    await refuseForeign(output, files);
    await replaceFolder(output, files);
  } catch (error) {
    throw asUsageError(error, output);
  }
}

async function replaceFolder(output: string, files: ReadonlyMap<string, string | Uint8Array>): Promise<void> {
  const fresh = besideOutput(output, 'new');
  const forget = atEnd(() => rmSync(fresh, { recursive: true, force: true }));
  try {
    // Not a temporary folder of the system's, which nobody else may read.
    await mkdir(fresh);
    const folders = new Set<string>();
    for (const [path, content] of files) {
      const target = resolve(fresh, path);
      if (!target.startsWith(fresh + sep)) throw new Error(`${path} leads out of the output folder`);
      const folder = dirname(target);
      if (!folders.has(folder)) mkdirSync(folder, { recursive: true });
      folders.add(folder);
      writeOrKeep(target, resolve(output, path), Buffer.from(content));
    }
    await takePlace(fresh, output);
  } finally {
    await rm(fresh, { recursive: true, force: true });
    forget();
  }
}

/**
 * Writes a file. One that the last build wrote with the same content becomes a second name of it, which takes a tenth of
 * the time; where that cannot be, it is written. Thousands of small files are written faster one after the other.
 */
function writeOrKeep(target: string, earlier: string, content: Buffer): void {
  const ordinaryFile = constants.S_IFREG | (0o666 & ~process.umask());
  try {
    const { mode, size } = lstatSync(earlier);
    const isSame = mode === ordinaryFile && size === content.length && readFileSync(earlier).equals(content);
    if (isSame) {
      linkSync(earlier, target);
      return;
    }
  } catch {
    // It is new, or the file system has no second names.
  }
  const file = openSync(target, 'wx');
  try {
    for (let written = 0; written < content.length;) written += writeSync(file, content, written);
  } finally {
    closeSync(file);
  }
}

/** Another build can put its output there between any two steps; then it is this one's turn again. */
async function takePlace(fresh: string, output: string): Promise<void> {
  for (let tries = 0; ; tries++) {
    const previous = besideOutput(output, 'previous');
    await rename(output, previous).catch(ignoreMissing);
    try {
      await rename(fresh, output);
    } catch (error) {
      const { code } = error as NodeJS.ErrnoException;
      if ((code === 'ENOTEMPTY' || code === 'EEXIST') && tries < 20) continue;
      await rename(previous, output).catch(ignoreMissing);
      throw error;
    } finally {
      await rm(previous, { recursive: true, force: true });
    }
    return;
  }
}

function ignoreMissing(error: NodeJS.ErrnoException): void {
  if (error.code !== 'ENOENT') throw error;
}

/** A name beside the output that nobody else takes; it tells the process that does. */
function besideOutput(output: string, kind: 'new' | 'previous'): string {
  const name = `.${basename(output)}.${kind}-${process.pid}-${randomBytes(4).toString('hex')}`;
  return join(dirname(output), name);
}

/** A build that was killed left its new folder, or the last output under its other name. */
async function mendInterrupted(output: string): Promise<void> {
  const parent = dirname(output);
  const names = await readdir(parent);
  const pattern = new RegExp(
    `^\\.${escapePattern(basename(output))}\\.(new|previous)(?:-(\\d+)-[0-9a-f]+)?$`,
  );
  for (const name of names) {
    const [, kind, owner] = pattern.exec(name) ?? [];
    if (!kind || (owner && isRunning(Number(owner)))) continue;
    const path = join(parent, name);
    if (kind === 'previous' && !(await exists(output))) await rename(path, output).catch(ignoreMissing);
    else await rm(path, { recursive: true, force: true });
  }
}

/** What builds write: files of these kinds, in these folders. */
const BUILT = new RegExp(
  `^(?:(?:behaviors|classes|components|elements|${FRAMEWORK_ENTRIES}|shared|traits|${DEVELOPMENT})/.+\\.(?:js|d\\.ts|js\\.map)|index\\.(?:js|d\\.ts)|[^/]+\\.bundle\\.(?:js|js\\.map|d\\.ts)|package\\.json|custom-elements\\.json)$`,
);

async function refuseForeign(output: string, files: ReadonlyMap<string, unknown>): Promise<void> {
  const entries = await readdir(output, { recursive: true, withFileTypes: true }).catch(
    (error: NodeJS.ErrnoException) => {
      if (error.code === 'ENOENT') return [];
      throw error;
    },
  );
  if (entries.length === 0) return;
  if (!(await isBuilt(output)))
    throw new UsageError(
      `The output folder ${output} holds files that no build wrote; they stay as they are.`,
      'Empty it, or name another folder as "output" in lastwright.yaml.',
    );
  const foreign = entries
    .filter((entry) => !entry.isDirectory())
    .map((entry) => relative(output, join(entry.parentPath, entry.name)).replaceAll(sep, '/'))
    .find((path) => !files.has(path) && !BUILT.test(path) && !DOCUMENT.test(path));
  if (foreign !== undefined)
    throw new UsageError(
      `The output folder ${output} holds a file that no build wrote: ${foreign}. Nothing was written.`,
      'Move it to another place: the folder is replaced by each build.',
    );
}

async function isBuilt(output: string): Promise<boolean> {
  const manifest = await readFile(join(output, 'package.json'), 'utf8').catch(() => '{}');
  try {
    return OUTPUT_MARK in (JSON.parse(manifest) as object);
  } catch {
    return false;
  }
}

async function exists(path: string): Promise<boolean> {
  return (await stat(path).catch(() => undefined)) !== undefined;
}

/** What the system refuses is told with what to do about it. */
function asUsageError(error: unknown, output: string): unknown {
  const { code, message } = error as NodeJS.ErrnoException;
  if (error instanceof UsageError || code === undefined) return error;
  const help =
    code === 'ENOSPC'
      ? 'Make room on the disk; the last output is as it was.'
      : 'Check that you may write there, or name another folder as "output" in lastwright.yaml.';
  return new UsageError(`The output folder ${output} cannot be used: ${message}.`, help);
}
