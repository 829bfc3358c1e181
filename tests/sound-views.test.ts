import { describe, expect, it } from 'vitest';
import { verifyReportSchema } from '../src/index.js';
import { lastwright, linkPackages, writeFiles } from './helpers.js';

/**
 * A library as an author writes it who knows the documentation alone: names that code could stumble over, a button whose
 * type is its own affair, a text that breaks lines, an element without a shadow root. Nothing of it is wrong.
 */
const LIBRARY = {
  'lastwright.yaml': 'library: 1\nframeworks: [html]\n',
  'package.json': '{ "name": "basin", "version": "1.0.0" }',
  'elements/quay-mooring/quay-mooring.contract.yaml': `contract: 1
tag: quay-mooring
properties:
  row: { type: string, required: true }
  number: { type: integer, minimum: 1, default: 1 }
  taken: { type: boolean, reflect: true }
  kind: { enum: [plain, wide, deep], default: plain, reflect: true }
slots: { default: { description: A hint } }
events:
  mooring-pick: { by: person, detail: { type: object, properties: { place: { type: string } }, required: [place] }, cancelable: true }
methods: { blink: { description: Shows where it is } }
parts: { control: The button }
states: { blinking: While it shows where it is }
passthrough: { to: control, native: button, except: [type] }
variants: { control: { always: mooring, kind: { plain: '', wide: is-wide, deep: is-deep } } }
`,
  'elements/quay-mooring/quay-mooring.html': `<button part="control" type="button" disabled="{taken || disabled}" aria-pressed="{picked ? 'true' : 'false'}" onclick="pick()">
  {place}<slot></slot>
</button>
`,
  'elements/quay-mooring/quay-mooring.css':
    ':host { display: inline-block; }\n.mooring { border-radius: 4px; }\n.is-wide { min-width: 4rem; }\n.is-deep { border-style: dashed; }\n',
  'elements/quay-mooring/quay-mooring.ts': `import type { Inside } from './quay-mooring.contract.yaml';
export const state = () => ({ 'picked': false, blinks: 0 });
const placeOf = (mooring: Inside) => \`\${mooring.row}\${mooring.number}\`;
export const results = { place: placeOf };
const pickPlace = (mooring: Inside) => {
  if (mooring.emit('mooring-pick', { place: placeOf(mooring) })) mooring.state.picked = !mooring.state.picked;
};
export { pickPlace as pick };
export const states = { blinking: (mooring: Inside) => mooring.state.blinks > 0 };
export function blink(mooring: Inside) { mooring.state.blinks = mooring.state.blinks + 1; }
`,
  'elements/quay-mooring/quay-mooring.samples.yaml': `- sample: A mooring is picked
  properties: { row: F, number: 7 }
  steps:
    - expect: { text: { control: F7 } }
    - click: control
    - expect: { event: mooring-pick, detail: { place: F7 } }
    - call: blink
    - expect: { states: { blinking: true } }
- sample: A taken one
  properties: { row: A, kind: wide, taken: true }
  slots: { default: '<i>!</i>' }
`,
  'elements/quay-basin/quay-basin.contract.yaml': `contract: 1
tag: quay-basin
properties:
  rows: { type: array, items: { type: object, properties: { name: { type: string }, places: { type: array, items: { type: integer } } }, required: [name, places] }, default: [] }
  host: { type: string, default: Nobody }
slots: { default: {}, sign: {} }
parts: { plan: The plan }
events: { basin-pick: { detail: { type: object } } }
`,
  'elements/quay-basin/quay-basin.html': `<pre part="plan">Basin
  of {host}</pre>
<template when="filled.sign"><header><slot name="sign"></slot></header></template>
<template for-each="value of rows" key="value.name">
  <div>{value.name}: <template for-each="state, index of value.places"><quay-mooring row="{value.name}" number="{state}" title="{\`Row \${value.name}, \${index + 1} of \${value.places.map((host) => host).length}\`}" onmooring-pick="picked(event)"></quay-mooring></template></div>
</template>
<slot></slot>
`,
  'elements/quay-basin/quay-basin.css': ':host { display: block; }\n',
  'elements/quay-basin/quay-basin.ts': `import type { Inside } from './quay-basin.contract.yaml';
export function picked(basin: Inside, event: CustomEvent<{ place: string }>) { basin.emit('basin-pick', { place: event.detail.place }); }
`,
  'elements/quay-basin/quay-basin.samples.yaml': `- sample: Two rows
  properties: { rows: [{ name: A, places: [1, 2] }, { name: B, places: [1] }] }
  slots: { sign: <b>Basin</b> }
  steps:
    - expect: { text: { plan: "Basin\\n  of Nobody" } }
    - click: quay-mooring
    - expect: { event: basin-pick, detail: { place: A1 } }
`,
  'elements/quay-fee/quay-fee.contract.yaml': `contract: 1
tag: quay-fee
encapsulation: none
properties: { amount: { type: number, default: 0 }, currency: { enum: [EUR, USD], default: EUR } }
`,
  'elements/quay-fee/quay-fee.html':
    '<data class="fee" value="{amount}">{amount.toFixed(2)} {currency}</data>\n',
  'elements/quay-fee/quay-fee.css':
    '.fee { color: teal; } :host-context(.dark) .fee { color: white; } :host([hidden]) { display: none; }\n',
  // The value of a form that is reflected, a control that nobody types into, a function, cells side by side.
  'elements/quay-sluice/quay-sluice.contract.yaml': `contract: 1
tag: quay-sluice
properties:
  disabled: { type: boolean, reflect: true }
  level: { type: number, default: 4, minimum: 0, maximum: 9, reflect: true }
  format: { function: { parameters: [{ name: level, schema: { type: number } }], returns: { type: string } } }
events: { level-change: { by: person, detail: { type: object, properties: { level: { type: number } }, required: [level] } } }
form: { value: level }
parts: { slider: What is moved, row: What is read }
`,
  'elements/quay-sluice/quay-sluice.html': `<input part="slider" type="range" min="0" max="9" aria-label="Level" value="{level}" disabled="{disabled}" oninput="turn(Number(event.target.value))" onblur="turn(Number(event.currentTarget.value))">
<table><tbody><tr part="row"><td>Level</td><td>{format ? format(level) : level}</td></tr></tbody></table>
`,
  'elements/quay-sluice/quay-sluice.css': ':host { display: block; }\ninput { min-block-size: 24px; }\n',
  'elements/quay-sluice/quay-sluice.ts': `import type { Inside } from './quay-sluice.contract.yaml';
export function turn(sluice: Inside, level: number) {
  if (level === sluice.level) return;
  sluice.level = level;
  sluice.emit('level-change', { level });
}
`,
  'elements/quay-sluice/quay-sluice.samples.yaml': `- sample: Opened further
  properties: { level: 2 }
  callbacks: { format: two of nine }
  steps:
    - expect: { called: format, with: [2], text: { row: Level two of nine } }
    - focus: slider
    - press: ArrowRight
    - expect: { event: level-change, detail: { level: 3 }, attribute: { level: '3' } }
`,
  // Something that goes by itself after a time.
  'elements/quay-call/quay-call.contract.yaml': `contract: 1
tag: quay-call
properties:
  open: { type: boolean, reflect: true }
  until: { type: number, default: 0, minimum: 0, examples: [60000, 90000] }
slots: { default: {} }
events: { call-end: { detail: { type: object, properties: { by: { enum: [person, time] } }, required: [by] } } }
parts: { box: What is shown }
`,
  'elements/quay-call/quay-call.html': `<template when="open"><div part="box" role="status"><slot></slot><button type="button" aria-label="Close" onclick="end('person')">×</button></div></template>
`,
  'elements/quay-call/quay-call.css':
    ':host { display: block; }\nbutton { min-inline-size: 24px; min-block-size: 24px; }\n',
  'elements/quay-call/quay-call.ts': `import type { Inside } from './quay-call.contract.yaml';
const timers = new WeakMap<Inside, ReturnType<typeof setTimeout>>();
function wait(call: Inside) {
  clearTimeout(timers.get(call));
  if (call.open && call.until > 0) timers.set(call, setTimeout(() => end(call, 'time'), call.until));
}
export const changes = { open: wait, until: wait };
export function connected(call: Inside) {
  wait(call);
  return () => clearTimeout(timers.get(call));
}
export function end(call: Inside, by: 'person' | 'time') {
  call.open = false;
  call.emit('call-end', { by });
}
`,
  'elements/quay-call/quay-call.samples.yaml': `- sample: Ended by hand
  properties: { open: true }
  slots: { default: The lock opens. }
  steps:
    - click: button
    - expect: { event: call-end, detail: { by: person } }
- sample: Ends by itself
  properties: { open: true, until: 30 }
  steps:
    - expect: { event: call-end, detail: { by: time }, property: { open: false } }
`,
};

