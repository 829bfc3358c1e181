import { stat } from 'node:fs/promises';
import { join, relative } from 'node:path';
import { findFolder } from '../frameworks/find-framework.js';
import { slashed, type Library } from '../library/open-library.js';
import { UsageError } from '../system/usage-error.js';
import { manifestSources, readManifest } from './read-manifest.js';
import type { Source } from './source.js';

/** The folder of a package, by its path or by the name under which it is installed. */
export async function packageFolder(path: string | undefined, name: string, from: string): Promise<string> {
  if (path !== undefined) return path;
  const installed = /^(?:@[\w.-]+\/)?[\w.-]+$/.test(name) ? findFolder(name, from) : undefined;
  if (installed !== undefined && (await stat(installed)).isDirectory()) return installed;
  throw new UsageError(
    `There is neither a file "${name}" nor an installed package of that name.`,
    'Check the path, or install the package.',
  );
}

/** What a whole package has, as elements that wrap its classes. */
export async function adoptPackage(
  library: Library,
  folder: string,
  { tag }: { tag?: string | undefined },
): Promise<Source[]> {
  const found = await readManifest(folder);
  const elements = tag === undefined ? found.elements : found.elements.filter((one) => one.tag === tag);
  if (elements.length === 0)
    throw new UsageError(
      `${found.name} has no element <${tag}>.`,
      `It has: ${found.elements.map((one) => one.tag).join(', ')}.`,
    );
  const isInstalled = findFolder(found.name, library.root) !== undefined;
  const inElement = (tag: string, module: string): string =>
    slashed(relative(join(library.root, library.elementsFolder, tag), join(folder, module)));
  return manifestSources({ ...found, elements }, ({ tag, module, className }) => ({
    element: isInstalled ? `${found.name}/${module}` : inElement(tag, module),
    ...(className === undefined ? {} : { export: className }),
  }));
}
