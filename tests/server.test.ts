import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import * as fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { analyze, openLibrary, type LibraryElement } from '../src/index.js';
import type { ServerModule } from '../src/server/index.js';
import { BuiltPage } from './built-page.js';
import { MIXED } from './golden-corpus.js';
import { readTree, REPOSITORY } from './helpers.js';
import { propertiesOf } from './server-values.js';
import { SERVER_PAGE, type Compared } from './server-page.js';

const demo = Object.fromEntries(
  Object.entries(readTree(join(REPOSITORY, 'examples/quayside'))).filter(
    // What a component of a framework draws, its framework renders.
    ([path]) => !/^(?:(?:dist|\.lastwright|node_modules)\/|elements\/quay-tide\/)/.test(path),
  ),
);
const sources = {
  ...demo,
  ...MIXED,
  'lastwright.yaml': `${demo['lastwright.yaml']}\nserver: true\n`,
};

/** So many random sets of values for each element; `LASTWRIGHT_SERVER_RUNS` names another number. */
const RUNS = Number(process.env.LASTWRIGHT_SERVER_RUNS ?? 25);
const SEED = Number(process.env.LASTWRIGHT_SERVER_SEED ?? Date.now() & 0xffffff);

const page = new BuiltPage(sources, 'index.js', { command: true });
let server: ServerModule;
let elements: readonly LibraryElement[];

beforeAll(async () => {
  await page.start();
  elements = analyze(await openLibrary(page.root)).elements;
  server = (await import(pathToFileURL(join(page.root, 'dist/server/index.js')).href)) as ServerModule;
});
afterAll(() => page.stop());

type Case = [tag: string, properties: object, content: string, rendered: string];

const compareAll = (list: readonly Case[]): Promise<Compared[]> =>
  page.run<Compared[]>(`${SERVER_PAGE} return compareAll(${JSON.stringify(list)});`);

function expectSame(compared: Compared, which: string): void {
  const { isSame, lost } = compared;
  expect({ ...isSame, lost }, `${which}: ${JSON.stringify(compared, null, 1)}`).toEqual({
    before: true,
    after: true,
    later: true,
    lost: 0,
  });
}

const contentOf = (slots: Readonly<Record<string, string>>): string =>
  Object.entries(slots)
    .map(([slot, html]) =>
      slot === 'default' ? html : html.replace(/^<(\w[\w-]*)/, (_, tag: string) => `<${tag} slot="${slot}"`),
    )
    .join('');

describe('what a server renders', () => {
  it('is the tree that the class renders, and the class takes it over as it is, for every sample', async () => {
    const cases: Case[] = [];
    const names: string[] = [];
    for (const { contract, samples } of elements) {
      for (const { sample, properties = {}, slots = {} } of samples) {
        const content = contentOf(slots);
        const problems: unknown[] = [];
        const onProblem = (problem: object): unknown => problems.push(problem);
        cases.push([
          contract.tag,
          properties,
          content,
          server.render(contract.tag, { properties, content }, { onProblem }),
        ]);
        names.push(`${contract.tag}: ${sample}`);
        expect(problems, names.at(-1)).toEqual([]);
      }
    }
    const compared = await compareAll(cases);
    for (const [place, one] of compared.entries()) expectSame(one, names[place]!);
    expect(new Set(cases.map(([tag]) => tag)).size).toBe(elements.length);
    expect(cases.length).toBeGreaterThan(15);
    // A check that compares nothing would pass as well.
    expect(compared.filter(({ of }) => of > 2).length).toBeGreaterThan(15);
  });

  it('is that tree for any values of the right types, hostile texts among them', async () => {
    for (const { contract } of elements) {
      const given = fc.sample(propertiesOf(contract), { numRuns: RUNS, seed: SEED });
      const cases = given.map((properties): Case => [
        contract.tag,
        properties,
        '',
        server.render(contract.tag, { properties }),
      ]);
      const compared = await compareAll(cases);
      for (const [place, one] of compared.entries())
        expectSame(one, `${contract.tag} with ${JSON.stringify(given[place])}`);
    }
  });
});

