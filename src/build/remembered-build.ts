import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, readdir, readFile, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { deserialize, serialize } from 'node:v8';
import { libraryKey } from '../analysis/remembered.js';
import { hasErrors } from '../findings/finding.js';
import type { Library } from '../library/open-library.js';
import { OWN_FOLDER } from '../library/own-folder.js';
import { cachedAbout } from '../system/cache.js';
import { toolKey } from '../system/tool-key.js';
import { areUnchanged, takeTraces, type Trace } from '../system/traces.js';
import { writeWhole } from '../system/write-whole.js';
import { TYPES_FOLDER } from '../types/type-files.js';
import type { BuiltPackage } from './build-library.js';
import { surroundings } from './surroundings.js';

/** A package that was built, and what it was built from. */
interface Memory {
  /** What the library and the tool were. */
  key: string;
  /** What files beside those of the library were. */
  traces: Trace[];
  files: BuiltPackage['files'];
  findings: BuiltPackage['findings'];
}

/** In bytes: what a memory begins with. */
const SUM = 32;

function sumOf(body: Uint8Array): Buffer {
  return createHash('sha256').update(body).digest();
}

/** So many libraries are remembered on a machine. */
const MOST = 32;

/** Whether there was a build of the library in this folder that could be recalled. */
export function wasBuilt(root: string): boolean {
  return existsSync(cachedAbout('builds', root)) && existsSync(join(root, TYPES_FOLDER, 'tsconfig.json'));
}

/** The last package that was built of this library, if nothing has changed since that it was made from; otherwise undefined. */
export async function recallBuild(library: Library): Promise<BuiltPackage | undefined> {
  if (!wasBuilt(library.root)) return undefined;
  try {
    const stored = await readFile(cachedAbout('builds', library.root));
    const body = stored.subarray(SUM);
    if (!stored.subarray(0, SUM).equals(sumOf(body))) return undefined;
    const { key, traces, files, findings } = deserialize(body) as Memory;
    if (key !== (await keyOf(library)) || !(await areUnchanged(traces, madeIn(library)))) return undefined;
    return { files, findings, inputs: traces.map(({ path }) => path) };
  } catch {
    return undefined;
  }
}

/**
 * Remembers a package that was checked and built, beginning at a moment (in milliseconds of the epoch). What has errors,
 * what could not be checked, and what was made from files that have changed meanwhile, is not remembered.
 */
export async function rememberBuild(library: Library, built: BuiltPackage, began: number): Promise<void> {
  if (hasErrors(built.findings) || !built.inputs) return;
  const isMade = madeIn(library);
  const inputs = built.inputs.filter((path) => !isMade(path));
  const traces = await takeTraces([...inputs, ...surroundings(inputs, library.root)], began, isMade);
  if (!traces) return;
  const { files, findings } = built;
  const memory: Memory = { key: await keyOf(library), traces, files, findings };
  const path = cachedAbout('builds', library.root);
  const body = serialize(memory);
  try {
    await mkdir(dirname(path), { recursive: true });
    await writeWhole(path, Buffer.concat([sumOf(body), body]));
    await forgetOldest(dirname(path));
  } catch {
    // The next build takes as long as this one.
  }
}

async function keyOf(library: Library): Promise<string> {
  return libraryKey(library, await toolKey());
}

/** What builds and other commands make in the library themselves. */
function madeIn({ root, config }: Library): (path: string) => boolean {
  const made = [join(root, config.output), join(root, OWN_FOLDER)];
  return (path) => made.some((folder) => path === folder || path.startsWith(join(folder, '/')));
}

/** A package takes some room: those that were made long ago are made anew when somebody asks for them. */
async function forgetOldest(folder: string): Promise<void> {
  const names = await readdir(folder);
  if (names.length <= MOST) return;
  const ages = await Promise.all(
    names.map(async (name) => {
      const path = join(folder, name);
      return { path, changed: (await stat(path)).mtimeMs };
    }),
  );
  const oldest = ages.sort((one, other) => other.changed - one.changed).slice(MOST);
  await Promise.all(oldest.map(({ path }) => rm(path, { force: true })));
}
