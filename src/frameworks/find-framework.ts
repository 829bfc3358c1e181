import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { TOOL_ROOT } from '../system/tool-files.js';
import type { Framework, FrameworkPackage } from './framework.js';

/** A framework whose packages were found. */
export interface InstalledFramework {
  framework: Framework;
  /** The first package's version; empty for plain HTML. */
  version: string;
  /** Folder from which its packages are resolved. */
  from: string;
  /** Names under which packages are installed that are imported by others. */
  aliases: Record<string, string>;
  /** What is not installed of that which its server renderer needs. */
  serverMissing: MissingPackages | undefined;
}

/** Packages that are not there. */
export interface MissingPackages {
  /** Which, as a sentence without its full stop. */
  what: string;
  install: string;
}

/** A framework with a package that is not installed, or in another major version. */
export interface MissingFramework {
  framework: Framework;
  missing: string;
  install: string;
}

/** Looks for a framework's packages from the library's folder upwards, then beside the tool. */
export async function findFramework(
  framework: Framework,
  libraryRoot: string,
): Promise<InstalledFramework | MissingFramework> {
  let missing: MissingFramework | undefined;
  for (const from of [libraryRoot, TOOL_ROOT]) {
    const found = await Promise.all(framework.packages.map((one) => findPackage(one, from)));
    const wrong = found.findIndex(({ fits }) => !fits);
    if (wrong === -1) {
      const aliases = Object.fromEntries(
        framework.packages.flatMap(({ name }, place) => {
          const { installedAs } = found[place]!;
          return installedAs === name ? [] : [[name, installedAs]];
        }),
      );
      const serverMissing = await packagesMissing(framework.server?.packages ?? [], from);
      return { framework, version: found[0]?.version ?? '', from, aliases, serverMissing };
    }
    missing ??= describeMissing(framework, wrong, found);
  }
  return missing!;
}

export interface FoundPackage {
  /** What there is under its own name, or under its alias if that is the right one. */
  version: string | undefined;
  installedAs: string;
  fits: boolean;
}

/** Under which name, and in which version, a package is there from a folder upwards. */
export async function findPackage(
  { name, major, alias }: FrameworkPackage,
  from: string,
): Promise<FoundPackage> {
  const version = await versionOf(name, from);
  const isMajor = (one: string | undefined): boolean => Number(one?.split('.')[0]) === major;
  if (isMajor(version) || alias === undefined) return { version, installedAs: name, fits: isMajor(version) };
  const other = await versionOf(alias, from);
  return isMajor(other)
    ? { version: other, installedAs: alias, fits: true }
    : { version, installedAs: name, fits: false };
}

function describeMissing(
  framework: Framework,
  wrong: number,
  found: readonly FoundPackage[],
): MissingFramework {
  const { name, major } = framework.packages[wrong]!;
  const { version } = found[wrong]!;
  // Where another major version has the name, this one goes beside it.
  const beside = version !== undefined && framework.packages.some(({ alias }) => alias !== undefined);
  const wanted = framework.packages.map((one) =>
    beside && one.alias !== undefined
      ? `${one.alias}@npm:${one.name}@${one.major}`
      : `${one.name}@${one.major}`,
  );
  return {
    framework,
    missing: version
      ? `${name} is installed in version ${version}, not ${major}`
      : `${name} is not installed`,
    install: `npm install ${beside ? '--legacy-peer-deps ' : ''}${wanted.join(' ')}`,
  };
}

/** Which of some packages is not there, and how it is installed; undefined if all are. */
export async function packagesMissing(
  packages: readonly FrameworkPackage[],
  from: string,
): Promise<MissingPackages | undefined> {
  const found = await Promise.all(packages.map((one) => findPackage(one, from)));
  const missing = packages.filter((_, place) => !found[place]!.fits);
  if (missing.length === 0) return undefined;
  const names = missing.map(({ name, major }) => `${name}@${major}`);
  return {
    what: `${names.join(' and ')} ${names.length > 1 ? 'are' : 'is'} not installed`,
    install: `npm install --save-dev ${names.join(' ')}`,
  };
}

/** The folder of a package, from a folder upwards. */
export function findFolder(name: string, from: string): string | undefined {
  for (let folder = from; ; folder = dirname(folder)) {
    const place = join(folder, 'node_modules', name);
    if (existsSync(join(place, 'package.json'))) return place;
    if (folder === dirname(folder)) return undefined;
  }
}

async function versionOf(name: string, from: string): Promise<string | undefined> {
  const folder = findFolder(name, from);
  if (folder === undefined) return undefined;
  return (JSON.parse(await readFile(join(folder, 'package.json'), 'utf8')) as { version: string }).version;
}