describe('renderHtml', () => {
  const markup = `<!DOCTYPE html>\r\n<!-- <quay-badge></quay-badge> -->
<QUAY-BADGE tone='danger' data-x=1>Full</QUAY-BADGE>
<p>one<quay-berth label="A&amp;1"><p slot=actions>two<li>three</quay-berth>
<textarea><quay-badge></quay-badge></textarea><script>const a = '<quay-badge></quay-badge>';</script>
<template><quay-badge></quay-badge></template><svg><quay-badge/></svg><title><quay-badge></title>
<quay-unknown>x</quay-unknown><quay-button><b>Move</b></quay-button>`;

  it('leaves what it does not know as it is, byte for byte, and adds roots to its own elements alone', () => {
    const rendered = server.renderHtml(markup);
    const roots = [...rendered.matchAll(/<template shadowrootmode.*?<\/template>/gs)].map(([root]) => root);
    expect(roots).toHaveLength(3);
    expect(roots.reduce((text, root) => text.replace(root, ''), rendered)).toBe(markup);
    expect(rendered).toMatch(/<QUAY-BADGE tone='danger' data-x=1><template shadowrootmode="open">/);
    expect(rendered).toContain('is-danger');
    expect(rendered).toContain('A&amp;1');
  });

  it('renders what is rendered once more as it is', () => {
    const once = server.renderHtml(markup);
    expect(server.renderHtml(once)).toBe(once);
  });

  it('gives the same however the page comes in pieces, as text or as bytes', async () => {
    const whole = server.renderHtml(markup);
    for (const size of [1, 2, 7, 64]) {
      const given = markup.match(new RegExp(`[^]{1,${size}}`, 'g'))!;
      expect(await throughStream(given), `${size} at once`).toBe(whole);
      const bytes = Buffer.from(`é${markup}`);
      const parts = Array.from({ length: Math.ceil(bytes.length / size) }, (_, place) =>
        bytes.subarray(place * size, (place + 1) * size),
      );
      expect(await throughStream(parts), `${size} bytes at once`).toBe(`é${whole}`);
    }
  });

  it('gives the first piece before the last one comes, and holds back no more than a tag', async () => {
    const { readable, writable } = server.renderStream();
    const writer = writable.getWriter();
    const reader = readable.getReader();
    void writer.write('<p>first</p><quay-badge tone="good">x</quay-badge><p>second <quay-ba');
    const { value } = await reader.read();
    expect(value).toMatch(/^<p>first<\/p>.*<p>second $/s);
    void writer.write('dge></quay-badge>');
    expect((await reader.read()).value).toMatch(/^<quay-badge><template/);
    await Promise.all([writer.close(), reader.read()]);
  });

  it('keeps nothing from one call to the next', async () => {
    const given = Array.from({ length: 1000 }, (_, place) => `Berth ${place}`);
    const rendered = await Promise.all(
      given.map((label) => throughStream([`<quay-berth label="${label}">`, '</quay-berth>'])),
    );
    rendered.forEach((html, place) => {
      expect(html.match(/Berth \d+(?=<)/g)).toEqual([given[place]]);
    });
  });
});

describe('render', () => {
  it('refuses what is no element of the package, and names that are no attributes', () => {
    expect(() => server.render('quay-nothing')).toThrow(
      /<quay-nothing> is no element that this package renders/,
    );
    expect(() => server.render('quay-badge', { attributes: { 'x onclick=alert(1)': 1 } })).toThrow(
      /is no name of an attribute/,
    );
  });

  it('says what cannot be written into a page, and renders the rest', () => {
    const problems: { tag: string; message: string }[] = [];
    const parcels = [{ id: 'p1', name: 'Rope', at: new Date(0) }];
    const rendered = server.render(
      'quay-berth',
      { properties: { label: 'A1', parcels } },
      { onProblem: (problem) => problems.push(problem) },
    );
    expect(problems).toEqual([
      {
        tag: 'quay-berth',
        message:
          'The value of "parcels" cannot be written into a page: the element has it once script sets it.',
      },
    ]);
    expect(rendered).toContain('Rope');
    expect(rendered).toContain('{"label":"A1"}');
  });

  it('lets a property count more than the attribute that it is reflected to', () => {
    const first = (html: string): string => /<quay-badge[^>]*>/.exec(html)![0];
    const attributes = { tone: 'good' };
    const danger = server.render('quay-badge', { properties: { tone: 'danger' }, attributes });
    expect(first(danger)).toMatch(/^<quay-badge tone="danger"/);
    expect(danger).toContain('is-danger');
    const usual = server.render('quay-badge', { properties: { tone: 'neutral' }, attributes });
    expect(usual).toContain('{"tone":"neutral"}');
    expect(usual).not.toContain('class="badge is-good"');
  });

  it('shares style files between roots, or gives style elements a nonce', () => {
    const shared = server.render('quay-badge', {}, { styles: '/styles' });
    const files = [...shared.matchAll(/href="\/styles\/([^"]+)"/g)].map(([, file]) => file!);
    expect(files).toHaveLength(2);
    for (const file of files) expect(page.files.has(`server/styles/${file}`), file).toBe(true);
    expect(shared).not.toContain('<style');
    expect(server.render('quay-badge', {}, { nonce: 'a"b' })).toContain('<style nonce="a&quot;b">');
  });
});

/** What comes out of a stream that is given these pieces. */
async function throughStream(pieces: readonly (string | Uint8Array)[]): Promise<string> {
  const { readable, writable } = server.renderStream();
  const writer = writable.getWriter();
  const written = (async () => {
    for (const piece of pieces) await writer.write(piece);
    await writer.close();
  })();
  const parts: Buffer[] = [];
  for await (const part of readable as unknown as AsyncIterable<string | Uint8Array>)
    parts.push(Buffer.from(part as string));
  await written;
  return Buffer.concat(parts).toString();
}
