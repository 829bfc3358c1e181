import { beforeAll, describe, expect, it } from 'vitest';
import { ExampleCompiler } from '../src/hosts/example-compiler.js';
import { findHost } from '../src/hosts/find-host.js';
import { HOSTS } from '../src/hosts/index.js';
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

describe.each(HOSTS.map((host) => [host.name, host] as const))('code to copy, in %s', (_, host) => {
  it('has what differs from the defaults, and nothing that only drives an example', async () => {
    const code = host.write(consumerScene(facts, state({ raised: true })));
    for (const piece of ['quay-mast', 'north', 'raised', 'red', 'mast-raise', 'Tall', 'console.log'])
      expect(code).toContain(piece);
    expect(code).not.toMatch(/\bstage\b|height|setMore|called\(/);
  });

  it('is code that the compiler of the framework takes', async () => {
    const found = await findHost(host, REPOSITORY);
    if ('missing' in found) throw new Error(found.missing);
    const compiler = new ExampleCompiler(found, new Set(['quay-mast']));
    // Plain HTML is no module until the page that shows it makes it one.
    for (const values of [{}, { raised: true, label: 'south' }])
      expect(await compiler.compile(host.write(consumerScene(facts, state(values))))).toContain('quay-mast');
  });

  it('follows what was turned', () => {
    const code = host.write(consumerScene(facts, state({ label: 'east', flags: [] })));
    expect(code).toContain('east');
    expect(code).not.toMatch(/north|flags/);
  });
});
