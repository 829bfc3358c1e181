import { basename, join } from 'node:path';
import { cacheFolder, contentKey } from '../system/cache.js';
import { cachedValue } from '../system/remembered-value.js';
import type { InstalledFramework } from './find-framework.js';
import { frameworkTools } from './framework-tools.js';

/** A framework, and where its packages are. */
type FoundFramework = Omit<InstalledFramework, 'serverMissing'>;

/**
 * The framework's own modules for browsers, by specifier, and the files they consist of; cached by version. `more` are modules
 * that are to be made of the same packages, by the names under which they are asked for.
 */
export async function vendorFiles(
  { framework: own, from, version, aliases }: FoundFramework,
  more?: Pick<FoundFramework['framework'], 'vendor' | 'defines'>,
): Promise<{ specifiers: Map<string, string>; files: Map<string, string> }> {
  const framework = more
    ? {
        ...own,
        vendor: { ...own.vendor, ...more.vendor },
        defines: { ...own.defines, ...more.defines },
      }
    : own;
  const installed = { framework, from, version, aliases };
  const names = Object.keys(framework.vendor).map(
    (specifier, place) => [specifier, `entry-${place}.js`] as const,
  );
  const specifiers = new Map(names);
  if (names.length === 0) return { specifiers, files: new Map() };
  const how = JSON.stringify([framework.vendor, framework.defines, aliases, String(framework.plugins)]);
  const key = `${framework.name}-${version}-${contentKey(how, from)}`;
  const files = await cachedValue(join(cacheFolder(), 'frameworks', key), key, () =>
    bundleVendor(installed, specifiers),
  );
  return { specifiers, files };
}

async function bundleVendor(
  { framework, from, aliases }: FoundFramework,
  specifiers: ReadonlyMap<string, string>,
): Promise<Map<string, string>> {
  const { build } = await import('esbuild');
  const plugins = await framework.plugins?.(frameworkTools(from, new Set()));
  const { outputFiles } = await build({
    entryPoints: [...specifiers].map(([specifier, name]) => ({
      in: `vendor:${specifier}`,
      out: name.replace(/\.js$/, ''),
    })),
    bundle: true,
    splitting: true,
    format: 'esm',
    minify: true,
    write: false,
    outdir: '/vendor',
    target: 'es2022',
    logLevel: 'silent',
    // Aliases are looked up from there.
    absWorkingDir: from,
    alias: aliases,
    conditions: ['production', 'module'],
    define: {
      'process.env.NODE_ENV': '"production"',
      ...framework.defines,
    },
    plugins: [
      ...(plugins ?? []),
      {
        name: 'vendor',
        setup(build) {
          build.onResolve({ filter: /^vendor:/ }, ({ path }) => ({
            path: path.slice('vendor:'.length),
            namespace: 'vendor',
          }));
          build.onLoad({ filter: /.*/, namespace: 'vendor' }, ({ path }) => ({
            contents: framework.vendor[path]!,
            resolveDir: from,
          }));
        },
      },
    ],
  });
  return new Map(outputFiles.map(({ path, text }) => [basename(path), text]));
}
