import { rmSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { basename, dirname, join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { leadsAstray } from '../src/preview/guard-requests.js';
import { REPOSITORY } from './helpers.js';
import { HARBOR, PreviewPage } from './preview-page.js';

const live = new PreviewPage();
let outside = '';

beforeAll(async () => {
  await live.start(HARBOR, ['--port', '0']);
  outside = join(REPOSITORY, 'dist/browser', `secret-${process.pid}.js`);
  writeFileSync(outside, 'globalThis.secret = "harbor master";\n');
}, 120_000);
afterAll(async () => {
  rmSync(outside, { force: true });
  await live.end();
});

interface Answer {
  status: number;
  headers: NodeJS.Dict<string | string[]>;
  text: string;
}

/** Asks for a path just as it is written; clients of higher level would tidy it up. */
function ask(
  origin: string,
  path: string,
  headers: Record<string, string> = {},
  method = 'GET',
): Promise<Answer> {
  const { hostname, port } = new URL(origin);
  return new Promise((resolve, reject) => {
    const asked = request({ hostname, port, path, headers, method }, (response) => {
      let text = '';
      response.setEncoding('utf8');
      response.on('data', (piece: string) => {
        text += piece;
        // What goes on for ever has said enough.
        if (response.headers['content-type'] === 'text/event-stream') response.destroy();
      });
      response.on('error', () => {});
      response.on('close', () => resolve({ status: response.statusCode!, headers: response.headers, text }));
    });
    asked.on('error', reject);
    asked.end();
  });
}

async function cells(): Promise<string> {
  const { text } = await new Promise<Answer>((resolve, reject) => {
    const { hostname, port, origin } = new URL(live.address);
    const body = JSON.stringify({
      tag: 'quay-mast',
      frameworks: ['html'],
      sample: 0,
      values: {},
      slots: {},
      generation: 0,
    });
    const asked = request(
      {
        hostname,
        port,
        path: '/api/cells',
        method: 'POST',
        headers: { origin, 'content-type': 'application/json' },
      },
      (response) => {
        let answer = '';
        response.setEncoding('utf8');
        response.on('data', (piece: string) => (answer += piece));
        response.on('end', () => resolve({ status: response.statusCode!, headers: {}, text: answer }));
      },
    );
    asked.on('error', reject);
    asked.end(body);
  });
  return (JSON.parse(text) as { cells: { address: string }[] }).cells[0]!.address;
}

/** Ways to write a step upwards, and a file of the disk. */
const UP = [
  '..',
  '%2e%2e',
  '%2E%2E',
  '.%2e',
  '%2e.',
  '%252e%252e',
  '%c0%ae%c0%ae',
  '%u002e%u002e',
  '..;',
  '...',
  '.',
  '%00..',
  '..%00',
  '.%00.',
  '%20..',
  '..%20',
  '\\..',
  '..\\',
  '%5c..',
  '..%5c',
  '%255c..',
  '..%ef%bc%8f',
];
const BETWEEN = ['/', '%2f', '%2F', '%252f', '\\', '%5c', '//', '/./', '%2f%2f'];

function spellings(file: string): string[] {
  const found = new Set<string>();
  for (const up of UP)
    for (const between of BETWEEN)
      for (const depth of [1, 2]) found.add(`${`${up}${between}`.repeat(depth)}${file}`);
  return [...found];
}

describe('paths that lead out of a folder', () => {
  it.each([
    '/page/',
    '/page/classes/',
    '/page/x/',
    '/package/',
    '/whole/1/',
    '/frameworks/',
    '/examples/',
    '/cell/',
    '/element/',
    '/api/element/',
    '/api/size/',
    '/',
  ])(
    '%s gives out no file of the disk, however it is spelled',
    async (route) => {
      const origin = new URL(live.address).origin;
      const cellOrigin = new URL(await cells()).origin;
      const file = basename(outside);
      const all = spellings(file);
      expect(all.length).toBeGreaterThan(40);
      for (const server of [origin, cellOrigin]) {
        const answers = await Promise.all(all.map((path) => ask(server, route + path)));
        expect(answers.filter(({ text }) => text.includes('harbor master'))).toEqual([]);
        // The page itself is all that a path of its own can give.
        expect(
          answers.filter(
            ({ status, headers }) =>
              status === 200 && !String(headers['content-type']).startsWith('text/html'),
          ),
        ).toEqual([]);
        // Nor does an answer name a folder of this machine.
        expect(answers.filter(({ text }) => text.includes(dirname(outside)))).toEqual([]);
      }
    },
    30_000,
  );

  it('are told from those that do not', () => {
    for (const path of [
      '/page/index.js',
      '/page/classes/live-page.js?x=..',
      '/element/quay-mast',
      '/api/element/caf%C3%A9-bar',
      '/whole/1/quay-mast.js.map',
    ])
      expect(leadsAstray(path), path).toBe(false);
    for (const path of [
      '/page/../x',
      '/page/%2e%2e/x',
      '/page/x%2fy',
      '/page/%5cx',
      '/page/%E0%A4%A',
      '/page/%00',
    ])
      expect(leadsAstray(path), path).toBe(true);
  });
});

describe('other sites that are open in the browser', () => {
  it('get nothing from either server', async () => {
    const address = await cells();
    const { origin } = new URL(live.address);
    const asked: [string, string][] = [
      [origin, '/'],
      [origin, '/element/quay-mast'],
      [origin, '/page/index.js'],
      [origin, '/api/library'],
      [origin, '/api/changes'],
      [new URL(address).origin, new URL(address).pathname],
      [new URL(address).origin, '/cell.js'],
      [new URL(address).origin, '/package/shared/runtime.js'],
      [new URL(address).origin, '/whole/1/quay-mast.js'],
    ];
    for (const [server, path] of asked) {
      expect((await ask(server, path)).status, path).toBe(200);
      for (const destination of ['script', 'iframe', 'empty', 'document'])
        expect(
          (await ask(server, path, { 'sec-fetch-site': 'cross-site', 'sec-fetch-dest': destination })).status,
          `${path} as ${destination}`,
        ).toBe(403);
      expect((await ask(server, path, { origin: 'http://harbor.example' })).status, path).toBe(403);
      expect((await ask(server, path, { host: 'harbor.example' })).status, path).toBe(421);
    }
    // A cell is another origin for the live page, which it must not read from either.
    expect((await ask(origin, '/page/index.js', { 'sec-fetch-site': 'same-site' })).status).toBe(403);
    const own = new URL(address);
    expect(
      (await ask(own.origin, own.pathname, { 'sec-fetch-site': 'same-site', 'sec-fetch-dest': 'iframe' }))
        .status,
    ).toBe(200);
    expect(
      (
        await ask(own.origin, '/whole/1/quay-mast.js', {
          'sec-fetch-site': 'same-site',
          'sec-fetch-dest': 'script',
        })
      ).status,
    ).toBe(403);
  });

  it('are told so by the headers of every answer', async () => {
    const address = new URL(await cells());
    for (const [origin, path] of [
      [new URL(live.address).origin, '/'],
      [new URL(live.address).origin, '/page/index.js'],
      [new URL(live.address).origin, '/api/changes'],
      [new URL(live.address).origin, '/nowhere'],
      [address.origin, address.pathname],
      [address.origin, '/cell.js'],
    ] as const) {
      const { headers } = await ask(origin, path);
      expect(headers['cross-origin-resource-policy'], path).toBe('same-origin');
      expect(headers['x-content-type-options'], path).toBe('nosniff');
    }
  });
});

describe('samples that are kept', () => {
  const post = async (sample: object): Promise<{ status: number; wrong: string }> => {
    const { origin } = new URL(live.address);
    const response = await fetch(`${origin}/api/samples`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin },
      body: JSON.stringify({ tag: 'quay-mast', sample }),
    });
    const { wrong = '' } = (await response.json()) as { wrong?: string };
    return { status: response.status, wrong };
  };

  it('may be many at once', async () => {
    const all = await Promise.all(
      Array.from({ length: 30 }, (_, index) => post({ sample: `Kept ${index}`, properties: { label: 'x' } })),
    );
    expect(all.filter(({ status }) => status !== 200)).toEqual([]);
    const text = live.read('elements/quay-mast/quay-mast.samples.yaml');
    for (let index = 0; index < 30; index++) expect(text).toContain(`Kept ${index}\n`);
  });

  it('are refused where nobody could read them back, and the file stays as it was', async () => {
    const before = live.read('elements/quay-mast/quay-mast.samples.yaml');
    const { status, wrong } = await post({ sample: 'Large', properties: { label: 'x'.repeat(4_000_000) } });
    expect(status).toBe(409);
    expect(wrong).toMatch(/would be larger than 2 MB/);
    expect(live.read('elements/quay-mast/quay-mast.samples.yaml')).toBe(before);
  });

  it('of an element that is gone are refused without a path of this machine', async () => {
    rmSync(join(live.root, 'elements/quay-mast'), { recursive: true });
    const { status, wrong } = await post({ sample: 'Late', properties: { label: 'x' } });
    expect(status).toBe(409);
    expect(wrong).not.toContain(live.root);
  });
});

describe('Ctrl-C', () => {
  it('ends a live page that compares pictures, the first time', async () => {
    const other = new PreviewPage();
    await other.start(HARBOR, ['--port', '0']);
    try {
      const { origin } = new URL(other.address);
      const view = { direction: 'ltr', scheme: 'auto', motion: 'auto', zoom: 1 };
      const pictures = fetch(`${origin}/api/pictures`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', origin },
        body: JSON.stringify({
          tag: 'quay-mast',
          frameworks: ['html', 'react', 'vue'],
          sample: 0,
          values: {},
          slots: {},
          css: {},
          view,
        }),
      }).catch(() => undefined);
      await new Promise((resolve) => setTimeout(resolve, 700));
      const began = Date.now();
      expect(await other.stop('SIGINT')).toBe(0);
      expect(Date.now() - began).toBeLessThan(15_000);
      await pictures;
    } finally {
      await other.end();
    }
  }, 60_000);
});
