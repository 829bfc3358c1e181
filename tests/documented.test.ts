import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BuiltPage } from './built-page.js';
import { REPOSITORY } from './helpers.js';

/** What docs/contract.md says of elements in a browser, each statement tried: the words in quotes stand there. */
const said = readFileSync(join(REPOSITORY, 'docs/contract.md'), 'utf8').replace(/\s+/g, ' ');

const FILES = {
  'lastwright.yaml':
    'library: 1\neverywhere: [counted]\nstyles: [styles/house.css]\ndefinitions: types.yaml\n',
  'package.json': '{ "name": "piers", "version": "1.0.0" }',
  'types.yaml': 'parcel: { type: object, properties: { id: { type: string } } }\n',
  'styles/house.css': '.house { letter-spacing: 3px; }\n',
  'traits/counted/counted.trait.yaml':
    'trait: 1\nname: counted\nproperties: { count: { type: integer, default: 0 } }\n',
  'traits/counted/counted.ts':
    'export const changes = { count(inside, now) { (globalThis.log ??= []).push(`counted ${now}`); } };\n',
  'elements/quay-pier/quay-pier.contract.yaml': `
contract: 1
tag: quay-pier
properties:
  berthName: { type: string, default: A1, reflect: true }
  depth: { type: number, minimum: 0, default: 2 }
  closed: { type: boolean, reflect: true }
  side: { enum: [north, south], default: north }
  quiet: { type: string, attribute: false }
  parcels: { type: array, items: { $ref: '#/definitions/parcel' }, default: [] }
  since: { instance: Date }
  pick: { function: { parameters: [{ name: id, schema: { type: string } }], returns: { type: boolean } } }
slots: { default: {}, actions: {} }
events: { pier-pick: { detail: { type: object, properties: { id: { type: string } } }, cancelable: true } }
methods: { raise: { parameters: [{ name: by, schema: { type: number } }], returns: { type: number } } }
parts: { top: {}, list: {} }
cssProperties: { --quay-pier-edge: { syntax: '<color>', initial: 'rgb(1, 2, 3)' } }
states: { crowded: {} }
variants: { top: { always: base, side: { north: is-north, south: is-south }, closed: { true: is-closed } } }
`,
  'elements/quay-pier/quay-pier.html': `
<div part="top" class="house {kinds}" style="{box}" title="{quiet}" data-a.b="{side}" hidden="{depth > 90}">{berthName}: {markup} {'{'}x{'}'}</div>
<p class="flags">{false}{null}{undefined}</p>
<input value="{berthName}" disabled="{closed}">
<b class="total">{total}</b><b class="again">{total}</b>
<template when="parcels.length"><i class="many">{parcels.length}</i></template>
<template otherwise><i class="none">none</i></template>
<ul part="list"><template for-each="parcel, place of parcels" key="parcel.id"><li><input value="{place}"><button onclick="choose(parcel); event.stopPropagation()">{parcel.id}</button></li></template></ul>
<a class="link" href="{quiet}">go</a>
<em class="filled">{filled.actions ? 'has actions' : 'no actions'}</em>
<slot name="actions"><u>nothing to do</u></slot><slot></slot>
<pre>a   b
 c</pre><span>x   y
  z</span>
`,
  'elements/quay-pier/quay-pier.css':
    ":host { display: block; border-top: 2px solid var(--quay-pier-edge); }\n@font-face { font-family: Pier; src: url('data:font/woff2;base64,d09GMgAB'); }\n",
  'elements/quay-pier/quay-pier.ts': `
const log = (what) => (globalThis.log ??= []).push(what);
export const state = () => ({ markup: '<b>text</b>', kinds: { one: true, two: false }, box: { 'margin-top': '4px' }, raised: 1 });
export function firstConnected(pier) { log('first ' + pier.host.isConnected); }
export function connected(pier) { log('connected ' + Boolean(pier.parts.top)); pier.listen(window, 'pier-call', () => log('called')); return () => log('left'); }
export function disconnected() { log('disconnected'); }
export function moved() { log('moved'); }
export function adopted() { log('adopted'); }
export function drawn() { log('drawn'); }
export const changes = { berthName(pier, now, before) { log('change ' + before + ' to ' + now); if (now === 'bad') throw new Error('run aground'); } };
export const results = { total(pier) { log('total'); return pier.parcels.length; } };
export const states = { crowded: (pier) => pier.parcels.length > 2 };
export function raise(pier, by) { pier.state.raised += by; return pier.state.raised; }
export function choose(pier, parcel) { log('emit ' + pier.emit('pier-pick', { id: parcel.id })); }
`,
  'elements/quay-nest/quay-nest.contract.yaml':
    'contract: 1\ntag: quay-nest\nproperties: { deep: { type: integer, default: 0 }, href: { type: string }, rows: { type: array, default: [] } }\n',
  'elements/quay-nest/quay-nest.html': `<template when="deep > 0"><quay-nest deep="{deep - 1}"></quay-nest></template><button local-name="{href ? 'a' : 'button'}" local-names="button a" class="either">once</button><quay-pier parcels="{rows}" berth-name="in"></quay-pier><yard-crane load-list="{rows}" other-thing="{deep}"></yard-crane><svg><template for-each="row of rows"><circle r="{row.r}"></circle></template></svg>`,
  'elements/quay-form/quay-form.contract.yaml':
    'contract: 1\ntag: quay-form\nproperties: { value: { type: string, default: start }, disabled: { type: boolean } }\nform: { value: value }\n',
  'elements/quay-form/quay-form.html': '<input value="{value}" oninput="take(event.target.value)">',
  'elements/quay-form/quay-form.ts':
    "export function take(form, text) { form.value = text; }\nexport function validity(form) { return form.value === '' ? { valueMissing: true, message: 'Say something.' } : undefined; }\n",
  'elements/quay-gauge/quay-gauge.contract.yaml':
    'contract: 1\ntag: quay-gauge\nproperties: { height: { type: number, default: 1, reflect: true } }\nform: { value: height }\n',
  'elements/quay-gauge/quay-gauge.html': '<b>{height}</b>',
  'elements/quay-flag/quay-flag.contract.yaml':
    'contract: 1\ntag: quay-flag\nproperties: { up: { type: boolean, reflect: true } }\nform: { value: up }\n',
  'elements/quay-flag/quay-flag.html': '<b>{up}</b>',
  'elements/quay-keep/quay-keep.contract.yaml':
    'contract: 1\ntag: quay-keep\nmethods: { keep: { parameters: [{ name: text, schema: { type: string } }] } }\nform: { value: kept }\n',
  'elements/quay-keep/quay-keep.html': '<b>{kept}</b>',
  'elements/quay-keep/quay-keep.ts':
    "export const state = () => ({ kept: 'old' });\nexport function keep(inside, text) { inside.state.kept = text; }\n",
  'elements/quay-press/quay-press.contract.yaml':
    'contract: 1\ntag: quay-press\nslots: { default: {} }\nparts: { control: {} }\npassthrough: { to: control, native: button, class: control }\n',
  'elements/quay-press/quay-press.html': '<button part="control"><slot></slot></button>',
  'elements/quay-rows/quay-rows.contract.yaml':
    'contract: 1\ntag: quay-rows\nproperties: { rows: { type: array, items: { type: object, properties: { id: { type: string } } }, default: [] } }\nslots: { note: { each: rows, key: id }, foot: { gives: [rows, shut] } }\n',
  'elements/quay-rows/quay-rows.html':
    '<template for-each="row of rows" key="row.id"><p><slot name="note-{row.id}"></slot></p></template><slot name="foot"></slot>',
  'elements/quay-rows/quay-rows.ts': "export function shut() { (globalThis.log ??= []).push('shut'); }\n",
  'elements/quay-plain/quay-plain.contract.yaml':
    'contract: 1\ntag: quay-plain\nencapsulation: none\nproperties: { word: { type: string, default: plain } }\n',
  'elements/quay-plain/quay-plain.html': '<b class="house">{word}</b>',
  'elements/quay-plain/quay-plain.css': 'b { color: rgb(9, 8, 7); }',
  'elements/quay-shut/quay-shut.contract.yaml': 'contract: 1\ntag: quay-shut\nencapsulation: closed\n',
  'elements/quay-shut/quay-shut.html': '<b>inside</b>',
};

