import { readFile } from 'node:fs/promises';
import { basename, dirname, join, posix, relative } from 'node:path';
import type { BuildContext, BuildFailure, BuildOptions, Message, Plugin } from 'esbuild';
import {
  COMPONENT_BUILD,
  ComponentCompiler,
  componentElements,
  componentTools,
  type ComponentElement,
} from '../components/compile-components.js';
import { findFramework, type InstalledComponentFramework } from '../components/find-framework.js';
import { wrappedFramework } from '../components/index.js';
import type { ComponentFramework } from '../contract/component-frameworks.js';
import type { Finding } from '../findings/finding.js';
import { report } from '../findings/report.js';
import type { LibraryElement } from '../library/library-element.js';
import { slashed, type Library } from '../library/open-library.js';
import { bundledFrom } from '../system/bundled-from.js';
import { toolFile } from '../system/tool-files.js';
import { rememberedFiles, type ComponentFiles } from './remembered-components.js';

/** The components of a library as they lie in its package. */
export interface BundledComponents {
  /** Files of the package, by path: components, what mounts them, and what they share. */
  files: ComponentFiles['files'];
  /** The same with their frameworks left out, which is what the one file is made from; by path. */
  modules: Map<string, string>;
  /** The style that each element's component imports, by tag. */
  css: Map<string, string>;
  /** Files of the library that each component was made from, by tag. */
  sources: Map<string, string[]>;
  /** Frameworks that consumers bring along. */
  shared: InstalledComponentFramework[];
  installed: InstalledComponentFramework[];
  /** All files that they were made from, those of packages too: absolute paths. */
  inputs: string[];
  messages: Message[];
  findings: Finding[];
  /** Resolves when `files` are there, and what goes wrong with them is among `messages`; all else is there before. */
  written: Promise<unknown>;
}

/** One framework of a library: its compiler, and the bundle that is kept open. */
interface Open {
  compiler: ComponentCompiler;
  bundle: BuildContext | undefined;
  opened: string;
  /** What is bundled: the compiled components, by path. */
  modules: Map<string, string>;
}

/**
 * Puts components and their frameworks into files: a framework is there once, whichever components need it. Kept ready
 * for the next time, until it is closed.
 */
export class ComponentBundler {
  readonly #open = new Map<ComponentFramework, Open>();

  /** With `remembers`, what an earlier process bundled is taken from the tool's cache, and kept there for the next. */
  constructor(readonly remembers = false) {}

  /** With `whole`, frameworks come along whatever contracts say. */
  async bundle(
    library: Library,
    elements: readonly LibraryElement[],
    whole = false,
  ): Promise<BundledComponents> {
    const bundled: BundledComponents = {
      files: [],
      modules: new Map(),
      css: new Map(),
      sources: new Map(),
      shared: [],
      installed: [],
      inputs: [],
      messages: [],
      findings: [],
      written: Promise.resolve(),
    };
    const groups = componentElements(elements);
    const writing = await Promise.all(
      [...groups].map(([name, own]) =>
        this.#framework(name, whole ? own.map(bundledWhole) : own, library, elements, bundled),
      ),
    );
    bundled.written = Promise.all(writing.map((write) => write?.()));
    // It is told to whoever waits for it.
    bundled.written.catch(() => {});
    return bundled;
  }

