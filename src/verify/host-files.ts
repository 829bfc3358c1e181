import { createHash } from 'node:crypto';
import { mkdir, mkdtemp, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { basename, dirname, join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { TOOL_ROOT } from '../tool-files.js';
import { cacheFolder } from '../cache.js';
import type { Host, HostTools } from '../hosts/host.js';

/** A host whose packages were found. */
export interface InstalledHost {
  host: Host;
  /** The first package's version; empty for plain HTML. */
  version: string;
  /** Folder from which its packages are resolved. */
  from: string;
}

/** A host with a package that is not installed, or in another major version. */
export interface MissingHost {
  host: Host;
  missing: string;
  install: string;
}

/** Looks for a host's packages from the library's folder upwards, then beside the tool. */
export async function findHost(host: Host, libraryRoot: string): Promise<InstalledHost | MissingHost> {
  let missing = '';
  for (const from of [libraryRoot, TOOL_ROOT]) {
    const versions = await Promise.all(host.packages.map(({ name }) => versionOf(name, from)));
    const wrong = host.packages.findIndex(
      ({ major }, place) => Number(versions[place]?.split('.')[0]) !== major,
    );
    if (wrong === -1) return { host, version: versions[0] ?? '', from };
    const { name, major } = host.packages[wrong]!;
    missing ||= versions[wrong]
      ? `${name} is installed in version ${versions[wrong]}, not ${major}`
      : `${name} is not installed`;
  }
  return {
    host,
    missing,
    install: `npm install ${host.packages.map(({ name, major }) => `${name}@${major}`).join(' ')}`,
  };
}

async function versionOf(name: string, from: string): Promise<string | undefined> {
  for (let folder = from; ; folder = dirname(folder)) {
    const text = await readFile(join(folder, 'node_modules', name, 'package.json'), 'utf8').catch(
      () => undefined,
    );
    if (text) return (JSON.parse(text) as { version: string }).version;
    if (folder === dirname(folder)) return undefined;
  }
}

/** A short name for content, the same for the same content. */
export function contentKey(...parts: readonly string[]): string {
  return createHash('sha256').update(parts.join('\0')).digest('hex').slice(0, 20);
}

/** The host's own modules for browsers, by specifier, and the files they consist of; cached by version. */
export async function vendorFiles({
  host,
  from,
  version,
}: InstalledHost): Promise<{ specifiers: Map<string, string>; files: Map<string, string> }> {
  const names = Object.keys(host.vendor).map((specifier, place) => [specifier, `entry-${place}.js`] as const);
  const specifiers = new Map(names);
  if (names.length === 0) return { specifiers, files: new Map() };
  const folder = join(
    cacheFolder(),
    'hosts',
    `${host.name}-${version}-${contentKey(JSON.stringify(host.vendor), from)}`,
  );
  const cached = await readdir(folder).catch(() => undefined);
  if (cached) {
    const texts = await Promise.all(cached.map((name) => readFile(join(folder, name), 'utf8')));
    return { specifiers, files: new Map(cached.map((name, place) => [name, texts[place]!])) };
  }
  const files = await bundleVendor(host, from, specifiers);
  await writeCache(folder, files);
  return { specifiers, files };
}

async function bundleVendor(
  host: Host,
  from: string,
  specifiers: ReadonlyMap<string, string>,
): Promise<Map<string, string>> {
  const { build } = await import('esbuild');
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
    define: {
      'process.env.NODE_ENV': '"production"',
      __VUE_OPTIONS_API__: 'false',
      __VUE_PROD_DEVTOOLS__: 'false',
      __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'false',
    },
    plugins: [
      {
        name: 'vendor',
        setup(build) {
          build.onResolve({ filter: /^vendor:/ }, ({ path }) => ({
            path: path.slice('vendor:'.length),
            namespace: 'vendor',
          }));
          build.onLoad({ filter: /.*/, namespace: 'vendor' }, ({ path }) => ({
            contents: host.vendor[path]!,
            resolveDir: from,
          }));
        },
      },
    ],
  });
  return new Map(outputFiles.map(({ path, text }) => [basename(path), text]));
}

async function writeCache(folder: string, files: ReadonlyMap<string, string>): Promise<void> {
  await mkdir(dirname(folder), { recursive: true });
  const fresh = await mkdtemp(`${folder}.new-`);
  await Promise.all([...files].map(([name, text]) => writeFile(join(fresh, name), text)));
  await rename(fresh, folder).catch(() => rm(fresh, { recursive: true, force: true }));
}

/** Compiles examples with the host's compiler, each once: results are kept by source and version. */
export class ExampleCompiler {
  readonly #tools: HostTools;
  readonly #folder: string;
  readonly #done = new Map<string, Promise<string>>();

  constructor(
    readonly installed: InstalledHost,
    tags: ReadonlySet<string>,
  ) {
    const { host, from, version } = installed;
    const require = createRequire(join(from, 'package.json'));
    this.#folder = join(
      cacheFolder(),
      'examples',
      `${host.name}-${version}-${contentKey(host.compile.toString())}`,
    );
    this.#tools = {
      isCustomElement: (tag) => tags.has(tag) || tag.includes('-'),
      load: (specifier) => import(pathToFileURL(require.resolve(specifier)).href),
    };
  }

  compile(source: string): Promise<string> {
    const key = contentKey(source);
    const known = this.#done.get(key);
    if (known) return known;
    const made = this.#make(key, source);
    this.#done.set(key, made);
    return made;
  }

  async #make(key: string, source: string): Promise<string> {
    const path = join(this.#folder, `${key}.js`);
    const cached = await readFile(path, 'utf8').catch(() => undefined);
    if (cached !== undefined) return cached;
    const code = await this.installed.host.compile(source, this.#tools);
    await mkdir(this.#folder, { recursive: true });
    const fresh = `${path}.${process.pid}.new`;
    await writeFile(fresh, code);
    await rename(fresh, path);
    return code;
  }
}
