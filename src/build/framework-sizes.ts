import { brotliCompress } from 'node:zlib';
import { promisify } from 'node:util';
import { findFramework } from '../components/find-framework.js';
import { wrappedFramework } from '../components/index.js';
import { componentElements } from '../components/compile-components.js';
import type { LibraryElement } from '../library/library-element.js';
import { frameworkOptions, packagedComponents } from './bundle-components.js';
import { MEASURED_BUILD } from './measured-build.js';

/** What a framework costs the consumers of a package, and what it would cost otherwise; in bytes, minified and compressed with Brotli. */
export interface FrameworkSize {
  title: string;
  version: string;
  choice: 'bundled' | 'shared';
  /** With the framework, as the one file has it. */
  bundled: number;
  /** Without it: what mounts components. */
  shared: number;
}

const compress = promisify(brotliCompress);

/** Measures each framework that a library's elements wrap components of. */
export async function frameworkSizes(
  root: string,
  elements: readonly Pick<LibraryElement, 'contract' | 'folder'>[],
): Promise<FrameworkSize[]> {
  const groups = [...componentElements(elements)];
  const sizes = await Promise.all(
    groups.map(async ([name, own]): Promise<FrameworkSize | undefined> => {
      const installed = findFramework(wrappedFramework(name), root);
      if ('missing' in installed) return undefined;
      const measure = async (outside: boolean): Promise<number> => {
        const { build } = await import('esbuild');
        const { outputFiles } = await build({
          absWorkingDir: root,
          entryPoints: [{ in: `../shared/${name}.js`, out: 'measured' }],
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
      };
      const [bundled, shared] = await Promise.all([measure(false), measure(true)]);
      const choice = own.some(({ component }) => component.shared) ? 'shared' : 'bundled';
      return { title: installed.framework.title, version: installed.version, choice, bundled, shared };
    }),
  );
  return sizes.filter((size) => size !== undefined);
}