const built = new BuiltPage(FILES);
const run = <Value>(code: string): Promise<Value> =>
  built.run(
    `for (const left of document.querySelectorAll('body > :not(script)')) left.remove();
    const log = (globalThis.log ??= []); log.length = 0;
    const make = (tag, values = {}, markup = '') => { const made = document.createElement(tag); made.innerHTML = html(markup); Object.assign(made, values); document.body.append(made); return made; };
    const find = (element, selector) => element.shadowRoot.querySelector(selector);
    const wait = (time = 20) => new Promise((resolve) => setTimeout(resolve, time));
    ${code}`,
  );

beforeAll(() => built.start(), 60_000);
afterAll(() => built.stop());

/** Tries a statement of the document: what the code in the page gives is what it says. */
function states(statement: string, code: string, wanted: unknown): void {
  it(statement, async () => {
    expect(said).toContain(statement);
    expect(await run(code)).toEqual(wanted);
  });
}

describe('docs/contract.md says of properties', () => {
  states(
    'String, number, boolean and enum properties have an attribute: the name in kebab-case',
    `const pier = make('quay-pier'); pier.setAttribute('berth-name', 'B2'); pier.setAttribute('depth', '7'); pier.setAttribute('closed', ''); pier.setAttribute('side', 'south');
    pier.setAttribute('quiet', 'x'); pier.setAttribute('parcels', '[1]');
    return [pier.berthName, pier.depth, pier.closed, pier.side, pier.quiet ?? 'none', pier.parcels];`,
    ['B2', 7, true, 'south', 'none', []],
  );
  states(
    'Arrays and objects are properties only, passed by identity.',
    `const pier = make('quay-pier'); const list = [{ id: 'a' }]; pier.parcels = list; return pier.parcels === list;`,
    true,
  );
  states(
    '`reflect: true`: property to attribute at once, attribute to property at once. A default is not reflected.',
    `const pier = make('quay-pier'); const early = pier.hasAttribute('berth-name'); pier.berthName = 'C3'; const text = pier.getAttribute('berth-name');
    pier.setAttribute('berth-name', 'D4'); const value = pier.berthName; pier.berthName = 'A1'; return [early, text, value, pier.hasAttribute('berth-name')];`,
    [false, 'C3', 'D4', false],
  );
  states(
    'A value that the type does not allow gives the default, and so do `undefined` and `null`.',
    `const pier = make('quay-pier', { depth: 5, side: 'south', berthName: 'x', parcels: [1] });
    pier.depth = -1; pier.side = 'west'; pier.berthName = null; pier.parcels = undefined; return [pier.depth, pier.side, pier.berthName, pier.parcels];`,
    [2, 'north', 'A1', []],
  );
  states(
    'A property set before the element is defined takes effect when it is, over an attribute of the same name.',
    `const early = document.createElement('quay-late'); early.word = 'early'; early.setAttribute('word', 'text'); document.body.append(early);
    customElements.define('quay-late', class extends customElements.get('quay-plain') {}); return early.word;`,
    'early',
  );
  states(
    '`everywhere` (traits that every element has)',
    `const pier = make('quay-pier'); pier.count = 3; await pier.settled; return [log.includes('counted 3'), 'count' in make('quay-shut')];`,
    [true, true],
  );
});

