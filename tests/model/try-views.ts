import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import * as fc from 'fast-check';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RunningBrowser, Page } from '../../src/index.js';
import { PageServer } from '../../src/verify/page-server.js';
import type { ServerModule } from '../../src/server/index.js';
import { testBrowser } from '../built-page.js';
import { lastwright, readTree, REPOSITORY, writeFiles } from '../helpers.js';
import { SERVER_PAGE, type Compared } from '../server-page.js';
import { PROPERTIES, trial, type Change, type ModelElement } from './grammar.js';

/** Elements that are built as one library. */
const BATCH = 40;

interface Trial {
  element: ModelElement;
  changes: Change[];
}

interface Difference {
  /** The change after which it differs. */
  index: number;
  now?: string;
  fresh?: string;
  errors?: string[];
}

let browser: RunningBrowser;
let page: Page | undefined;
const server = new PageServer();
let libraries = 0;

beforeAll(async () => {
  server.put('/in-page.js', readFileSync(join(REPOSITORY, 'tests/model/in-page.js'), 'utf8'));
  await server.start();
  browser = await testBrowser().launch();
});
afterAll(async () => {
  await browser.close();
  await server.stop();
});

/** Builds the elements as one library, tries each, and gives the first that differs from a new one. */
async function firstDifference(
  trials: readonly Trial[],
  onServer: boolean,
): Promise<(Difference & Trial & { place: number }) | undefined> {
  const files = trials.flatMap(({ element }, place) => {
    const at = `elements/quay-m${place}/quay-m${place}`;
    return [
      [`${at}.contract.yaml`, `contract: 1\ntag: quay-m${place}\n${element.contract}`],
      [`${at}.html`, element.view],
      [`${at}.js`, element.behavior],
    ];
  });
  const root = writeFiles({
    'lastwright.yaml': `library: 1\nserver: ${onServer}\nseverity: { behavior/unused: off }\n`,
    'package.json': '{ "name": "models", "version": "1.0.0" }',
    ...(Object.fromEntries(files) as Record<string, string>),
  });
  const built = await lastwright(['build'], { cwd: root });
  expect(built.status, built.stdout + built.stderr).toBe(0);
  const folder = `/${libraries++}`;
  for (const [path, text] of Object.entries(readTree(join(root, 'dist'))))
    server.put(`${folder}/${path}`, text);
  await page?.close();
  page = await browser.newPage();
  const rendered = onServer ? await renderedFirst(root, trials.length) : '';
  server.put(
    `${folder}/page.html`,
    `<!doctype html><meta charset="utf-8"><body>${rendered}<script src="/in-page.js"></script>`,
  );
  await page.open(`${server.origin}${folder}/page.html`);
  await page.evaluate(`import('${folder}/index.js').then(() => true)`, 20_000);
  if (onServer) {
    const differing = await firstRenderedOtherwise(root, trials);
    if (differing) return differing;
  }
  for (const [place, one] of trials.entries()) {
    const values = [`quay-m${place}`, one.element.live, one.changes].map((value) => JSON.stringify(value));
    const difference = await page
      .evaluate<Difference | undefined>(`tryElement(${values.join()})`, 5000)
      .catch(async (error: unknown) => {
        // What never ends takes the page with it.
        await browser.close();
        browser = await testBrowser().launch();
        page = undefined;
        return { index: one.changes.length - 1, errors: [String(error)] };
      });
    if (difference) return { ...one, ...difference, place };
  }
  return undefined;
}

async function serverOf(root: string): Promise<ServerModule> {
  return (await import(pathToFileURL(join(root, 'dist/server/index.js')).href)) as ServerModule;
}

/** All elements as a server renders them that was given nothing. */
async function renderedFirst(root: string, count: number): Promise<string> {
  const { render } = await serverOf(root);
  return Array.from({ length: count }, (_, place) => render(`quay-m${place}`)).join('');
}

