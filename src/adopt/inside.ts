import { realpath } from 'node:fs/promises';
import { isAbsolute, relative, resolve, sep } from 'node:path';

/** True if a path of a package stays in its folder, also where links lead; what is not there leads nowhere. */
export async function staysInside(folder: string, path: string): Promise<boolean> {
  const target = resolve(folder, path);
  if (!isBelow(folder, target)) return false;
  const real = await realpath(target).catch(() => undefined);
  return real === undefined || isBelow(await realpath(folder), real);
}

function isBelow(folder: string, path: string): boolean {
  const way = relative(folder, path);
  return way !== '..' && !way.startsWith(`..${sep}`) && !isAbsolute(way);
}
