import { basename, isAbsolute, join, relative } from 'node:path';
import type { BuildContext, BuildFailure, BuildOptions, Loader, Message, Plugin } from 'esbuild';
import type { ComponentFramework } from '../contract/component-frameworks.js';
import { componentOf, type ComponentImplementation } from '../contract/implementation.js';
import { frameworkTools } from '../frameworks/framework-tools.js';
import type { LibraryElement } from '../library/library-element.js';
import { slashed } from '../library/open-library.js';
import { bundledFrom } from '../system/bundled-from.js';
import { compileScss, ScssProblem } from '../library/scss.js';
import { quoted } from '../syntax/literal.js';
import { readFile } from 'node:fs/promises';
import type { ComponentTools, WrappedFramework } from './framework.js';

/** Components as they are before their framework joins them. */
export interface CompiledComponents {
  /** The framework's own things left out, by path in the package: `components/quay-tide.js`, and what several share. */
  modules: Map<string, string>;
  /** The style that each imports, by tag. */
  css: Map<string, string>;
  /** Files that each was made from, by tag: paths from the library's root, those of other packages left out. */
  files: Map<string, string[]>;
  /** All files that they were made from, those of packages too: absolute paths. */
  inputs: string[];
  errors: Message[];
}

/** An element that wraps a component. */
export interface ComponentElement {
  tag: string;
  /** The element's folder, from the library's root. */
  folder: string;
  component: ComponentImplementation;
}

/** Files that are put into the code or the style that imports them. */
const TAKEN_IN = 'avif eot gif jpeg jpg otf png svg ttf webp woff woff2'.split(' ');

/** What all builds of components and frameworks have in common. */
export const COMPONENT_BUILD = {
  bundle: true,
  splitting: true,
  write: false,
  format: 'esm',
  target: 'es2022',
  charset: 'utf8',
  logLevel: 'silent',
  legalComments: 'none',
  outdir: 'out',
} as const satisfies BuildOptions;

const ENTRY = 'component:';

/** The elements of a library that wrap components, by framework. */
export function componentElements(
  elements: readonly Pick<LibraryElement, 'contract' | 'folder'>[],
): Map<ComponentFramework, ComponentElement[]> {
  const found = new Map<ComponentFramework, ComponentElement[]>();
  for (const { contract, folder } of elements) {
    const component = componentOf(contract);
    if (!component) continue;
    const one = { tag: contract.tag, folder: folder.folder, component };
    found.set(component.framework, [...(found.get(component.framework) ?? []), one]);
  }
  return found;
}

/** The tools with which a framework compiles, its packages taken from where the library's are. */
export function componentTools(root: string): ComponentTools {
  return { ...frameworkTools(root, new Set()), root };
}

/**
 * Compiles the components of one framework, all at once, so that what several import is there once. What was made stays
 * ready for the next time, until it is closed.
 */
export class ComponentCompiler {
  #context: BuildContext | undefined;
  #opened = '';
  /** Style sheets that others import, of which the bundler knows nothing. */
  readonly #styles = new Set<string>();

  constructor(
    readonly root: string,
    readonly framework: WrappedFramework,
  ) {}

