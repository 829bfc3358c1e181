import { access, stat } from 'node:fs/promises';
import { delimiter, join } from 'node:path';
import { BrowserMissing } from './browser.js';
import { installHint, type PackageNames } from './install-hint.js';

/** The path of the first of some programs that is installed on this machine, by the folders of `PATH`; undefined if none is. */
export async function findInstalled(names: readonly string[]): Promise<string | undefined> {
  for (const folder of (process.env.PATH ?? '').split(delimiter).filter(Boolean)) {
    for (const name of names) {
      const path = join(folder, name);
      if (await exists(path)) return path;
    }
  }
  return undefined;
}

/** True if there is a file or a folder. */
export function exists(path: string): Promise<boolean> {
  return access(path).then(
    () => true,
    () => false,
  );
}

/** A program's path, with what changes when it is installed anew. */
export async function identityOf(path: string): Promise<string> {
  const { size, mtimeMs } = await stat(path).catch(() => ({ size: 0, mtimeMs: 0 }));
  return `${path} ${size} ${mtimeMs}`;
}

/** Where a browser or its driver is: as a variable of the environment names it, or as it is installed; throws what is missing. */
export async function findNamed(
  variable: string,
  names: readonly string[],
  missing: string,
  packages: PackageNames,
): Promise<string> {
  const path = process.env[variable] || (await findInstalled(names));
  if (path) return path;
  throw new BrowserMissing(missing, installHint(packages, variable));
}
