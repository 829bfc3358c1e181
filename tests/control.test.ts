import { readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import type { VerifyReport } from '../src/index.js';
import { withKinds } from '../src/verify/control/member-kinds.js';
import { lastwright, linkPackages, readTree, REPOSITORY, scratchFolder, writeFiles } from './helpers.js';

const FILES = {
  'lastwright.yaml': 'library: 1\nframeworks: [html, react, preact]\n',
  'package.json': '{ "name": "harbor", "version": "1.0.0" }',
  'elements/quay-list/quay-list.contract.yaml': `contract: 1
tag: quay-list
properties:
  rows: { type: array, items: { type: string }, default: [] }
  note: { type: string }
`,
  'elements/quay-list/quay-list.html':
    '<p>{note ?? "none"}</p><template for-each="row of rows"><b>{row}</b></template>',
  'elements/quay-list/quay-list.samples.yaml':
    '- sample: Two rows\n  properties: { rows: [Salt, Coal] }\n  steps: [{ set: { note: Late } }, { expect: { property: { note: Late } } }]\n',
  // It loses what it was given before its definition, which is no framework's doing.
  'elements/quay-late/quay-late.contract.yaml': `contract: 1
tag: quay-late
wraps: { element: ./late.js, export: Late }
properties:
  label: { type: string, default: '' }
`,
  'elements/quay-late/late.js': `export class Late extends HTMLElement {
  static observedAttributes = ['label'];
  #label = '';
  get label() { return this.#label; }
  set label(value) { this.#label = String(value ?? ''); this.textContent = this.#label; }
  attributeChangedCallback(_name, _before, text) { this.label = text; }
}
`,
};

describe('what is framework notes', () => {
  let folder: string;
  let cache: string;
  let report: VerifyReport;
  const run = (...flags: string[]): ReturnType<typeof lastwright> =>
    lastwright(['verify', '--library', folder, ...flags], { env: { LASTWRIGHT_CACHE: cache } });
  const ages = (): number[] =>
    readdirSync(join(cache, 'control')).map((name) => statSync(join(cache, 'control', name)).mtimeMs);

  beforeAll(async () => {
    folder = writeFiles(FILES);
    linkPackages(folder);
    cache = scratchFolder();
    const { stdout, stderr } = await run('--json', '--no-types');
    report = JSON.parse(stdout || `"${stderr}"`) as VerifyReport;
  });

  it('is a note of the framework, and needs no care of one', () => {
    const general = report.results.filter((result) => result.general);
    expect(report.summary.general).toBe(general.length);
    expect(report.summary.care).toBe(0);
    const notes = general.map(({ element, facet, framework, verdict }) => [
      element,
      facet,
      framework,
      verdict,
    ]);
    expect(notes).toContainEqual(['quay-list', 'upgrade', 'react', 'care']);
    expect(notes).toContainEqual(['quay-list', 'upgrade', 'preact', 'care']);
    expect(notes).toContainEqual(['quay-list', 'properties', 'preact', 'care']);
    expect(general.every(({ framework }) => framework !== 'html')).toBe(true);
  });

  it('hides no fault of an element', () => {
    const failing = report.results.filter(({ verdict }) => verdict === 'fails');
    expect(new Set(failing.map(({ element }) => element))).toEqual(new Set(['quay-late']));
    expect(failing.some(({ facet }) => facet === 'upgrade')).toBe(true);
    expect(failing.every(({ general }) => general === undefined)).toBe(true);
  });

  it('is told once, and marks no cell', async () => {
    const before = ages();
    const { stdout } = await run('--no-types', '--element', 'quay-list', '--max-care', '0');
    // What the control got is remembered for this version of each framework.
    expect(ages()).toEqual(before);
    expect(stdout).toMatch(/quay-list +✔ +✔ +✔\n/);
    expect(stdout.match(/Import the element before the first rendering/g)).toHaveLength(1);
    expect(stdout).toMatch(/0 need care, 0 fail, 0 not checked, \d+ framework notes/);
  });

  it('is of the same kind of member', () => {
    const kinds = { rows: 'array property', note: 'string property', 'tab-select': 'event' };
    expect(withKinds('a listener of tab-select for rows', kinds)).toBe(
      'a listener of <event> for <array property>',
    );
    expect(withKinds('note', kinds)).not.toBe(withKinds('rows', kinds));
    expect(withKinds('constructor', kinds)).toBe('constructor');
  });
});

describe('the control', () => {
  it('is sound: nothing of it fails, and in plain HTML it needs no care', async () => {
    const folder = writeFiles(readTree(join(REPOSITORY, 'dist/control')));
    linkPackages(folder);
    const { stdout, stderr } = await lastwright([
      'verify',
      '--json',
      '--no-types',
      '--framework',
      'html',
      '--framework',
      'vue',
      '--library',
      folder,
    ]);
    const { results } = JSON.parse(stdout || `"${stderr}"`) as VerifyReport;
    expect(results.length).toBeGreaterThan(80);
    expect(results.filter(({ verdict }) => verdict === 'fails' || verdict === 'unchecked')).toEqual([]);
    expect(results.filter(({ verdict, framework }) => verdict === 'care' && framework === 'html')).toEqual(
      [],
    );
  });
});
