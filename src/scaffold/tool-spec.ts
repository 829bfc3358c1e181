import { readFile } from 'node:fs/promises';
import { dirname, isAbsolute, join, relative, resolve, sep } from 'node:path';
import { TOOL_ROOT } from '../system/tool-files.js';

/**
 * What a library names as its dependency to get the very tool that runs now: a clone or a packed tarball by its path
 * from the library's folder, a published package by its version.
 */
export async function toolSpec(folder: string, version: string, root = TOOL_ROOT): Promise<string> {
  const parent = dirname(root);
  // A clone is no package that somebody installed.
  if (!root.split(sep).includes('node_modules')) return pathSpec(folder, root);
  const lock = await readFile(join(parent, '.package-lock.json'), 'utf8').catch(() => '{}');
  const { packages } = JSON.parse(lock) as { packages?: Record<string, { resolved?: string }> };
  const resolved = packages?.['node_modules/lastwright']?.resolved;
  if (!resolved?.startsWith('file:')) return `^${version}`;
  return pathSpec(folder, resolve(dirname(parent), resolved.slice('file:'.length)));
}

function pathSpec(folder: string, path: string): string {
  const way = relative(folder, path);
  // On another drive there is no way from one to the other.
  return `file:${(isAbsolute(way) ? path : way).replaceAll(sep, '/')}`;
}
