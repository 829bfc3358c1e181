import { readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { WRAPPED_FRAMEWORKS } from '../components/index.js';
import type { ComponentFramework } from '../contract/component-frameworks.js';

/** Frameworks that the nearest package.json names, from a file's folder upwards; none where there is no such file. */
export async function frameworksOfProject(path: string): Promise<ComponentFramework[]> {
  for (let folder = dirname(path); ; folder = dirname(folder)) {
    const text = await readFile(join(folder, 'package.json'), 'utf8').catch(() => undefined);
    if (text !== undefined) return namedBy(text);
    if (folder === dirname(folder)) return [];
  }
}

function namedBy(text: string): ComponentFramework[] {
  let asked: Partial<Record<'dependencies' | 'devDependencies' | 'peerDependencies', object>>;
  try {
    asked = (JSON.parse(text) ?? {}) as typeof asked;
  } catch {
    return [];
  }
  const packages = Object.keys({
    ...asked.dependencies,
    ...asked.devDependencies,
    ...asked.peerDependencies,
  });
  return WRAPPED_FRAMEWORKS.filter(({ owns }) => packages.some((one) => owns.test(one))).map(
    ({ name }) => name,
  );
}
