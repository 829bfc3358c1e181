import { report } from '../findings/report.js';
import { readFile, stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { PositionIndex, type Finding } from '../findings/finding.js';

const FILE = 'package.json';

/** What the built package says of itself as the library's own package.json does. */
const ABOUT = ['description', 'keywords', 'license', 'author', 'homepage', 'repository', 'bugs'];

/** What a library is called, and what it says of itself. */
export interface PackageIdentity {
  name: string;
  version: string;
  /** Further members of its package.json, as they stand there. */
  about: Record<string, unknown>;
}

/** A name that a registry takes, also in a scope; old packages have capitals in theirs. */
export const PACKAGE_NAME = /^(?:@[a-z0-9~-][a-z0-9._~-]*\/)?[a-z0-9~-][a-z0-9._~-]*$/;
/** Three numbers, and what may stand behind them (Semantic Versioning 2). */
const VERSION = /^\d+\.\d+\.\d+(?:-[0-9A-Za-z.-]+)?(?:\+[0-9A-Za-z.-]+)?$/;

/**
 * Name and version of the library from its package.json. Without that file it has the folder's name; what is wrong with
 * the file is added to the findings.
 */
export async function readPackage(root: string, findings: Finding[]): Promise<PackageIdentity> {
  const fallback: PackageIdentity = { name: folderName(root), version: '0.0.0', about: {} };
  let text: string;
  try {
    // Reading from a pipe would wait for whoever writes into it.
    if (!(await stat(join(root, FILE))).isFile()) throw new Error('it is no plain file');
    text = await readFile(join(root, FILE), 'utf8');
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    if (code !== 'ENOENT')
      findings.push(finding(`${FILE} cannot be read: ${message}.`, 'Check that it is a file you may read.'));
    return fallback;
  }
  if (text.startsWith('\uFEFF')) {
    findings.push(
      finding(
        `${FILE} begins with a byte order mark, which npm and others do not take.`,
        'Save it as UTF-8 without one.',
      ),
    );
    text = text.slice(1);
  }
  let manifest: Record<string, unknown>;
  try {
    manifest = JSON.parse(text) as Record<string, unknown>;
    if (typeof manifest !== 'object' || manifest === null || Array.isArray(manifest))
      throw new Error('it is no object');
  } catch (error) {
    findings.push(
      finding(`${FILE} is no JSON: ${(error as Error).message}.`, 'Fix it; it names the package.'),
    );
    return fallback;
  }
  const { name = fallback.name, version = fallback.version } = manifest;
  const at = (key: string): { line: number; column: number } =>
    new PositionIndex(text).at(Math.max(0, text.indexOf(`"${key}"`)));
  const checked = (key: 'name' | 'version', value: unknown, pattern: RegExp, help: string): string => {
    if (typeof value === 'string' && pattern.test(value)) return value;
    findings.push({ ...finding(`${JSON.stringify(value)} is no ${key} of a package.`, help), ...at(key) });
    return fallback[key];
  };
  return {
    name: checked(
      'name',
      name,
      PACKAGE_NAME,
      'Write small letters, digits and hyphens, with a scope or without.',
    ),
    version: checked('version', version, VERSION, 'Write three numbers: 1.0.0.'),
    about: Object.fromEntries(ABOUT.flatMap((key) => (key in manifest ? [[key, manifest[key]]] : []))),
  };
}

function finding(message: string, help: string): Finding {
  return report('library/package', { file: FILE, line: 1, column: 1 }, message, help);
}

function folderName(root: string): string {
  return (
    basename(root)
      .toLowerCase()
      .replace(/[^a-z0-9-]+/g, '-')
      .replace(/^-+|-+$/g, '') || 'library'
  );
}
