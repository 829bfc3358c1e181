import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { lastwright, linkPackages, writeFiles } from './helpers.js';
import { PACKAGE } from './adopt-package.js';
import { verified } from './broken-library.js';

const TIDE = `import type { ReactNode } from 'react';
export interface TideProps {
  /** Where the gauge stands. */
  station: string;
  unit?: 'm' | 'ft';
  open?: boolean;
  either?: string | number;
  children?: ReactNode;
  /** Somebody chose. */
  onPick?: (height: number) => boolean | void;
}
/** The tides of a day. */
export function Tide({ station, unit = 'm', open = true, either, children, onPick }: TideProps) {
  return <section part="gauge" hidden={!open} onClick={() => onPick?.(1)}>{station} {unit} {either} {children}</section>;
}
`;

function library(more: Record<string, string> = {}): string {
  const root = writeFiles({
    'lastwright.yaml': 'library: 1\nframeworks: [html, react]\n',
    'package.json': '{ "name": "quay-things", "version": "1.0.0", "type": "module" }',
    'elements/.keep': '',
    'src/Tide.tsx': TIDE,
    ...more,
  });
  linkPackages(root);
  return root;
}

const contractOf = (root: string, tag = 'quay-tide'): string =>
  readFileSync(join(root, `elements/${tag}/${tag}.contract.yaml`), 'utf8');

