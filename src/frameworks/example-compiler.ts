import { join } from 'node:path';
import { cacheFolder, contentKey } from '../system/cache.js';
import { recallValue, rememberValue } from '../system/remembered-value.js';
import { compileApart } from './compile-apart.js';
import type { InstalledFramework } from './find-framework.js';
import type { Framework } from './framework.js';
import { frameworkTools } from './framework-tools.js';

/** What examples are compiled for: to be rendered in a browser, on a server, or in a browser that takes over what a server rendered. */
export type CompileTarget = 'browser' | 'server' | 'hydration';

/** Compiles examples with the framework's compiler, each once: results are kept by source and version. */
export class ExampleCompiler {
  readonly #folder: string;
  readonly #done = new Map<string, Promise<string>>();
  readonly #compile: Framework['compile'];

  constructor(
    readonly installed: InstalledFramework,
    readonly tags: ReadonlySet<string>,
    target: CompileTarget = 'browser',
  ) {
    const { framework, version } = installed;
    const own = {
      browser: undefined,
      server: framework.server?.compile,
      hydration: framework.server?.compileHydrating,
    };
    this.#compile = own[target] ?? framework.compile;
    const how = `${target} ${String(this.#compile ?? framework.compileAll)}`;
    this.#folder = join(cacheFolder(), 'examples', `${framework.name}-${version}-${contentKey(how)}`);
  }

  /** True if all examples of a run are compiled best at once. */
  get together(): boolean {
    return this.installed.framework.compileAll !== undefined;
  }

  compile(source: string): Promise<string> {
    const key = contentKey(source);
    const made = this.#done.get(key) ?? this.#make(key, source);
    this.#done.set(key, made);
    return made;
  }

  /** Compiles many examples at once, so that each is at hand when it is asked for. */
  async compileTogether(sources: readonly string[]): Promise<void> {
    const all = [...new Set(sources)].map((source) => ({ source, key: contentKey(source) }));
    const results = this.#makeAll(all);
    all.forEach(({ key }, place) => {
      const one = results.then((codes) => {
        const code = codes[place]!;
        if (code instanceof Error) throw code;
        return code;
      });
      one.catch(() => {});
      this.#done.set(key, one);
    });
    // Each that fails is told by whoever asks for it.
    await results.catch(() => {});
  }

  async #makeAll(all: readonly { source: string; key: string }[]): Promise<(string | Error)[]> {
    const known = await Promise.all(all.map(({ key }) => this.#cached(key)));
    const missing = all.filter((_, place) => known[place] === undefined);
    const made = missing.length === 0 ? [] : await this.#compileApart(missing.map(({ source }) => source));
    const codes = new Map(missing.map(({ key }, place) => [key, made[place]!]));
    for (const [key, code] of codes) if (typeof code === 'string') await this.#keep(key, code);
    return all.map(({ key }, place) => known[place] ?? codes.get(key)!);
  }

  async #make(key: string, source: string): Promise<string> {
    const cached = await this.#cached(key);
    if (cached !== undefined) return cached;
    const code = this.#compile
      ? await this.#compile(source, frameworkTools(this.installed.from, this.tags))
      : (await this.#compileApart([source]))[0]!;
    if (code instanceof Error) throw code;
    await this.#keep(key, code);
    return code;
  }

  #compileApart(sources: readonly string[]): Promise<(string | Error)[]> {
    const { framework, from } = this.installed;
    return compileApart({
      framework: framework.name,
      folder: from,
      tags: [...this.tags],
      sources: [...sources],
    });
  }

  async #cached(key: string): Promise<string | undefined> {
    return (await recallValue<string>(join(this.#folder, key), key, () => false))?.value;
  }

  async #keep(key: string, code: string): Promise<void> {
    await rememberValue(join(this.#folder, key), { key, traces: [], value: code });
  }
}
