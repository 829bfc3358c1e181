import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { createServer as createHttpServer } from 'node:http';
import { createServer, type AddressInfo } from 'node:net';
import { join } from 'node:path';
import { writeFileSync, readFileSync } from 'node:fs';
import { PNG } from 'pngjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { verifyReportSchema, type RunningBrowser, type Page } from '../src/index.js';
import { browserNamed } from '../src/browsers/index.js';
import { PageServer } from '../src/verify/page-server.js';
import { testBrowser } from './built-page.js';
import { copyDemo, lastwright, scratchFolder, writeElement } from './helpers.js';

const PAGE = `<!doctype html><title>Page</title><style>
button { position: absolute; left: 100px; top: 100px; width: 100px; height: 50px }
div { position: absolute; left: 0; top: 0; width: 20px; height: 10px; background: rgb(0, 128, 0) }
</style><div></div><input autofocus><button>Press</button><script>
const log = [];
addEventListener('click', (event) => log.push(event.target.localName + ' ' + event.isTrusted));
addEventListener('keydown', (event) => log.push(event.key));
</script>`;

describe('a page of a browser', () => {
  const server = new PageServer();
  let browser: RunningBrowser;
  let page: Page;

  beforeAll(async () => {
    server.put('/page.html', PAGE);
    await server.start();
    browser = await testBrowser().launch();
  }, 120_000);
  afterAll(async () => {
    await browser.close();
    await server.stop();
  });

  const opened = async (): Promise<Page> => {
    page = await browser.newPage();
    await page.open(`${server.origin}/page.html`);
    return page;
  };

  it('has the size that all browsers have, and the focus', async () => {
    await opened();
    expect(
      await page.evaluate('[innerWidth, innerHeight, document.hidden, document.hasFocus()]', 5000),
    ).toEqual([1280, 800, false, true]);
    await page.close();
  });

  it('gives values, waits for promises, and tells what is thrown', async () => {
    await opened();
    expect(await page.evaluate('Promise.resolve({ a: [1, "ü", null] })', 5000)).toEqual({
      a: [1, 'ü', null],
    });
    expect(await page.evaluate('undefined', 5000)).toBeUndefined();
    await expect(page.evaluate('(() => { throw new Error("no wind") })()', 5000)).rejects.toThrow('no wind');
    await expect(page.evaluate('Promise.reject(new TypeError("no tide"))', 5000)).rejects.toThrow('no tide');
    await page.close();
  });

  it('is clicked and typed into as by a person', async () => {
    await opened();
    await page.click(150, 125, 5000);
    await page.evaluate('(document.querySelector("input").focus(), 0)', 5000);
    await page.type('aÜ 1', 5000);
    for (const key of ['Enter', 'ArrowLeft', 'Backspace']) await page.press(key, 5000);
    expect(await page.evaluate('log', 5000)).toEqual([
      'button true',
      'a',
      'Ü',
      ' ',
      '1',
      'Enter',
      'ArrowLeft',
      'Backspace',
    ]);
    expect(await page.evaluate('document.querySelector("input").value', 5000)).toBe('aÜ1');
    await page.close();
  });

  it('has every character typed into it, also those whose codes are those of other keys', async () => {
    await opened();
    await page.evaluate('(document.querySelector("input").focus(), 0)', 5000);
    const text = `5.5-#'(%&!$"*+,/:;<=>?@[]^_{|}~`;
    await page.type(text, 5000);
    expect(await page.evaluate('document.querySelector("input").value', 5000)).toBe(text);
    await page.close();
  });

  it('has pictures taken of it, and of a part', async () => {
    await opened();
    const part = PNG.sync.read(Buffer.from(await page.screenshot({ x: 0, y: 0, width: 40, height: 30 })));
    expect([part.width, part.height]).toEqual([40, 30]);
    const at = (x: number, y: number): number[] => [
      ...part.data.subarray((y * 40 + x) * 4, (y * 40 + x) * 4 + 3),
    ];
    expect([at(5, 5), at(30, 20)]).toEqual([
      [0, 128, 0],
      [255, 255, 255],
    ]);
    const whole = PNG.sync.read(Buffer.from(await page.screenshot()));
    expect([whole.width, whole.height]).toEqual([1280, 800]);
    await page.close();
  });

  it('says which dialogs it opened, and goes on', async () => {
    await opened();
    expect(await page.evaluate('(alert("low water"), confirm("sure?"))', 5000)).toBe(false);
    expect(page.dialogs()).toEqual(['alert: low water', 'confirm: sure?']);
    expect(page.dialogs()).toEqual([]);
    await page.close();
  });

  it('says where it went by itself', async () => {
    await opened();
    expect(page.strayed()).toBeUndefined();
    await page
      .evaluate(
        '(location.href = "about:blank#gone", new Promise((resolve) => setTimeout(resolve, 1500)))',
        5000,
      )
      .catch(() => {});
    await expect.poll(() => page.strayed() ?? '', { timeout: 5000 }).toContain('about:blank');
    await page.close();
  });

  it('that hangs is given up, and the next one works', async () => {
    await opened();
    const began = performance.now();
    await expect(page.evaluate('(() => { for (;;); })()', 500)).rejects.toThrow(/did not answer/);
    expect(performance.now() - began).toBeLessThan(30_000);
    await page.close();
    await opened();
    expect(await page.evaluate('1 + 1', 5000)).toBe(2);
    await page.close();
  });

  it('that is only slow is waited for', async () => {
    await opened();
    const slow =
      '(() => { const end = performance.now() + 700; while (performance.now() < end); return 1 })()';
    const name = testBrowser().name;
    // One script at a time: WebDriver cannot ask a page whether it still answers.
    if (name === 'webkit') expect(await page.evaluate(slow, 5000)).toBe(1);
    else expect(await page.evaluate(`new Promise((done) => setTimeout(done, 900, 1))`, 500)).toBe(1);
    await page.close();
  });
});

