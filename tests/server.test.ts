import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { analyze, openLibrary, type LibraryElement } from '../src/index.js';
import type { ServerModule } from '../src/server/index.js';
import { BuiltPage } from './built-page.js';
import { MIXED } from './golden-corpus.js';
import { readTree, REPOSITORY } from './helpers.js';
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

const page = new BuiltPage(sources, 'index.js', { command: true });
let server: ServerModule;
let elements: readonly LibraryElement[];

beforeAll(async () => {
  await page.start();
  elements = analyze(await openLibrary(page.root)).elements;
  server = (await import(pathToFileURL(join(page.root, 'dist/server/index.js')).href)) as ServerModule;
});
afterAll(() => page.stop());

const compare = (tag: string, properties: object, content: string, rendered: string): Promise<Compared> =>
  page.run<Compared>(
    `${SERVER_PAGE} return compare(${JSON.stringify(tag)}, ${JSON.stringify(properties)}, ${JSON.stringify(content)}, ${JSON.stringify(rendered)});`,
  );

const contentOf = (slots: Readonly<Record<string, string>>): string =>
  Object.entries(slots)
    .map(([slot, html]) =>
      slot === 'default' ? html : html.replace(/^<(\w[\w-]*)/, (_, tag: string) => `<${tag} slot="${slot}"`),
    )
    .join('');

describe('what a server renders', () => {
  it('is the tree that the class renders, and the class takes it over as it is, for every sample', async () => {
    const seen: string[] = [];
    for (const { contract, samples } of elements) {
      for (const { sample, properties = {}, slots = {} } of samples) {
        const problems: unknown[] = [];
        const content = contentOf(slots);
        const onProblem = (problem: object): unknown => problems.push(problem);
        const rendered = server.render(contract.tag, { properties, content }, { onProblem });
        const which = `${contract.tag}: ${sample}`;
        expect(problems, which).toEqual([]);
        const { first, before, after, lost, later } = await compare(
          contract.tag,
          properties,
          content,
          rendered,
        );
        expect(before, which).toBe(first);
        expect(after, which).toBe(first);
        expect(lost, which).toBe(0);
        expect(later[1], which).toBe(later[0]);
        seen.push(contract.tag);
      }
    }
    expect(new Set(seen).size).toBe(elements.length);
    expect(seen.length).toBeGreaterThan(15);
  });
});
