import { chmodSync, existsSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import { createRequire } from 'node:module';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { lastwright, linkOnly, toolWithout, writeFiles } from './helpers.js';
import { HARBOR, PreviewPage } from './preview-page.js';

const live = new PreviewPage();
const MAST = 'elements/quay-mast/quay-mast';

beforeAll(async () => {
  await live.start(HARBOR, ['--port', '0']);
}, 120_000);
afterAll(() => live.end());

const ask = (path: string, init: RequestInit = {}): Promise<Response> =>
  fetch(`${live.address}${path}`, init);

describe('the server of the live page', () => {
  it('answers to its own names only, and only to its own page', async () => {
    const { port } = new URL(live.address);
    const status = async (headers: Record<string, string>): Promise<number> => {
      const { request } = await import('node:http');
      return new Promise((resolve, reject) => {
        request({ host: '127.0.0.1', port, path: '/api/library', headers }, (response) => {
          response.resume();
          resolve(response.statusCode!);
        })
          .on('error', reject)
          .end();
      });
    };
    expect(await status({})).toBe(200);
    expect(await status({ host: 'harbor.example' })).toBe(421);
    expect(await status({ origin: 'http://harbor.example' })).toBe(403);
    expect(await status({ 'sec-fetch-site': 'cross-site' })).toBe(403);
    const post = (headers: Record<string, string>): Promise<Response> =>
      ask('/api/samples', {
        method: 'POST',
        headers: { 'content-type': 'application/json', ...headers },
        body: JSON.stringify({ tag: 'quay-mast', sample: { sample: 'Planted' } }),
      });
    expect((await post({})).status).toBe(403);
    expect((await post({ origin: 'http://127.0.0.1:1' })).status).toBe(403);
    expect(live.read(`${MAST}.samples.yaml`)).not.toContain('Planted');
  });

  it('gives out the page under a strict policy, and no other file', async () => {
    const response = await ask('/element/quay-mast');
    expect(response.headers.get('content-security-policy')).toMatch(
      /default-src 'none'; script-src 'self'.*require-trusted-types-for 'script'/,
    );
    for (const path of [
      '/page/../../package.json',
      '/page/%2e%2e/%2e%2e/cell.js',
      '/lastwright.yaml',
      '/page/index.html/',
    ])
      expect((await ask(path)).status, path).toBe(404);
  });

  it('gives cells at another origin, which no other page may show, and only modules that elements lead to', async () => {
    const { cells } = (await (
      await ask('/api/cells', {
        method: 'POST',
        headers: { 'content-type': 'application/json', origin: live.address },
        body: JSON.stringify({
          tag: 'quay-mast',
          frameworks: ['html'],
          sample: 0,
          values: {},
          slots: {},
          generation: 0,
        }),
      })
    ).json()) as { cells: { address: string }[] };
    const { origin } = new URL(cells[0]!.address);
    expect(origin).not.toBe(live.address);
    const cell = await fetch(cells[0]!.address);
    expect(cell.headers.get('content-security-policy')).toContain(`frame-ancestors ${live.address}`);
    expect((await fetch(`${origin}/whole/1/quay-mast`)).status).toBe(200);
    for (const path of [
      '/whole/1/quay-none',
      '/source/lastwright.yaml',
      '/package/classes/quay-mast.js',
      '/cell/none',
      '/frameworks/x',
      '/%zz',
    ])
      expect((await fetch(`${origin}${path}`)).status, path).toBeGreaterThanOrEqual(400);
  });

  it.each([
    ['{', 400],
    ['{"tag":"quay-mast"}', 400],
    ['{"tag":"quay-none","frameworks":[],"sample":0,"values":{},"slots":{}}', 200],
    ['{"tag":"quay-mast","frameworks":["none"],"sample":99,"values":{},"slots":{}}', 200],
  ])('answers to %s without falling over', async (body, status) => {
    const headers = { 'content-type': 'application/json', origin: live.address };
    expect((await ask('/api/code', { method: 'POST', headers, body })).status).toBe(status);
  });

  it('takes the next port that is free', async () => {
    const taken = createServer();
    await new Promise<void>((resolve) => taken.listen(0, '127.0.0.1', resolve));
    const { port } = taken.address() as AddressInfo;
    const other = new PreviewPage();
    other.root = live.root;
    await other.run(['--port', String(port)]);
    const got = Number(new URL(other.address).port);
    await other.stop();
    taken.close();
    expect(got).toBeGreaterThan(port);
    expect(got).toBeLessThan(port + 50);
  });

  it('ends with what it started when it is interrupted', async () => {
    const other = new PreviewPage();
    other.root = live.root;
    await other.run();
    expect(await other.stop('SIGINT')).toBe(0);
    await expect(fetch(other.address)).rejects.toThrow();
  });

  it('says what a framework needs that is not there, and has its cells once it is', async () => {
    const other = new PreviewPage();
    other.root = writeFiles(HARBOR);
    await other.run(undefined, undefined, toolWithout('vue'));
    const frameworks = async (): Promise<unknown> => {
      const response = await fetch(`${other.address}/api/element/quay-mast?frameworks=html,vue`);
      return ((await response.json()) as { frameworks: unknown }).frameworks;
    };
    const html = expect.objectContaining({ name: 'html' });
    expect(await frameworks()).toEqual([
      html,
      expect.objectContaining({
        name: 'vue',
        missing: 'Vue is not installed.',
        install: 'Run: npm install vue@3',
      }),
    ]);
    linkOnly(other.root, ['vue']);
    expect(await frameworks()).toEqual([html, expect.not.objectContaining({ missing: expect.anything() })]);
    expect(await other.stop()).toBe(0);
  });

  it.skipIf(process.platform !== 'linux')(
    'opens the browser of the machine where that is wanted',
    async () => {
      const tools = writeFiles({ 'xdg-open': '#!/bin/sh\necho "$1" > "$0.was"\n' });
      chmodSync(join(tools, 'xdg-open'), 0o755);
      const other = new PreviewPage();
      other.root = live.root;
      await other.run(['--port', '0', '--open', '--element', 'quay-row'], {
        PATH: `${tools}:${process.env.PATH}`,
      });
      await expect
        .poll(
          () => existsSync(join(tools, 'xdg-open.was')) && readFileSync(join(tools, 'xdg-open.was'), 'utf8'),
          {
            timeout: 10_000,
          },
        )
        .toBe(`${other.address}/element/quay-row\n`);
      expect(await other.stop()).toBe(0);
    },
  );

  it.each([
    [['--element', 'quay-mats'], 'quay-mast'],
    [['--framework', 'vuee'], 'vue'],
  ])('tells of %j what was meant', async (args, meant) => {
    const { status, stderr } = await lastwright(['preview', '--library', live.root, ...args]);
    expect(status).toBe(2);
    expect(stderr).toContain(meant);
  });
});

describe('the sheet of an element', () => {
  beforeAll(async () => {
    await live.open('/element/quay-mast', 6);
  }, 60_000);

  it('has a row for each sample, a cell for each framework', async () => {
    expect(await live.see(`texts('live-lineup .head b')`)).toEqual(
      expect.arrayContaining(['A mast with a flag', 'A low one']),
    );
    expect(await live.see(`deep('live-cell').map(({ framework }) => framework)`)).toEqual([
      'html',
      'react',
      'vue',
      'html',
      'react',
      'vue',
    ]);
    expect(await live.see(`texts('live-cell .mark')`)).toEqual([]);
  });

  it('has a control for each value, as its type needs it, and what is left is said', async () => {
    const kinds = await live.see(`deep('live-control').map((one) => [one.label, one.kind])`);
    expect(kinds).toEqual(
      expect.arrayContaining([
        ['label', 'text'],
        ['height', 'number'],
        ['side', 'choice'],
        ['raised', 'switch'],
        ['built', 'date'],
        ['flags', 'json'],
        ['--quay-mast-color', 'color'],
        ['times of measure', 'number'],
      ]),
    );
    expect(await live.see(`[control('height').min, control('height').max]`)).toEqual(['1', '90']);
  });

  it('turns values in all frameworks through their own state, and tells it as one line', async () => {
    await live.see(`give('label', 'east')`);
    await live.see(`give('side', '1')`);
    await live.see(`give('raised', true)`);
    await live.see(`give('flags', '[{ "id": "blue" }, { "id": "white" }]')`);
    await live.until(
      `cells().slice(0, 3).every((one) => one?.text.includes('EAST') && one.text.includes('bluewhite') && one.attributes.side === 'starboard' && one.attributes.raised === '')`,
    );
    // Other samples are as they were.
    expect(await live.see(`cells().slice(3).filter((one) => one?.text.includes('EAST')).length`)).toBe(0);
    await live.until(`texts('live-log li').some((line) => /property label east .*all/.test(line))`);
    expect((await live.log()).filter((line) => line.includes('label east'))).toHaveLength(1);
    await live.until(`texts('live-code pre')[1].includes("useState('east')")`);
    expect(await live.see(`texts('live-cell .mark')`)).toEqual([]);
  });

  it('gives a value that nothing was bound to', async () => {
    await live.see(`give('built', '1911-05-31')`);
    await live.until(`cells().slice(0, 3).every((one) => one?.properties.built === '1911-05-31')`);
    await live.until(`texts('live-code pre')[0].includes('built="1911-05-31"')`);
    // What was turned before is turned still.
    await live.until(`cells().slice(0, 3).every((one) => one?.text.includes('EAST'))`);
  });

  it('refuses what is no JSON or not of the type, and says why', async () => {
    await live.see(`give('flags', '[{ "id": 3 }]')`);
    await live.until(`texts('live-control .problem').join() === '[0].id must be string, and is number.'`);
    await live.see(`give('flags', '[{')`);
    await live.until(`/JSON/.test(texts('live-control .problem').join())`);
    await live.until(`cells()[0]?.properties.flags.map(({ id }) => id).join() === 'blue,white'`);
    await live.see(`give('flags', '[{ "id": "blue" }]')`);
    await live.until(`texts('live-control .problem').length === 0`);
  });

  it('writes other content into a slot', async () => {
    await live.see(`give('Content of the slot default', '<b>Very tall</b>')`);
    await live.until(
      `deep('live-cell iframe.coming').length === 0 && cells().slice(0, 3).every((one) => one?.text.includes('Very tall'))`,
    );
    await live.until(`texts('live-code pre')[2].includes('<b>Very tall</b>')`);
  });

  it('calls methods with what is given, and tells what they gave', async () => {
    await live.see(`give('times of measure', '3')`);
    await live.see(`press('Call measure')`);
    await live.until(`texts('live-contract .heard').includes('gave 36')`);
    await live.until(`texts('live-log li').some((line) => /call measure\\(3\\) 36 .*all/.test(line))`);
  });

  it('hears an event with its detail and its framework, and says what differs then', async () => {
    await live.see(`press('As the sample has it')`);
    await live.until(
      `deep('live-cell iframe.coming').length === 0 && texts('live-contract .turned').length === 0`,
    );
    await live.until(`deep('live-cell iframe.ready').length === 6`);
    await live.clickCell(1, 50, 40);
    await live.until(
      `texts('live-log li').some((line) => /event mast-raise \\{"label":"north"\\} React 19/.test(line))`,
    );
    await live.until(
      `texts('live-contract .heard').some((line) => line.startsWith('{"label":"north"} in React'))`,
    );
    await live.until(`texts('live-contract .live').join() === 'now true (raised) in React 19'`);
    await live.until(`texts('live-cell .mark').join() === 'differs: attributes, properties'`);
  });

  it('shows the trees of a cell, live, with what is assigned', async () => {
    await live.until(`texts('live-tree section').length === 3`);
    const [light, shadow, flat] = await live.see<string[]>(
      `deep('live-tree section').map((one) => whole(one).replace(/\\s+/g, ''))`,
    );
    expect(light).toContain('pinslotdefault“Tall”');
    expect(shadow).toContain('shadowroot,opendivpart=“pole”');
    expect(shadow).toContain('slot“nothingtold”');
    expect(flat).toContain('slotpinslotdefault“Tall”');
    await live.see(`give('label', 'west')`);
    await live.until(`whole(deep('live-tree section')[2]).includes('“WEST”')`);
  });

  it('sets custom properties, direction, colors and width for all cells, in the address where it is about all', async () => {
    await live.see(`give('--quay-mast-color', 'rgb(200, 0, 0)')`);
    await live.see(`give(undefined)`).catch(() => {});
    await live.see(
      `(() => { const [width, zoom, colors] = deep('live-settings select'); colors.value = 'dark'; colors.dispatchEvent(new Event('change')); })()`,
    );
    await live.until(`location.search.includes('scheme=dark')`);
    await live.see(
      `(() => { const [width] = deep('live-settings select'); width.value = '400'; width.dispatchEvent(new Event('change')); })()`,
    );
    await live.until(
      `location.search.includes('width=400') && deep('live-cell iframe')[0].getBoundingClientRect().width === 400`,
    );
    // Pictures show what cells of another origin tell nobody.
    const { png, at } = await picture(0);
    expect(at(13, 30), 'the edge of the pole').toEqual([200, 0, 0]);
    expect(at(300, 60), 'its ground').toEqual([10, 20, 30]);
    expect(png.width).toBe(400);
  });

  it('frames a part, and a node of the tree, while somebody points at it', async () => {
    const red = async (): Promise<number> => {
      const { png } = await picture(0);
      let count = 0;
      for (let place = 0; place < png.data.length; place += 4)
        if (png.data[place] === 0xb3 && png.data[place + 1] === 0x26 && png.data[place + 2] === 0x1e) count++;
      return count;
    };
    const point = (selector: string, type: string): Promise<unknown> =>
      live.see(`(${selector}).dispatchEvent(new PointerEvent('${type}'))`);
    expect(await red()).toBe(0);
    for (const selector of [
      `deep('live-contract button').find((one) => one.innerText === 'Show pole')`,
      `deep('live-node button').find((one) => one.innerText.startsWith('button'))`,
    ]) {
      await point(selector, 'pointerenter');
      await new Promise((resolve) => setTimeout(resolve, 200));
      expect(await red(), selector).toBeGreaterThan(100);
      await point(selector, 'pointerleave');
      await new Promise((resolve) => setTimeout(resolve, 200));
      expect(await red(), selector).toBe(0);
    }
  });

  it('makes a cell large, and small again by a key', async () => {
    await live.see(
      `(deep('live-cell')[0].shadowRoot.querySelector('button').focus(), deep('live-cell')[0].shadowRoot.querySelector('button').click())`,
    );
    await live.until(`deep('live-cell iframe')[0].getBoundingClientRect().height > 600`);
    await live.page.press('Escape', 5000);
    await live.until(`deep('live-cell iframe')[0].getBoundingClientRect().height < 600`);
  });

  it('has a log that is filtered, paused and cleared', async () => {
    await live.see(`press('Clear')`);
    await live.until(`texts('live-log li').length === 0`);
    await live.see(`give('label', 'far')`);
    await live.until(`texts('live-log li').some((line) => line.startsWith('property label far'))`);
    await live.see(`press('property')`);
    await live.until(`!texts('live-log li').some((line) => line.startsWith('property'))`);
    await live.see(`press('property')`);
    await live.see(`press('Pause')`);
    await live.see(`give('label', 'near')`);
    await live.until(`cells()[0].text.includes('NEAR')`);
    expect((await live.log()).some((line) => line.includes('near'))).toBe(false);
    await live.see(`press('Pause')`);
    await live.until(`texts('live-log li').some((line) => line.startsWith('property label near'))`);
  });

  /** A picture of a cell's frame, as it is on the screen. */
  async function picture(place: number) {
    await live.see(`deep('live-cell')[${place}].scrollIntoView({ block: 'center' })`);
    await live.see('new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)))');
    const clip = await live.see<{ x: number; y: number; width: number; height: number }>(
      `(({ x, y, width, height }) => ({ x: x + scrollX, y: y + scrollY, width, height }))(deep('live-cell iframe')[${place}].getBoundingClientRect())`,
    );
    const { PNG } = await import('pngjs');
    const png = PNG.sync.read(Buffer.from(await live.page.screenshot(clip)));
    const at = (x: number, y: number): number[] => [
      ...png.data.subarray((y * png.width + x) * 4, (y * png.width + x) * 4 + 3),
    ];
    return { png, at };
  }
});

describe('after a save', () => {
  const files = new Map<string, string>();
  const save = (ending: string, change: (text: string) => string): void => {
    const file = `${MAST}${ending}`;
    if (!files.has(file)) files.set(file, live.read(file));
    live.save(file, change(files.get(file)!));
  };
  const restore = (): void => {
    for (const [file, text] of files) live.save(file, text);
    files.clear();
  };
  beforeAll(async () => {
    await live.open('/element/quay-mast?frameworks=html,vue', 4);
  }, 60_000);

  it('shows the frameworks that the address names', async () => {
    expect(await live.see(`deep('live-cell').map(({ framework }) => framework)`)).toEqual([
      'html',
      'vue',
      'html',
      'vue',
    ]);
  });

  it('renews the cells with the values that were turned; the log stays', async () => {
    await live.see(`give('label', 'kept')`);
    await live.until(`cells().slice(0, 2).every((one) => one?.text.includes('KEPT'))`);
    save('.html', (text) => text.replace(' m</span>', ' meters</span>'));
    await live.until(
      `cells().every((one) => one?.text.includes('meters')) && cells()[0].text.includes('KEPT')`,
    );
    expect(await live.log()).toEqual(
      expect.arrayContaining([expect.stringMatching(/^save/), expect.stringMatching(/label kept/)]),
    );
  });

  it('follows a module that a behavior imports', async () => {
    const text = live.read('shared/loud.ts');
    live.save('shared/loud.ts', text.replace('toUpperCase()', 'toUpperCase() + "!"'));
    await live.until(`cells().every((one) => one?.text.includes('!'))`);
    live.save('shared/loud.ts', text);
    await live.until(`cells().every((one) => !one?.text.includes('!'))`);
  });

  it('swaps styles without making anything anew', async () => {
    await new Promise((resolve) => setTimeout(resolve, 400));
    const before = await live.see<number>(`heard.filter(({ data }) => data.cell === 'ready').length`);
    save('.css', (text) => `${text}.pole { padding: 60px }\n`);
    await live.until(`deep('live-cell iframe')[0].getBoundingClientRect().height > 150`);
    expect(await live.see(`heard.filter(({ data }) => data.cell === 'ready').length`)).toBe(before);
    restore();
    await live.until(`deep('live-cell iframe')[0].getBoundingClientRect().height < 150`);
  });

  it('tells an error at its line, goes on with what was good last, and forgets it when it is mended', async () => {
    save('.html', (text) => text.replace('{height}', '{hieght}'));
    await live.until(
      `texts('live-findings li').some((line) => line.includes('"hieght"') && line.includes('quay-mast.html:3:10'))`,
    );
    expect(await live.see(`texts('live-findings .broken').length`)).toBe(1);
    await live.until(`cells()[1]?.text.includes('KEPT')`);
    restore();
    await live.until(`texts('live-findings li').length === 0`);
  });

  it.each([
    ['a behavior that is half saved', '.ts', (text: string) => text.slice(0, 150)],
    [
      'a contract that cannot be read',
      '.contract.yaml',
      (text: string) => text.replace('summary: ', 'summary: ['),
    ],
    ['an empty view', '.html', () => ''],
    ['samples that are no list', '.samples.yaml', () => 'sample: x\n'],
  ])('goes on after %s', async (_, ending, change) => {
    save(ending, change);
    await live.until(`texts('live-findings li').length > 0 || ${JSON.stringify(ending)} === '.html'`);
    restore();
    await live.until(
      `deep('live-cell iframe.ready').length === 4 && texts('live-findings li').length === 0 && deep('live-cell iframe.coming').length === 0`,
    );
  });

  it('tells what TypeScript finds, a moment later', async () => {
    save('.ts', (text) => text.replace('mast.height * times', 'mast.height * times.length'));
    await live.until(`texts('live-findings li').some((line) => line.includes('behavior/type'))`);
    restore();
    await live.until(`texts('live-findings li').length === 0`);
  });

  const spares = `deep('live-cell iframe.spare').length === 2 && heard.filter(({ data }) => data.cell === 'waiting').length >= 2`;

  it('has a document ready for the next save, in the chosen row', async () => {
    await live.until(spares);
    await live.see(`heard.length = 0`);
    save(
      '.ts',
      (text) =>
        `${text}export function connected(mast: Inside) {\n  console.info(location.search || 'no query');\n}\n`,
    );
    await live.until(`texts('live-log li').some((line) => line.includes('no query'))`);
    await live.until(`deep('live-cell iframe.coming').length === 0`);
    // The document that waited is the one that is seen now; the element knows nothing of that.
    expect(await live.see(`deep('live-cell iframe.ready').map((one) => one.src.endsWith('?spare'))`)).toEqual(
      [true, true, false, false],
    );
    expect(await live.see(`deep('live-cell iframe.spare').every((one) => one.inert)`)).toBe(true);
    restore();
    await live.until(`texts('live-log li')[0]?.startsWith('save')`);
    expect(await live.see(`texts('live-log li').some((line) => line.includes('?spare'))`)).toBe(false);
  });

  it('leaves a document that waits where the contract is another one', async () => {
    await live.until(spares);
    await live.see(`heard.length = 0`);
    save('.contract.yaml', (text) =>
      text.replace('properties:', 'properties:\n  rake: { type: number, default: 7 }'),
    );
    await live.until(`cells().slice(0, 2).every((one) => one?.properties.rake === 7)`);
    restore();
    await live.until(`cells().slice(0, 2).every((one) => one && !('rake' in one.properties))`);
  });

  it('keeps up with twenty saves in a second', async () => {
    for (let count = 1; count <= 20; count++) {
      save('.html', (text) => text.replace(' m</span>', ` m, ${count} times</span>`));
      await new Promise((resolve) => setTimeout(resolve, 45));
    }
    await live.until(`cells().every((one) => one?.text.includes('m, 20 times'))`);
    restore();
    await live.until(`cells().every((one) => !one?.text.includes('times'))`);
  });

  it('leads errors and warnings in the console to the line of the author', async () => {
    save('.ts', (text) =>
      text.replace(
        '  mast.host.raised = true;',
        "  console.warn('low tide');\n  throw new Error('run aground');",
      ),
    );
    await live.until(
      `deep('live-cell iframe.coming').length === 0 && texts('live-log li')[0]?.startsWith('save')`,
    );
    await new Promise((resolve) => setTimeout(resolve, 500));
    await live.clickCell(0, 50, 40);
    await live.until(
      `texts('live-log li').some((line) => line.startsWith('warning low tide ${MAST}.ts:5:'))`,
    );
    await live.until(
      `texts('live-log li').some((line) => line.startsWith('error') && line.includes('run aground') && line.includes('${MAST}.ts:6:'))`,
    );
    restore();
    await live.until(`texts('live-log li')[0]?.startsWith('save')`);
  });

  it('compares pictures, where that is wanted', async () => {
    save(
      '.ts',
      (text) =>
        `${text}export function connected(mast: Inside) {\n  setTimeout(() => mast.host.closest('[data-v-app]') && ((mast.parts.pole as HTMLElement).style.backgroundColor = 'yellow'));\n}\n`,
    );
    await live.until(`texts('live-log li')[0]?.startsWith('save') && deep('iframe.coming').length === 0`);
    await live.until(`texts('live-cell .mark').length === 0`);
    await live.see(
      `(() => { const box = deep('live-settings label').find((one) => one.innerText.includes('compare')).querySelector('input'); box.click(); })()`,
    );
    await live.until(`texts('live-cell .mark').join() === 'differs: picture'`, 30_000);
    expect(await live.see(`location.search`)).toContain('pictures=compared');
    restore();
    await live.until(`texts('live-cell .mark').length === 0`, 30_000);
  }, 90_000);

  it('goes on where a cell hangs, and leaves it behind at the next save', async () => {
    save('.ts', (text) => text.replace('  mast.host.raised = true;', '  for (;;);'));
    await live.until(
      `texts('live-log li')[0]?.startsWith('save') && deep('live-cell iframe.coming').length === 0`,
    );
    await new Promise((resolve) => setTimeout(resolve, 500));
    await live.clickCell(0, 50, 40).catch(() => {});
    await live.until(`texts('live-cell .mark').includes('does not answer')`, 30_000);
    restore();
    await live.see(`heard.length = 0`);
    await live.until(
      `cells().slice(0, 2).every((one) => one?.text.includes('KEPT')) && texts('live-cell .mark').length === 0`,
      30_000,
    );
  }, 90_000);

  it('follows an element that is called otherwise now', async () => {
    save('.contract.yaml', (text) => text.replace('tag: quay-mast', 'tag: quay-post'));
    await live.until(`location.pathname === '/element/quay-post'`);
    await live.until(`deep('h1')[0].textContent === 'quay-post'`);
    restore();
    await live.until(
      `location.pathname === '/element/quay-mast' && deep('live-cell iframe.ready').length === 4`,
    );
  });

  it('says that an element is gone, and shows it when it is there again', async () => {
    renameSync(join(live.root, 'elements/quay-mast'), join(live.root, 'quay-mast.aside'));
    await live.until(`texts('live-page article').join().includes('There is no element with this tag')`);
    renameSync(join(live.root, 'quay-mast.aside'), join(live.root, 'elements/quay-mast'));
    await live.until(`deep('live-cell iframe.ready').length === 4`);
  });

  it('renews an element whose view shows the one that was saved', async () => {
    await live.open('/element/quay-row?frameworks=html', 1);
    save('.html', (text) => text.replace(' m</span>', ' fathoms</span>'));
    await live.until(`cells()[0]?.text.includes('fathoms')`);
    restore();
  });

  it('names a configuration that cannot be read, and goes on when it can', async () => {
    const text = live.read('lastwright.yaml');
    live.save('lastwright.yaml', 'library: [');
    await live.until(`texts('live-findings li').some((line) => line.includes('lastwright.yaml'))`);
    live.save('lastwright.yaml', text);
    await live.until(`texts('live-findings li').length === 0`);
  });
});

describe('keeping a sample', () => {
  it('appends it with the steps that were recorded; what is there stays, and check agrees', async () => {
    await live.open('/element/quay-mast?frameworks=html', 2);
    await live.see(`give('height', '40')`);
    await live.see(`press('Record steps')`);
    await live.until(`deep('.keep button')[1].innerText === 'Recording steps'`);
    await live.clickCell(0, 50, 40);
    await live.until(`texts('.keep li').length === 2`);
    await live.see(`give('label', 'late')`);
    await live.until(`texts('.keep li').length === 3`);
    const name = `(() => { const input = deep('input[name=sample]')[0]; input.value = 'Raised by hand'; input.dispatchEvent(new Event('input')); })()`;
    await live.see(name);
    await live.see(`deep('.keep')[0].requestSubmit()`);
    await live.until(`texts('.status').join().startsWith('Kept in ${MAST}.samples.yaml')`);
    const text = live.read(`${MAST}.samples.yaml`);
    expect(text).toContain('# Kept as it is.');
    expect(text).toContain('- sample: Raised by hand');
    expect(text).toMatch(/properties: \{ label: north, flags: \[.*\], height: 40 \}/);
    expect(text).toMatch(
      /- click: name\n\s+- expect: \{ event: mast-raise, detail: \{ label: north \} \}\n\s+- set: \{ label: late \}/,
    );
    await live.until(`deep('live-cell iframe.ready').length === 3`);
    const { status, stdout } = await lastwright(['check', '--library', live.root]);
    expect(stdout).toContain('0 errors');
    expect(status).toBe(0);
    await live.see(name);
    await live.see(`deep('.keep')[0].requestSubmit()`);
    await live.until(`texts('.status').join().includes('There is a sample "Raised by hand" already.')`);
    live.save(`${MAST}.samples.yaml`, HARBOR[`${MAST}.samples.yaml`]);
  });

  it('makes the file where there is none', async () => {
    await live.open('/element/quay-row?frameworks=html', 1);
    await live.see(
      `(() => { const input = deep('input[name=sample]')[0]; input.value = 'Two'; input.dispatchEvent(new Event('input')); deep('.keep')[0].requestSubmit(); })()`,
    );
    await live.until(`texts('.status').join().startsWith('Kept in')`);
    expect(live.read('elements/quay-row/quay-row.samples.yaml')).toBe('- sample: Two\n');
    rmSync(join(live.root, 'elements/quay-row/quay-row.samples.yaml'));
  });
});

describe('a slot that belongs to items', () => {
  it('has a line for each item, whose content reaches its own slot', async () => {
    const folder = 'elements/quay-list/quay-list';
    writeFiles(
      {
        [`${folder}.contract.yaml`]:
          'contract: 1\ntag: quay-list\nproperties: { ships: { type: array, items: { type: object, properties: { id: { type: string } }, required: [id] }, default: [] } }\nslots: { note: { each: ships, key: id } }\n',
        [`${folder}.html`]:
          '<template for-each="ship of ships" key="ship.id"><p>{ship.id}: <slot name="note-{ship.id}"></slot></p></template>\n',
        [`${folder}.css`]: ':host { display: block }\n',
        [`${folder}.samples.yaml`]: '- sample: Two\n  properties: { ships: [{ id: a }, { id: b }] }\n',
      },
      live.root,
    );
    await live.open('/element/quay-list?frameworks=html,react', 2);
    await live.see(`give('Content of the slot note-b', '<i>late</i>')`);
    await live.until(`cells().every((one) => one?.text === 'a: b: late')`);
    rmSync(join(live.root, 'elements/quay-list'), { recursive: true });
  });
});

describe('the overview', () => {
  it('lists all elements with a picture, what is found and what was verified; typing finds one', async () => {
    await live.open('/', 2);
    // An element that an earlier test took away may be seen to go only now.
    await live.until(`texts('live-overview a').join() === 'quay-mast,quay-row'`);
    expect(await live.see(`texts('live-overview .state')`)).toEqual(
      Array(2).fill('nothing found not verified yet'),
    );
    await live.see(`give('Find an element', 'row')`);
    await live.until(`texts('live-overview a').join() === 'quay-row'`);
    await live.see(`control('Find an element').focus()`);
    await live.page.press('Enter', 5000);
    await live.until(`location.pathname === '/element/quay-row'`);
    await live.see('history.back()');
    await live.until(`location.pathname === '/' && deep('live-overview a').length === 2`);
  });

  it('shows an element as soon as it is there', async () => {
    await lastwright(['add', 'quay-rope', '--library', live.root]);
    await live.until(`texts('live-overview a').includes('quay-rope')`);
    rmSync(join(live.root, 'elements/quay-rope'), { recursive: true });
    await live.until(`!texts('live-overview a').includes('quay-rope')`);
  });
});

describe('for everybody', () => {
  const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

  it.each(['/', '/element/quay-mast'])('%s has no violation, in light and in dark', async (path) => {
    await live.open(path, path === '/' ? 2 : 6);
    for (const scheme of ['light', 'dark']) {
      await live.see(`(document.documentElement.style.colorScheme = '${scheme}', 0)`);
      const found = await live.see<string[]>(
        `${axe}; axe.run(document, { iframes: false }).then(({ violations }) => violations.map(({ id, nodes }) => id + ' ' + nodes[0].html))`,
      );
      expect(found, scheme).toEqual([]);
    }
    // A browser that finds nothing must be one that can find something.
    const planted = await live.see<string[]>(
      `(document.body.append(document.createElement('img')), axe.run(document, { iframes: false })).then(({ violations }) => violations.map(({ id }) => id))`,
    );
    expect(planted).toContain('image-alt');
  });

  it('is used by keyboard alone: all that can be pressed can have the focus', async () => {
    await live.open('/element/quay-mast?frameworks=html', 2);
    const left = await live.see<string[]>(
      `deep('button, input, select, textarea, a[href], summary').filter((one) => { one.focus(); return !one.matches(':focus') && one.checkVisibility(); }).map((one) => one.outerHTML.slice(0, 80))`,
    );
    expect(left).toEqual([]);
  });
});

describe('what stands in a cell', () => {
  it('reaches neither the page nor what the page may do', async () => {
    const reach = `
  const tried: string[] = [];
  try { tried.push(String(parent.document)); } catch { tried.push('no document'); }
  void fetch('${live.address}/api/library').then(() => 'read', () => 'not read').then((one) => {
    tried.push(one);
    return fetch('${live.address}/api/samples', { method: 'POST', mode: 'no-cors', body: JSON.stringify({ tag: 'quay-mast', sample: { sample: 'Planted' } }) }).catch(() => {});
  }).then(() => console.info(tried.join(', ')));`;
    const file = `${MAST}.ts`;
    const text = live.read(file);
    live.save(file, text.replace('  mast.host.raised = true;', reach));
    await live.open('/element/quay-mast?frameworks=html', 2);
    await live.clickCell(0, 50, 40);
    await live.until(`texts('live-log li').some((line) => line.includes('no document, not read'))`);
    live.save(file, text);
    expect(live.read(`${MAST}.samples.yaml`)).not.toContain('Planted');
  });
});

describe('preview --still', () => {
  it('writes a picture of each sample in each framework', async () => {
    const { status, stdout } = await lastwright([
      'preview',
      '--library',
      live.root,
      '--still',
      join(live.root, 'pictures'),
      '--framework',
      'html',
      '--framework',
      'vue',
      '--json',
    ]);
    expect(status).toBe(0);
    const { pictures, problems } = JSON.parse(stdout) as {
      pictures: { file: string; width: number; height: number }[];
      problems: unknown[];
    };
    expect(problems).toEqual([]);
    expect(pictures.map(({ file }) => file).sort()).toEqual([
      'quay-mast/a-low-one.html.png',
      'quay-mast/a-low-one.vue.png',
      'quay-mast/a-mast-with-a-flag.html.png',
      'quay-mast/a-mast-with-a-flag.vue.png',
      'quay-row/as-it-is.html.png',
      'quay-row/as-it-is.vue.png',
    ]);
    for (const { file, width, height } of pictures) {
      expect(width).toBe(1280);
      expect(height).toBeGreaterThan(30);
      expect(existsSync(join(live.root, 'pictures', file))).toBe(true);
    }
    const read = (name: string): Buffer => readFileSync(join(live.root, 'pictures/quay-mast', name));
    expect(read('a-low-one.html.png').equals(read('a-low-one.vue.png'))).toBe(true);
    expect(read('a-low-one.html.png').equals(read('a-mast-with-a-flag.html.png'))).toBe(false);
  });

  it('says which element has errors, with exit status 1', async () => {
    const text = live.read(`${MAST}.html`);
    live.save(`${MAST}.html`, '<p>{nobody}</p>\n');
    const { status, stdout } = await lastwright([
      'preview',
      '--library',
      live.root,
      '--still',
      join(live.root, 'more'),
      '--framework',
      'html',
    ]);
    live.save(`${MAST}.html`, text);
    expect(status).toBe(1);
    expect(stdout).toMatch(/quay-mast .*errors/);
    expect(stdout).toContain('<quay-mast>, which it shows, has errors');
  });
});
