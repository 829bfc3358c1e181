import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import { PNG } from 'pngjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BuiltPage } from './built-page.js';
import type { VerifyReport } from '../src/index.js';
import { lastwright, linkPackages, readTree, REPOSITORY, writeElement, writeFiles } from './helpers.js';

const FIELD = 'parts: { field: {} }\npassthrough: { to: field, native: input }\n';

/** What authors write who know only the documentation, as the built program packages it. */
const built = new BuiltPage(
  {
    'lastwright.yaml': 'library: 1\nframeworks: [html, react, vue]\n',
    'package.json': '{ "name": "harbor", "version": "1.0.0" }',
    'elements/quay-field/quay-field.contract.yaml': `contract: 1\ntag: quay-field\nproperties: { label: { type: string } }\n${FIELD}`,
    'elements/quay-field/quay-field.html':
      '<label>{label}<input part="field" oninvalid="refuse(event)"></label><small>{value.length}, {refused}</small>',
    'elements/quay-field/quay-field.ts': `import type { Inside } from './quay-field.contract.yaml';
export const state = () => ({ refused: 0 });
export function refuse(field: Inside, event: Event) { event.preventDefault(); field.state.refused++; }
export function drawn(field: Inside) { const text: string = field.value; if (text !== field.host.value || field.host.validationMessage === undefined) throw new Error('two values'); }
`,
    'elements/quay-crate/quay-crate.contract.yaml': `contract: 1
tag: quay-crate
properties: { crate: { $ref: '#/definitions/crate', required: true }, open: { type: boolean } }
slots: { default: { gives: [crate, lift, weigh] } }
definitions: { crate: { type: object, properties: { name: { type: string } }, required: [name], additionalProperties: true } }
`,
    'elements/quay-crate/quay-crate.html': '<b>{crate.name}{open ? ", open" : ""}</b><slot></slot>',
    'elements/quay-crate/quay-crate.ts': `import type { Inside } from './quay-crate.contract.yaml';
export function lift(crate: Inside, event: Event) { (event.target as HTMLElement).textContent = event.type + ' ' + crate.crate.name; }
export function weigh(_crate: Inside, kilos: number, by?: string) { return [kilos, by]; }
`,
    'elements/quay-count/quay-count.contract.yaml': `contract: 1
tag: quay-count
properties: { amount: { type: string, default: '' } }
form: { value: amount }
parts: { box: {} }
`,
    'elements/quay-count/quay-count.html':
      '<input part="box" value="{amount}" oninput="amount = event.target.value" oninvalid="note(event)"><b>{noted}</b>',
    'elements/quay-count/quay-count.ts': `import type { Inside } from './quay-count.contract.yaml';
export const state = () => ({ noted: 0 });
export function note(count: Inside, event: Event) { event.preventDefault(); count.state.noted++; }
export function validity(count: Inside) { return count.amount ? null : { valueMissing: true, message: 'How many?', at: count.parts.box }; }
`,
    'elements/quay-rows/quay-rows.contract.yaml': `contract: 1
tag: quay-rows
properties: { rows: { type: array, items: { type: object, properties: { id: { type: string } }, additionalProperties: true }, default: [] } }
slots: { row: { each: rows, key: id } }
`,
    'elements/quay-rows/quay-rows.html':
      '<ul><template for-each="row of rows"><li>{row.id}</li></template></ul><template for-each="row of rows" key="row.id"><slot name="row-{row.id}"></slot></template>',
  },
  'index.js',
  { command: true },
);
beforeAll(() => built.start());
afterAll(() => built.stop());

describe('lists without keys', () => {
  it('become shorter, longer, empty, and change in between', async () => {
    const shown = await built.inPlace<string[]>(
      '<quay-rows></quay-rows>',
      `const list = one('quay-rows'); const seen = [];
      for (const ids of ['abcd', 'ab', 'xyz', 'z', '', 'pq']) {
        list.rows = [...ids].map((id) => ({ id }));
        await list.settled;
        seen.push(inside(list, 'ul').textContent);
      }
      return seen;`,
    );
    expect(shown).toEqual(['abcd', 'ab', 'xyz', 'z', '', 'pq']);
  });
});

