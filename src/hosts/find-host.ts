import { readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { TOOL_ROOT } from '../system/tool-files.js';
import type { Host } from './host.js';

/** A host whose packages were found. */
export interface InstalledHost {
  host: Host;
  /** The first package's version; empty for plain HTML. */
  version: string;
  /** Folder from which its packages are resolved. */
  from: string;
}

/** A host with a package that is not installed, or in another major version. */
export interface MissingHost {
  host: Host;
  missing: string;
  install: string;
}

/** Looks for a host's packages from the library's folder upwards, then beside the tool. */
export async function findHost(host: Host, libraryRoot: string): Promise<InstalledHost | MissingHost> {
  let missing = '';
  for (const from of [libraryRoot, TOOL_ROOT]) {
    const versions = await Promise.all(host.packages.map(({ name }) => versionOf(name, from)));
    const wrong = host.packages.findIndex(
      ({ major }, place) => Number(versions[place]?.split('.')[0]) !== major,
    );
    if (wrong === -1) return { host, version: versions[0] ?? '', from };
    const { name, major } = host.packages[wrong]!;
    missing ||= versions[wrong]
      ? `${name} is installed in version ${versions[wrong]}, not ${major}`
      : `${name} is not installed`;
  }
  return {
    host,
    missing,
    install: `npm install ${host.packages.map(({ name, major }) => `${name}@${major}`).join(' ')}`,
  };
}

async function versionOf(name: string, from: string): Promise<string | undefined> {
  for (let folder = from; ; folder = dirname(folder)) {
    const text = await readFile(join(folder, 'node_modules', name, 'package.json'), 'utf8').catch(
      () => undefined,
    );
    if (text) return (JSON.parse(text) as { version: string }).version;
    if (folder === dirname(folder)) return undefined;
  }
}
