import { createHash } from 'node:crypto';
import { mkdir, readdir, readFile, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { deserialize, serialize } from 'node:v8';
import { surroundings } from './surroundings.js';
import { areUnchanged, takeTraces, type IsMade, type Trace } from './traces.js';
import { writeWhole } from './write-whole.js';

/** A value, what it was made for, and what the files were that it was made from. */
export interface Remembered<Value> {
  key: string;
  traces: readonly Trace[];
  value: Value;
}

/** In bytes: a file begins with what the rest of it adds up to. */
const SUM = 32;

function sumOf(body: Uint8Array): Buffer {
  return createHash('sha256').update(body).digest();
}

/**
 * What a file of the cache remembers, if it was made for this key and from files that are what they were; undefined if not, and if
 * the file is damaged.
 */
export async function recallValue<Value>(
  path: string,
  key: string,
  isMade: IsMade,
): Promise<Remembered<Value> | undefined> {
  try {
    const stored = await readFile(path);
    const body = stored.subarray(SUM);
    if (!stored.subarray(0, SUM).equals(sumOf(body))) return undefined;
    const remembered = deserialize(body) as Remembered<Value>;
    const holds = remembered.key === key && (await areUnchanged(remembered.traces, isMade));
    return holds ? remembered : undefined;
  } catch {
    return undefined;
  }
}

/** Remembers a value, which is plain data, in a file of the cache. A cache that cannot be written is done without. */
export async function rememberValue(path: string, remembered: Remembered<unknown>): Promise<void> {
  const body = serialize(remembered);
  try {
    await mkdir(dirname(path), { recursive: true });
    await writeWhole(path, Buffer.concat([sumOf(body), body]));
  } catch {
    // It is made again.
  }
}

/**
 * The value that `make` gives, which is plain data and follows from a key alone. It is kept in a file of the cache; where that is
 * damaged, or cannot be read or written, the value is made again.
 */
export async function cachedValue<Value>(
  path: string,
  key: string,
  make: () => Promise<Value>,
): Promise<Value> {
  const known = await recallValue<Value>(path, key, () => false);
  if (known) return known.value;
  const value = await make();
  await rememberValue(path, { key, traces: [], value });
  return value;
}

/** What something was made from in a project, and when its making began (in milliseconds of the epoch). */
export interface MadeFrom {
  root: string;
  /** Absolute paths. */
  inputs: readonly string[];
  began: number;
  isMade: IsMade;
}

/** Remembers what was made from files, with all that decides which files these are; not if one of them has changed meanwhile. */
export async function rememberMade(
  path: string,
  key: string,
  value: unknown,
  { root, inputs, began, isMade }: MadeFrom,
): Promise<void> {
  const read = inputs.filter((input) => !isMade(input));
  const traces = await takeTraces([...read, ...surroundings(read, root)], began, isMade);
  if (traces) await rememberValue(path, { key, traces, value });
}

/** So many files of one kind are kept. */
const MOST = 32;

/** What takes some room is not kept for ever: of the files in a folder of the cache, those written long ago are removed. */
export async function keepNewest(folder: string): Promise<void> {
  try {
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
  } catch {
    // Another process has just done the same.
  }
}
