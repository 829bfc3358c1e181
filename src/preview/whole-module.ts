import type { BuildFailure } from 'esbuild';
import type { LibraryElement } from '../library/library-element.js';
import { addressFrom, moduleAt, OWN_MODULE } from './module-at.js';
import type { LivePackage } from './live-package.js';

/** An element with all that is its library's in one module. */
export interface WholeModule {
  code: string;
  map: string;
}

/**
 * Puts each element into one module with all that it brings along, save the tool's own: a page asks for one file in place of ten, which
 * is what a picture waits for after a save. Kept while nothing that it is made of has changed.
 */
export class WholeModules {
  readonly #made = new Map<
    string,
    { element: LibraryElement; edition: number; whole: Promise<WholeModule> }
  >();
  #edition = 0;

  constructor(readonly live: LivePackage) {}

  /** Forgets everything: something was saved. */
  forget(): void {
    this.#edition++;
  }

  /** Begins to make those anew that were asked for before: a page will ask for them in a moment. */
  prepare(tags: readonly string[]): void {
    for (const tag of tags) if (this.#made.has(tag)) void this.of(tag).catch(() => {});
  }

  /** The module of an element; undefined if there is no such element. Rejects where its modules do not fit together. */
  async of(tag: string): Promise<WholeModule | undefined> {
    const element = this.live.element(tag);
    if (!element) return undefined;
    const known = this.#made.get(tag);
    if (known?.element === element && known.edition === this.#edition) return known.whole;
    const whole = this.#make(tag);
    whole.catch(() => {});
    this.#made.set(tag, { element, edition: this.#edition, whole });
    return whole;
  }

  async #make(tag: string): Promise<WholeModule> {
    const { build } = await import('esbuild');
    const { outputFiles = [] } = await build({
      entryPoints: [`/package/use/${tag}.js`],
      bundle: true,
      write: false,
      format: 'esm',
      target: 'es2022',
      charset: 'utf8',
      sourcemap: 'external',
      outfile: 'whole.js',
      logLevel: 'silent',
      plugins: [
        {
          name: 'live-package',
          setup: (build) => {
            build.onResolve({ filter: /.*/ }, ({ path, importer }) => {
              const address = addressFrom(importer, path);
              return OWN_MODULE.test(address)
                ? { path: address, external: true }
                : { path: address, namespace: 'live-package' };
            });
            build.onLoad({ filter: /.*/, namespace: 'live-package' }, async ({ path }) => {
              const contents = await moduleAt(this.live, path);
              if (contents !== undefined) return { contents };
              const [, other] =
                /^\/package\/(?:elements|classes|development)\/([^/]+?)(?:\.class)?\.js$/.exec(path) ?? [];
              return {
                errors: [
                  { text: other ? `<${other}>, which it shows, has errors.` : `There is no ${path}.` },
                ],
              };
            });
          },
        },
      ],
    }).catch(({ errors, message }: BuildFailure) => {
      throw new Error(errors?.[0]?.text ?? message);
    });
    const [map, code] = [
      outputFiles.find(({ path }) => path.endsWith('.map')),
      outputFiles.find(({ path }) => path.endsWith('.js')),
    ];
    return { code: `${code!.text}//# sourceMappingURL=${tag}.js.map\n`, map: map!.text };
  }
}