describe('docs/contract.md says of the view', () => {
  states(
    'Text is always text. `false`, `null` and `undefined` remove an attribute, `true` sets it empty.',
    `const pier = make('quay-pier', { closed: true }); await pier.settled; const top = find(pier, '[part=top]'); const early = [top.textContent, top.children.length, top.hasAttribute('title'), find(pier, 'input').getAttribute('disabled')];
    pier.closed = false; await pier.settled; return [...early, find(pier, 'input').hasAttribute('disabled')];`,
    ['A1: <b>text</b> {x}', 0, false, '', false],
  );
  states(
    '`class` takes a text, a list, or a map whose true entries count; `style` a text, or a map of CSS property names to values.',
    `const top = find(make('quay-pier'), '[part=top]'); return [[...top.classList].sort(), getComputedStyle(top).marginTop];`,
    [['base', 'house', 'is-north', 'one'], '4px'],
  );
  states(
    'The part gets these classes beside those that the view gives it.',
    `const pier = make('quay-pier', { side: 'south', closed: true }); await pier.settled; return [...find(pier, '[part=top]').classList].sort();`,
    ['base', 'house', 'is-closed', 'is-south', 'one'],
  );
  states(
    'Elements of the same library get properties; native ones get attributes, and properties where only the property is live',
    `const rows = [{ id: 'a' }]; const nest = make('quay-nest', { rows }); await nest.settled; const pier = find(nest, 'quay-pier');
    const input = find(pier, 'input'); input.value = 'typed'; pier.berthName = 'new'; await pier.settled; return [pier.parcels === rows, input.value];`,
    [true, 'new'],
  );
  states(
    'A third-party custom element gets a property where it has one of that name (`max-count` stands for `maxCount`)',
    `customElements.define('yard-crane', class extends HTMLElement { set loadList(list) { this.got = list; } });
    const rows = [1]; const nest = make('quay-nest', { rows, deep: 0 }); await nest.settled; const crane = find(nest, 'yard-crane'); return [crane.got === rows, crane.getAttribute('other-thing')];`,
    [true, '0'],
  );
  states(
    '`onclick="…"` and the like hold statements with `event` in scope.',
    `const pier = make('quay-pier', { parcels: [{ id: 'p1' }] }); await pier.settled; const heard = []; pier.addEventListener('pier-pick', (event) => { heard.push(event.detail.id); event.preventDefault(); }); let clicks = 0; pier.addEventListener('click', () => clicks++);
    find(pier, 'li button').click(); return [heard, clicks, log.filter((line) => line.startsWith('emit'))];`,
    [['p1'], 0, ['emit false']],
  );
  states(
    '`<template when="…">`, directly followed by `<template otherwise>` if you like;',
    `const pier = make('quay-pier'); const early = Boolean(find(pier, '.none')); pier.parcels = [{ id: 'a' }]; await pier.settled; return [early, Boolean(find(pier, '.none')), find(pier, '.many').textContent];`,
    [true, false, '1'],
  );
  states(
    'Items keep their nodes by key, and with them focus and what was typed;',
    `const pier = make('quay-pier', { parcels: [{ id: 'a' }, { id: 'b' }] }); await pier.settled; const input = find(pier, 'li:last-child input'); input.focus(); input.value = 'typed';
    pier.parcels = [{ id: 'b' }, { id: 'c' }, { id: 'a' }]; await pier.settled; return [find(pier, 'li:first-child input') === input, pier.shadowRoot.activeElement === input];`,
    [true, true],
  );
  states(
    'in SVG and MathML as well.',
    `const nest = make('quay-nest', { rows: [{ r: 3 }] }); await nest.settled; const circle = find(nest, 'circle'); return [circle.namespaceURI, circle.getAttribute('r')];`,
    ['http://www.w3.org/2000/svg', '3'],
  );
  states(
    'An element whose name is chosen at run time has the names that it can have beside it:',
    `const nest = make('quay-nest'); await nest.settled; const early = find(nest, '.either').localName; nest.href = '#a'; await nest.settled; return [early, find(nest, '.either').localName, find(nest, '.either').textContent];`,
    ['button', 'a', 'once'],
  );
  states(
    'An element can contain itself, under a condition or in a loop.',
    `const nest = make('quay-nest', { deep: 2 }); await nest.settled; return find(find(nest, 'quay-nest'), 'quay-nest').deep;`,
    0,
  );
  states(
    'that would run code are left out, and reported.',
    `const told = []; const hear = (event) => { told.push(event.message); event.preventDefault(); }; addEventListener('error', hear); const pier = make('quay-pier', { quiet: 'java\\tscript:alert(1)' }); await pier.settled; removeEventListener('error', hear);
    const link = find(pier, '.link'); const bad = link.hasAttribute('href'); pier.quiet = '/x'; await pier.settled; return [bad, told.length > 0, link.getAttribute('href')];`,
    [false, true, '/x'],
  );
  states(
    '`filled` (`filled.actions`: whether a slot was given something)',
    `const pier = make('quay-pier'); const early = find(pier, '.filled').textContent; pier.innerHTML = html('<b slot="actions">Go</b>'); await wait(); await pier.settled; return [early, find(pier, '.filled').textContent];`,
    ['no actions', 'has actions'],
  );
  states(
    'White space that only lays out the source is not rendered: runs become one space, save in `pre` and `textarea`.',
    `const pier = make('quay-pier'); return [find(pier, 'pre').textContent, find(pier, 'span').textContent];`,
    ['a   b\n c', 'x y z'],
  );
});

