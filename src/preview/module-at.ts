import type { LivePackage } from './live-package.js';

/** Modules of the tool itself: no save changes them, so that browsers keep them. */
export const OWN_MODULE = /^\/package\/(?:shared\/(?:runtime|passthrough)|development\/inspect)\.js$/;

/** The address of what a module of the live package imports; that of an entry, where nothing imports it. */
export function addressFrom(importer: string, path: string): string {
  return new URL(path, `http://here${importer || '/'}`).pathname;
}

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
