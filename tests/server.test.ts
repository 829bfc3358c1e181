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