describe('docs/contract.md says of the behavior', () => {
  states(
    '`export function connected(inside)` runs each time the element enters a document; what it returns runs when it leaves.',
    `const pier = make('quay-pier'); await pier.settled; pier.remove(); document.body.append(pier); return log.filter((line) => /^(first|connected|left|disconnected)/.test(line));`,
    ['first true', 'connected true', 'disconnected', 'left', 'connected true'],
  );
  states(
    '`listen(target, type, listener, options)` (until the element leaves)',
    `const pier = make('quay-pier'); dispatchEvent(new Event('pier-call')); pier.remove(); dispatchEvent(new Event('pier-call')); return log.filter((line) => line === 'called').length;`,
    1,
  );
  states(
    'runs instead of both where the page moves it with `moveBefore`',
    `if (!('moveBefore' in Element.prototype)) return ['moved'];
    const pier = make('quay-pier'); const other = document.body.appendChild(document.createElement('div')); log.length = 0; other.moveBefore(pier, null); return log.filter((line) => /^(moved|connected|left|disconnected)/.test(line));`,
    ['moved'],
  );
  states(
    'runs when it goes into another document',
    `const pier = make('quay-pier'); const frame = document.body.appendChild(document.createElement('iframe')); frame.contentDocument.body.append(pier); const seen = log.includes('adopted'); frame.remove(); return seen;`,
    true,
  );
  states(
    'runs once for all changes of a property since the last rendering, before the next one; not for what is set before the first',
    `const pier = make('quay-pier', { berthName: 'early' }); await pier.settled; pier.berthName = 'one'; pier.berthName = 'two'; await pier.settled; return log.filter((line) => line.startsWith('change'));`,
    ['change early to two'],
  );
  states(
    'values that views name, worked out once for a change of what they read',
    `const pier = make('quay-pier'); await pier.settled; const first = log.filter((line) => line === 'total').length; pier.berthName = 'x'; await pier.settled; const same = log.filter((line) => line === 'total').length;
    pier.parcels = [{ id: 'a' }]; await pier.settled; return [first, same, log.filter((line) => line === 'total').length, find(pier, '.total').textContent, find(pier, '.again').textContent];`,
    [1, 1, 2, '1', '1'],
  );
  states(
    "the contract's states, set while the function gives something true",
    `const pier = make('quay-pier'); await pier.settled; const early = pier.matches(':state(crowded)'); pier.parcels = [{ id: 'a' }, { id: 'b' }, { id: 'c' }]; await pier.settled; const now = pier.matches(':state(crowded)'); pier.parcels = []; await pier.settled; return [early, now, pier.matches(':state(crowded)')];`,
    [false, true, false],
  );
  states(
    "Exported functions are called by the view or are the contract's methods; the element's inside comes first.",
    `const pier = make('quay-pier'); return [pier.raise(2), pier.raise(3), 'choose' in pier];`,
    [3, 6, false],
  );
  states(
    'Updates are batched in a microtask. An error in one element is reported and leaves the others working.',
    `const [one, two] = [make('quay-pier'), make('quay-pier')]; await one.settled; const errors = []; const hear = (event) => { errors.push(event.message); event.preventDefault(); }; addEventListener('error', hear);
    log.length = 0; one.berthName = 'bad'; two.berthName = 'good'; two.berthName = 'better'; const early = log.length; await Promise.resolve(); await wait(); removeEventListener('error', hear);
    return [early, errors.some((text) => text.includes('run aground')), find(two, '[part=top]').textContent.startsWith('better'), log.filter((line) => line === 'drawn').length >= 1];`,
    [0, true, true, true],
  );
  states(
    'After a change, `element.settled` is a promise for the finished view.',
    `const pier = make('quay-pier'); pier.berthName = 'now'; const early = find(pier, '[part=top]').textContent; await pier.settled; return [early.startsWith('now'), find(pier, '[part=top]').textContent.startsWith('now')];`,
    [false, true],
  );
});

