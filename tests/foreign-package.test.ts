import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { VerifyReport } from '../src/index.js';
import { PACKAGE } from './adopt-package.js';
import { LATE_PACKAGE } from './late-package.js';
import { lastwright, scratchFolder, writeFiles } from './helpers.js';

function project(): string {
  const root = writeFiles({ 'package.json': '{ "name": "office", "private": true }' });
  writeFiles(PACKAGE, join(root, 'node_modules/signals'));
  return root;
}

const verifyPackage = async (name: string, root: string, ...more: string[]): Promise<VerifyReport> => {
  const { stdout, stderr } = await lastwright(
    ['verify', '--package', name, '--framework', 'html', '--framework', 'react', '--json', ...more],
    { cwd: root },
  );
  expect(stderr).not.toMatch(/^\s+at /m);
  return JSON.parse(stdout) as VerifyReport;
};

const failing = ({ results }: VerifyReport, tag: string): string[] => [
  ...new Set(
    results.flatMap(({ element, verdict, facet }) => (element === tag && verdict === 'fails' ? [facet] : [])),
  ),
];

describe('verify --package', () => {
  it('proves what a manifest says, and nothing that it does not say', async () => {
    const report = await verifyPackage('signals', project());
    expect(new Set(report.results.map(({ element }) => element))).toEqual(
      new Set(['signal-lamp', 'signal-flag']),
    );
    expect(
      report.results.filter(({ element, verdict }) => element === 'signal-lamp' && verdict === 'fails'),
    ).toEqual([]);
    const fits = report.results.filter(
      ({ element, verdict }) => element === 'signal-lamp' && verdict === 'fits',
    );
    expect(new Set(fits.map(({ facet }) => facet))).toEqual(
      new Set([
        'upgrade',
        'properties',
        'attributes',
        'reflection',
        'samples',
        'slots',
        'encapsulation',
        'lifecycle',
        'independence',
        'accessibility',
        ...(fits.some(({ facet }) => facet === 'appearance') ? ['appearance'] : []),
      ]),
    );
    // A property whose setter does nothing, and a slot that is not there.
    expect(failing(report, 'signal-flag')).toEqual(expect.arrayContaining(['properties', 'slots']));
  }, 120_000);

  it('takes a folder and a tarball as well', async () => {
    const root = project();
    const folder = join(root, 'node_modules/signals');
    const tarball = execFileSync('npm', ['pack', '--silent', folder], { cwd: root, encoding: 'utf8' }).trim();
    for (const source of [folder, tarball]) {
      const report = await verifyPackage(source, root, '--element', 'signal-lamp');
      expect(report.results.length).toBeGreaterThan(20);
      expect(failing(report, 'signal-lamp')).toEqual([]);
    }
  }, 180_000);

  it('fails nothing because data comes late, after a request or a while', async () => {
    const root = writeFiles({ 'package.json': '{ "name": "office", "private": true }' });
    writeFiles(LATE_PACKAGE, join(root, 'node_modules/tides'));
    const facets = ['lifecycle', 'appearance', 'independence', 'properties'].flatMap((facet) => [
      '--facet',
      facet,
    ]);
    const report = await verifyPackage('tides', root, ...facets);
    for (const tag of ['tide-feed', 'tide-map']) {
      expect(report.results.filter(({ element }) => element === tag).length).toBeGreaterThan(20);
      expect(failing(report, tag)).toEqual([]);
    }
  }, 120_000);

  it.each([
    ['a package that is not installed', 'nothing-here', 'nor an installed package'],
    ['a package without a manifest', 'bare', 'no custom-elements.json'],
    ['a manifest that is no JSON', 'garbled', 'is no JSON'],
    ['a manifest without elements', 'empty', 'declares no element'],
    ['a manifest of another shape', 'other', 'is none'],
  ])('says what is wrong with %s', async (_, name, words) => {
    const root = writeFiles({
      'package.json': '{ "name": "office" }',
      'node_modules/bare/package.json': '{ "name": "bare", "version": "1.0.0" }',
      'node_modules/garbled/package.json': '{ "name": "garbled", "version": "1.0.0" }',
      'node_modules/garbled/custom-elements.json': '{ "modules": [',
      'node_modules/empty/package.json': '{ "name": "empty", "version": "1.0.0" }',
      'node_modules/empty/custom-elements.json': '{ "schemaVersion": "2.0.0", "modules": [] }',
      'node_modules/other/package.json': '{ "name": "other", "version": "1.0.0" }',
      'node_modules/other/custom-elements.json': '{ "modules": "none" }',
    });
    const { status, stderr } = await lastwright(['verify', '--package', name], { cwd: root });
    expect(stderr).toContain(words);
    expect(stderr).not.toMatch(/^\s+at /m);
    expect(status).toBe(2);
  });

  it('runs nothing of a package outside of the browser, and lets its manifest write no code', async () => {
    const root = writeFiles({ 'package.json': '{ "name": "office" }' });
    const mark = join(scratchFolder(), 'written');
    writeFiles(
      {
        'package.json': '{ "name": "evil", "version": "1.0.0", "type": "module" }',
        'evil.js': `import { writeFileSync } from 'node:fs'; writeFileSync(${JSON.stringify(mark)}, 'x');`,
        'custom-elements.json': JSON.stringify({
          schemaVersion: '1.0.0',
          modules: [
            {
              kind: 'javascript-module',
              path: 'evil.js',
              declarations: [
                {
                  name: 'Evil";alert(1);//',
                  tagName: 'evil-one',
                  customElement: true,
                  members: [
                    {
                      kind: 'field',
                      name: 'a',
                      type: { text: "string; declare const x: import('node:fs')" },
                    },
                    { kind: 'field', name: 'constructor', type: { text: 'string' } },
                    { kind: 'method', name: 'b"](){}', return: { type: { text: 'void' } } },
                  ],
                  events: [{ name: 'x"><script>' }],
                },
              ],
            },
          ],
        }),
      },
      join(root, 'node_modules/evil'),
    );
    const { stdout, stderr } = await lastwright(['verify', '--package', 'evil', '--framework', 'html'], {
      cwd: root,
    });
    expect(stdout + stderr).not.toMatch(/^\s+at /m);
    const { existsSync } = await import('node:fs');
    expect(existsSync(mark)).toBe(false);
  }, 60_000);

  const BOLLARD = `
    class QuayBollard extends HTMLElement {
      static observedAttributes = ['label', 'taken'];
      #label = ''; #taken = false;
      constructor() {
        super();
        this.attachShadow({ mode: 'open' }).append(document.createElement('p'));
        for (const name of ['label', 'taken']) {
          if (!Object.hasOwn(this, name)) continue;
          const value = this[name]; delete this[name]; this[name] = value;
        }
        this.#draw();
      }
      get label() { return this.#label; }
      set label(value) { this.#label = String(value ?? ''); this.#draw(); }
      get taken() { return this.#taken; }
      set taken(value) { this.#taken = Boolean(value); this.#draw(); }
      get wild() { return 1; }
      set wild(value) {}
      release() { this.taken = false; }
      attributeChangedCallback(name, before, text) { this[name] = name === 'taken' ? text !== null : text; }
      #draw() { this.shadowRoot.firstChild.textContent = this.#label + (this.#taken ? ' taken' : ' free'); }
    }
    customElements.define('quay-bollard', QuayBollard);`;
  const manifest = (declaration: object): string =>
    JSON.stringify({
      schemaVersion: '1.0.0',
      modules: [
        { kind: 'javascript-module', path: 'src/bollard.ts', declarations: [declaration], exports: [] },
      ],
    });
  const bollards = (more: Record<string, string> = {}): string => {
    const root = writeFiles({ 'package.json': '{ "name": "office", "private": true }', ...more });
    writeFiles(
      {
        'package.json':
          '{ "name": "bollards", "version": "1.0.0", "type": "module", "exports": "./main.js" }',
        'main.js': BOLLARD,
        ...more,
      },
      join(root, 'node_modules/bollards'),
    );
    return root;
  };

  it('observes what a package without a manifest defines, and says so', async () => {
    const root = bollards();
    const report = await verifyPackage('bollards', root);
    const subjects = report.results
      .filter(({ facet }) => facet === 'properties')
      .map(({ subject }) => subject);
    expect(new Set(subjects)).toEqual(new Set(['label', 'taken']));
    expect(failing(report, 'quay-bollard')).toEqual([]);
    const { stderr } = await lastwright(['verify', '--package', 'bollards', '--framework', 'html'], {
      cwd: root,
    });
    expect(stderr).toContain('observed in Chromium only');
  }, 60_000);

  it('observes the tags that a manifest does not name, where its sources are not shipped', async () => {
    const declared = {
      kind: 'class',
      name: 'QuayBollard',
      customElement: true,
      members: [{ kind: 'field', name: 'label', type: { text: 'string' }, attribute: 'label' }],
      cssProperties: [{ name: '--bollard-color', default: '"#fff"' }],
    };
    const root = bollards({ 'custom-elements.json': manifest(declared) });
    const report = await verifyPackage('bollards', root);
    const subjects = report.results
      .filter(({ facet }) => facet === 'properties')
      .map(({ subject }) => subject);
    expect(new Set(subjects)).toEqual(new Set(['label']));
    // It reads no such custom property; the value has no quotes around it, whatever the manifest writes.
    const told = report.results.filter(({ subject }) => subject.includes('--bollard-color'));
    expect(JSON.stringify(told.map(({ observed }) => observed))).not.toContain('\\\\\"#fff');
  }, 60_000);

  it('takes samples for its elements from a file', async () => {
    const sample = (text: string): string => `quay-bollard:
  - sample: Released
    properties: { label: B4, taken: true }
    steps:
      - expect: { text: { p: ${text} } }
      - call: release
      - expect: { text: { p: B4 free } }
`;
    for (const [text, wanted] of [
      ['B4 taken', []],
      ['B4 gone', ['samples']],
    ] as const) {
      const root = bollards({ 'samples.yaml': sample(text) });
      const report = await verifyPackage('bollards', root, '--samples', 'samples.yaml');
      expect(report.results.some(({ subject }) => subject === 'Released')).toBe(true);
      expect(failing(report, 'quay-bollard')).toEqual(wanted);
    }
  }, 60_000);

  it('says which browser is missing where tags must be observed', async () => {
    const { status, stderr } = await lastwright(['verify', '--package', 'bollards', '--framework', 'html'], {
      cwd: bollards(),
      env: { LASTWRIGHT_CHROMIUM: '/nowhere' },
    });
    expect(stderr).toContain('cannot be observed: /nowhere');
    expect(stderr).not.toMatch(/^\s+at /m);
    expect(status).toBe(3);
  });

  it('comes to an end with modules that do not', async () => {
    const { status, stderr } = await lastwright(['verify', '--package', 'bollards', '--framework', 'html'], {
      cwd: bollards({ 'main.js': 'while (true);' }),
    });
    expect(stderr).toContain('cannot load the modules');
    expect(stderr).not.toMatch(/^\s+at /m);
    expect(status).toBe(2);
  }, 90_000);

  it.each([
    ['no such file', {}, 'There is no file'],
    ['no samples', { 'samples.yaml': 'quay-bollard: five\n' }, 'samples.yaml:1:'],
    [
      'samples for an element that it does not have',
      { 'samples.yaml': 'quay-buoy: [{ sample: One }]\n' },
      'quay-buoy',
    ],
  ])('says what is wrong with %s', async (_, files, words) => {
    const { status, stderr } = await lastwright(
      ['verify', '--package', 'bollards', '--samples', 'samples.yaml', '--framework', 'html'],
      { cwd: bollards(files) },
    );
    expect(stderr).toContain(words);
    expect(stderr).not.toMatch(/^\s+at /m);
    expect(status).toBe(2);
  });
});
