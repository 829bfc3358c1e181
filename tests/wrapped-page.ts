import { build, type Plugin } from 'esbuild';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { analyze, buildLibrary, openLibrary, type RunningBrowser, type Page } from '../src/index.js';
import { PageServer } from '../src/verify/page-server.js';
import { testBrowser } from './built-page.js';
import { linkPackages, textOf, writeFiles } from './helpers.js';
import { gaugeFiles, type Framework } from './wrapped-components.js';

/** A package whose elements leave their framework to the page, or bring it along. */
export async function built(frameworks: readonly Framework[], choice: 'shared' | 'bundled'): Promise<string> {
  const root = writeFiles({
    'lastwright.yaml': 'library: 1\n',
    'package.json': '{ "name": "gauges", "version": "1.0.0", "type": "module" }',
    ...Object.assign(
      {},
      ...frameworks.map((one) => gaugeFiles(one, `quay-${one}`, { sharing: `, framework: ${choice}` })),
    ),
  } as Record<string, string>);
  linkPackages(root);
  const { files, findings } = await buildLibrary(analyze(await openLibrary(root)));
  expect(findings.filter(({ severity }) => severity === 'error')).toEqual([]);
  writeFiles(
    Object.fromEntries([...files].map(([path, content]) => [`dist/${path}`, textOf(content)])) as Record<
      string,
      string
    >,
    root,
  );
  return root;
}

export const server = new PageServer();
let browser: RunningBrowser;
export let page: Page;
let pages = 0;

/** An address that no other page has. */
export const nextAddress = (): string => `/page-${pages++}`;

beforeAll(async () => {
  await server.start();
  browser = await testBrowser().launch();
  page = await browser.newPage();
});
afterAll(async () => {
  await browser.close();
  await server.stop();
});

/** Opens a page of an application, bundled as its users do, in development or for production; gives what `code` gives. */
export async function inPage<Value>(
  root: string,
  application: string,
  code: string,
  { mode = 'development', plugins = [] as Plugin[], files = {} as Record<string, string>, alias = {} } = {},
): Promise<Value> {
  writeFiles({ 'app/main.jsx': application, ...files }, root);
  const { outputFiles } = await build({
    absWorkingDir: root,
    entryPoints: ['app/main.jsx'],
    bundle: true,
    write: false,
    format: 'esm',
    jsx: 'automatic',
    conditions: ['svelte', mode, 'module'],
    define: {
      'process.env.NODE_ENV': JSON.stringify(mode),
      __VUE_OPTIONS_API__: 'true',
      __VUE_PROD_DEVTOOLS__: 'false',
      __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'false',
    },
    alias,
    plugins,
    logLevel: 'silent',
  });
  const name = nextAddress();
  server.put(`${name}.js`, outputFiles[0]!.text);
  server.put(
    `${name}.html`,
    `<!doctype html><body><div id="app"></div><script>globalThis.told = []; console.error = (...all) => told.push(all.join(' ')); addEventListener('error', (event) => told.push(event.message));</script><script type="module" src="${name}.js"></script>`,
  );
  await page.open(`${server.origin}${name}.html`);
  return page.evaluate<Value>(
    `(async () => { const turn = (time = 30) => new Promise((resolve) => setTimeout(resolve, time)); await turn(60); ${code} })()`,
    20_000,
  );
}

/** Declares the tests of so many elements of each framework, made and taken away again. */
export function testLeftovers(count: number): void {
  describe(`${count} elements, made and taken away`, () => {
    it.each(['react', 'preact', 'vue', 'svelte', 'solid'] as const)(
      'of %s leave nothing behind',
      async (framework) => {
        const root = await built([framework], 'bundled');
        const some = (many: number): string => `
        globalThis.held = [];
        for (let made = 0; made < ${many}; made += 250) {
          const all = Array.from({ length: 250 }, () => Object.assign(document.createElement('quay-${framework}'), { label: 'A', levels: [1] }));
          document.body.append(...all);
          await turn(20);
          all[0].shadowRoot.querySelector('button').click();
          globalThis.held.push(...all.map((one) => new WeakRef(one)));
          for (const one of all) one.remove();
          await turn();
        }
        for (let wait = 0; wait < 100 && (wait < 2 || globalThis.living > 0); wait++) await turn(50);
        return globalThis.living;`;
        await inPage(root, `import '../dist/index.js';`, some(1000), { mode: 'production' });
        const before = await page.heapUsed(20_000);
        const living = await page.evaluate<number>(
          `(async () => { const turn = (time = 0) => new Promise((resolve) => setTimeout(resolve, time)); ${some(count)} })()`,
          110_000,
        );
        const after = await page.heapUsed(20_000);
        const kept = await page.evaluate<number>(
          `globalThis.held.filter((one) => one.deref() !== undefined).length`,
          10_000,
        );
        expect(living).toBe(0);
        // The last elements can still be held by the one who asked.
        expect(kept).toBeLessThan(300);
        expect(after! - before!).toBeLessThan(1_000_000 + 200 * count);
      },
      180_000,
    );
  });
}