describe('docs/contract.md says of what consumers give', () => {
  states(
    'cloned once for each item, and follows the items by key.',
    `const rows = make('quay-rows', { rows: [{ id: 'a' }, { id: 'b' }] }, '<template slot="note"><b title="{index}">{id} {item.id}</b></template>'); await rows.settled; await wait(); const first = rows.querySelector('b');
    rows.rows = [{ id: 'b' }, { id: 'a' }]; await rows.settled; await wait(); return [[...rows.querySelectorAll('b')].map((node) => node.textContent + node.title).sort(), rows.contains(first)];`,
    [['a a1', 'b b0'], true],
  );
  states(
    'and `data-call="close"` on a button in it calls a function, with the event of the click;',
    `const rows = make('quay-rows', { rows: [] }, '<template slot="foot"><button data-call="shut">x</button></template>'); await rows.settled; await wait(); rows.querySelector('button').click(); return log.includes('shut');`,
    true,
  );
  states(
    "without one, the element's event `slot-given` has the same in its detail, `{ slot, data }`;",
    `const rows = document.createElement('quay-rows'); const heard = []; rows.addEventListener('slot-given', ({ detail }) => heard.push([detail.slot, Object.keys(detail.data).sort()])); document.body.append(rows); await rows.settled; await wait(); return heard[0];`,
    ['foot', ['rows', 'shut']],
  );
});

