import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { findFolder } from '../frameworks/find-framework.js';
import type { WrappedFramework } from './framework.js';

/** A framework as it is installed. */
export interface InstalledComponentFramework {
  framework: WrappedFramework;
  /** The folder from which its packages are resolved. */
  from: string;
  /** The version of its first package. */
  version: string;
}

/** What of a framework is not there, and how it is installed. */
export interface MissingFramework {
  missing: string;
  install: string;
}

/** Looks for a framework's packages from the library's folder upwards: components are written with them. */
export function findFramework(
  framework: WrappedFramework,
  libraryRoot: string,
): InstalledComponentFramework | MissingFramework {
  const versions = framework.packages.map(({ name }) => versionFrom(name, libraryRoot));
  const wrong = framework.packages.findIndex(
    ({ least }, place) => !(Number(versions[place]?.split('.')[0]) >= least),
  );
  if (wrong === -1) return { framework, from: libraryRoot, version: versions[0]! };
  return describe(framework, wrong, versions[wrong]);
}

function describe(
  { packages }: WrappedFramework,
  wrong: number,
  version: string | undefined,
): MissingFramework {
  const { name, least } = packages[wrong]!;
  return {
    missing:
      version === undefined
        ? `${name} is not installed`
        : `${name} is installed in version ${version}, which is older than ${least}`,
    install: `npm install --save-dev ${packages.map((one) => one.name).join(' ')}`,
  };
}

function versionFrom(name: string, from: string): string | undefined {
  const folder = findFolder(name, from);
  if (folder === undefined) return undefined;
  return (JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8')) as { version: string }).version;
}
