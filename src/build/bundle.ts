import { report } from '../findings/report.js';
import { readFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import type {
  BuildContext,
  BuildFailure,
  BuildOptions,
  BuildResult,
  Message,
  OnResolveResult,
  Plugin,
} from 'esbuild';
import type { Analysis, LibraryElement } from '../library/library-element.js';
import { withSeverities } from '../analysis/severity.js';
import { isEmitted, type Implementation } from '../contract/implementation.js';
import type { InstalledComponentFramework } from '../components/find-framework.js';
import type { Contract } from '../contract/model.js';
import type { Finding } from '../findings/finding.js';
import { slashed, type Library } from '../library/open-library.js';
import { quoted } from '../syntax/literal.js';
import { PASSING, takesOverOf } from '../emit/browser/element.js';
import {
  ComponentBundler,
  frameworkOptions,
  packagedComponents,
  packagePath,
  type BundledComponents,
} from './bundle-components.js';
import { RememberedClasses, type EmittedFile } from './remembered-classes.js';
import type { ComponentFiles } from './remembered-components.js';
import { SERVER_FOLDER, serverEntry } from './server-package.js';
import {
  emitShipped,
  SERVER_HELPERS,
  serverModuleOf,
  shipElement,
  shipLibraryStyles,
  stylesModule,
  type LibraryStyles,
  type ShippedElement,
} from './shipped.js';
import { OutsideImports } from './outside-imports.js';
import { bundleName } from './package-manifest.js';
import { bundledFrom } from '../system/bundled-from.js';
import { toolFile } from '../system/tool-files.js';

/** Names by which made modules import each other while they are bundled. */
const RUNTIME = 'lastwright:runtime';
const USED_RUNTIME = 'lastwright:used-runtime';
const USED_PASSING = 'lastwright:used-passing';
const RUNTIME_MODULE = 'lastwright:runtime/';
const CLASS = 'lastwright:class/';
const BUNDLE = 'lastwright:bundle';
const STYLES = 'lastwright:styles';
const SERVER = 'lastwright:server-package';
const SERVER_ELEMENT = 'lastwright:server/';

/** The namespace of modules that lie in no file. */
const MADE = 'made';

/** Starts the bundler's process ahead, so that it is there when the library has been read. */
export async function startBundler(): Promise<void> {
  const { transform } = await import('esbuild');
  await transform('');
}

/** Script files of a package, by path relative to the output folder; or why they could not be made. */
export interface Bundled {
  files: Map<string, Uint8Array | string>;
  findings: Finding[];
  /** Frameworks of wrapped components that the package leaves to its consumers. */
  shared: readonly InstalledComponentFramework[];
  /** All files that were read to make them, beside those of the library that were read before: absolute paths. */
  inputs: readonly string[];
}

/** No files, for these reasons. */
function nothing(findings: Finding[]): Bundled {
  return { files: new Map(), findings, shared: [], inputs: [] };
}

/**
 * Makes the script files of a package: the emitted classes as they are, behaviors and wrapped classes with
 * what they import, the part of the runtime that is used, and one file with everything for a script tag. What it
 * has made before of elements that are the same objects still is kept for the next time, until it is closed.
 */
export class Bundler {
  readonly #emitted = new WeakMap<LibraryElement, EmittedFile>();
  readonly #finished = new Map<string, { hash: string; contents: Uint8Array | string }>();
  readonly #components: ComponentBundler;
  /** What an earlier process emitted. */
  #remembered: RememberedClasses | undefined;
  readonly #outside = new OutsideImports();
  #bundles: BuildContext[] = [];
  /** What the open bundles were opened with. */
  #opened = '';
  /** What the bundles are made from, the next time. */
  #sources!: Sources;

  /** With `remembers`, parts of what an earlier process made are taken from the tool's cache, and kept there for the next. */
  constructor(readonly remembers = false) {
    this.#components = new ComponentBundler(remembers);
  }

  async bundle(
    library: Library,
    checked: readonly LibraryElement[],
    libraryStyles: Analysis['styles'],
  ): Promise<Bundled> {
    const [components, remembered] = await Promise.all([
      this.#components.bundle(library, checked),
      // What this process has made itself, it has at hand.
      this.remembers && !this.#opened ? RememberedClasses.of(library) : undefined,
    ]);
    this.#remembered = remembered;
    try {
      return await this.#whole(library, checked, libraryStyles, components);
    } finally {
      await Promise.all([components.written, remembered?.save()]);
    }
  }

  /** The package with its components, whose files are written meanwhile: a framework takes a while. */
  async #whole(
    library: Library,
    checked: readonly LibraryElement[],
    libraryStyles: Analysis['styles'],
    components: BundledComponents,
  ): Promise<Bundled> {
    const findings: Finding[] = [];
    const own = shipLibraryStyles(libraryStyles, library.root, findings);
    const failed = (): Finding[] => [
      ...components.findings,
      ...components.messages.map((message) => toFinding(message, library)),
    ];
    if (failed().length > 0) return nothing(failed());
    const elements = checked.map((element) =>
      shipElement(element, own, library.root, findings, components.css.get(element.contract.tag)),
    );
    if (findings.length > 0) return nothing(findings);
    const styles = own.sheets.length > 0 ? stylesModule(own, RUNTIME) : undefined;
    const files: Bundled['files'] = new Map();
    const runtime = new Set(['define', ...(styles?.runtime ?? [])]);
    const classes = new Map<string, string>();
    elements.forEach((element, place) => {
      const { tag } = element.contract;
      if (!isEmitted(element.contract)) return;
      const made = this.#emit(checked[place]!, element, styles !== undefined);
      for (const name of made.runtime) runtime.add(name);
      files.set(`classes/${tag}.js`, `${made.code}//# sourceMappingURL=${tag}.js.map\n`);
      files.set(`classes/${tag}.js.map`, made.map);
      const encoded = Buffer.from(made.map).toString('base64');
      classes.set(tag, `${made.code}//# sourceMappingURL=data:application/json;base64,${encoded}\n`);
    });
    // The part that stands apart is made on top of the rest.
    if ([...runtime].some((name) => PASSING.has(name))) {
      for (const name of ['ViewElement', 'insideOf', 'mark', 'rootOf']) runtime.add(name);
      if (runtime.has('watchControl')) runtime.add('relay');
      if (runtime.has('ControlElement')) runtime.add('alreadyHeard');
    }
    const names = [...runtime].sort();
    const passing = names.filter((name) => PASSING.has(name));
    const core = names.filter((name) => !PASSING.has(name));
    const byTag = new Map(elements.map((element) => [element.contract.tag, element]));
    const server = this.#serverModules(elements, own, library, files);
    this.#sources = {
      library,
      elements: byTag,
      classes,
      core,
      passing,
      styles: styles?.code,
      components,
      server,
    };
    this.#outside.begin(library.root);
    try {
      const made = await this.#build();
      await components.written;
      if (failed().length > 0) return nothing(failed());
      const inputs = [...components.inputs];
      for (const { metafile } of made) inputs.push(...bundledFrom(metafile!, library.root));
      for (const file of [...components.files, ...made.flatMap(({ outputFiles }) => outputFiles ?? [])])
        files.set(packagePath(file, library.root), this.#finish(file, library));
      const found = withSeverities(this.#outside.findings(), library);
      return { files, findings: found, shared: components.shared, inputs };
    } catch (error) {
      const { errors } = error as BuildFailure;
      if (!Array.isArray(errors)) throw error;
      return nothing(errors.map((message) => toFinding(message, library)));
    }
  }

  /** Ends what the bundler keeps ready; it can be used again. */
  async close(): Promise<void> {
    await Promise.all([this.#components.close(), this.#closeBundles()]);
  }

  async #closeBundles(): Promise<void> {
    const bundles = this.#bundles;
    this.#bundles = [];
    this.#opened = '';
    await Promise.all(bundles.map((bundle) => bundle.dispose()));
  }

  /** The modules from which servers render, by tag; the style files that pages can share join the package's files. */
  #serverModules(
    elements: readonly ShippedElement[],
    own: LibraryStyles,
    library: Library,
    files: Bundled['files'],
  ): Map<string, string> {
    const contracts = new Map(elements.map(({ contract }) => [contract.tag, contract]));
    const modules = new Map<string, string>();
    for (const element of elements.filter(({ contract }) => takesOverOf(contract))) {
      const { code, styles } = serverModuleOf(element, own, contracts, library.root);
      modules.set(element.contract.tag, code);
      for (const [file, css] of styles) files.set(`${SERVER_FOLDER}/styles/${file}`, css);
    }
    return modules;
  }

  /** The element's class, made anew only if the element or the style that it gets is another one. */
  #emit(element: LibraryElement, shipped: ShippedElement, hasStyles: boolean): EmittedFile {
    const { css, documentCss, libraryCss, contract } = shipped;
    const styles = JSON.stringify([css, documentCss, libraryCss, hasStyles, contract.server]);
    const known = this.#emitted.get(element);
    if (known?.styles === styles) return known;
    const made = this.#remembered?.recall(element.folder, styles) ?? emitFile(shipped, hasStyles, styles);
    this.#emitted.set(element, made);
    this.#remembered?.keep(element.folder, made);
    return made;
  }

  /** Builds what is open, opened anew if other files than the last time are to be made. */
  async #build(): Promise<BuildResult[]> {
    const bundles = this.#wanted();
    const wanted = JSON.stringify(bundles);
    if (wanted !== this.#opened) {
      await this.#closeBundles();
      const { context } = await import('esbuild');
      this.#bundles = await Promise.all(
        bundles.map(({ runtime, ...options }) => {
          const { components, library } = this.#sources;
          const packaged =
            components.installed.length > 0
              ? [
                  packagedComponents(
                    () => this.#sources.components.modules,
                    () => this.#sources.components.installed,
                    library.root,
                    false,
                  ),
                ]
              : [];
          return context({
            ...options,
            plugins: [...packaged, sources(() => this.#sources, runtime), this.#outside.plugin()],
          });
        }),
      );
      this.#opened = wanted;
    }
    return Promise.all(this.#bundles.map((bundle) => bundle.rebuild()));
  }

  /** The runtime; what stands beside it, and says where the runtime is; and everything in one file. */
  #wanted(): (BuildOptions & { runtime?: string })[] {
    const { library, passing, styles, server } = this.#sources;
    const elements = [...this.#sources.elements.values()];
    const common: BuildOptions = {
      absWorkingDir: library.root,
      bundle: true,
      write: false,
      target: 'es2022',
      sourcemap: 'linked',
      metafile: true,
      charset: 'utf8',
      logLevel: 'silent',
      legalComments: 'none',
      outdir: 'out',
    };
    const beside = [
      ...(passing.length > 0 ? [{ in: USED_PASSING, out: 'shared/passthrough' }] : []),
      ...(styles ? [{ in: STYLES, out: 'shared/styles' }] : []),
      ...elements.flatMap((element) => authorEntry(library, element)),
      ...traitEntries(library, elements),
    ];
    return [
      { ...common, entryPoints: [{ in: USED_RUNTIME, out: 'shared/runtime' }], format: 'esm' },
      {
        ...common,
        entryPoints: beside,
        format: 'esm',
        splitting: true,
        runtime: './runtime.js',
        chunkNames: 'shared/[name]-[hash]',
      },
      {
        ...common,
        entryPoints: [{ in: BUNDLE, out: bundleName(library).replace(/\.js$/, '') }],
        format: 'iife',
        minify: true,
        ...frameworkOptions(this.#sources.components.installed),
      },
      ...(server.size > 0
        ? [
            {
              ...common,
              entryPoints: [{ in: SERVER, out: `${SERVER_FOLDER}/index` }],
              format: 'esm' as const,
            },
          ]
        : []),
    ];
  }

  /** Source maps name the author's files from the library's root, wherever the output lies. */
  #finish({ path, contents, hash }: ComponentFiles['files'][number], library: Library): Uint8Array | string {
    if (!path.endsWith('.map')) return contents;
    const known = this.#finished.get(path);
    if (known?.hash === hash) return known.contents;
    const map = JSON.parse(new TextDecoder().decode(contents)) as { sources: string[] };
    map.sources = map.sources.map((source) => {
      if (source.includes('lastwright:'))
        return source.slice(source.indexOf('lastwright:')).replace(':', '/');
      const inRoot = slashed(relative(library.root, resolve(dirname(path), source))).replace(/^out\//, '');
      return inRoot.startsWith('../') ? `lastwright/${inRoot.split('/').pop()}` : inRoot;
    });
    const finished = JSON.stringify(map);
    this.#finished.set(path, { hash, contents: finished });
    return finished;
  }
}

/** Emits a class anew, as it lies in the package. */
function emitFile(shipped: ShippedElement, hasStyles: boolean, styles: string): EmittedFile {
  const { runtime, code, map } = emitShipped(shipped, hasStyles);
  return { runtime, code, map: JSON.stringify(map), styles };
}

/** Modules of the part of the runtime that stands apart. */
const PASSING_MODULES: ReadonlySet<string> = new Set([
  './aria-references.js',
  './control-element.js',
  './native-members.js',
  './native-value.js',
  './passing-element.js',
  './watch-control.js',
]);

/** The author's own module of an element: its behavior, or the class that it wraps. Components have a bundle of their own. */
function authorEntry(library: Library, { contract, folder }: LibraryElement): { in: string; out: string }[] {
  if (!isEmitted(contract)) return [{ in: CLASS + contract.tag, out: `classes/${contract.tag}` }];
  if (!folder.behavior || contract.implementation.kind !== 'view') return [];
  return [{ in: join(library.root, folder.behavior.file), out: `behaviors/${contract.tag}` }];
}

/** Behaviors of the traits that some element has. */
function traitEntries(library: Library, elements: readonly LibraryElement[]): { in: string; out: string }[] {
  const files = new Map(
    elements.flatMap(({ traits }) => traits.map(({ trait, behavior }) => [trait, behavior.file] as const)),
  );
  return [...files].map(([trait, file]) => ({ in: join(library.root, file), out: `traits/${trait}` }));
}

/** What the bundler says against a module, as a finding. */
export function toFinding({ text, location }: Message, library: Library): Finding {
  const file = location?.file.replace(/^[a-z-]+:(?!\/)/, '') ?? library.elements[0]?.contract.file ?? '';
  return report(
    'build/bundle',
    { file, line: location?.line ?? 1, column: (location?.column ?? 0) + 1 },
    `${text.replace(/^\[plugin [^\]]*\] /, '').replace(/\.$/, '')}.`,
    /resolve/i.test(text)
      ? 'Check the path of the import, or install the package beside the library.'
      : 'Fix the module; its exports and imports must fit together.',
  );
}

/** What bundles are made from. */
interface Sources {
  library: Library;
  /** By tag. */
  elements: ReadonlyMap<string, ShippedElement>;
  /** The emitted classes with their source maps, by tag. */
  classes: ReadonlyMap<string, string>;
  /** Names of the runtime that are used: those of its main part, and those of the part that stands apart. */
  core: readonly string[];
  passing: readonly string[];
  /** The module of the library's own styles. */
  styles: string | undefined;
  components: BundledComponents;
  /** The modules from which servers render, by tag. */
  server: ReadonlyMap<string, string>;
}

/**
 * Gives esbuild the modules that are made from contracts and views. `runtimeAddress` says where the runtime is, if it
 * is not to be taken in.
 */
function sources(current: () => Sources, runtimeAddress: string | undefined): Plugin {
  return {
    name: 'sources',
    setup(build) {
      build.onResolve({ filter: /^lastwright:/ }, ({ path }) => {
        if (path.startsWith(RUNTIME_MODULE)) {
          return { path: join(toolFile('runtime'), path.slice(RUNTIME_MODULE.length)), sideEffects: false };
        }
        if (path === RUNTIME && runtimeAddress) return { path: runtimeAddress, external: true };
        if (path === RUNTIME) return { path: join(toolFile('runtime'), 'index.js'), sideEffects: false };
        if (path === SERVER_HELPERS) return { path: toolFile('server.js'), sideEffects: false };
        return { path, namespace: MADE };
      });
      build.onResolve({ filter: /^\.\// }, ({ path, importer }) => {
        // The runtime's modules do nothing by being loaded; those that are not used are left out.
        if (dirname(importer) !== toolFile('runtime')) return undefined;
        if (runtimeAddress && !PASSING_MODULES.has(path)) return { path: runtimeAddress, external: true };
        return { path: join(dirname(importer), path), sideEffects: false };
      });
      build.onResolve({ filter: /^\.\.\/(?:shared|behaviors|traits)\//, namespace: MADE }, ({ path }) =>
        inPackage(path, current()),
      );
      build.onLoad({ filter: /.*/, namespace: MADE }, ({ path }) => {
        const { library, elements, classes, core, passing, styles, server } = current();
        const { root: resolveDir } = library;
        if (path === USED_RUNTIME) return { contents: exportsOf(core), resolveDir };
        if (path === USED_PASSING) return { contents: exportsOf(passing), resolveDir };
        if (path === STYLES) return { contents: styles!, resolveDir };
        if (path === SERVER) return { contents: serverEntryOf([...elements.values()], server), resolveDir };
        if (path.startsWith(SERVER_ELEMENT))
          return { contents: server.get(path.slice(SERVER_ELEMENT.length))!, resolveDir };
        if (path === BUNDLE) return { contents: bundleSource([...elements.values()]), resolveDir };
        const tag = path.slice(CLASS.length);
        const { contract, folder } = elements.get(tag)!;
        return {
          contents: classes.get(tag) ?? wrappedClass(contract),
          resolveDir: join(library.root, folder.folder),
        };
      });
    },
  };
}

/** What stands behind an address by which a class of the package imports something. */
function inPackage(address: string, { library, elements }: Sources): OnResolveResult {
  const [, folder, name] = /^\.\.\/(\w+)\/(.+)\.js$/.exec(address)! as unknown as [string, string, string];
  if (folder === 'shared' && name === 'styles') return { path: STYLES, namespace: MADE };
  if (folder === 'shared') return { path: join(toolFile('runtime'), 'index.js'), sideEffects: false };
  const behavior =
    folder === 'behaviors'
      ? elements.get(name)!.folder.behavior!
      : [...elements.values()].flatMap(({ traits }) => traits).find(({ trait }) => trait === name)!.behavior;
  return { path: join(library.root, behavior.file) };
}

/** Exports of names of the runtime, each from the module that has it, so that no other module comes along. */
function exportsOf(names: readonly string[]): string {
  const index = readFileSync(join(toolFile('runtime'), 'index.js'), 'utf8');
  const modules = [...index.matchAll(/\{([^}]*)\} from "\.\/([\w-]+\.js)"/g)];
  return modules
    .flatMap(([, list, file]) => {
      const own = list!.split(',').map((name) => name.trim());
      const wanted = names.filter((name) => own.includes(name));
      return wanted.length > 0
        ? [`export { ${wanted.join(', ')} } from ${quoted(RUNTIME_MODULE + file!)};`]
        : [];
    })
    .join('\n');
}

/** The module of a class that somebody wrote; `address` says where that module is, if not where the contract says. */
export function wrappedClass({ className, implementation, tag }: Contract, address?: string): string {
  if (implementation.kind === 'registered') return registeredClass(className, tag, implementation);
  const { module, exported } = implementation as Extract<Implementation, { kind: 'class' }>;
  const name = exported === 'default' ? 'default' : quoted(exported);
  return `export { ${name} as ${className} } from ${quoted(address ?? module)};`;
}

/** The class that modules of another package register, or export where they leave that to their users. */
function registeredClass(
  className: string,
  tag: string,
  { modules, exported }: Extract<Implementation, { kind: 'registered' }>,
): string {
  const [first, ...others] = modules;
  const names = [...(exported === undefined ? [] : [exported]), 'default'];
  return [
    ...others.map((path) => `import ${quoted(path)};`),
    `import * as module from ${quoted(first!)};`,
    `const exported = ${JSON.stringify(names)}.map((name) => Reflect.get(module, name)).find((one) => one);`,
    `export const ${className} = customElements.get(${quoted(tag)}) ?? exported;`,
  ].join('\n');
}

function bundleSource(elements: readonly LibraryElement[]): string {
  return [
    `import { define } from ${quoted(RUNTIME)};`,
    ...elements.map(
      ({ contract }) => `import { ${contract.className} } from ${quoted(CLASS + contract.tag)};`,
    ),
    ...elements.map(({ contract }) => `define(${quoted(contract.tag)}, ${contract.className});`),
  ].join('\n');
}

/** The module that servers import, from what is rendered of each element. */
function serverEntryOf(elements: readonly ShippedElement[], rendered: ReadonlyMap<string, string>): string {
  const promised = elements.filter(({ contract }) => contract.server).map(({ contract }) => contract.tag);
  const others = promised.filter((tag) => !rendered.has(tag));
  return serverEntry([...rendered.keys()], others, (tag) => SERVER_ELEMENT + tag);
}
