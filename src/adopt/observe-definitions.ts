import { build } from 'esbuild';
import { PageCrashed, PageHangs } from '../browsers/browser.js';
import { browserNamed } from '../browsers/index.js';
import { UsageError } from '../system/usage-error.js';
import { PageServer } from '../verify/page-server.js';

/** A custom element that modules define, as a page sees it. */
export interface ObservedElement {
  tag: string;
  className: string;
  /** The module that defines it, of those that were given. */
  module: string;
  attributes: string[];
  /** Properties that keep two values of a type each, and what they are at first. */
  properties: { name: string; type: 'boolean' | 'number' | 'string'; at: unknown }[];
}

/** How long modules may take to define their elements, in milliseconds. */
const PATIENCE = 30_000;

/**
 * Loads modules (files) in a page of the browser, one after the other, and watches what they define; a module that does not load
 * defines nothing. Nothing of them runs outside of the browser. Throws `BrowserMissing` where there is none, and
 * `UsageError` where the modules do not come to an end.
 */
export async function observeDefinitions(
  modules: readonly string[],
  from: string,
): Promise<ObservedElement[]> {
  const server = new PageServer();
  const bundled = await Promise.all(modules.map((module) => bundleForPage(module, from)));
  for (const [place, code] of bundled.entries()) if (code !== undefined) server.put(`/${place}.js`, code);
  server.put('/index.html', '<!doctype html><title>Elements</title>');
  const running = await browserNamed('chromium').launch();
  try {
    await server.start();
    const page = await running.newPage();
    await page.open(`${server.origin}/index.html`);
    const addresses = bundled.flatMap((code, place) => (code === undefined ? [] : [place]));
    const seen = await page.evaluate<(Omit<ObservedElement, 'module'> & { place: number })[]>(
      `(${watch.toString()})(${JSON.stringify(addresses)})`,
      PATIENCE,
    );
    return seen.map(({ place, ...element }) => ({ ...element, module: modules[place]! }));
  } catch (error) {
    if (!(error instanceof PageHangs || error instanceof PageCrashed)) throw error;
    throw new UsageError(
      `Chromium cannot load the modules of the package: ${error.message}`,
      'Ask its authors for a custom-elements.json that names the tags.',
    );
  } finally {
    await running.close();
    await server.stop();
  }
}

/** A module with all that it imports, for a page; undefined where that cannot be made. */
async function bundleForPage(module: string, from: string): Promise<string | undefined> {
  try {
    const { outputFiles } = await build({
      entryPoints: [module],
      absWorkingDir: from,
      bundle: true,
      write: false,
      format: 'esm',
      platform: 'browser',
      logLevel: 'silent',
    });
    return outputFiles[0]!.text;
  } catch {
    return undefined;
  }
}

/** Runs in the page, and so knows nothing from around it. */
async function watch(places: number[]): Promise<(Omit<ObservedElement, 'module'> & { place: number })[]> {
  const found: { tag: string; Class: CustomElementConstructor; place: number }[] = [];
  let current = 0;
  const { define } = customElements;
  customElements.define = function (tag, Class, options) {
    define.call(customElements, tag, Class, options);
    found.push({ tag, Class, place: current });
  };
  for (const place of places) {
    current = place;
    try {
      await import(`/${place}.js`);
    } catch {
      // What a module throws keeps it from nothing that it defined before.
    }
  }
  const probes = { boolean: [true, false], number: [3, 7], string: ['North quay', 'South pier'] } as const;
  return found.map(({ tag, Class, place }) => {
    const attributes = Reflect.get(Class, 'observedAttributes') as unknown;
    const properties: ObservedElement['properties'] = [];
    for (
      let proto: object = Class.prototype;
      proto !== HTMLElement.prototype && proto !== Object.prototype;
    ) {
      for (const [name, own] of Object.entries(Object.getOwnPropertyDescriptors(proto))) {
        if (!/^[a-z][A-Za-z0-9]*$/.test(name) || !own.get || !own.set) continue;
        try {
          const element = document.createElement(tag) as unknown as Record<string, unknown>;
          const at = element[name];
          const type = (['boolean', 'number', 'string'] as const).find((one) =>
            at === undefined || at === null ? one === 'string' : typeof at === one,
          );
          if (type === undefined) continue;
          const keeps = probes[type].every((value) => {
            element[name] = value;
            return element[name] === value;
          });
          if (keeps) properties.push({ name, type, at });
        } catch {
          // One that cannot be read or set by itself is none that a consumer could rely on.
        }
      }
      proto = Object.getPrototypeOf(proto) as object;
    }
    return {
      tag,
      className: Class.name,
      place,
      attributes: Array.isArray(attributes) ? attributes.map(String) : [],
      properties,
    };
  });
}
