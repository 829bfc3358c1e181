import { createHash } from 'node:crypto';
import { readdir, readFile, stat } from 'node:fs/promises';
import { join, sep } from 'node:path';

/** A file or a folder as it was when something was made of it. */
export interface Trace {
  path: string;
  /** A file's size and time of change, or the names in a folder; empty for what was not there. */
  state: string;
  /** What a file's content adds up to; only of files that people write. */
  sum?: string;
}

/** Knows files and folders that commands make themselves: whether they are there says nothing. */
export type IsMade = (path: string) => boolean;

/**
 * Notes what files and folders are like, so that a later run can tell whether they are still the same; names in folders that
 * `isMade` knows are left out. Undefined if a file was changed after `since` (in milliseconds of the epoch): what was made
 * from it may have been made before.
 */
export async function takeTraces(
  paths: Iterable<string>,
  since: number,
  isMade: IsMade,
): Promise<Trace[] | undefined> {
  const traces = await Promise.all([...new Set(paths)].map((path) => takeTrace(path, since, isMade)));
  const known = traces.filter((trace) => trace !== undefined);
  return known.length === traces.length ? known : undefined;
}

/** True if everything is as it was; a file that was only written anew with the same content counts as the same. */
export async function areUnchanged(traces: readonly Trace[], isMade: IsMade): Promise<boolean> {
  const same = await Promise.all(
    traces.map(async ({ path, state, sum }) => {
      const now = await stateOf(path, isMade);
      if (now.state === state) return true;
      return sum !== undefined && now.isFile && (await sumOf(path)) === sum;
    }),
  );
  return same.every(Boolean);
}

async function takeTrace(path: string, since: number, isMade: IsMade): Promise<Trace | undefined> {
  const { state, isFile, changed } = await stateOf(path, isMade);
  if (!isFile) return { path, state };
  // The clocks of file systems are coarse.
  if (changed > since - COARSE) return undefined;
  return isInstalled(path) ? { path, state } : { path, state, sum: await sumOf(path) };
}

/** In milliseconds. */
const COARSE = 20;

interface State {
  state: string;
  isFile: boolean;
  /** When a file was changed last, in milliseconds of the epoch. */
  changed: number;
}

async function stateOf(path: string, isMade: IsMade): Promise<State> {
  try {
    const found = await stat(path);
    if (!found.isDirectory())
      return {
        state: `${found.size} ${found.mtimeMs}`,
        isFile: true,
        changed: Math.max(found.mtimeMs, found.ctimeMs),
      };
    const names = (await readdir(path)).filter((name) => !name.startsWith('.') && !isMade(join(path, name)));
    return { state: JSON.stringify(names.sort()), isFile: false, changed: 0 };
  } catch {
    return { state: '', isFile: false, changed: 0 };
  }
}

/** Packages change when they are installed, and then with their time. */
function isInstalled(path: string): boolean {
  return path.includes(`${sep}node_modules${sep}`);
}

async function sumOf(path: string): Promise<string> {
  return createHash('sha256')
    .update(await readFile(path))
    .digest('base64');
}