describe('a library of sound elements from views', () => {
  it('is found sound: check says nothing, and nothing fails', async () => {
    const folder = writeFiles(LIBRARY);
    const checked = await lastwright(['check', '--library', folder]);
    expect(checked.stdout).toContain('5 elements: 0 errors, 0 warnings');
    const { stdout } = await lastwright(['verify', '--json', '--library', folder]);
    const { results } = verifyReportSchema.parse(JSON.parse(stdout));
    const failing = results.filter(({ verdict }) => verdict === 'fails');
    expect(failing.map(({ element, facet, note }) => `${element} ${facet}: ${note}`)).toEqual([]);
    expect(new Set(results.map(({ element }) => element)).size).toBe(5);
    // What made the difference was looked at.
    const seen = (element: string, facet: string): string[] =>
      results.filter((one) => one.element === element && one.facet === facet).map(({ verdict }) => verdict);
    for (const [element, facet] of [
      ['quay-basin', 'samples'],
      ['quay-mooring', 'forms'],
      ['quay-fee', 'upgrade'],
      ['quay-sluice', 'forms'],
      ['quay-call', 'properties'],
    ] as const)
      expect(seen(element, facet).length, `${element} ${facet}`).toBeGreaterThan(0);
    // A function is a property like others, and nobody types into a slider.
    expect(results.filter(({ element, verdict }) => element === 'quay-sluice' && verdict !== 'fits')).toEqual(
      [],
    );
  });
});