describe('a browser that is not on this machine', () => {
  const mast = (): string =>
    writeElement({ '.contract.yaml': 'contract: 1\ntag: quay-mast\n', '.html': '<b>Mast</b>' });

  it.each([
    ['firefox', /There is no Firefox on this machine/, /firefox|LASTWRIGHT_FIREFOX/],
    ['webkit', /There is no WebKit driver on this machine/, /webkit2gtk-driver|LASTWRIGHT_WEBKIT/],
  ])('%s is named with what helps, says not checked, and ends with 3', async (browser, what, help) => {
    const flags = ['verify', '--library', mast(), '--framework', 'html', '--browser', browser];
    const env = { PATH: scratchFolder(), LASTWRIGHT_FIREFOX: '', LASTWRIGHT_WEBKIT: '' };
    const { status, stdout, stderr } = await lastwright([...flags, '--no-types'], { env });
    expect(status, stderr).toBe(3);
    expect(stderr).toMatch(what);
    expect(stderr).toMatch(help);
    expect(stdout).toContain('The browser is not on this machine.');
    expect(stdout).toMatch(/^0 fit, 0 need care, 0 fail, \d+ not checked/m);
  });

  it('is told from one that ends at once', async () => {
    const { status, stderr } = await lastwright(
      ['verify', '--library', mast(), '--framework', 'html', '--browser', 'firefox'],
      { env: { LASTWRIGHT_FIREFOX: '/bin/false' } },
    );
    expect([status, stderr]).toEqual([3, expect.stringContaining('Firefox does not start')]);
  });

  it('is told from a path that leads to no browser', async () => {
    const { status, stderr } = await lastwright(
      ['verify', '--library', mast(), '--framework', 'html', '--browser', 'firefox'],
      { env: { LASTWRIGHT_FIREFOX: join(scratchFolder(), 'none') } },
    );
    expect([status, stderr]).toEqual([3, expect.stringContaining('cannot be started')]);
  });

  it('is none of the browsers where the name is wrong', async () => {
    const { status, stderr } = await lastwright(['verify', '--library', mast(), '--browser', 'firefo']);
    expect([status, stderr]).toEqual([2, expect.stringContaining('firefox')]);
  });
});

const DRIVER = spawnSync('chromedriver', ['--version'], { encoding: 'utf8' }).status === 0;

