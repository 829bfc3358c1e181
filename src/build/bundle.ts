import { dirname, join, relative, resolve } from 'node:path';
import type { BuildFailure, BuildOptions, Message, OutputFile, Plugin } from 'esbuild';
import type { Element } from '../check/analyze.js';
import type { Finding } from '../finding.js';
import { slashed, type Library } from '../library/open-library.js';
import { quoted } from '../literal.js';
import { emitElement, RUNTIME_MODULE } from '../view/emit-element.js';
import { bundleName } from './package-manifest.js';
import { toolFile } from './tool-files.js';

const CLASS = 'lastwright:class/';
const BUNDLE = 'lastwright:bundle';
const DEFINE = 'lastwright:define';

/** Script files of a package, by path relative to the output folder; or why they could not be made. */
export interface Bundled {
  files: Map<string, Uint8Array>;
  findings: Finding[];
}

/**
 * Bundles what the elements are made of: a module for each class with shared code shared, and one file
 * with everything for a script tag.
 */
export async function bundleElements(library: Library, elements: readonly Element[]): Promise<Bundled> {
  const { build } = await import('esbuild');
  const common: BuildOptions = {
    absWorkingDir: library.root,
    bundle: true,
    write: false,
    target: 'es2022',
    sourcemap: 'linked',
    charset: 'utf8',
    logLevel: 'silent',
    legalComments: 'none',
    plugins: [sources(library, elements)],
    outdir: 'out',
    metafile: false,
  };
  try {
    const results = await Promise.all([
      build({
        ...common,
        entryPoints: [
          ...elements.map(({ contract }) => ({ in: CLASS + contract.tag, out: `classes/${contract.tag}` })),
          { in: DEFINE, out: 'shared/define' },
        ],
        format: 'esm',
        splitting: true,
        chunkNames: 'shared/[name]-[hash]',
      }),
      build({
        ...common,
        entryPoints: [{ in: BUNDLE, out: bundleName(library).replace(/\.js$/, '') }],
        format: 'iife',
        minify: true,
      }),
    ]);
    const files = new Map<string, Uint8Array>();
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

/** Source maps name the author's files from the library's root, wherever the output lies. */
function mapsFromRoot({ path, text, contents }: OutputFile, library: Library): Uint8Array {
  if (!path.endsWith('.map')) return contents;
  const map = JSON.parse(text) as { sources: string[] };
  map.sources = map.sources.map((source) => {
    const inRoot = slashed(relative(library.root, resolve(dirname(path), source.replace(/^[a-z-]+:(?=[a-z])/, ''))));
    return inRoot.startsWith('../') ? `lastwright/${inRoot.split('/').pop()}` : inRoot;
  });
  return new TextEncoder().encode(JSON.stringify(map));
}

function toFinding({ text, location }: Message, library: Library): Finding {
  const file = location?.file.replace(/^[a-z-]+:(?!\/)/, '') ?? library.elements[0]?.contract.file ?? '';
  return {
    code: 'build/bundle',
    severity: 'error',
    message: `${text.replace(/^\[plugin [^\]]*\] /, '').replace(/\.$/, '')}.`,
    help: /resolve/i.test(text)
      ? 'Check the path of the import, or install the package beside the library.'
      : 'Mend the module; its exports and imports must fit together.',
    file,
    line: location?.line ?? 1,
    column: (location?.column ?? 0) + 1,
  };
}

/** Gives esbuild the modules that are made from contracts and views. */
function sources(library: Library, elements: readonly Element[]): Plugin {
  const byTag = new Map(elements.map((element) => [element.contract.tag, element]));
  return {
    name: 'sources',
    setup(build) {
      build.onResolve({ filter: /^lastwright:/ }, ({ path }) => {
        if (path === RUNTIME_MODULE) return { path: toolFile('runtime.js'), sideEffects: false };
        return { path, namespace: 'made', pluginData: path };
      });
      build.onLoad({ filter: /.*/, namespace: 'made' }, ({ path }) => {
        if (path === DEFINE) return { contents: `export { define } from ${quoted(RUNTIME_MODULE)};`, resolveDir: library.root };
        if (path === BUNDLE) return { contents: bundleSource(elements), resolveDir: library.root };
        const element = byTag.get(path.slice(CLASS.length))!;
        return { contents: classSource(element), resolveDir: join(library.root, element.folder.folder) };
      });
    },
  };
}

function classSource(element: Element): string {
  const { contract, folder, behavior, view, plan, css } = element;
  if (contract.wraps !== undefined) return `export { default as ${contract.className} } from ${quoted(contract.wraps)};`;
  const { code, map } = emitElement({
    contract,
    plan: plan!,
    view: { text: folder.view!.text, positions: view!.positions },
    behavior,
    behaviorModule: folder.behavior ? `./${folder.behavior.file.split('/').pop()}` : '',
    css,
  });
  const encoded = Buffer.from(JSON.stringify(map)).toString('base64');
  return `${code}//# sourceMappingURL=data:application/json;base64,${encoded}\n`;
}

function bundleSource(elements: readonly Element[]): string {
  return [
    `import { define } from ${quoted(RUNTIME_MODULE)};`,
    ...elements.map(({ contract }) => `import { ${contract.className} } from ${quoted(CLASS + contract.tag)};`),
    ...elements.map(({ contract }) => `define(${quoted(contract.tag)}, ${contract.className});`),
  ].join('\n');
}