describe('a text beside what is inside', () => {
  it('looks the same where one framework indents it and another one does not', async () => {
    const folder = writeFiles({
      'lastwright.yaml': 'library: 1\nframeworks: [html, react]\n',
      'package.json': '{ "name": "tides", "version": "1.0.0" }',
      'elements/quay-tide/quay-tide.contract.yaml': 'contract: 1\ntag: quay-tide\nslots: { default: {} }\n',
      'elements/quay-tide/quay-tide.html': '<b>High</b><slot></slot><i>!</i>\n',
      'elements/quay-tide/quay-tide.samples.yaml': '- sample: At noon\n  slots: { default: at noon }\n',
    });
    linkPackages(folder);
    const { stdout } = await lastwright(['verify', '--json', '--no-types', '--library', folder]);
    const { results } = verifyReportSchema.parse(JSON.parse(stdout));
    const looks = results.filter(({ facet }) => facet === 'appearance');
    expect(looks.map(({ framework, verdict, note }) => [framework, verdict, note])).toEqual([
      ['html', 'fits', ''],
      ['react', 'fits', ''],
    ]);
  });
});

describe('what a view may do', () => {
  it('makes dates and formats, and nothing else with "new"', async () => {
    const view = (html: string): string =>
      writeFiles({
        'lastwright.yaml': 'library: 1\nframeworks: [html]\n',
        'package.json': '{ "name": "tides", "version": "1.0.0" }',
        'elements/quay-tide/quay-tide.contract.yaml':
          "contract: 1\ntag: quay-tide\nproperties: { at: { type: string, default: '2026-11-02' } }\nparts: { year: {} }\n",
        'elements/quay-tide/quay-tide.html': html,
        'elements/quay-tide/quay-tide.css': ':host { display: block; }\n',
        'elements/quay-tide/quay-tide.samples.yaml':
          "- sample: Another year\n  properties: { at: '2031-03-04' }\n  steps:\n    - expect: { text: { year: '2031 4,5' } }\n",
      });
    const folder = view(
      `<p part="year">{new Date(at).getFullYear()} {new Intl.NumberFormat('de').format(4.5)}</p>\n`,
    );
    const { stdout } = await lastwright(['verify', '--json', '--no-types', '--library', folder]);
    const { results } = verifyReportSchema.parse(JSON.parse(stdout));
    expect(results.filter(({ facet }) => facet === 'samples').map(({ verdict }) => verdict)).toEqual([
      'fits',
    ]);
    for (const code of [
      'new at.Thing()',
      "new Array(3).join('x')",
      'new at()',
      "new (Intl['NumberFormat'])()",
    ]) {
      const checked = await lastwright([
        'check',
        '--no-types',
        '--library',
        view(`<p part="year">{${code}}</p>\n`),
      ]);
      expect(checked.stdout, code).toContain(
        '"new" for anything but Date and what Intl has cannot stand in a view.',
      );
    }
  });

  it('names a result whose function takes nothing', async () => {
    const folder = writeFiles({
      'lastwright.yaml': 'library: 1\n',
      'elements/quay-tide/quay-tide.contract.yaml': 'contract: 1\ntag: quay-tide\n',
      'elements/quay-tide/quay-tide.html':
        '<template for-each="one of hours" key="one"><i>{one.toFixed(1)}</i></template>\n',
      'elements/quay-tide/quay-tide.ts': 'export const results = { hours: () => [6, 12] };\n',
    });
    const { stdout } = await lastwright(['check', '--library', folder]);
    expect(stdout).toContain('1 element: 0 errors, 0 warnings');
    // What it gives has its type.
    writeFiles({ 'elements/quay-tide/quay-tide.html': '<p>{hours.length.trim()}</p>\n' }, folder);
    expect((await lastwright(['check', '--library', folder])).stdout).toContain('view/type');
  });

  it('promises an event that comes from an element inside and leaves by itself', async () => {
    const inner = (detail: string): Record<string, string> => ({
      'elements/quay-bell/quay-bell.contract.yaml': `contract: 1\ntag: quay-bell\nevents: { bell-ring: ${detail} }\n`,
      'elements/quay-bell/quay-bell.html': '<button type="button" onclick="ring()">Ring</button>\n',
      'elements/quay-bell/quay-bell.ts': "export function ring(bell) { bell.emit('bell-ring'); }\n".replace(
        '(bell)',
        '(bell: any)',
      ),
    });
    const folder = writeFiles({
      'lastwright.yaml': 'library: 1\n',
      ...inner('{}'),
      'elements/quay-tower/quay-tower.contract.yaml':
        'contract: 1\ntag: quay-tower\nevents: { bell-ring: {} }\n',
      'elements/quay-tower/quay-tower.html': '<quay-bell></quay-bell>\n',
    });
    expect((await lastwright(['check', '--library', folder])).stdout).toContain('0 errors, 0 warnings');
    // One that stays inside of the inner element reaches nobody.
    writeFiles(inner('{ composed: false }'), folder);
    expect((await lastwright(['check', '--library', folder])).stdout).toContain('event/never-emitted');
  });
});
