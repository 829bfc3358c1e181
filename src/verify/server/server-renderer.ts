import { rmSync } from 'node:fs';
import { mkdir, mkdtemp, realpath, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { BuildOptions, Plugin } from 'esbuild';
import type { InstalledFramework } from '../../frameworks/find-framework.js';
import type { ServerRendering } from '../../frameworks/framework.js';
import { atEnd } from '../../system/at-exit.js';
import { once } from '../../system/once.js';
import { TOOL_ROOT } from '../../system/tool-files.js';
import { quoted } from '../../syntax/literal.js';
import type { RenderedPages } from './render-worker.js';

const WORKER = join(TOOL_ROOT, 'dist', 'render-worker.js');

/** Marks what is resolved as bundlers do it. */
const RESOLVING = Symbol('resolving');

/** Packages in CommonJS that are bundled ask for modules of Node. */
const REQUIRE =
  "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);";

/** How long a server may take for the pages of one element, in milliseconds. */
const LONGEST = 10_000;

/** Pages of one element in one framework, as their authors write them. */
export interface ServerExamples {
  installed: InstalledFramework;
  rendering: ServerRendering;
  /** By name: the file of the server, and the compiled example that it imports. */
  pages: ReadonlyMap<string, { file: string; example: string }>;
}

/** The package whose elements are rendered. */
export interface RenderedPackage {
  name: string;
  files: ReadonlyMap<string, string | Uint8Array>;
  /** Its modules: paths in the package, by specifier. */
  modules: ReadonlyMap<string, string>;
}

/**
 * A server as consumers have one: a built package and a framework's server renderer, loaded by Node as they are, in a thread of its own.
 */
export class ServerRenderer {
  readonly #folder = once(() => this.#unpack());
  #worker: Worker | undefined;
  #last: Promise<unknown> = Promise.resolve();
  #files = 0;

  constructor(readonly subject: RenderedPackage) {}

  /** Renders pages, one element at a time. Rejects with what the code throws, or where it comes to no end. */
  render(examples: ServerExamples): Promise<RenderedPages> {
    const own = this.#last.then(async () => this.#run(await this.#bundle(examples)));
    this.#last = own.catch(() => {});
    return own;
  }

  async end(): Promise<void> {
    await this.#worker?.terminate();
    this.#worker = undefined;
  }

  async #run(path: string): Promise<RenderedPages> {
    const worker = (this.#worker ??= new Worker(WORKER, { stdout: true, stderr: true }));
    worker.unref();
    let limit: NodeJS.Timeout | undefined;
    try {
      const answer = await new Promise<{ pages: RenderedPages } | { error: string }>((resolve, reject) => {
        worker.once('message', resolve);
        worker.once('error', reject);
        worker.once('exit', () => reject(new Error('It ends the process of the server.')));
        limit = setTimeout(() => reject(new Error('It comes to no end on a server.')), LONGEST);
        worker.postMessage(pathToFileURL(path).href);
      });
      if ('error' in answer) throw new Error(answer.error);
      return answer.pages;
    } catch (error) {
      // Whatever went on in it may go on.
      await this.end();
      throw error;
    } finally {
      clearTimeout(limit);
      for (const event of ['message', 'error', 'exit']) worker.removeAllListeners(event);
    }
  }

  /** Bundles an element's pages to one file, which imports package and framework from where they are. */
  async #bundle({ installed, rendering, pages }: ServerExamples): Promise<string> {
    const { build } = await import('esbuild');
    const folder = await this.#folder();
    const outfile = join(folder, `pages-${this.#files++}.mjs`);
    const names = [...pages.keys()];
    const contents = [
      ...names.map((name, place) => `import { page as page${place} } from ${quoted(`page:${name}`)};`),
      `export const pages = { ${names.map((name, place) => `${quoted(name)}: page${place}`).join(', ')} };`,
      `export { problems } from ${quoted(`${this.subject.name}/server`)};`,
    ].join('\n');
    const options: BuildOptions = {
      stdin: { contents, resolveDir: folder },
      outfile,
      bundle: true,
      platform: 'node',
      format: 'esm',
      logLevel: 'silent',
      conditions: ['production'],
      define: { 'process.env.NODE_ENV': '"production"' },
      alias: installed.aliases,
      banner: { js: REQUIRE },
      jsx: 'automatic',
      ...(rendering.jsxImportSource ? { jsxImportSource: rendering.jsxImportSource } : {}),
      plugins: [this.#resolve({ installed, rendering, pages }, join(folder, 'package'))],
    };
    await build(options);
    return outfile;
  }

  #resolve({ installed, rendering, pages }: ServerExamples, root: string): Plugin {
    const { name, modules } = this.subject;
    const { framework, from, aliases } = installed;
    const outside = (path: string): { path: string; external: true } => ({
      path: pathToFileURL(path).href,
      external: true,
    });
    // A second version of a package is found under its alias while it is bundled; otherwise Node loads packages as they are.
    const isBundled = Object.keys(aliases).length > 0;
    const loader = rendering.file.endsWith('.jsx') ? 'jsx' : 'js';
    return {
      name: 'server',
      setup(build) {
        build.onResolve({ filter: /^page:/ }, ({ path }) => ({ path: path.slice(5), namespace: 'page' }));
        build.onLoad({ filter: /.*/, namespace: 'page' }, ({ path }) => ({
          contents: pages.get(path)!.file,
          loader,
        }));
        build.onResolve({ filter: /.*/ }, async ({ path, importer, namespace, kind, pluginData }) => {
          if (pluginData === RESOLVING) return undefined;
          if (path === `./${framework.exampleFile}`) return { path: importer, namespace: 'example' };
          if (path === `${name}/server` && namespace !== 'heard') return { path, namespace: 'heard' };
          const own = modules.get(path);
          if (own !== undefined) return outside(join(root, own));
          if (isBundled && namespace === 'file') return undefined;
          const found = await build.resolve(path, { kind, resolveDir: from, pluginData: RESOLVING });
          return isBundled || found.errors.length > 0 || found.external ? found : outside(found.path);
        });
        build.onLoad({ filter: /.*/, namespace: 'example' }, ({ path }) => ({
          contents: pages.get(path)!.example,
          loader: 'js',
        }));
        build.onLoad({ filter: /.*/, namespace: 'heard' }, ({ path }) => ({
          contents: hearProblems(path),
          loader: 'js',
        }));
      },
    };
  }

  /** Writes the package where Node finds it. */
  async #unpack(): Promise<string> {
    const folder = await realpath(await mkdtemp(join(tmpdir(), 'lastwright-server-')));
    atEnd(() => rmSync(folder, { recursive: true, force: true }));
    await Promise.all(
      [...this.subject.files].map(async ([path, content]) => {
        if (path.endsWith('.map') || path.endsWith('.d.ts')) return;
        const place = join(folder, 'package', path);
        await mkdir(dirname(place), { recursive: true });
        await writeFile(place, content);
      }),
    );
    return folder;
  }
}

/** The package's module for servers, which tells what it cannot render. */
function hearProblems(specifier: string): string {
  return `import * as server from ${quoted(specifier)};
export const problems = [];
const heard = (options) => ({ ...options, onProblem: ({ tag, message }) => problems.push('<' + tag + '>: ' + message) });
export const renderHtml = (html, options) => server.renderHtml(html, heard(options));
export const render = (tag, input, options) => server.render(tag, input, heard(options));
`;
}
