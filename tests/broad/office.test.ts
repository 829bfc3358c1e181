import { createServer, type Server } from 'node:http';
import { readFile } from 'node:fs/promises';
import { cpSync, mkdirSync, symlinkSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { extname, join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'vite';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BROWSERS, type Page, type RunningBrowser } from '../../src/index.js';
import { lastwright, REPOSITORY, scratchFolder } from '../helpers.js';

const TYPES: Record<string, string> = {
  '.html': 'text/html',
  '.js': 'text/javascript',
  '.css': 'text/css',
  '.svg': 'image/svg+xml',
};

/** What a person finds in the page, and does there. */
const WORK = `(async () => {
  const find = (selector) => document.querySelector(selector);
  const inside = (selector, inner) => find(selector).shadowRoot.querySelector(inner);
  const until = async (holds) => { while (!holds()) await new Promise((resolve) => setTimeout(resolve, 20)); };
  await until(() => find('quay-board') && customElements.get('quay-tide') && inside('quay-berth', 'h3'));
  const berths = [...document.querySelectorAll('quay-berth')].map((berth) => berth.shadowRoot.querySelector('h3').textContent + ' ' + berth.state);
  const free = document.querySelectorAll('quay-berth')[1];
  free.shadowRoot.querySelector('h3').click();
  await until(() => document.querySelectorAll('quay-berth')[1].state === 'booked');
  const buttons = [...document.querySelectorAll('header quay-button')];
  const color = () => getComputedStyle(find('quay-notice')).color;
  const light = color();
  buttons[0].shadowRoot.querySelector('button').click();
  await until(() => color() !== light);
  buttons[1].shadowRoot.querySelector('button').click();
  await until(() => inside('quay-dialog', '[role=dialog]'));
  const [ship] = document.querySelectorAll('quay-field');
  ship.value = 'Kittiwake';
  await ship.settled;
  find('form quay-button').shadowRoot.querySelector('button').click();
  await until(() => !inside('quay-dialog', '[role=dialog]'));
  await until(() => find('quay-board').shadowRoot.querySelectorAll('tbody tr').length === 4);
  const rows = [...find('quay-board').shadowRoot.querySelectorAll('tbody tr')].map((row) => row.cells[1].textContent);
  return { berths, rows, selected: find('quay-tabs').selected, notice: inside('quay-notice', 'strong').textContent, broken: globalThis.broken ?? [] };
})()`;

const FOUND = {
  berths: ['A1 occupied', 'A2 free', 'B7 booked'],
  rows: ['Marigold', 'Tern', 'Petrel', 'Kittiwake'],
  selected: 'arrivals',
  notice: 'Storm',
  broken: [],
};

describe('the harbor office', () => {
  let folder: string;
  let browser: RunningBrowser;
  let server: Server;

  beforeAll(async () => {
    folder = scratchFolder();
    for (const name of ['quayside', 'office'])
      cpSync(join(REPOSITORY, 'examples', name), join(folder, name), {
        recursive: true,
        filter: (path) => !/[\\/](?:dist|node_modules|\.lastwright)$/.test(path),
      });
    symlinkSync(join(REPOSITORY, 'node_modules'), join(folder, 'node_modules'), 'junction');
    const { status, stdout } = await lastwright(['build', '--library', join(folder, 'quayside')]);
    expect(status, stdout).toBe(0);
    const output = join(folder, 'built');
    mkdirSync(output);
    await build({
      root: join(folder, 'office'),
      configFile: join(folder, 'office/vite.config.js'),
      logLevel: 'error',
      build: { outDir: output, emptyOutDir: true },
    });
    server = createServer((request, response) => {
      const { pathname } = new URL(request.url!, 'http://127.0.0.1');
      readFile(join(output, pathname)).then(
        (content) =>
          response.setHeader('content-type', TYPES[extname(pathname)] ?? 'text/plain').end(content),
        () => response.writeHead(404).end(),
      );
    });
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    browser = await BROWSERS.find(({ name }) => name === 'chromium')!.launch();
  }, 180_000);

  afterAll(async () => {
    await browser?.close();
    server?.close();
  });

  const work = async (url: string): Promise<unknown> => {
    const page: Page = await browser.newPage();
    await page.open(url);
    const found = await page.evaluate(WORK, 30_000);
    await page.close();
    return found;
  };

  it('works in plain HTML, from a file', async () => {
    expect(await work(pathToFileURL(join(folder, 'office/index.html')).href)).toEqual(FOUND);
  });

  it.each(['react', 'vue'])('works in %s, by the same data', async (name) => {
    const { port } = server.address() as AddressInfo;
    expect(await work(`http://127.0.0.1:${port}/${name}.html`)).toEqual(FOUND);
  });
});