describe('docs/contract.md says of forms and of controls', () => {
  states(
    'A form has the value, and `checkValidity()` knows it, as soon as it is set:',
    `document.body.insertAdjacentHTML('beforeend', html('<form><quay-form name="x"></quay-form><quay-keep name="y"></quay-keep></form>')); const form = document.forms[0]; const [field, kept] = form.children; const sent = () => [...new FormData(form)].join(' ');
    const early = sent(); field.value = ''; kept.keep('new'); return [early, sent(), field.checkValidity(), field.validity.valueMissing];`,
    ['x,start y,old', 'x, y,new', false, true],
  );
  states(
    'texts, files and form data as they are, `true` as `on`, nothing and `false` as no entry.',
    `document.body.insertAdjacentHTML('beforeend', html('<form><quay-keep name="y"></quay-keep></form>')); const form = document.forms[0]; const [kept] = form.children;
    const parts = new FormData(); parts.append('a', '1'); parts.append('b', '2');
    return [new File(['x'], 'x.txt'), parts, true, 7, false, null, undefined].map((value) => { kept.keep(value); return [...new FormData(form)].map(([name, sent]) => name + '=' + (sent instanceof File ? sent.name : sent)).join(); });`,
    ['y=x.txt', 'a=1,b=2', 'y=on', 'y=7', '', '', ''],
  );
  states(
    'a form gets the value, resets it to the value of its attribute (or the initial state), restores it, and a disabled fieldset sets the property `disabled`, if there is one.',
    `document.body.insertAdjacentHTML('beforeend', html('<form><fieldset><quay-form name="x" value="given"></quay-form></fieldset></form>')); const form = document.forms[document.forms.length - 1]; const field = form.querySelector('quay-form');
    field.value = 'new'; const sent = new FormData(form).get('x'); form.reset(); const reset = field.value; form.querySelector('fieldset').disabled = true; await wait(); const result = [sent, reset, field.disabled]; form.remove(); return result;`,
    ['new', 'given', true],
  );
  states(
    'Where the attribute follows the property, a reset goes back to what was written there last, not to what was reflected.',
    `document.body.insertAdjacentHTML('beforeend', html('<form><quay-gauge height="2"></quay-gauge><quay-gauge></quay-gauge></form>'));
    const form = document.forms[document.forms.length - 1]; const [written, bare] = form.querySelectorAll('quay-gauge');
    const heights = () => [written.height, bare.height, written.getAttribute('height'), bare.getAttribute('height')];
    const found = []; const reset = () => { form.reset(); found.push(heights()); };
    written.height = 5; bare.height = 6; found.push(heights()); reset();
    written.setAttribute('height', '7'); written.height = 8; bare.height = 1; reset();
    written.removeAttribute('height'); written.height = 9; reset();
    form.remove(); return found;`,
    [
      [5, 6, '5', '6'],
      [2, 1, '2', null],
      [7, 1, '7', null],
      [1, 1, null, null],
    ],
  );
  states(
    'Where the attribute follows the property, a reset goes back to what was written there last',
    `document.body.insertAdjacentHTML('beforeend', html('<form><quay-flag up></quay-flag><quay-flag></quay-flag></form>'));
    const form = document.forms[document.forms.length - 1]; const [up, down] = form.querySelectorAll('quay-flag');
    up.up = false; down.up = true; const before = [up.hasAttribute('up'), down.hasAttribute('up')];
    form.reset(); const after = [up.up, down.up, up.hasAttribute('up'), down.hasAttribute('up')]; form.remove(); return [before, after];`,
    [
      [false, true],
      [true, false, true, false],
    ],
  );
  states(
    '`{ valueMissing: true, message, at }` with the standard flags and the node that the browser points at.',
    `const field = make('quay-form', { value: '' }); await field.settled; return [field.validity.valueMissing, field.validationMessage, field.checkValidity()];`,
    [true, 'Say something.', false],
  );
  states(
    '`class`, `style`, `id`, `slot`, `part` and `data-*` stay on the element.',
    `const press = make('quay-press'); for (const [name, value] of Object.entries({ style: 'top: 0', id: 'i', slot: 's', part: 'p', 'data-x': '1', formaction: '/x', 'aria-label': 'Go' })) press.setAttribute(name, value); await press.settled; const button = find(press, 'button');
    return [button.id, button.getAttribute('style'), button.hasAttribute('data-x'), button.getAttribute('formaction'), button.getAttribute('aria-label'), press.getAttribute('aria-label'), press.hasAttribute('aria-label')];`,
    ['', null, false, '/x', 'Go', 'Go', true],
  );
  states(
    "With `class: control` the element's classes reach the control too, beside those of view and variants.",
    `const press = make('quay-press'); press.className = 'mine'; await press.settled; await wait(); return find(press, 'button').classList.contains('mine');`,
    true,
  );
  states(
    '(`type` of a button is `submit` unless it is set)',
    `const press = make('quay-press'); const early = press.type; press.type = 'button'; press.setAttribute('type', 'RESET'); return [early, press.type];`,
    ['submit', 'reset'],
  );
  states(
    'and a `<button>` inside submits and resets.',
    `document.body.insertAdjacentHTML('beforeend', html('<form><quay-press>Go</quay-press></form>')); const form = document.forms[document.forms.length - 1]; let sent = 0; form.addEventListener('submit', (event) => { sent++; event.preventDefault(); }); find(form.querySelector('quay-press'), 'button').click(); form.remove(); return sent;`,
    1,
  );
});

