import type { LivePackage } from './live-package.js';

/** A module by the address that pages load it from; undefined if there is none. */
export async function moduleAt(live: LivePackage, address: string): Promise<string | undefined> {
  const [, folder, ...rest] = address.split('/').map(decoded);
  const path = rest.join('/');
  if (folder === 'package') return live.module(path);
  return folder === 'source' ? live.sources.module(path.replace(/\.js$/, '')) : undefined;
}

/** A part of an address as text; one that means nothing stands for itself. */
function decoded(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return part;
  }
}