describe('members that a control holds', () => {
  it('are names of the view, which follows what is typed, set and reset', async () => {
    const shown = await built.inPlace<string[]>(
      '<form><quay-field name="n" value="abc"></quay-field></form>',
      `const field = one('quay-field'); const seen = []; const look = async () => { await field.settled; seen.push(inside(field, 'small').textContent); };
      await look();
      field.value = 'harbor'; await look();
      const control = inside(field, 'input'); control.value = 'ab'; control.dispatchEvent(new Event('input', { bubbles: true, composed: true })); await look();
      one('form').reset(); await look();
      return seen;`,
    );
    expect(shown).toEqual(['3, 0', '6, 0', '2, 0', '3, 0']);
  });

  it('are those of the types that the input can have', async () => {
    const members = (contract: string, type: string): Promise<{ names: string[] }> =>
      (async () => {
        const root = writeElement(
          {
            '.contract.yaml': `contract: 1\ntag: quay-mast\n${contract}`,
            '.html': `<input part="field" ${type}>`,
          },
          { 'package.json': '{ "name": "masts", "version": "1.0.0" }' },
        );
        const { status, stdout } = await lastwright(['build'], { cwd: root });
        expect(status, stdout).toBe(0);
        const text = readFileSync(join(root, 'dist/classes/quay-mast.d.ts'), 'utf8');
        return { names: [...text.matchAll(/^  get (\w+)\(/gm)].map(([, name]) => name!) };
      })();
    const any = await members(FIELD, 'type="text"');
    for (const name of ['src', 'checked', 'formAction', 'value', 'placeholder'])
      expect(any.names).toContain(name);
    const fixed = 'parts: { field: {} }\npassthrough: { to: field, native: input, except: [type] }\n';
    const text = await members(fixed, '');
    for (const name of ['value', 'placeholder', 'required', 'selectionStart'])
      expect(text.names).toContain(name);
    for (const name of ['src', 'checked', 'formAction', 'accept', 'valueAsNumber'])
      expect(text.names).not.toContain(name);
    const box = await members(fixed, 'type="checkbox"');
    expect(box.names).toContain('checked');
    expect(box.names).not.toContain('placeholder');
    const chosen = await members(
      `properties: { type: { enum: [number, date], default: number } }\n${FIELD}`,
      'type="{type}"',
    );
    expect(chosen.names).toContain('valueAsNumber');
    expect(chosen.names).not.toContain('maxLength');
  }, 60_000);

  it('have a value before the element is in the page', async () => {
    expect(
      await built.run(
        "const field = document.createElement('quay-field'); const seen = [field.value]; field.value = 'x'; return [...seen, field.value];",
      ),
    ).toEqual(['', 'x']);
  });

  it.each([
    ['value="{value}"', FIELD, 'passthrough/live', 1],
    ['value="{value}"', `properties: { value: { type: string } }\n${FIELD}`, 'passthrough/one-way', 0],
    [
      'value="{value}" oninput="value = event.target.value"',
      `properties: { value: { type: string } }\n${FIELD}`,
      undefined,
      0,
    ],
    ['placeholder="{value}"', FIELD, undefined, 0],
  ])('%s with %j: %s', async (attribute, contract, code, status) => {
    const root = writeElement({
      '.contract.yaml': `contract: 1\ntag: quay-mast\n${contract}`,
      '.html': `<input part="field" ${attribute}>`,
    });
    const result = await lastwright(['check', '--json'], { cwd: root });
    const { findings } = JSON.parse(result.stdout) as { findings: { code: string }[] };
    expect(findings.map((one) => one.code)).toEqual(code === undefined ? [] : [code]);
    expect(result.status).toBe(status);
  });
});

describe('data that must be given', () => {
  it('is waited for, and the view is drawn when it comes', async () => {
    const seen = await built.inPlace<unknown>(
      '<quay-crate open>Content</quay-crate>',
      `const crate = one('quay-crate'); const errors = [];
      const hear = (event) => { errors.push(event.message); event.preventDefault(); };
      addEventListener('error', hear);
      const seen = [crate.shadowRoot.childElementCount];
      const look = async () => { await crate.settled; seen.push(inside(crate, 'b')?.textContent ?? ''); };
      crate.crate = { name: 'tea' }; await look();
      crate.crate = undefined; crate.open = false; await look();
      crate.crate = { name: 'rope' }; await look();
      const other = document.createElement('quay-crate'); place.append(other); other.crate = { name: 'late' }; other.remove(); await other.settled; seen.push(other.shadowRoot.childElementCount);
      place.append(other); seen.push(other.shadowRoot.querySelector('b').textContent);
      removeEventListener('error', hear);
      return [seen, errors];`,
    );
    expect(seen).toEqual([[0, 'tea, open', 'tea, open', 'rope', 0, 'late'], []]);
  });
});

describe('forms tell what is not valid', () => {
  it('to the control of the view, which can keep the message away', async () => {
    const seen = await built.inPlace<unknown>(
      '<form><quay-field name="n" required></quay-field><quay-count></quay-count></form>',
      `const heard = []; one('form').addEventListener('invalid', (event) => heard.push([event.target.localName, event.defaultPrevented]), true);
      one('form').addEventListener('submit', (event) => event.preventDefault());
      one('form').requestSubmit(); await soon();
      return [inside(one('quay-field'), 'small').textContent, inside(one('quay-count'), 'b').textContent, heard.map(([name]) => name)];`,
    );
    expect(seen).toEqual(['0, 1', '1', ['quay-field', 'quay-count']]);
  });
});

describe('what a slot gives', () => {
  it('a function gets the event of the button that calls it', async () => {
    const text = await built.inPlace<string>(
      '<quay-crate><template><button data-call="lift">Lift</button></template></quay-crate>',
      "one('quay-crate').crate = { name: 'tea' }; await soon(); const button = one('button'); button.click(); return button.textContent;",
    );
    expect(text).toBe('click tea');
  });
});

describe('a package with components', () => {
  it('asks nobody for a framework that few of its elements need, and carries no map of one', async () => {
    const shared = (framework: string): Promise<Map<string, string>> =>
      (async () => {
        const root = writeFiles({
          'lastwright.yaml': 'library: 1\n',
          'package.json': '{ "name": "mixed", "version": "1.0.0", "type": "module" }',
          'src/Tide.tsx':
            "export function Tide({ label = 'x' }: { label?: string }) { return <b>{label}</b>; }\n",
          'elements/quay-tide/quay-tide.contract.yaml': `contract: 1\ntag: quay-tide\nproperties: { label: { type: string, default: x } }\nwraps: { react: ../../src/Tide.tsx, export: Tide, framework: ${framework} }\n`,
          'elements/quay-mast/quay-mast.contract.yaml':
            'contract: 1\ntag: quay-mast\nproperties: { label: { type: string } }\n',
          'elements/quay-mast/quay-mast.html': '<p>{label}</p>',
        });
        linkPackages(root);
        const { status, stdout } = await lastwright(['build'], { cwd: root });
        expect(status, stdout).toBe(0);
        return new Map(Object.entries(readTree(join(root, 'dist'))));
      })();
    const outside = await shared('shared');
    const about = JSON.parse(outside.get('package.json')!) as Record<string, Record<string, unknown>>;
    expect(Object.keys(about.peerDependencies!)).toContain('react');
    expect(about.peerDependenciesMeta).toMatchObject({
      react: { optional: true },
      'react-dom': { optional: true },
    });
    expect(outside.get('elements/quay-tide.js')).toMatch(
      /^\/\/ <quay-tide> needs React, which the application/,
    );
    expect(outside.get('elements/quay-mast.js')).not.toContain('React');
    const bundled = await shared('bundled');
    expect(JSON.parse(bundled.get('package.json')!)).not.toHaveProperty('peerDependencies.react');
    const maps = [...bundled].filter(([path]) => path.endsWith('.map'));
    expect(maps.reduce((sum, [, text]) => sum + text.length, 0)).toBeLessThan(300_000);
    // What an author wrote is still found.
    expect(maps.some(([, text]) => text.includes('src/Tide.tsx'))).toBe(true);
  }, 60_000);
});

describe('the package', () => {
  it('warns of no name that a type allows without naming it', () => {
    expect(String(built.files.get('development/quay-rows.class.js'))).toContain('templates: {}');
  });

  const text = (path: string) => String(built.files.get(path));

  it('has a class that observes what somebody asks for', () => {
    expect(text('classes/quay-crate.js')).not.toContain("'class'");
    expect(text('classes/quay-field.js')).not.toContain("'class'");
  });

  it('says in its manifest how keyed slots are named, what is given and what can be canceled', () => {
    const { modules } = JSON.parse(text('custom-elements.json')) as {
      modules: { declarations?: { tagName: string; slots: object[]; events: { name: string }[] }[] }[];
    };
    const of = (tag: string) =>
      modules.flatMap((one) => one.declarations ?? []).find((one) => one.tagName === tag)!;
    expect(of('quay-rows').slots).toEqual([
      expect.objectContaining({
        name: 'row',
        each: 'rows',
        key: 'id',
        description: expect.stringContaining('"row-" and its id'),
      }),
    ]);
    expect(of('quay-crate').events.map(({ name }) => name)).toEqual(['slot-given']);
  });

  it('is used with types, right and wrong', async () => {
    const root = writeFiles({
      'tsconfig.json': JSON.stringify({
        compilerOptions: {
          strict: true,
          module: 'esnext',
          moduleResolution: 'bundler',
          target: 'es2022',
          lib: ['es2022', 'dom', 'dom.iterable'],
          jsx: 'react-jsx',
          noEmit: true,
          types: [],
        },
        include: ['*.tsx'],
      }),
      'tsconfig.vue.json': JSON.stringify({
        extends: './tsconfig.json',
        compilerOptions: { jsx: 'preserve' },
        vueCompilerOptions: { strictTemplates: true },
        include: ['*.vue'],
      }),
      'use.tsx': `import type {} from 'harbor/react';
import type { QuayCrate } from 'harbor/quay-crate';
import type { QuayField } from 'harbor/quay-field';
interface Crate { name: string; cups: number }
const crate: Crate = { name: 'Assam', cups: 3 };
export const use = <>
  <quay-crate crate={crate} />
  <quay-count name="amount" form="order" disabled amount="2" />
  <quay-field name="n" required onClick={(event) => { const field: QuayField = event.currentTarget; return field.value; }}
    onChange={(event) => { const text: string = event.target.value; return text; }} />
</>;
export function listen(element: QuayCrate) {
  element.addEventListener('slot-given', ({ detail }) => { detail.data.weigh(3); detail.data.lift(new Event('x')); });
  // @ts-expect-error kilos are a number
  element.addEventListener('slot-given', ({ detail }) => { detail.data.weigh('3'); });
}
// @ts-expect-error no such attribute
export const wrong = <quay-count nam="amount" />;
`,
      'Use.vue': `<script setup lang="ts">
import type {} from 'harbor/vue';
import { ref } from 'vue';
const text = ref('');
</script>
<template><quay-field v-model="text" name="n" /><quay-count name="amount" /></template>
`,
    });
    linkPackages(root);
    const consumer = writeFiles({}, root);
    writeFileSync(
      join(consumer, 'use.tsx'),
      readFileSync(join(consumer, 'use.tsx'), 'utf8')
        .replaceAll("'harbor/", `'${built.root}/dist/`)
        .replace(/dist\/(quay-\w+)'/g, "dist/elements/$1.js'")
        .replace("dist/react'", "dist/frameworks/react.d.ts'"),
    );
    writeFileSync(
      join(consumer, 'Use.vue'),
      readFileSync(join(consumer, 'Use.vue'), 'utf8').replace(
        "'harbor/vue'",
        `'${built.root}/dist/frameworks/vue.d.ts'`,
      ),
    );
    linkPackages(built.root);
    const run = promisify(execFile);
    const told = async (program: string, config: string) =>
      run(process.execPath, [join(REPOSITORY, 'node_modules', program), '-p', config], { cwd: root }).then(
        () => '',
        ({ stdout }: { stdout: string }) => stdout,
      );
    expect(await told('typescript/bin/tsc', 'tsconfig.json')).toBe('');
    expect(await told('vue-tsc/bin/vue-tsc.js', 'tsconfig.vue.json')).toBe('');
  });
});

describe('preview --still', () => {
  it('shows a dialog that is open in the top layer whole', async () => {
    const root = writeElement({
      '.contract.yaml': 'contract: 1\ntag: quay-mast\nproperties: { open: { type: boolean } }\n',
      '.html': '<dialog><p>Really?</p></dialog>',
      '.ts': `import type { Inside } from './quay-mast.contract.yaml';
export function drawn(mast: Inside) {
  const dialog = mast.host.shadowRoot!.querySelector('dialog')!;
  if (mast.open && !dialog.open) dialog.showModal();
}
`,
      '.css': 'dialog { height: 200px; }',
      '.samples.yaml': '- sample: Open\n  properties: { open: true }\n',
    });
    const { status, stdout, stderr } = await lastwright(
      ['preview', '--still', 'stills', '--framework', 'html'],
      {
        cwd: root,
      },
    );
    expect(status, stdout + stderr).toBe(0);
    const { height } = PNG.sync.read(readFileSync(join(root, 'stills/quay-mast/open.html.png')));
    expect(height).toBeGreaterThan(250);
  });
});

describe('verify', () => {
  it('tells that a form does not get what script sets of a control', async () => {
    const contract = (tag: string) =>
      `contract: 1\ntag: ${tag}\nparts: { control: {} }\npassthrough: { to: control, native: input }\nwraps: { element: ./field.js }\n`;
    const field = (tellsForm: string) => `export default class extends HTMLElement {
  static formAssociated = true;
  static observedAttributes = ['required', 'disabled', 'placeholder', 'aria-label'];
  #internals = this.attachInternals();
  #control = document.createElement('input');
  constructor() {
    super();
    this.attachShadow({ mode: 'open', delegatesFocus: true }).append(this.#control);
    this.#control.part.add('control');
    this.#control.addEventListener('input', () => this.#tell());
  }
  #tell() {
    this.#internals.setFormValue(this.#control.value);
    const { valid, valueMissing } = this.#control.validity;
    this.#internals.setValidity(valid ? {} : { valueMissing }, valid ? '' : 'A value is missing.', this.#control);
  }
  get value() { return this.#control.value; }
  set value(value) { this.#control.value = value; ${tellsForm} }
  get form() { return this.#internals.form; }
  get labels() { return this.#internals.labels; }
  get validity() { return this.#internals.validity; }
  get validationMessage() { return this.#internals.validationMessage; }
  checkValidity() { return this.#internals.checkValidity(); }
  attributeChangedCallback(name, _before, value) {
    if (value === null) this.#control.removeAttribute(name); else this.#control.setAttribute(name, value);
    this.#tell();
  }
  connectedCallback() { this.#tell(); }
  formResetCallback() { this.#control.value = ''; this.#tell(); }
  formStateRestoreCallback(state) { this.#control.value = state; this.#tell(); }
  formDisabledCallback(disabled) { this.#control.disabled = disabled || this.hasAttribute('disabled'); }
}
`;
    const root = writeFiles({
      'lastwright.yaml': 'library: 1\nframeworks: [html]\n',
      'package.json': '{ "name": "fields", "version": "1.0.0" }',
      'elements/quay-good/quay-good.contract.yaml': contract('quay-good'),
      'elements/quay-good/field.js': field('this.#tell();'),
      'elements/quay-deaf/quay-deaf.contract.yaml': contract('quay-deaf'),
      'elements/quay-deaf/field.js': field(''),
    });
    const { stdout } = await lastwright(['verify', '--json', '--facet', 'forms'], { cwd: root });
    const { results } = JSON.parse(stdout) as {
      results: { element: string; facet: string; subject: string; verdict: string }[];
    };
    const set = results.filter(({ facet, subject }) => facet === 'forms' && subject === 'set by script');
    expect(Object.fromEntries(set.map(({ element, verdict }) => [element, verdict]))).toEqual({
      'quay-good': 'fits',
      'quay-deaf': 'fails',
    });
  });

  it('knows that a box has a value only where it is checked', async () => {
    const lie = `export default class extends HTMLElement {
  static formAssociated = true;
  #internals = this.attachInternals();
  #control = Object.assign(document.createElement('input'), { type: 'checkbox', ariaLabel: 'Sealed' });
  constructor() {
    super();
    this.attachShadow({ mode: 'open', delegatesFocus: true }).append(this.#control);
    this.#control.part.add('box');
    this.#tell();
  }
  #tell() { this.#internals.setFormValue('on'); }
  get checked() { return this.#control.checked; }
  set checked(on) { this.#control.checked = on; }
  get form() { return this.#internals.form; }
  formResetCallback() { this.#control.checked = false; }
  formStateRestoreCallback() { this.#control.checked = true; }
}
`;
    const box = (tag: string, more = '') =>
      `contract: 1\ntag: ${tag}\nparts: { box: {} }\npassthrough: { to: box, native: input }\n${more}`;
    const root = writeFiles({
      'lastwright.yaml': 'library: 1\nframeworks: [html]\n',
      'package.json': '{ "name": "boxes", "version": "1.0.0" }',
      'elements/quay-box/quay-box.contract.yaml': box('quay-box'),
      'elements/quay-box/quay-box.html': '<label><input type="checkbox" part="box">Sealed</label>',
      'elements/quay-lie/quay-lie.contract.yaml': box('quay-lie', 'wraps: { element: ./lie.js }\n'),
      'elements/quay-lie/lie.js': lie,
    });
    const flags = ['--json', '--no-types', '--facet', 'forms'];
    const { stdout } = await lastwright(['verify', ...flags], { cwd: root });
    const { results } = JSON.parse(stdout) as VerifyReport;
    const failing = (tag: string) =>
      results.filter(({ element, verdict }) => element === tag && verdict === 'fails');
    expect(failing('quay-box').map(({ subject, note }) => [subject, note])).toEqual([]);
    const value = failing('quay-lie').find(({ subject }) => subject === 'value');
    expect(JSON.stringify(value!.observed)).toContain('uncheck it');
  });

  it('names the listeners that are left behind, and what was seen after a second connection', async () => {
    const root = writeElement(
      {
        '.contract.yaml':
          'contract: 1\ntag: quay-mast\nparts: { raise: {} }\nevents: { mast-raise: {} }\nwraps: { element: ./mast.js }\n',
        '.samples.yaml':
          '- sample: Raised\n  steps:\n    - click: raise\n    - expect: { event: mast-raise, text: { raise: Up } }\n',
      },
      {
        'package.json': '{ "name": "masts", "version": "1.0.0" }',
        'elements/quay-mast/mast.js': `export default class extends HTMLElement {
  #button = Object.assign(document.createElement('button'), { textContent: 'Down' });
  #raise = () => {
    this.#button.textContent = 'Up';
    this.dispatchEvent(new CustomEvent('mast-raise', { bubbles: true, composed: true }));
  };
  constructor() {
    super();
    this.#button.part.add('raise');
    this.attachShadow({ mode: 'open' }).append(this.#button);
    this.#button.addEventListener('click', this.#raise);
  }
  connectedCallback() { addEventListener('resize', () => this.#button.blur()); }
  disconnectedCallback() { this.#button.removeEventListener('click', this.#raise); }
}
`,
      },
    );
    const flags = ['--json', '--no-types', '--facet', 'lifecycle'];
    const { stdout } = await lastwright(['verify', ...flags], { cwd: root });
    const { results } = JSON.parse(stdout) as VerifyReport;
    const notes = results.filter(({ verdict }) => verdict === 'fails').map(({ note }) => note);
    expect(notes.join('\n')).toMatch(/count listeners: \d+, then \d+: \d+ x resize on window more/);
    expect(notes.join('\n')).toMatch(
      /click raise, listen for mast-raise: not received instead of mast-raise/,
    );
  });

  it('types behind what is there, in a text that can be edited', async () => {
    const root = writeElement(
      {
        '.contract.yaml': 'contract: 1\ntag: quay-mast\nparts: { text: {} }\n',
        '.html': '<p part="text" contenteditable="true">Low</p>',
        '.samples.yaml':
          '- sample: Written\n  steps:\n    - type: { into: text, text: er }\n    - expect: { text: { text: Lower } }\n',
      },
      { 'package.json': '{ "name": "masts", "version": "1.0.0" }' },
    );
    const flags = ['--json', '--no-types', '--facet', 'samples'];
    const { stdout } = await lastwright(['verify', ...flags], { cwd: root });
    const { results } = JSON.parse(stdout) as VerifyReport;
    const [written] = results.filter(({ facet }) => facet === 'samples');
    expect([written!.verdict, written!.note]).toEqual(['fits', '']);
  });

  it('does not look for what a sample took out of the page', async () => {
    const root = writeElement(
      {
        '.contract.yaml': 'contract: 1\ntag: quay-mast\nparts: { close: {} }\n',
        '.html': '<button part="close" onclick="close()">Close</button>',
        '.js': 'export function close(mast) { mast.host.remove(); }\n',
        '.samples.yaml': '- sample: Shown\n- sample: Closed\n  steps: [{ click: close }]\n',
      },
      { 'package.json': '{ "name": "masts", "version": "1.0.0" }' },
    );
    const { stdout } = await lastwright(['verify', '--json', '--no-types', '--facet', 'accessibility'], {
      cwd: root,
    });
    const { results } = JSON.parse(stdout) as VerifyReport;
    const access = results.filter(({ facet }) => facet === 'accessibility');
    expect(access.map(({ subject, verdict, note }) => [subject, verdict, note])).toEqual([
      ['Shown', 'fits', ''],
      ['Closed', 'unchecked', 'It is not in the page any more at the end of the sample.'],
    ]);
  });

  it('says what an element threw, whatever that is', async () => {
    const thrower = (thrown: string) =>
      `export default class extends HTMLElement { connectedCallback() { setTimeout(() => { throw ${thrown}; }); } }\n`;
    const thrown: Record<string, string> = {
      'quay-proxy':
        "new Proxy({}, { get() { throw new Error('no'); }, getPrototypeOf() { throw new Error('no'); } })",
      'quay-bare': 'Object.create(null)',
      'quay-dom': "new DOMException('The crane is stuck', 'InvalidStateError')",
      'quay-symbol': "Symbol('crane')",
    };
    const files = Object.entries(thrown).flatMap(([tag, value]) => [
      [`elements/${tag}/${tag}.contract.yaml`, `contract: 1\ntag: ${tag}\nwraps: { element: ./it.js }\n`],
      [`elements/${tag}/it.js`, thrower(value)],
    ]);
    const root = writeFiles({
      'lastwright.yaml': 'library: 1\nframeworks: [html]\n',
      'package.json': '{ "name": "throwers", "version": "1.0.0" }',
      ...(Object.fromEntries(files) as Record<string, string>),
    });
    const { stdout, status } = await lastwright(['verify', '--json', '--no-types'], { cwd: root });
    expect(status).toBe(1);
    const { results } = JSON.parse(stdout) as {
      results: { element: string; verdict: string; note: string }[];
    };
    const notes = (tag: string) =>
      results.filter((one) => one.element === tag && one.verdict === 'fails').map(({ note }) => note);
    for (const tag of Object.keys(thrown)) expect(notes(tag), tag).not.toEqual([]);
    expect(notes('quay-dom').join()).toContain('The crane is stuck');
    expect(notes('quay-dom').join()).not.toContain('Uncaught  instead');
  });
});
