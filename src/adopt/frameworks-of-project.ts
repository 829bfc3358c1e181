import { readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { WRAPPED_FRAMEWORKS } from '../components/index.js';
import type { WrappedFramework } from '../components/framework.js';
import { projectFolder } from './foreign-library.js';

/** Frameworks that a file's project names in its package.json; none where that cannot be read. */
export async function frameworksOfProject(path: string): Promise<WrappedFramework[]> {
  let asked: Partial<Record<'dependencies' | 'devDependencies' | 'peerDependencies', object>>;
  try {
    const text = await readFile(join(projectFolder(dirname(path)), 'package.json'), 'utf8');
    asked = (JSON.parse(text) ?? {}) as typeof asked;
  } catch {
    return [];
  }
  const { dependencies, devDependencies, peerDependencies } = asked;
  const packages = Object.keys({ ...dependencies, ...devDependencies, ...peerDependencies });
  return WRAPPED_FRAMEWORKS.filter(({ owns }) => packages.some((one) => owns.test(one)));
}