describe('docs/contract.md says of style', () => {
  states(
    '`@font-face` and `@property` work in a document only: the build moves them there.',
    `make('quay-pier'); const rules = [...document.styleSheets, ...document.adoptedStyleSheets].flatMap((sheet) => [...sheet.cssRules]); return rules.some((rule) => rule instanceof CSSFontFaceRule && rule.style.getPropertyValue('font-family') === 'Pier');`,
    true,
  );
  states(
    'Custom properties with `syntax` and `initial` are registered.',
    `return [getComputedStyle(document.body).getPropertyValue('--quay-pier-edge'), getComputedStyle(make('quay-pier')).borderTopColor];`,
    ['rgb(1, 2, 3)', 'rgb(1, 2, 3)'],
  );
  states(
    'adopted by every element, as one shared style sheet each.',
    `const [one, two] = [make('quay-pier'), make('quay-nest')]; const own = (element) => element.shadowRoot.adoptedStyleSheets.filter((sheet) => [...sheet.cssRules].some((rule) => rule.selectorText === '.house')); return [getComputedStyle(find(one, '.house')).letterSpacing, own(one).length, own(one)[0] === own(two)[0]];`,
    ['3px', 1, true],
  );
  states('`encapsulation: closed` hides the shadow root;', `return make('quay-shut').shadowRoot;`, null);
  states(
    "renders into the element itself, with its style and the library's kept to it by `@scope`.",
    `const plain = make('quay-plain'); const other = document.body.appendChild(document.createElement('b')); other.className = 'house'; const inner = plain.querySelector('b'); return [plain.shadowRoot, getComputedStyle(inner).color, getComputedStyle(inner).letterSpacing, getComputedStyle(other).color === 'rgb(9, 8, 7)', getComputedStyle(other).letterSpacing];`,
    [null, 'rgb(9, 8, 7)', '3px', false, 'normal'],
  );
  states(
    'what is in it when it is first rendered, as in a copy of one, is replaced.',
    `const plain = make('quay-plain', {}, '<i>before</i>'); const copy = plain.cloneNode(true); document.body.append(copy); return [plain.textContent, copy.textContent, copy.children.length];`,
    ['plain', 'plain', 1],
  );
});