describe.runIf(DRIVER)('a browser that is elsewhere', () => {
  let driver: ChildProcess;
  let address: string;

  beforeAll(async () => {
    const port = await freePort();
    driver = spawn('chromedriver', [`--port=${port}`], { stdio: 'ignore', detached: true });
    address = `http://127.0.0.1:${port}`;
    const answers = (): Promise<boolean> =>
      fetch(`${address}/status`).then(
        ({ ok }) => ok,
        () => false,
      );
    while (!(await answers())) await new Promise((resolve) => setTimeout(resolve, 50));
  });
  afterAll(() => {
    process.kill(-driver.pid!, 'SIGKILL');
  });

  const library = (more = ''): string => {
    const folder = copyDemo();
    const config = join(folder, 'lastwright.yaml');
    const text = readFileSync(config, 'utf8').replace(/^browsers:.*\n/m, '');
    const args = '["--headless", "--no-sandbox", "--disable-gpu", "--no-first-run"]';
    writeFileSync(
      config,
      `${text}\nbrowsers: [{ browser: chromium, at: "${address}", ${more}capabilities: { "goog:chromeOptions": { args: ${args} } } }]\n`,
    );
    return folder;
  };

  it('verifies as one that is here, with pages at an address of their own', async () => {
    const pages = await freePort();
    const folder = library(`pages: "http://127.0.0.1:${pages}", `);
    const flags = ['verify', '--library', folder, '--framework', 'html', '--no-types', '--json'];
    const { status, stdout, stderr } = await lastwright([
      ...flags,
      '--element',
      'quay-panel',
      '--element',
      'quay-field',
    ]);
    expect(status, stderr).toBe(0);
    const { summary, browsers } = verifyReportSchema.parse(JSON.parse(stdout));
    expect(summary.fails).toBe(0);
    expect(summary.fits).toBeGreaterThan(50);
    expect(browsers[0]!.version).toMatch(/^Chromium [\d.]+ \(chrome/);
    // All sessions were given back.
    const left = (await (await fetch(`${address}/sessions`)).json()) as { value: unknown[] };
    expect(left.value).toEqual([]);
  });

  it('that gives no session is told, with exit status 3', async () => {
    const folder = library();
    const config = join(folder, 'lastwright.yaml');
    writeFileSync(config, readFileSync(config, 'utf8').replace(address, 'http://127.0.0.1:9'));
    const { status, stderr } = await lastwright([
      'verify',
      '--library',
      folder,
      '--framework',
      'html',
      '--no-types',
    ]);
    expect([status, stderr]).toEqual([
      3,
      expect.stringContaining('Chromium at http://127.0.0.1:9 gives no session'),
    ]);
  });
});

describe('an endpoint that grants two sessions at once', () => {
  it('has no more of them open, and whoever gets none waits until one is given back', async () => {
    let open = 0;
    let most = 0;
    let refused = 0;
    const endpoint = createHttpServer((request, response) => {
      const value = (): unknown => {
        if (request.method === 'POST' && request.url === '/session') {
          if (open === 2) {
            refused++;
            return { error: 'session not created', message: 'no more' };
          }
          most = Math.max(most, ++open);
          return { sessionId: `s${Math.random()}`, capabilities: { browserVersion: '1' } };
        }
        if (request.method === 'DELETE') open--;
        if (request.url?.endsWith('/execute/sync')) return [1280, 800];
        return request.url?.endsWith('/window') ? 'w' : null;
      };
      response.end(JSON.stringify({ value: value() }));
    });
    await new Promise<void>((resolve) => endpoint.listen(0, '127.0.0.1', resolve));
    const { port } = endpoint.address() as AddressInfo;
    const browser = await browserNamed('chromium', { at: `http://127.0.0.1:${port}` }).launch();
    let done = 0;
    await Promise.all(
      [1, 2, 3, 4, 5].map(async () => {
        const page = await browser.newPage();
        await new Promise((resolve) => setTimeout(resolve, 30));
        done++;
        await page.close();
      }),
    );
    await browser.close();
    endpoint.closeAllConnections();
    await new Promise((resolve) => endpoint.close(resolve));
    expect([done, most, open]).toEqual([5, 2, 0]);
    expect(refused).toBeGreaterThan(0);
  });
});

describe('what is served to browsers', () => {
  it('is found only with the secret, and by the names that it listens at', async () => {
    const server = new PageServer({}, 'hidden');
    server.put('/page.html', 'berth');
    await server.start();
    const { port } = new URL(server.origin);
    try {
      const got = async (path: string): Promise<number> =>
        (await fetch(`http://127.0.0.1:${port}${path}`)).status;
      expect([
        await got('/hidden/page.html'),
        await got('/page.html'),
        await got('/'),
        await got('/hiddenpage.html'),
      ]).toEqual([200, 404, 404, 404]);
      expect(
        (await fetch(`http://localhost:${port}/hidden/page.html`).catch(() => ({ status: 421 }))).status,
      ).toBe(421);
    } finally {
      await server.stop();
    }
  });
});

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => resolve(port));
    });
  });
}