  async close(): Promise<void> {
    const all = [...this.#open.values()];
    this.#open.clear();
    await Promise.all(all.flatMap(({ compiler, bundle }) => [compiler.close(), bundle?.dispose()]));
  }

  /** Compiles a framework's components; gives how their files are written. */
  async #framework(
    name: ComponentFramework,
    own: readonly ComponentElement[],
    library: Library,
    elements: readonly LibraryElement[],
    bundled: BundledComponents,
  ): Promise<(() => Promise<void>) | undefined> {
    const framework = wrappedFramework(name);
    const contractOf = ({ tag }: ComponentElement) =>
      elements.find(({ contract }) => contract.tag === tag)!.contract;
    const at = (one: ComponentElement, key: string) => {
      const { file, locate } = contractOf(one);
      return { file, ...locate(['wraps', key], 'key') };
    };
    const installed = findFramework(framework, library.root);
    if ('missing' in installed) {
      bundled.findings.push(
        ...own.map((one) =>
          report(
            'wraps/framework',
            at(one, name),
            `The component needs ${framework.title}, and ${installed.missing}.`,
            `Run ${installed.install}.`,
          ),
        ),
      );
      return undefined;
    }
    const shares = own.some(({ component }) => component.shared);
    const against = own.find(({ component }) => shares && component.shared === false);
    if (against) {
      bundled.findings.push(
        report(
          'wraps/framework-choice',
          at(against, 'framework'),
          `This element brings ${framework.title} along, and another one of the library leaves it to consumers.`,
          'Decide it the same for all elements of the package: two copies would know nothing of each other.',
        ),
      );
      return undefined;
    }
    bundled.installed.push(installed);
    if (shares) bundled.shared.push(installed);
    const open = this.#opened(name, library.root);
    const compiled = await open.compiler.compile(own);
    bundled.messages.push(...compiled.errors);
    bundled.inputs.push(...compiled.inputs);
    if (compiled.errors.length > 0) return undefined;
    for (const [path, text] of compiled.modules) bundled.modules.set(path, text);
    for (const [tag, css] of compiled.css) bundled.css.set(tag, css);
    for (const [tag, files] of compiled.files) bundled.sources.set(tag, files);
    open.modules = compiled.modules;
    return () => this.#write(installed, own, library, bundled, shares);
  }

  async #write(
    installed: InstalledComponentFramework,
    own: readonly ComponentElement[],
    library: Library,
    bundled: BundledComponents,
    shares: boolean,
  ): Promise<void> {
    const { framework, version } = installed;
    const open = this.#opened(framework.name, library.root);
    const wanted = JSON.stringify([own.map(({ tag }) => tag), shares, version]);
    const make = async (): Promise<ComponentFiles> => {
      if (open.opened !== wanted) {
        await open.bundle?.dispose();
        const { context } = await import('esbuild');
        open.bundle = await context(this.#options(installed, own, library, open, shares));
        open.opened = wanted;
      }
      const { outputFiles = [], metafile } = await open.bundle!.rebuild();
      const files = outputFiles.map(({ path, contents, hash }) => ({ path, contents, hash }));
      return { files, inputs: bundledFrom(metafile!, library.root) };
    };
    try {
      // What stands ready is as fast as what is remembered.
      const { files, inputs } =
        open.bundle || !this.remembers
          ? await make()
          : await rememberedFiles(library, framework.name, [wanted, [...open.modules]], make);
      bundled.files.push(...files);
      bundled.inputs.push(...inputs);
    } catch (error) {
      const { errors } = error as BuildFailure;
      if (!Array.isArray(errors)) throw error;
      bundled.messages.push(...errors);
    }
  }

  #opened(name: ComponentFramework, root: string): Open {
    const known = this.#open.get(name);
    if (known) return known;
    const compiler = new ComponentCompiler(root, wrappedFramework(name));
    const open: Open = { compiler, bundle: undefined, opened: '', modules: new Map() };
    this.#open.set(name, open);
    return open;
  }

  #options(
    installed: InstalledComponentFramework,
    own: readonly ComponentElement[],
    library: Library,
    open: Open,
    shares: boolean,
  ): BuildOptions {
    const { name } = installed.framework;
    return {
      ...COMPONENT_BUILD,
      absWorkingDir: library.root,
      entryPoints: [
        ...own.map(({ tag }) => ({ in: `../components/${tag}.js`, out: `components/${tag}` })),
        { in: `../shared/${name}.js`, out: `shared/${name}` },
      ],
      chunkNames: 'shared/[name]-[hash]',
      sourcemap: 'linked',
      metafile: true,
      // A framework is nobody's reading, and its files would be named as this machine has them.
      minify: !shares,
      ...frameworkOptions([installed], shares),
      plugins: [
        packagedComponents(
          () => open.modules,
          () => [installed],
          library.root,
          shares,
        ),
      ],
    };
  }
}

function bundledWhole(element: ComponentElement): ComponentElement {
  return { ...element, component: { ...element.component, shared: false } };
}

