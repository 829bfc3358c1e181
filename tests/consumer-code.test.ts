import { beforeAll, describe, expect, it } from 'vitest';
import { ExampleCompiler } from '../src/frameworks/example-compiler.js';
import { findFramework } from '../src/frameworks/find-framework.js';
import { FRAMEWORKS } from '../src/frameworks/index.js';
import { analyze, openLibrary } from '../src/index.js';
import { consumerScene } from '../src/preview/scenes.js';
import type { ElementFacts } from '../src/verify/facet.js';
import { factsOf } from '../src/verify/facts.js';
import { REPOSITORY, writeElement } from './helpers.js';

let facts: ElementFacts;

beforeAll(async () => {
  const root = writeElement({
    '.contract.yaml': `contract: 1
tag: quay-mast
properties:
  label: { type: string, required: true }
  height: { type: number, default: 12 }
  raised: { type: boolean }
  flags: { type: array, default: [] }
  pick: { function: { parameters: [{ name: id, schema: { type: string } }] } }
events: { mast-raise: {} }
slots: { default: {} }
`,
    '.html': '<p>{label}</p><slot></slot>',
    '.samples.yaml': `- sample: One
  properties: { label: north, height: 12, flags: [{ id: red }] }
  callbacks: { pick: null }
  slots: { default: <b>Tall</b> }
`,
  });
  const { library, elements, findings } = analyze(await openLibrary(root));
  expect(findings.filter(({ severity }) => severity === 'error')).toEqual([]);
  facts = factsOf(elements[0]!, library, new Set());
});

const state = (values: Record<string, unknown>) => ({ sample: 0, values, slots: {} });

describe.each(FRAMEWORKS.map((framework) => [framework.name, framework] as const))(
  'code to copy, in %s',
  (_, framework) => {
    it('has what differs from the defaults, and nothing that only drives an example', async () => {
      const code = framework.write(consumerScene(facts, state({ raised: true })));
      for (const piece of ['quay-mast', 'north', 'raised', 'red', 'mast-raise', 'Tall', 'console.log'])
        expect(code).toContain(piece);
      expect(code).not.toMatch(/\bstage\b|height|setMore|called\(/);
    });

    it('is code that the compiler of the framework takes', async () => {
      const found = await findFramework(framework, REPOSITORY);
      if ('missing' in found) throw new Error(found.missing);
      const compiler = new ExampleCompiler(found, new Set(['quay-mast']));
      // Plain HTML is no module until the page that shows it makes it one.
      for (const values of [{}, { raised: true, label: 'south' }])
        expect(await compiler.compile(framework.write(consumerScene(facts, state(values))))).toContain(
          'quay-mast',
        );
    });

    it('follows what was turned', () => {
      const code = framework.write(consumerScene(facts, state({ label: 'east', flags: [] })));
      expect(code).toContain('east');
      expect(code).not.toMatch(/north|flags/);
    });
  },
);
