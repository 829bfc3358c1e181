import { report } from '../findings/report.js';
import { readFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import type { BuildFailure, BuildOptions, Message, OutputFile, Plugin } from 'esbuild';
import type { Analysis, LibraryElement } from '../library/library-element.js';
import { isEmitted } from '../contract/implementation.js';
import type { Finding } from '../findings/finding.js';
import { slashed, type Library } from '../library/open-library.js';
import { quoted, templateLiteral } from '../syntax/literal.js';
import { packageStyle } from '../style/package-style.js';
import { emitElement, PASSING, type EmittedElement } from '../emit/browser/element.js';
import { bundleName } from './package-manifest.js';
import { toolFile } from '../system/tool-files.js';

/** Names by which made modules import each other while they are bundled. */
const RUNTIME = 'lastwright:runtime';
const USED_RUNTIME = 'lastwright:used-runtime';
const USED_PASSING = 'lastwright:used-passing';
const RUNTIME_MODULE = 'lastwright:runtime/';
const CLASS = 'lastwright:class/';
const BUNDLE = 'lastwright:bundle';
const STYLES = 'lastwright:styles';

/** Starts the bundler's process ahead, so that it is there when the library has been read. */
export async function startBundler(): Promise<void> {
  const { transform } = await import('esbuild');
  await transform('');
}

/** Script files of a package, by path relative to the output folder; or why they could not be made. */
export interface Bundled {
  files: Map<string, Uint8Array | string>;
  findings: Finding[];
}

/**
 * Makes the script files of a package: the emitted classes as they are, behaviors and wrapped classes with
 * what they import, the part of the runtime that is used, and one file with everything for a script tag.
 */
export async function bundleElements(
  library: Library,
  checked: readonly LibraryElement[],
  libraryStyles: Analysis['styles'],
): Promise<Bundled> {
  const { build } = await import('esbuild');
  const { elements, styles, findings } = shippedStyles(library, checked, libraryStyles);
  if (findings.length > 0) return { files: new Map(), findings };
  const files: Bundled['files'] = new Map();
  const runtime = new Set(['define', ...(styles?.runtime ?? [])]);
  const emitted = new Map<string, EmittedElement>();
  for (const element of elements) {
    const { tag } = element.contract;
    if (!isEmitted(element.contract)) continue;
    const module = emit(element, styles !== undefined);
    emitted.set(tag, module);
    const { code, map } = module.print({
      runtime: '../shared/runtime.js',
      passing: '../shared/passthrough.js',
      behavior: `../behaviors/${tag}.js`,
      trait: (name) => `../traits/${name}.js`,
      styles: styles && '../shared/styles.js',
    });
    for (const name of module.runtime) runtime.add(name);
    files.set(`classes/${tag}.js`, `${code}//# sourceMappingURL=${tag}.js.map\n`);
    files.set(`classes/${tag}.js.map`, JSON.stringify(map));
  }
  // The part that stands apart is made on top of the rest.
  if ([...runtime].some((name) => PASSING.has(name))) {
    for (const name of ['ViewElement', 'insideOf', 'mark', 'rootOf']) runtime.add(name);
  }
  const names = [...runtime].sort();
  const passing = names.filter((name) => PASSING.has(name));
  const core = names.filter((name) => !PASSING.has(name));
  const common: BuildOptions = {
    absWorkingDir: library.root,
    bundle: true,
    write: false,
    target: 'es2022',
    sourcemap: 'linked',
    charset: 'utf8',
    logLevel: 'silent',
    legalComments: 'none',
    outdir: 'out',
  };
  const plugin = (runtimeAddress: string | undefined): Plugin =>
    sources(library, elements, emitted, { core, passing }, styles?.code, runtimeAddress);
  try {
    const results = await Promise.all([
      build({
        ...common,
        plugins: [plugin(undefined)],
        entryPoints: [{ in: USED_RUNTIME, out: 'shared/runtime' }],
        format: 'esm',
      }),
      build({
        ...common,
        plugins: [plugin('./runtime.js')],
        entryPoints: [
          ...(passing.length > 0 ? [{ in: USED_PASSING, out: 'shared/passthrough' }] : []),
          ...(styles ? [{ in: STYLES, out: 'shared/styles' }] : []),
          ...elements.flatMap((element) => authorEntry(library, element)),
          ...traitEntries(library, elements),
        ],
        format: 'esm',
        splitting: true,
        chunkNames: 'shared/[name]-[hash]',
      }),
      build({
        ...common,
        plugins: [plugin(undefined)],
        entryPoints: [{ in: BUNDLE, out: bundleName(library).replace(/\.js$/, '') }],
        format: 'iife',
        minify: true,
      }),
    ]);
    for (const file of results.flatMap(({ outputFiles }) => outputFiles ?? [])) {
      files.set(slashed(relative(join(library.root, 'out'), file.path)), mapsFromRoot(file, library));
    }
    return { files, findings: [] };
  } catch (error) {
    const { errors } = error as BuildFailure;
    if (!Array.isArray(errors)) throw error;
    return { files: new Map(), findings: errors.map((message) => toFinding(message, library)) };
  }
}

/** An element with its style as it is shipped. */
type ShippedElement = LibraryElement & { documentCss: string; libraryCss: string };

/** All styles as they are shipped: those of elements, and the module with the library's own. */
function shippedStyles(
  { root }: Library,
  elements: readonly LibraryElement[],
  libraryStyles: Analysis['styles'],
): {
  elements: ShippedElement[];
  styles: { code: string; runtime: string[] } | undefined;
  findings: Finding[];
} {
  const findings: Finding[] = [];
  const ship = (css: string, file: string): { inside: string; document: string } => {
    const shipped = packageStyle(css, file, root);
    findings.push(...shipped.findings);
    return shipped;
  };
  const sheets = libraryStyles.map(({ css, file }) => ship(css, file));
  const libraryCss = sheets.map(({ inside }) => inside).join('');
  const shippedElements = elements.map((element) => {
    const { style } = element.folder;
    if (!style) return { ...element, documentCss: '', libraryCss };
    const { inside, document } = ship(element.css, style.file);
    return { ...element, css: inside, documentCss: document, libraryCss };
  });
  if (libraryStyles.length === 0) return { elements: shippedElements, styles: undefined, findings };
  const forDocument = sheets.map(({ document }) => document).join('');
  const runtime = ['styleSheet', ...(forDocument ? ['inDocument'] : [])];
  const code = [
    `import { ${runtime.join(', ')} } from ${quoted(RUNTIME)};`,
    `export const styles = [${sheets.map(({ inside }) => `styleSheet(${templateLiteral(inside)})`).join(', ')}];`,
    ...(forDocument ? [`inDocument(styleSheet(${templateLiteral(forDocument)}));`] : []),
  ].join('\n');
  return { elements: shippedElements, styles: { code, runtime }, findings };
}

/** Modules of the part of the runtime that stands apart. */
const PASSING_MODULES: ReadonlySet<string> = new Set([
  './control-element.js',
  './native-members.js',
  './passing-element.js',
]);

/** The author's own module of an element: its behavior, or the class that it wraps. */
function authorEntry(library: Library, { contract, folder }: LibraryElement): { in: string; out: string }[] {
  if (!isEmitted(contract)) return [{ in: CLASS + contract.tag, out: `classes/${contract.tag}` }];
  if (!folder.behavior) return [];
  return [{ in: join(library.root, folder.behavior.file), out: `behaviors/${contract.tag}` }];
}

/** Behaviors of the traits that some element has. */
function traitEntries(library: Library, elements: readonly LibraryElement[]): { in: string; out: string }[] {
  const files = new Map(
    elements.flatMap(({ traits }) => traits.map(({ trait, behavior }) => [trait, behavior.file] as const)),
  );
  return [...files].map(([trait, file]) => ({ in: join(library.root, file), out: `traits/${trait}` }));
}

function emit(
  { contract, folder, behavior, traits, tree, css, documentCss, libraryCss }: ShippedElement,
  hasStyles: boolean,
): EmittedElement {
  const viewText = folder.view!.text;
  const source = { contract, tree: tree!, viewText, behavior, traits, css, documentCss, libraryCss };
  return emitElement(source, hasStyles);
}

/** Source maps name the author's files from the library's root, wherever the output lies. */
function mapsFromRoot({ path, text, contents }: OutputFile, library: Library): Uint8Array | string {
  if (!path.endsWith('.map')) return contents;
  const map = JSON.parse(text) as { sources: string[] };
  map.sources = map.sources.map((source) => {
    if (source.includes('lastwright:')) return source.slice(source.indexOf('lastwright:')).replace(':', '/');
    const inRoot = slashed(relative(library.root, resolve(dirname(path), source))).replace(/^out\//, '');
    return inRoot.startsWith('../') ? `lastwright/${inRoot.split('/').pop()}` : inRoot;
  });
  return JSON.stringify(map);
}

function toFinding({ text, location }: Message, library: Library): Finding {
  const file = location?.file.replace(/^[a-z-]+:(?!\/)/, '') ?? library.elements[0]?.contract.file ?? '';
  return report(
    'build/bundle',
    { file, line: location?.line ?? 1, column: (location?.column ?? 0) + 1 },
    `${text.replace(/^\[plugin [^\]]*\] /, '').replace(/\.$/, '')}.`,
    /resolve/i.test(text)
      ? 'Check the path of the import, or install the package beside the library.'
      : 'Mend the module; its exports and imports must fit together.',
  );
}

/** Gives esbuild the modules that are made from contracts and views. */
function sources(
  library: Library,
  elements: readonly ShippedElement[],
  emitted: ReadonlyMap<string, EmittedElement>,
  runtime: { core: readonly string[]; passing: readonly string[] },
  styles: string | undefined,
  /** Where the runtime is, if it is not to be taken in. */
  runtimeAddress: string | undefined,
): Plugin {
  const byTag = new Map(elements.map((element) => [element.contract.tag, element]));
  return {
    name: 'sources',
    setup(build) {
      build.onResolve({ filter: /^lastwright:/ }, ({ path }) => {
        if (path.startsWith(RUNTIME_MODULE)) {
          return { path: join(toolFile('runtime'), path.slice(RUNTIME_MODULE.length)), sideEffects: false };
        }
        if (path === RUNTIME && runtimeAddress) return { path: runtimeAddress, external: true };
        if (path === RUNTIME) return { path: join(toolFile('runtime'), 'index.js'), sideEffects: false };
        return { path, namespace: 'made' };
      });
      build.onResolve({ filter: /^\.\// }, ({ path, importer }) => {
        // The runtime's modules do nothing by being loaded; those that are not used are left out.
        if (dirname(importer) !== toolFile('runtime')) return undefined;
        if (runtimeAddress && !PASSING_MODULES.has(path)) return { path: runtimeAddress, external: true };
        return { path: join(dirname(importer), path), sideEffects: false };
      });
      build.onLoad({ filter: /.*/, namespace: 'made' }, ({ path }) => {
        if (path === USED_RUNTIME) {
          return {
            contents: exportsOf(runtime.core),
            resolveDir: library.root,
          };
        }
        if (path === USED_PASSING) {
          return {
            contents: exportsOf(runtime.passing),
            resolveDir: library.root,
          };
        }
        if (path === STYLES) return { contents: styles!, resolveDir: library.root };
        if (path === BUNDLE) return { contents: bundleSource(elements), resolveDir: library.root };
        const element = byTag.get(path.slice(CLASS.length))!;
        return {
          contents: classSource(element, emitted.get(element.contract.tag), library.root, styles && STYLES),
          resolveDir: join(library.root, element.folder.folder),
        };
      });
    },
  };
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

function classSource(
  element: ShippedElement,
  emitted: EmittedElement | undefined,
  root: string,
  styles: string | undefined,
): string {
  const { contract, folder } = element;
  const { implementation } = contract;
  if (implementation.kind === 'class')
    return `export { default as ${contract.className} } from ${quoted(implementation.module)};`;
  const behavior = folder.behavior ? `./${folder.behavior.file.split('/').pop()}` : '';
  const trait = (name: string): string =>
    join(root, element.traits.find((applied) => applied.trait === name)!.behavior.file);
  const { code, map } = emitted!.print({ runtime: RUNTIME, passing: RUNTIME, behavior, trait, styles });
  const encoded = Buffer.from(JSON.stringify(map)).toString('base64');
  return `${code}//# sourceMappingURL=data:application/json;base64,${encoded}\n`;
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
