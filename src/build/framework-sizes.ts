import { brotliCompress } from 'node:zlib';
import { promisify } from 'node:util';
import { join } from 'node:path';
import { findFramework, type InstalledComponentFramework } from '../components/find-framework.js';
import { wrappedFramework } from '../components/index.js';
import { componentElements } from '../components/compile-components.js';
import type { LibraryElement } from '../library/library-element.js';
import { frameworkOptions, packagedComponents } from './bundle-components.js';
import { MEASURED_BUILD } from './measured-build.js';
import { cacheFolder, contentKey } from '../system/cache.js';
import { cachedValue } from '../system/remembered-value.js';
import { toolKey } from '../system/tool-key.js';

/** In bytes, minified and compressed with Brotli. */
interface Weights {
  /** With the framework, as the one file has it. */
  bundled: number;
  /** Without it: what mounts components. */
  shared: number;
}

/** What a framework costs the consumers of a package, and what it would cost otherwise. */
export interface FrameworkSize extends Weights {
  title: string;
  version: string;
  choice: 'bundled' | 'shared';
}

const compress = promisify(brotliCompress);

/** Measures each framework that a library's elements wrap components of, once for each of its versions. */
export async function frameworkSizes(
  root: string,
  elements: readonly Pick<LibraryElement, 'contract' | 'folder'>[],
): Promise<FrameworkSize[]> {
  const groups = [...componentElements(elements)];
  const tool = await toolKey();
  const sizes = await Promise.all(
    groups.map(async ([name, own]): Promise<FrameworkSize | undefined> => {
      const installed = findFramework(wrappedFramework(name), root);
      if ('missing' in installed) return undefined;
      const { framework, version, from } = installed;
      const key = contentKey(name, version, from, tool);
      const path = join(cacheFolder(), 'frameworks', key);
      const weights = await cachedValue<Weights>(path, key, () => weigh(installed, root));
      const choice = own.some(({ component }) => component.shared) ? 'shared' : 'bundled';
      return { title: framework.title, version, choice, ...weights };
    }),
  );
  return sizes.filter((size) => size !== undefined);
}

async function weigh(installed: InstalledComponentFramework, root: string): Promise<Weights> {
  const measured = [false, true].map((outside) => measure(installed, root, outside));
  const [bundled, shared] = (await Promise.all(measured)) as [number, number];
  return { bundled, shared };
}

async function measure(
  installed: InstalledComponentFramework,
  root: string,
  outside: boolean,
): Promise<number> {
  const { build } = await import('esbuild');
  const { outputFiles } = await build({
    absWorkingDir: root,
    entryPoints: [{ in: `../shared/${installed.framework.name}.js`, out: 'measured' }],
    outdir: 'out',
    ...MEASURED_BUILD,
    ...frameworkOptions([installed]),
    plugins: [
      packagedComponents(
        () => new Map(),
        () => [installed],
        root,
        outside,
      ),
    ],
  });
  return (await compress(outputFiles[0]!.contents)).length;
}
