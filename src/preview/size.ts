import { dirname, join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { toolFile } from '../system/tool-files.js';
import { addressFrom, moduleAt, OWN_MODULE } from './module-at.js';
import { MEASURED_BUILD } from '../build/measured-build.js';
import type { LivePackage } from './live-package.js';
import type { LiveSize } from './shapes.js';

/** Measures an element as the cells show it; undefined if it cannot be bundled. */
export async function sizeOf(live: LivePackage, tag: string): Promise<LiveSize | undefined> {
  const { build } = await import('esbuild');
  const modules = 'live-package';
  try {
    const { outputFiles } = await build({
      entryPoints: [`/package/elements/${tag}.js`],
      ...MEASURED_BUILD,
      plugins: [
        {
          name: modules,
          setup(build) {
            build.onResolve({ filter: /.*/ }, ({ path, importer, namespace }) => {
              // The runtime is taken in parts, of which only those count that are used.
              if (namespace === 'file' && importer !== '')
                return { path: join(dirname(importer), path), sideEffects: false };
              const address = addressFrom(importer, path);
              if (OWN_MODULE.test(address))
                return { path: join(toolFile('runtime'), 'index.js'), sideEffects: false };
              return { path: address, namespace: modules };
            });
            build.onLoad({ filter: /.*/, namespace: modules }, async ({ path }) => ({
              contents: (await moduleAt(live, path)) ?? '',
            }));
          },
        },
      ],
    });
    const [file] = outputFiles;
    return { minified: file!.contents.length, brotli: brotliCompressSync(file!.contents).length };
  } catch {
    return undefined;
  }
}
