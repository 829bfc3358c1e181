import { realpath } from 'node:fs/promises';
import { dirname, extname, isAbsolute, join, relative, resolve, sep } from 'node:path';
import type { BuildFailure, Plugin } from 'esbuild';
import type { Finding } from '../findings/finding.js';
import { report } from '../findings/report.js';
import { slashed } from '../library/open-library.js';

/** Endings of files that are modules of their own; what else is imported is taken in. */
const MODULE = /\.(?:[cm]?[jt]s|[jt]sx)$/;

interface SourceModule {
  code: string;
  /** Modules of the library that it imports, by their paths. */
  imports: string[];
}

/**
 * The author's own modules as browsers can load them: each compiled for itself, so that two elements that import a module
 * share it, and a save compiles that file and no other. What comes from other packages is taken in.
 */
export class SourceModules {
  /** Paths from the library's root that some element's module leads to; nothing else is given out. */
  readonly #reached = new Set<string>();
  /** The last version of each that could be compiled. */
  readonly #good = new Map<string, SourceModule>();
  readonly #problems = new Map<string, Finding>();

  constructor(readonly root: string) {}

  /** Where pages find a module: its path under `/source/`. */
  address(path: string): string {
    this.#reached.add(path);
    return `/source/${path.split('/').map(encodeURIComponent).join('/')}.js`;
  }

  /** The compiled module; undefined if nothing leads to it, or if it could never be compiled. */
  async module(path: string): Promise<string | undefined> {
    if (!this.#reached.has(path)) return undefined;
    if (!this.#good.has(path)) await this.#compile(path);
    return this.#good.get(path)?.code;
  }

  /** Compiles those that were saved; one that has mistakes stays as it was. Gives true if some are known here. */
  async update(paths: readonly string[]): Promise<boolean> {
    const known = paths.filter((path) => this.#good.has(path) || this.#problems.has(path));
    await Promise.all(known.map((path) => this.#compile(path)));
    return known.length > 0;
  }

  /** What stands in the way of modules that a module leads to, itself included. */
  problemsOf(entry: string): Finding[] {
    return this.reach(entry).flatMap((path) => this.#problems.get(path) ?? []);
  }

  /** True if a module is, or imports, one of these, so far as they have been asked for. */
  leadsTo(entry: string, paths: ReadonlySet<string>): boolean {
    return this.reach(entry).some((path) => paths.has(path));
  }

  /** A module and all that it leads to, so far as they have been asked for. */
  reach(entry: string): string[] {
    const reached = new Set([entry]);
    for (const path of reached) for (const other of this.#good.get(path)?.imports ?? []) reached.add(other);
    return [...reached];
  }

  async #compile(path: string): Promise<void> {
    const imports: string[] = [];
    const { build } = await import('esbuild');
    try {
      const { outputFiles } = await build({
        absWorkingDir: this.root,
        entryPoints: [join(this.root, path)],
        bundle: true,
        write: false,
        format: 'esm',
        target: 'es2022',
        sourcemap: 'inline',
        charset: 'utf8',
        logLevel: 'silent',
        // From the root on, so that source maps name files as the library does.
        outfile: join(this.root, 'module.js'),
        plugins: [this.#apart(imports)],
      });
      this.#good.set(path, { code: outputFiles[0]!.text, imports });
      this.#problems.delete(path);
    } catch (error) {
      const { errors } = error as BuildFailure;
      if (!Array.isArray(errors)) throw error;
      const { text, location } = errors[0]!;
      this.#problems.set(
        path,
        report(
          'build/bundle',
          { file: location?.file ?? path, line: location?.line ?? 1, column: (location?.column ?? 0) + 1 },
          `${text.replace(/\.$/, '')}.`,
          'Fix the module; the cells go on with what it was before.',
        ),
      );
    }
  }

  /** Leaves modules of the library where they are, each at its own address. */
  #apart(imports: string[]): Plugin {
    return {
      name: 'apart',
      setup: (build) => {
        build.onResolve({ filter: /^[./]/ }, async ({ path, kind, resolveDir, importer, pluginData }) => {
          if (kind === 'entry-point' || pluginData === this) return undefined;
          const found = await build.resolve(path, { kind, resolveDir, importer, pluginData: this });
          if (found.errors.length > 0) return { errors: found.errors };
          const inRoot = await this.#inRoot(found.path);
          if (inRoot === undefined || !MODULE.test(extname(found.path))) return found;
          imports.push(inRoot);
          return { path: this.address(inRoot), external: true };
        });
      },
    };
  }

  async #inRoot(path: string): Promise<string | undefined> {
    const real = await realpath(this.root);
    const inside = relative(real, await realpath(path).catch(() => path));
    if (inside.startsWith('..') || isAbsolute(inside)) return undefined;
    return inside.split(sep).includes('node_modules') ? undefined : slashed(inside);
  }
}

/** The path, from a library's root, of a module that a file of it names. */
export function moduleBeside(file: string, specifier: string): string {
  return slashed(relative('/', resolve('/', dirname(file), specifier)));
}
