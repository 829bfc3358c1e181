import { mkdir, readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { cacheFolder, contentKey } from '../system/cache.js';
import { writeWhole } from '../system/write-whole.js';
import type { InstalledHost } from './find-host.js';
import type { HostTools } from './host.js';

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
    await writeWhole(path, code);
    return code;
  }
}