/** The first trial whose element a server renders otherwise than its class, or of which the class takes over less than all. */
async function firstRenderedOtherwise(
  root: string,
  trials: readonly Trial[],
): Promise<(Difference & Trial & { place: number }) | undefined> {
  const { render } = await serverOf(root);
  const cases = trials.map(({ changes, element }, place) => {
    // What a control holds itself, it holds once there is script.
    const known = ['text', 'flag', 'size', 'count', 'rows', ...element.live].filter(
      (name) => !/^value$|^checked$/.test(name),
    );
    const set = changes.flatMap((change) => ('set' in change ? Object.entries(change.set) : []));
    const properties = Object.fromEntries(set.filter(([name]) => known.includes(name)));
    return [`quay-m${place}`, properties, '', render(`quay-m${place}`, { properties })];
  });
  const compared = await page!.evaluate<Compared[]>(
    `(async () => { const html = (text) => text; ${SERVER_PAGE} return compareAll(${JSON.stringify(cases)}); })()`,
    20_000,
  );
  for (const [place, { isSame, lost, first, before, after, later }] of compared.entries()) {
    // What a list has chosen, its options decide once they are there.
    const isKnown = isSame.before || trials[place]!.element.contract.includes('native: select');
    if (isKnown && isSame.after && isSame.later && lost === 0) continue;
    const now = `${isSame.before ? '' : `rendered ${before} `}${isSame.after ? '' : `taken over ${after} `}${
      isSame.later ? '' : `later ${later.join(' and ')} `
    }${lost} nodes lost`;
    return { ...trials[place]!, index: trials[place]!.changes.length - 1, now, fresh: first, place };
  }
  return undefined;
}

/** A failing trial as a person reads it. */
function told({ element, changes, index, errors, now, fresh }: Difference & Trial): string {
  const steps = changes.slice(0, index + 1).map((change) => JSON.stringify(change));
  const after = errors ? [`reports: ${errors.join('; ')}`] : [`is:        ${now}`, `should be: ${fresh}`];
  return [element.contract.replace(PROPERTIES, ''), element.view, ...steps, ...after].join('\n');
}

/** The smallest trial that still differs, on the way that fast-check takes from the one of a place in a batch. */
async function smallest(
  seed: number,
  place: number,
  time: number,
  onServer: boolean,
): Promise<(Difference & Trial) | undefined> {
  const until = Date.now() + time;
  let found: (Difference & Trial) | undefined;
  const property = fc.asyncProperty(trial, async (one) => {
    if (Date.now() > until) return;
    const difference = await firstDifference([one], onServer);
    if (!difference) return;
    found = difference;
    throw new Error('It differs.');
  });
  await fc.check(property, { seed, path: String(place), unbiased: true });
  return found;
}

/** Declares the test that tries random views for so many milliseconds; `LASTWRIGHT_MODEL_TIME` names another time, for nights. */
export function testViews(usual: number): void {
  const time = Number(process.env.LASTWRIGHT_MODEL_TIME ?? usual);
  it(
    'an element that changed is what a new one with the same values is, whatever its view',
    async () => {
      const until = Date.now() + time;
      let tried = 0;
      let seed = Number(process.env.LASTWRIGHT_MODEL_SEED ?? Date.now() & 0xffffff);
      for (; Date.now() < until; seed++) {
        const batch = fc.sample(trial, { seed, numRuns: BATCH, unbiased: true });
        // Classes that take over what a server rendered are others: each kind has its turn.
        const onServer = seed % 2 === 0;
        const difference = await firstDifference(batch, onServer);
        if (difference) {
          const found = (await smallest(seed, difference.place, time, onServer)) ?? difference;
          throw new Error(`With LASTWRIGHT_MODEL_SEED=${seed}:\n${told(found)}`);
        }
        tried += batch.length;
      }
      expect(tried).toBeGreaterThanOrEqual(BATCH);
    },
    3 * time + 60_000,
  );
}
