import { ExampleCompiler } from '../frameworks/example-compiler.js';
import { findFramework, type InstalledFramework } from '../frameworks/find-framework.js';
import type { Framework } from '../frameworks/framework.js';
import { FRAMEWORKS } from '../frameworks/index.js';
import type { Scene } from '../frameworks/scene.js';
import { vendorFiles } from '../frameworks/vendor.js';
import { contentKey } from '../system/cache.js';
import type { LiveFramework } from './shapes.js';

/** One framework, ready to show cells. */
interface ReadyFramework {
  installed: InstalledFramework;
  compiler: ExampleCompiler;
  /** Addresses of its own modules, by specifier. */
  imports: Record<string, string>;
}

/** An example that is compiled: what a cell mounts. */
export interface LiveExample {
  framework: string;
  tag: string;
  source: string;
  code: string;
  imports: Record<string, string>;
  /** Addresses of modules of the framework that it is going to import. */
  preloads: string[];
}

/** So many examples are kept: what cells show, and what they showed a while ago. */
const KEPT = 5000;

/** Writes and compiles the examples that cells show, in each framework as its users do. */
export class FrameworkCells {
  readonly #frameworks = new Map<string, Promise<ReadyFramework | LiveFramework>>();
  readonly #files = new Map<string, string>();
  readonly #examples = new Map<string, LiveExample>();

  #tags: ReadonlySet<string>;

  /** `root` is the library's folder; `tags` are its elements'. */
  constructor(
    readonly root: string,
    tags: readonly string[],
  ) {
    this.#tags = new Set(tags);
  }

  /** Says which elements there are now: compilers want to know. Examples that were made stay. */
  retag(tags: readonly string[]): void {
    if (tags.length === this.#tags.size && tags.every((tag) => this.#tags.has(tag))) return;
    this.#tags = new Set(tags);
    this.#frameworks.clear();
  }

  /** A framework as the page names it, with what is missing of it. */
  async describe(name: string): Promise<LiveFramework> {
    const ready = await this.#ready(name);
    if (!('compiler' in ready)) return ready;
    const { framework, version } = ready.installed;
    return { name, title: framework.title, version };
  }

  /**
   * Compiles the example of a scene; gives the key by which its cell is asked for, or why the framework's compiler refuses it, or
   * what is missing.
   */
  async prepare(name: string, scene: Scene): Promise<{ key: string } | { refused: string }> {
    const ready = await this.#ready(name);
    if (!('compiler' in ready)) return { refused: `${ready.missing} ${ready.install}` };
    const { framework } = ready.installed;
    const source = framework.write(scene);
    const key = contentKey(name, scene.tag, source);
    if (this.#examples.has(key)) return { key };
    try {
      const code = await ready.compiler.compile(source);
      const { imports } = ready;
      const preloads = this.#imported(imports, code + framework.mountModule);
      this.#keep(key, { framework: name, tag: scene.tag, source, code, imports, preloads });
      return { key };
    } catch (error) {
      return { refused: `The framework's compiler refuses the example: ${(error as Error).message}` };
    }
  }

  example(key: string): LiveExample | undefined {
    return this.#examples.get(key);
  }

  /** A file of a framework, by its path under `/frameworks/`. */
  file(path: string): string | undefined {
    return this.#files.get(path);
  }

  /** The framework's modules that some code names, and those that they import themselves. */
  #imported(imports: Record<string, string>, code: string): string[] {
    const named = Object.entries(imports).filter(
      ([specifier]) => specifier === 'lastwright:mount' || code.includes(specifier),
    );
    const reached = new Set(named.map(([, address]) => address));
    for (const address of reached) {
      const text = this.#files.get(address.slice('/frameworks/'.length)) ?? '';
      for (const [, file] of text.matchAll(/(?:from|import)\s*"\.\/([\w-]+\.js)"/g))
        reached.add(address.replace(/[^/]+$/, file!));
    }
    return [...reached];
  }

  #keep(key: string, example: LiveExample): void {
    this.#examples.set(key, example);
    const [oldest] = this.#examples.keys();
    if (this.#examples.size > KEPT) this.#examples.delete(oldest!);
  }

  #ready(name: string): Promise<ReadyFramework | LiveFramework> {
    const known =
      this.#frameworks.get(name) ?? this.#open(FRAMEWORKS.find((framework) => framework.name === name)!);
    this.#frameworks.set(name, known);
    return known;
  }

  async #open(framework: Framework): Promise<ReadyFramework | LiveFramework> {
    const { name, title } = framework;
    const found = await findFramework(framework, this.root);
    if ('missing' in found) {
      // It can be installed while the page is open.
      this.#frameworks.delete(name);
      const missing = `${found.missing[0]!.toUpperCase()}${found.missing.slice(1)}.`;
      return { name, title, version: '', missing, install: `Run: ${found.install}` };
    }
    const { specifiers, files } = await vendorFiles(found);
    // Their addresses change with their version, so that browsers may keep them.
    const base = `${name}/${found.version || 'own'}`;
    for (const [file, text] of files) this.#files.set(`${base}/${file}`, text);
    this.#files.set(`${base}/mount.js`, framework.mountModule);
    const imports = Object.fromEntries([
      ...[...specifiers].map(([specifier, file]) => [specifier, `/frameworks/${base}/${file}`]),
      ['lastwright:mount', `/frameworks/${base}/mount.js`],
    ]) as Record<string, string>;
    return { installed: found, compiler: new ExampleCompiler(found, this.#tags), imports };
  }
}