describe('lastwright adopt', () => {
  it('writes a contract and a sample, says what it could not know, and then verify proves it', async () => {
    const root = library();
    const { status, stdout } = await lastwright(['adopt', 'src/Tide.tsx'], { cwd: root });
    expect(status).toBe(0);
    expect(stdout).toContain('elements/quay-tide/quay-tide.contract.yaml');
    expect(stdout).toContain('open is turned round as "noOpen"');
    expect(stdout).toContain('property either: its type, string | number, is none that a contract can say');
    const contract = contractOf(root);
    expect(contract).toContain('summary: The tides of a day.');
    expect(contract).toContain('wraps: { react: ../../src/Tide.tsx, export: Tide }');
    expect(contract).toContain('description: Where the gauge stands.');
    expect(contract).toMatch(/# either: its type/);
    const report = await verified(root, '--no-types');
    expect(report.results.filter(({ verdict }) => verdict === 'fails')).toEqual([]);
    expect(report.summary.fits).toBeGreaterThan(30);
  }, 120_000);

  it('has choices in the order in which the author has them, also those of a type with a name', async () => {
    const root = library({
      'package.json': JSON.stringify({
        name: 'quay-things',
        version: '1.0.0',
        dependencies: { react: '^19.0.0', 'react-dom': '^19.0.0' },
      }),
      'src/thirst.ts': "export type Thirst = 'low' | 'medium' | 'high';\n",
      'src/Plant.tsx': `import type { Thirst } from './thirst';
export const LEAST: Thirst[] = ['high', 'low'];
export function Plant({ thirst = 'medium', side = 'port' }: { thirst?: Thirst; side?: 'starboard' | 'port' }) {
  return <p>{thirst} {side}</p>;
}
`,
    });
    const { status, stderr } = await lastwright(['adopt', 'src/Plant.tsx'], { cwd: root });
    expect(status, stderr).toBe(0);
    const contract = contractOf(root, 'quay-plant');
    expect(contract).toContain('thirst: { enum: [ low, medium, high ]');
    expect(contract).toContain('side: { enum: [ starboard, port ]');
  }, 60_000);

  it('gives the same as JSON', async () => {
    const root = library();
    const { stdout } = await lastwright(['adopt', 'src/Tide.tsx', '--json'], { cwd: root });
    const { elements } = JSON.parse(stdout) as {
      elements: { tag: string; files: string[]; members: { kind: string; name: string; known: string }[] }[];
    };
    expect(elements.map(({ tag }) => tag)).toEqual(['quay-tide']);
    expect(elements[0]!.members).toContainEqual(
      expect.objectContaining({ kind: 'property', name: 'either', known: 'unknown' }),
    );
    expect(elements[0]!.members).toContainEqual({ kind: 'event', name: 'tide-pick', known: 'read' });
  });

  it('replaces nothing, and with --update takes in what has changed and keeps what a person wrote', async () => {
    const root = library();
    await lastwright(['adopt', 'src/Tide.tsx'], { cwd: root });
    const path = join(root, 'elements/quay-tide/quay-tide.contract.yaml');
    const written = contractOf(root)
      .replace('description: Where the gauge stands.', 'description: Mine, maxLength: 40')
      .replace('properties:', '# a word of mine\nproperties:');
    writeFileSync(path, written);
    const again = await lastwright(['adopt', 'src/Tide.tsx'], { cwd: root });
    expect([again.status, again.stderr]).toEqual([2, expect.stringContaining('is there already')]);
    expect(contractOf(root)).toBe(written);

    const same = await lastwright(['adopt', 'src/Tide.tsx', '--update'], { cwd: root });
    expect(same.stdout).toContain('Nothing has changed');
    expect(contractOf(root)).toBe(written);

    writeFileSync(
      join(root, 'src/Tide.tsx'),
      TIDE.replace("unit?: 'm' | 'ft';", "unit?: 'm' | 'ft' | 'fathom';\n  depth?: number;")
        .replace('  onPick?: (height: number) => boolean | void;\n', '')
        .replace(', onPick }', ' }')
        .replace('onPick?.(1)', 'undefined'),
    );
    const updated = await lastwright(['adopt', 'src/Tide.tsx', '--update'], { cwd: root });
    expect(updated.stdout).toContain('+ properties · depth');
    expect(updated.stdout).toContain('~ properties · unit');
    expect(updated.stdout).toContain('? events · tide-pick');
    const contract = contractOf(root);
    for (const kept of ['# a word of mine', 'description: Mine', 'maxLength: 40', 'tide-pick'])
      expect(contract).toContain(kept);
    expect(contract).toMatch(/unit: \{ enum: \[ ?m, ft, fathom ?\]/);
    expect(contract).toContain('depth: { type: number }');
  });

  it.each([
    ['a file that is not there', ['src/Tied.tsx'], 'neither a file "src/Tied.tsx" nor an installed package'],
    ['a file of another kind', ['package.json'], 'Nothing can be adopted from "package.json"'],
    ['a module without a component', ['src/none.ts'], 'exports no component'],
    ['several components', ['src/pair.tsx'], '2 exports that can be a component: One, Two'],
    ['an export that is not there', ['src/Tide.tsx', '--export', 'Tied'], 'exports nothing named "Tied"'],
    ['a module of no framework', ['src/plain.jsx'], 'imports no framework'],
    ['a tag that is none', ['src/Tide.tsx', '--tag', 'Tide'], 'The tag "Tide"'],
    ['what cannot be parsed', ['src/broken.tsx'], 'cannot be read'],
    ['a folder without a manifest', ['src'], 'custom-elements.json'],
  ])('says what to do about %s', async (_, args, words) => {
    const root = library({
      'src/none.ts': 'export const depth = 3;\n',
      'src/pair.tsx': `import 'react';\nexport function One() { return <b />; }\nexport function Two() { return <i />; }\n`,
      'src/plain.jsx': 'export function Plain({ label }) { return label; }\n',
      'src/broken.tsx': 'export function Broken({ {\n',
    });
    const { status, stderr } = await lastwright(['adopt', ...args], { cwd: root });
    expect(stderr).toContain(words);
    expect(stderr).not.toMatch(/^\s+at /m);
    expect(status).toBe(2);
  });

  it.each([
    [
      'two things',
      '{ react: ./A.tsx, vue: ./B.vue }',
      'Write exactly one of: element, react, preact, vue, svelte, solid.',
    ],
    ['nothing', '{}', 'Write exactly one of'],
    ['a framework that there is not', '{ raect: ./A.tsx }', 'Did you mean "react"?'],
    ['another choice', '{ react: ./A.tsx, framework: share }', 'Write one of: bundled, shared.'],
  ])('a contract that wraps %s says what to write', async (_, wraps, words) => {
    const root = library({
      'elements/quay-x/quay-x.contract.yaml': `contract: 1\ntag: quay-x\nwraps: ${wraps}\n`,
    });
    const { status, stdout } = await lastwright(['check', '--no-types'], { cwd: root });
    expect([status, stdout]).toEqual([1, expect.stringContaining(words)]);
  });

  it('names the framework that is not installed', async () => {
    const root = writeFiles({
      'lastwright.yaml': 'library: 1\n',
      'package.json': '{ "name": "quay-things" }',
      'src/Tide.tsx': TIDE,
    });
    const { status, stderr } = await lastwright(['adopt', 'src/Tide.tsx'], { cwd: root });
    expect([status, stderr]).toEqual([2, expect.stringContaining('npm install --save-dev react react-dom')]);
  });

  it('adopts a class, and the elements of a whole package', async () => {
    const root = library({ 'src/lamp.ts': LAMP });
    const lamp = await lastwright(['adopt', 'src/lamp.ts'], { cwd: root });
    expect([lamp.status, lamp.stderr]).toEqual([0, '']);
    expect(contractOf(root, 'harbor-lamp')).toContain('wraps: { element: ../../src/lamp.ts, export: Lamp }');

    const other = library();
    mkdirSync(join(other, 'vendor'));
    writeFiles(PACKAGE, join(other, 'vendor'));
    const all = await lastwright(['adopt', 'vendor'], { cwd: other });
    expect([all.status, all.stderr]).toEqual([0, '']);
    expect(contractOf(other, 'signal-lamp')).toContain('label: { type: string');
    const checked = await lastwright(['check'], { cwd: other });
    expect(checked.stdout).toContain('0 errors');
  });

  it('takes a value that stands in for a missing one as the default, wherever the function has it', async () => {
    const root = library({
      'src/Tea.tsx': `import type { ReactNode } from 'react';
interface Props { children?: ReactNode; name: string; size: 'small' | 'large'; cups: number; note: string; loud: boolean }
export function Tea(props: Props) {
  const { name, size = 'small', note } = props;
  const cups = props.cups ?? 2;
  let said = note;
  said ||= 'unused';
  return <p>{name} {size} {cups} {note || 'none'} {said} {props.loud ? '!' : ''} {props.children}</p>;
}
`,
    });
    expect((await lastwright(['adopt', 'src/Tea.tsx'], { cwd: root })).status).toBe(0);
    const contract = contractOf(root, 'quay-tea');
    expect(contract).toContain('name: { type: string, required: true }');
    expect(contract).toContain('size: { enum: [ small, large ], default: small }');
    expect(contract).toContain('cups: { type: number, default: 2 }');
    expect(contract).toContain('note: { type: string, default: none }');
    expect(contract).toMatch(/loud: \{ type: boolean, required: true \}/);
  });

  it('says that a method may return nothing, and that null is a value', async () => {
    const root = library({
      'src/lamp.ts': `export class Lamp extends HTMLElement {
  find(name: string): string | undefined { return name || undefined; }
  count(): number | null { return 1; }
}
`,
    });
    const { stdout } = await lastwright(['adopt', 'src/lamp.ts'], { cwd: root });
    expect(stdout).toMatch(/method find: no schema says that it may return undefined/);
    expect(contractOf(root, 'quay-lamp')).toContain(
      "count: { returns: { anyOf: [ { type: number }, { type: 'null' } ] } }",
    );
  });

  it('finds slots and parts wherever the module of a class has its markup', async () => {
    const root = library({
      'src/lamp.ts': `const TEMPLATE = '<div part="body"><slot name="icon"></slot><slot></slot></div>';
const template = document.createElement('template');
template.innerHTML = '<i part="dot"></i><slot name="more"></slot>';
const unused = '<slot name="unused"></slot>';
const markup = (extra: string) => \`<b part="made"><slot name="made"></slot>\${extra}</b>\`;
type Made = new (...args: any[]) => HTMLElement;
const WithFooter = <Base extends Made>(Kind: Base) => class extends Kind {
  footer() { return '<footer part="footer"><slot name="footer"></slot></footer>'; }
};
export class Lamp extends WithFooter(HTMLElement) {
  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.innerHTML = TEMPLATE + markup('x') + this.footer();
    root.append(template.content.cloneNode(true));
  }
}
export { unused };
`,
    });
    expect((await lastwright(['adopt', 'src/lamp.ts'], { cwd: root })).status).toBe(0);
    const contract = contractOf(root, 'quay-lamp');
    for (const name of ['icon', 'default', 'more', 'made', 'footer', 'body', 'dot'])
      expect(contract, name).toContain(`  ${name}: {}`);
    expect(contract).not.toContain('unused');
  });

  it('reads what a component of Preact hands out, and leaves native events of Svelte to the browser', async () => {
    const root = library({
      'package.json':
        '{ "name": "quay-things", "version": "1.0.0", "type": "module", "dependencies": { "preact": "11" } }',
      'src/Cup.tsx': `import { forwardRef } from 'preact/compat';
import { useImperativeHandle } from 'preact/hooks';
interface Handle { fill(to: number): boolean; empty(): void }
export const Cup = forwardRef<Handle, { label: string }>(({ label }, ref) => {
  useImperativeHandle(ref, () => ({ fill: () => true, empty() {} }), []);
  return <b>{label}</b>;
});
`,
      'src/Box.svelte': `<script lang="ts">
  let { label = 'x', onclick, onOpen }: { label?: string; onclick?: (event: MouseEvent) => void; onOpen?: (at: number) => void } = $props();
</script>
<button {onclick} onfocus={() => onOpen?.(1)}>{label}</button>
`,
    });
    expect((await lastwright(['adopt', 'src/Cup.tsx'], { cwd: root })).status).toBe(0);
    expect(contractOf(root, 'quay-cup')).toMatch(
      /methods:\n\s+fill: .*returns: \{ type: boolean \}.*\n\s+empty: \{\}/,
    );
    const { stdout } = await lastwright(['adopt', 'src/Box.svelte'], { cwd: root });
    expect(stdout).toMatch(/onclick left out: "click" is the browser's own event/);
    const contract = contractOf(root, 'quay-box');
    expect(contract).toContain('box-open: { detail: { type: number } }');
    expect(contract).not.toContain('box-click');
  });
});

const LAMP = `/** A lamp of the harbor. */
export class Lamp extends HTMLElement {
  static observedAttributes = ['label'];
  get label(): string { return this.getAttribute('label') ?? ''; }
  set label(value: string) { this.setAttribute('label', value); }
}
customElements.define('harbor-lamp', Lamp);
`;
