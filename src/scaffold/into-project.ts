import { readFile, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { UsageError } from '../system/usage-error.js';

/** A file of a project that stays as it is, and what a library wants of it. */
export interface KeptFile {
  path: string;
  /** What a person does about it; empty where it has all that is wanted. */
  help: string;
}

interface PackageFile {
  scripts?: Record<string, string>;
  dependencies?: Record<string, string>;
  devDependencies?: Record<string, string>;
}

/** What belongs to a project as a whole: it stays where it is there already, and a library begins beside it. */
const OF_PROJECT: Readonly<Record<string, (own: string, wanted: string) => string>> = {
  'package.json': packageHelp,
  'tsconfig.json': (own, wanted) =>
    own.includes('.lastwright/types')
      ? ''
      : `for an editor that knows the names in behaviors, let its compilerOptions have what these say: ${typeOptions(wanted)}`,
  '.gitignore': (own, wanted) => {
    const named = new Set(own.split(/\r?\n/).map((line) => line.trim().replace(/^\/|\/$/g, '')));
    const missing = wanted.split('\n').filter((line) => line !== '' && !named.has(line.replace(/\/$/, '')));
    return missing.length === 0 ? '' : `let it name ${missing.join(', ')}`;
  },
};

/** Parts the files of a new library from those of a project that stay as they are. */
export async function intoProject(
  root: string,
  files: Readonly<Record<string, string>>,
): Promise<{ files: Record<string, string>; kept: KeptFile[] }> {
  if (await stat(join(root, 'lastwright.yaml')).catch(() => undefined))
    throw new UsageError(
      'lastwright.yaml is there already: this is a library; nothing was written.',
      'Add an element with "lastwright add TAG", or name another folder.',
    );
  const begun = { ...files };
  const kept: KeptFile[] = [];
  for (const [path, helpOf] of Object.entries(OF_PROJECT)) {
    const own = await readFile(join(root, path), 'utf8').catch(() => undefined);
    if (own === undefined) continue;
    kept.push({ path, help: helpOf(own, files[path]!) });
    delete begun[path];
  }
  return { files: begun, kept };
}

/** The name that a project's package.json gives it; undefined if there is none. */
export async function projectName(root: string): Promise<string | undefined> {
  try {
    const { name } = JSON.parse(await readFile(join(root, 'package.json'), 'utf8')) as { name?: unknown };
    return typeof name === 'string' ? name : undefined;
  } catch {
    return undefined;
  }
}

/** The commands that bring scripts and packages into a package.json that lacks them. */
function packageHelp(own: string, wanted: string): string {
  let parsed: PackageFile;
  try {
    parsed = (JSON.parse(own) ?? {}) as PackageFile;
  } catch {
    throw new UsageError(
      'package.json cannot be read as JSON; nothing was written.',
      'Fix it first: what it lacks is to be said.',
    );
  }
  const { scripts = {}, dependencies, devDependencies } = parsed;
  const asked = JSON.parse(wanted) as Required<PackageFile>;
  const newScripts = Object.entries(asked.scripts).filter(([name]) => !(name in scripts));
  const there = { ...dependencies, ...devDependencies };
  const packages = Object.entries(asked.devDependencies).filter(([name]) => !(name in there));
  return [
    ...(packages.length > 0
      ? [`npm install --save-dev ${packages.map(([name, range]) => installed(name, range)).join(' ')}`]
      : []),
    ...(newScripts.length > 0
      ? [`npm pkg set ${newScripts.map(([name, code]) => `scripts.${name}="${code}"`).join(' ')}`]
      : []),
  ].join(' && ');
}

function installed(name: string, range: string): string {
  return `"${range.startsWith('file:') ? range.slice('file:'.length) : `${name}@${range}`}"`;
}

function typeOptions(wanted: string): string {
  const { compilerOptions, include } = JSON.parse(wanted) as {
    compilerOptions: Record<string, unknown>;
    include: string[];
  };
  const { allowArbitraryExtensions, rootDirs } = compilerOptions;
  return `${JSON.stringify({ allowArbitraryExtensions, rootDirs }).slice(1, -1)}, and "include" ${JSON.stringify(include)}`;
}