  async compile(elements: readonly ComponentElement[]): Promise<CompiledComponents> {
    const compiled: CompiledComponents = {
      modules: new Map(),
      css: new Map(),
      files: new Map(),
      inputs: [],
      errors: [],
    };
    const wanted = JSON.stringify(elements);
    if (this.#opened !== wanted) {
      await this.close();
      const { context } = await import('esbuild');
      this.#context = await context(this.#options(elements));
      this.#opened = wanted;
    }
    try {
      const { outputFiles = [], metafile } = await this.#context!.rebuild();
      compiled.inputs = [...bundledFrom(metafile!, this.root), ...this.#styles];
      const texts = new Map(outputFiles.map(({ path, text }) => [this.#inPackage(path), text]));
      for (const [path, text] of texts) if (path.endsWith('.js')) compiled.modules.set(path, text);
      for (const { tag } of elements) {
        const output = metafile!.outputs[`out/components/${tag}.js`]!;
        if (output.cssBundle) compiled.css.set(tag, texts.get(this.#inPackage(output.cssBundle)) ?? '');
        compiled.files.set(tag, this.#ownFiles(metafile!.outputs, `out/components/${tag}.js`));
      }
    } catch (error) {
      const { errors } = error as BuildFailure;
      if (!Array.isArray(errors)) throw error;
      compiled.errors = errors;
    }
    return compiled;
  }

  async close(): Promise<void> {
    const context = this.#context;
    this.#context = undefined;
    this.#opened = '';
    await context?.dispose();
  }

  #inPackage(path: string): string {
    const absolute = isAbsolute(path) ? path : join(this.root, path);
    return slashed(relative(join(this.root, 'out'), absolute));
  }

  /** Files of the library that an output was made from, and those that it imports. */
  #ownFiles(
    outputs: NonNullable<
      Awaited<ReturnType<BuildContext<{ metafile: true }>['rebuild']>>['metafile']
    >['outputs'],
    entry: string,
  ): string[] {
    const reached = new Set([entry]);
    const files = new Set<string>();
    for (const path of reached) {
      const { inputs = {}, imports = [], cssBundle } = outputs[path] ?? {};
      for (const input of Object.keys(inputs)) {
        const file = input.replace(/^component-style:(.*?)\.\d+(?:\.module)?\.css$/, '$1');
        const inRoot = isAbsolute(file) ? slashed(relative(this.root, file)) : file;
        if (!/^(?:[a-z-]+:|\.\.\/)|(?:^|\/)node_modules\//.test(inRoot)) files.add(inRoot);
      }
      for (const { path: other, external } of imports) if (!external) reached.add(other);
      if (cssBundle) reached.add(cssBundle);
    }
    return [...files].sort();
  }

  #options(elements: readonly ComponentElement[]): BuildOptions & { metafile: true } {
    const { root, framework } = this;
    const tools = componentTools(root);
    return {
      ...COMPONENT_BUILD,
      absWorkingDir: root,
      entryPoints: elements.map(({ tag }) => ({ in: ENTRY + tag, out: `components/${tag}` })),
      chunkNames: `components/[name]-[hash]`,
      metafile: true,
      sourcemap: 'inline',
      jsx: 'automatic',
      ...(framework.jsxImportSource ? { jsxImportSource: framework.jsxImportSource } : {}),
      conditions: [...(framework.conditions ?? []), 'module', 'browser'],
      loader: Object.fromEntries(TAKEN_IN.map((ending): [string, Loader] => [`.${ending}`, 'dataurl'])),
      plugins: [
        entries(root, elements),
        outside(framework),
        ...framework.plugins(tools),
        scss(root, this.#styles),
      ],
    };
  }
}

/** Each entry is a module that exports the component by one name. */
function entries(root: string, elements: readonly ComponentElement[]): Plugin {
  const byTag = new Map(elements.map((element) => [element.tag, element]));
  return {
    name: 'component-entries',
    setup: (build) => {
      build.onResolve({ filter: /^component:/ }, ({ path }) => ({
        path: path.slice(ENTRY.length),
        namespace: 'component',
      }));
      build.onLoad({ filter: /.*/, namespace: 'component' }, ({ path }) => {
        const { folder, component } = byTag.get(path)!;
        const exported = component.exported === 'default' ? 'default' : quoted(component.exported);
        return {
          contents: `export { ${exported} as component } from ${quoted(component.module)};`,
          resolveDir: join(root, folder),
        };
      });
    },
  };
}

/** Leaves the framework out: it is joined later, once for all. A module that asks for it with `require` gets it all the same. */
function outside({ owns }: WrappedFramework): Plugin {
  return {
    name: 'framework-outside',
    setup: (build) => {
      build.onResolve({ filter: owns }, ({ path, kind, namespace }) =>
        kind === 'require-call' && namespace !== 'required'
          ? { path, namespace: 'required' }
          : { path, external: true },
      );
      build.onLoad({ filter: /.*/, namespace: 'required' }, ({ path }) => ({
        contents: `import * as all from ${quoted(path)};\nmodule.exports = all;\n`,
      }));
    },
  };
}

/** Compiles style in SCSS; what it imports is added to `imported`. */
function scss(root: string, imported: Set<string>): Plugin {
  return {
    name: 'component-scss',
    setup: (build) => {
      build.onLoad({ filter: /\.s[ac]ss$/ }, async ({ path }) => {
        const file = slashed(relative(root, path));
        try {
          const { text, imports } = await compileScss({ file, text: await readFile(path, 'utf8') }, root);
          for (const one of imports ?? []) imported.add(one);
          return { contents: text, loader: /\.module\./.test(basename(path)) ? 'local-css' : 'css' };
        } catch (error) {
          if (!(error instanceof ScssProblem)) throw error;
          const { line, column } = error.at;
          return {
            errors: [
              { text: `${error.message} ${error.help}`, location: { file, line, column: column - 1 } },
            ],
          };
        }
      });
    },
  };
}
