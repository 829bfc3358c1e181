import { copyFileSync, mkdirSync, readdirSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import fastify from 'fastify';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Page, RunningBrowser } from '../src/index.js';
import { testBrowser } from './built-page.js';
import { copyDemo, lastwright, linkOnly, REPOSITORY, scratchFolder } from './helpers.js';

interface Pages {
  page(): string;
  stream(): Promise<ReadableStream>;
}

const app = fastify({ forceCloseConnections: true });
let origin: string;
/** One for each page: in some, a page that is not in front gets no clicks. */
let browsers: RunningBrowser[];
let pages: Pages;
let html: Record<string, string>;

/** Builds the demo library with a promise for servers, and a React page that uses the package; serves it. */
beforeAll(async () => {
  const library = copyDemo();
  const config = join(library, 'lastwright.yaml');
  writeFileSync(config, `${readFileSync(config, 'utf8')}\nserver: true\n`);
  const { status, stdout } = await lastwright(['build'], { cwd: library });
  expect(status, stdout).toBe(0);

  const folder = scratchFolder();
  const own = join(REPOSITORY, 'tests/served-page');
  for (const name of readdirSync(own)) copyFileSync(join(own, name), join(folder, name));
  linkOnly(folder, ['react', 'react-dom', 'scheduler']);
  symlinkSync(join(library, 'dist'), join(folder, 'node_modules/quayside'));
  mkdirSync(join(folder, 'out'));
  const common = { bundle: true, format: 'esm', jsx: 'automatic', absWorkingDir: folder } as const;
  await build({
    ...common,
    entryPoints: ['server.jsx'],
    platform: 'node',
    packages: 'external',
    outfile: 'out/server.mjs',
  });
  await build({
    ...common,
    entryPoints: ['client.jsx'],
    outfile: 'out/client.js',
    define: { 'process.env.NODE_ENV': '"production"' },
  });
  pages = (await import(pathToFileURL(join(folder, 'out/server.mjs')).href)) as Pages;
  const script = readFileSync(join(folder, 'out/client.js'));
  app.get('/client.js', (_, reply) => reply.type('text/javascript').send(script));
  app.get('/page', (_, reply) => reply.type('text/html').send(pages.page()));
  app.get('/stream', async (_, reply) =>
    reply.type('text/html').send(Readable.fromWeb((await pages.stream()) as never)),
  );
  origin = await app.listen({ host: '127.0.0.1', port: 0 });
  html = {};
  for (const path of ['/page', '/stream'])
    html[path] = await fetch(origin + path).then((answer) => answer.text());
  browsers = [await testBrowser().launch(), await testBrowser().launch()];
}, 60_000);
afterAll(async () => {
  await Promise.all((browsers ?? []).map((one) => one.close()));
  await app.close();
});

const told = (page: Page): Promise<unknown> =>
  page.evaluate(`[...document.querySelectorAll('.told')].map((one) => one.textContent)`, 3000);

const wait = (milliseconds: number): Promise<void> =>
  new Promise((resolve) => setTimeout(resolve, milliseconds));

/** Opens a page whose script is not there yet. */
async function opened(path: string, own: RunningBrowser): Promise<Page> {
  const page = await own.newPage();
  await page.open(origin + path);
  await page.evaluate(
    `(() => {
    globalThis.errors = [];
    console.error = (...given) => errors.push(given.join(' '));
    addEventListener('error', ({ message }) => errors.push(message));
    const nodesOf = (root) => [...root.querySelectorAll('*')].flatMap((node) => [node, ...(node.shadowRoot ? nodesOf(node.shadowRoot) : [])]);
    globalThis.nodes = nodesOf(document.body).filter((node) => !/^(?:STYLE|SCRIPT)$/.test(node.tagName));
    })()`,
    3000,
  );
  return page;
}

async function clickOn(page: Page, target: string): Promise<void> {
  const [x, y] = (await page.evaluate(
    `(() => { const { x, y, width, height } = (${target}).getBoundingClientRect(); return [x + width / 2, y + height / 2]; })()`,
    1000,
  )) as [number, number];
  await page.click(x, y, 3000);
}

const inside = (tag: string, selector: string): string =>
  `document.querySelector('${tag}').shadowRoot.querySelector('${selector}')`;

describe('a page of React and its elements, from a server', () => {
  it('is the same as one text and as a stream', () => {
    expect(html['/stream']).toBe(html['/page']);
  });

  it.each(['/page', '/stream'])('keeps what a person does before its script comes: %s', async (path) => {
    const page = await opened(path, browsers[0]!);
    const other = await opened(path, browsers[1]!);
    expect(await page.evaluate(`customElements.get('quay-board') === undefined`, 1000)).toBe(true);
    await clickOn(page, inside('quay-board', 'tbody tr:nth-child(2)'));
    await clickOn(page, inside('quay-berth', '[part=title]'));
    await clickOn(page, inside('quay-field', 'input'));
    await page.type('Puffin', 3000);
    expect(await told(page)).toEqual(['No ship is chosen.', 'No berth is claimed.', 'No name yet.']);
    for (const one of [page, other]) await one.evaluate(`import('/client.js').then(() => {})`, 5000);
    await wait(500);
    expect(await told(page)).toEqual(['Chosen: Tern', 'Claimed: A1', 'Welcome, Puffin']);
    const left = `[${inside('quay-field', 'input')}.value, nodes.length > 50, nodes.filter((node) => !node.isConnected).map((node) => node.outerHTML), errors]`;
    expect(await page.evaluate(left, 1000)).toEqual(['Puffin', true, [], []]);
    // Nothing of one page is seen in another.
    expect(await told(other)).toEqual(['No ship is chosen.', 'No berth is claimed.', 'No name yet.']);
    await clickOn(page, inside('quay-board', 'tbody tr'));
    await wait(100);
    expect(((await told(page)) as string[])[0]).toBe('Chosen: Marigold');
    for (const one of [page, other]) await one.close();
  });
});