/** What bundling frameworks needs, unless they are left out. */
export function frameworkOptions(
  installed: readonly InstalledComponentFramework[],
  outside = false,
): Pick<BuildOptions, 'conditions' | 'define'> {
  if (outside || installed.length === 0) return {};
  const conditions = installed.flatMap(({ framework }) => framework.conditions ?? []);
  const defines = installed.map(({ framework }) => framework.defines);
  return {
    conditions: [...new Set([...conditions, 'production', 'module'])],
    define: Object.assign({ 'process.env.NODE_ENV': '"production"' }, ...defines),
  };
}

const COMPONENT = 'packaged-component';

/** A source map that leads to one line without text: esbuild follows none that has no source. */
// The comment must not look like one of this file.
const NO_MAP = `//# ${'sourceMappingURL'}=data:application/json;base64,${Buffer.from(
  JSON.stringify({ version: 3, sources: ['framework'], sourcesContent: [''], mappings: 'AAAA' }),
).toString('base64')}`;

/**
 * Gives esbuild the compiled components, what mounts them, and their frameworks, under the addresses that they have in
 * a package. With `outside`, frameworks are left to whoever uses the package.
 */
export function packagedComponents(
  modules: () => ReadonlyMap<string, string>,
  installed: () => readonly InstalledComponentFramework[],
  root: string,
  outside: boolean,
): Plugin {
  return {
    name: 'packaged-components',
    setup: (build) => {
      build.onResolve({ filter: /^\.\.\/(?:components|shared)\// }, ({ path }) => {
        const inPackage = path.slice('../'.length);
        if (modules().has(inPackage)) return { path: inPackage, namespace: COMPONENT };
        const mounts = installed().find(({ framework }) => inPackage === `shared/${framework.name}.js`);
        return mounts && { path: join(toolFile('runtime'), mounts.framework.mount) };
      });
      build.onResolve({ filter: /^\.\.?\//, namespace: COMPONENT }, ({ path, importer }) => ({
        path: posix.join(posix.dirname(importer), path),
        namespace: COMPONENT,
      }));
      build.onResolve({ filter: /^\.\// }, ({ path, importer }) =>
        dirname(importer) === toolFile('runtime') && basename(importer).startsWith('mount-')
          ? { path: join(toolFile('runtime'), path), sideEffects: false }
          : undefined,
      );
      build.onLoad({ filter: /.*/, namespace: COMPONENT }, ({ path }) => ({
        contents: modules().get(path)!,
        resolveDir: root,
      }));
      build.onLoad({ filter: /[\\/]mount-[a-z]+\.js$/ }, async ({ path }) => {
        if (dirname(path) !== toolFile('runtime')) return undefined;
        const mounts = installed().find(({ framework }) => framework.mount === basename(path))!;
        return { contents: await readFile(path, 'utf8'), resolveDir: mounts.from };
      });
      for (const one of installed()) setUpFramework(build, one, outside);
      // Nobody debugs a package by the source of its framework, which would be most of the map.
      build.onLoad({ filter: /[\\/]node_modules[\\/].*\.[cm]?js$/ }, async ({ path }) => ({
        contents: `${await readFile(path, 'utf8')}\n${NO_MAP}`,
        resolveDir: dirname(path),
      }));
    },
  };
}

function setUpFramework(
  build: Parameters<Plugin['setup']>[0],
  { framework, from }: InstalledComponentFramework,
  outside: boolean,
): void {
  const { made = {}, owns } = framework;
  build.onResolve({ filter: /^made:/ }, ({ path }) => {
    const name = path.slice('made:'.length);
    return name in made ? { path: name, namespace: 'made-by-framework' } : undefined;
  });
  for (const plugin of framework.plugins(componentTools(from))) void plugin.setup(build);
  build.onResolve({ filter: owns }, ({ path, kind, resolveDir, pluginData }) => {
    if (outside) return { path, external: true };
    // Wherever something of it is asked for, it is the library's own copy.
    if (resolveDir === from || pluginData === owns) return undefined;
    return build.resolve(path, { kind, resolveDir: from, pluginData: owns });
  });
}

/** The path in the package of what was made, from the library's root. */
export function packagePath({ path }: { path: string }, root: string): string {
  return slashed(relative(join(root, 'out'), path));
}
