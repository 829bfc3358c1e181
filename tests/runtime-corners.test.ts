import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BuiltPage } from './built-page.js';

/** Elements that take the runtime into its corners. */
const FILES = {
  'lastwright.yaml': 'library: 1\neverywhere: [lamplight]\n',
  'package.json': '{ "name": "corners", "version": "1.0.0" }',
  'traits/lamplight/lamplight.trait.yaml':
    'trait: 1\nname: lamplight\nproperties: { glow: { type: number, default: 0 } }\n',
  'traits/lamplight/lamplight.ts': `export function connected() { (globalThis.told ??= []).push('trait begins'); return () => globalThis.told.push('trait ends'); }
`,
  'traits/blinking/blinking.trait.yaml':
    'trait: 1\nname: blinking\nproperties: { on: { type: boolean }, pace: { type: number, default: 1 } }\nevents: { blink-change: { detail: { type: number } } }\nmethods: { blink: {} }\n',
  'traits/blinking/blinking.ts': `export function blink(inside) { inside.on = !inside.on; inside.pace += 1; inside.emit('blink-change', inside.pace); }
export function connected(inside) { inside.listen(inside.host, 'focusin', () => blink(inside)); }
export const changes = { on(inside, now) { (globalThis.told ??= []).push('on ' + now + ' ' + inside.pace); } };
`,
  'elements/quay-blink/quay-blink.contract.yaml':
    'contract: 1\ntag: quay-blink\ntraits: [{ trait: blinking, as: { on: shown, pace: tempo } }]\nproperties: { on: { type: string, default: own } }\nslots: { default: { gives: [tempo, on] } }\n',
  'elements/quay-blink/quay-blink.html': '<button>{shown} {tempo} {on}</button><slot></slot>',
  ...control(
    'quay-select',
    'select',
    '<select part="control"><option value="a">A</option><option value="b">B</option></select>',
  ),
  ...control('quay-box', 'input', '<input part="control">'),
  ...control(
    'quay-push',
    'button',
    '<button part="control"><slot></slot></button>',
    'slots: { default: {} }\n',
  ),
  ...control(
    'quay-lock',
    'input',
    '<input part="control" disabled="{locked || disabled}">',
    'properties: { locked: { type: boolean } }\n',
  ),
  'elements/quay-sum/quay-sum.contract.yaml':
    'contract: 1\ntag: quay-sum\nproperties: { weight: { type: number, default: 1 } }\n',
  'elements/quay-sum/quay-sum.html': '<b>{sum} {sum}</b><button onclick="asked(sum)"></button>',
  'elements/quay-sum/quay-sum.ts': `
export const results = { sum(inside) { return Reflect.get(inside, 'host').weight + (globalThis.worked = (globalThis.worked ?? 0) + 1); } };
export function asked(inside, sum) { globalThis.told = [...(globalThis.told ?? []), sum]; }
`,
  'elements/quay-fill/quay-fill.contract.yaml':
    'contract: 1\ntag: quay-fill\nslots: { default: {}, top: {} }\nmethods: { note: { parameters: [{ name: what, schema: { type: string } }] } }\n',
  'elements/quay-fill/quay-fill.html':
    '<b>{filled.default ? "content" : "none"}</b><i>{filled.top ? "top" : "no top"}</i><slot></slot><slot name="top"></slot><u>{seen}</u><s>{counted()}</s>',
  'elements/quay-fill/quay-fill.css':
    "@font-face { font-family: Quay; src: url('data:font/woff2;base64,AA==') } :host { display: block }",
  'elements/quay-fill/quay-fill.ts': `
let draws = 0;
export const state = () => ({ seen: '' });
export function note(fill, what) { fill.state.seen = what; }
export function counted(fill) { return fill.state.seen.length >= 0 ? ++draws : 0; }
export function connected() { globalThis.told.push('begins'); return () => globalThis.told.push('ends'); }
export function disconnected() { globalThis.told.push('left'); }
`,
  'elements/quay-rows/quay-rows.contract.yaml':
    'contract: 1\ntag: quay-rows\nproperties: { rows: { type: array, items: { type: object }, default: [] } }\nslots: { row: { each: rows, key: id } }\n',
  'elements/quay-rows/quay-rows.html':
    '<template for-each="row of rows" key="row.id"><p><slot name="row-{row.id}"></slot></p></template>',
  'elements/quay-look/quay-look.contract.yaml':
    'contract: 1\ntag: quay-look\nproperties: { at: { type: number, default: 0 }, rows: { type: array, items: {}, default: [1] }, size: { type: number, default: 3 } }\n',
  'elements/quay-look/quay-look.html':
    '<p style="{value(at)}" title="{value(at)}">{rows.length}</p><svg><use xlink:href="{value(at)}"></use></svg>',
  'elements/quay-look/quay-look.ts': `
const values = ['color: red', { color: 'blue', '--x': 2, top: null, left: false }, null, undefined, false, true, 7];
export function value(look, at) { return values[at]; }
`,
  'elements/quay-bare/quay-bare.contract.yaml':
    'contract: 1\ntag: quay-bare\nencapsulation: none\nproperties: { open: { type: boolean, reflect: true } }\n',
  'elements/quay-bare/quay-bare.html': '<b class="host-context">x</b>',
  'elements/quay-bare/quay-bare.css':
    ':host { display: block; margin: 1px } :host([open]) b { width: 2px; display: block } :host-context(.dark) b { color: rgb(1, 2, 3) } .host-context { padding: 4px }',
  'elements/quay-early/quay-early.contract.yaml':
    'contract: 1\ntag: quay-early\nproperties: { label: { type: string, reflect: true }, on: { type: boolean, reflect: true } }\n',
  'elements/quay-early/quay-early.html': '<b>{label}</b>',
  'elements/quay-quiet/quay-quiet.contract.yaml': 'contract: 1\ntag: quay-quiet\n',
  'elements/quay-quiet/quay-quiet.html': '<b>quiet</b>',
  'elements/quay-quiet/quay-quiet.ts': 'export function connected() {}\n',
  'elements/quay-list/quay-list.contract.yaml':
    'contract: 1\ntag: quay-list\nproperties: { rows: { type: array, items: { type: object }, default: [] } }\nmethods: { draws: {} }\n',
  'elements/quay-list/quay-list.html':
    '<template for-each="row, at of rows" key="row.id"><i>{at}{row.name}{shown(row)}</i></template>',
  'elements/quay-list/quay-list.ts': `
const seen = [];
export function shown(list, row) { seen.push(row.id); return ''; }
export function draws() { return seen.splice(0); }
`,
};

function control(tag: string, native: string, html: string, more = ''): Record<string, string> {
  return {
    [`elements/${tag}/${tag}.contract.yaml`]: `contract: 1\ntag: ${tag}\n${more}parts: { control: {} }\npassthrough: { to: control, native: ${native} }\n`,
    [`elements/${tag}/${tag}.html`]: html,
  };
}

const built = new BuiltPage(FILES);
beforeAll(() => built.start());
afterAll(() => built.stop());

/** Runs code in the page with what it makes in a fresh place of its own. */
const inPlace = <Value>(markup: string, code: string) => built.inPlace<Value>(markup, code);

describe('a control inside, in a form', () => {
  const entries = `const entries = () => [...new FormData(one('form'))].map(([name, value]) => name + '=' + value).join('&');`;

  it('sends one entry for each chosen option, under the element’s name', async () => {
    const seen = await inPlace(
      '<form><quay-select name="kind" multiple></quay-select></form>',
      `${entries}
       const select = inside(one('quay-select'), 'select');
       const none = entries();
       for (const option of select.options) option.selected = true;
       select.dispatchEvent(new Event('change', { bubbles: true }));
       const both = entries();
       one('quay-select').removeAttribute('multiple');
       await soon();
       select.value = 'b';
       select.dispatchEvent(new Event('change', { bubbles: true }));
       return [none, both, entries()];`,
    );
    expect(seen).toEqual(['', 'kind=a&kind=b', 'kind=b']);
  });

  it('sends the value of a box only while it is checked', async () => {
    const seen = await inPlace(
      '<form><quay-box name="far" type="checkbox" value="yes"></quay-box></form>',
      `${entries}
       const before = entries();
       inside(one('quay-box'), 'input').click();
       const checked = entries();
       inside(one('quay-box'), 'input').click();
       return [before, checked, entries()];`,
    );
    expect(seen).toEqual(['', 'far=yes', '']);
  });

  it('sends nothing without a name, and nothing for a button', async () => {
    const seen = await inPlace(
      '<form><quay-select multiple></quay-select><quay-push name="go" value="x" type="button">Go</quay-push></form>',
      `${entries}
       const select = inside(one('quay-select'), 'select');
       for (const option of select.options) option.selected = true;
       select.dispatchEvent(new Event('change', { bubbles: true }));
       return entries();`,
    );
    // What a form is given under no name at all is there, as the platform has it.
    expect(seen).not.toContain('go=');
    expect(seen).not.toContain('Stryker');
  });
});

describe('a control inside, beside a form', () => {
  it('sends on what does not cross the shadow root by itself, and that once', async () => {
    const seen = await inPlace(
      '<quay-box></quay-box>',
      `const box = one('quay-box');
       const heard = [];
       for (const type of ['change', 'select']) box.addEventListener(type, ({ detail }) => heard.push(type));
       const send = (type, composed) => inside(box, 'input').dispatchEvent(new Event(type, { bubbles: true, composed }));
       send('change', false);
       const alone = heard.splice(0);
       send('change', true);
       return [alone, heard];`,
    );
    expect(seen).toEqual([['change'], ['change']]);
  });

  it('is turned off and on as its view says, whatever a fieldset does', async () => {
    const seen = await inPlace(
      '<fieldset><quay-lock locked></quay-lock></fieldset>',
      `const control = inside(one('quay-lock'), 'input');
       const states = [control.disabled];
       one('fieldset').disabled = true; await soon();
       one('fieldset').disabled = false; await soon();
       states.push(control.disabled);
       one('quay-lock').locked = false; await soon();
       states.push(control.disabled);
       return states;`,
    );
    expect(seen).toEqual([true, true, false]);
  });
});

describe('an enumerated attribute', () => {
  it('gives its keywords whatever their case, and what stands for a missing or an invalid one', async () => {
    const seen = await inPlace(
      '<quay-push></quay-push>',
      `const push = one('quay-push');
       const read = () => push.type;
       const values = [read()];
       for (const text of ['BUTTON', 'reset', 'nonsense', '']) {
         push.setAttribute('type', text);
         values.push(read());
       }
       push.removeAttribute('type');
       return [...values, read()];`,
    );
    expect(seen).toEqual(['submit', 'button', 'reset', 'submit', 'submit', 'submit']);
  });
});

describe('what an element is given', () => {
  it('is content when it is an element or a text, and none when it is white space', async () => {
    const seen = await inPlace(
      '<quay-fill> \n </quay-fill>',
      `const fill = one('quay-fill');
       const read = () => [inside(fill, 'b').textContent, inside(fill, 'i').textContent].join();
       const values = [read()];
       for (const change of [
         () => fill.append('text'),
         () => fill.replaceChildren(document.createComment('x')),
         () => fill.append(Object.assign(document.createElement('em'), { slot: 'top' })),
         () => fill.append(document.createElement('em')),
         () => fill.replaceChildren('  '),
         () => { fill.firstChild.data = 'x'; },
         () => { fill.firstChild.data = ' '; },
       ]) { change(); await soon(); values.push(read()); }
       return values;`,
    );
    expect(seen).toEqual([
      'none,no top',
      'content,no top',
      'none,no top',
      'none,top',
      'content,top',
      'none,no top',
      'content,no top',
      'none,no top',
    ]);
  });

  it('stamps a template with its texts, whole values, paths and places', async () => {
    const seen = await inPlace(
      `<quay-rows><template slot="row"><b title="{item.name}" hidden="{off}" data-at="{index}">{name}: {item.deep.x}, {deep.no.way}{index}</b></template></quay-rows>
       <quay-rows><template slot="row"> <i>{name}</i> and <u>{item}</u> </template></quay-rows>
       <quay-rows><template slot="row"> <i>{item}</i> </template></quay-rows>`,
      `const [first, second, third] = place.querySelectorAll('quay-rows');
       for (const rows of [first, second]) rows.rows = [{ id: 1, name: 'N', off: false, deep: { x: 2 } }, { id: 2, name: 'M', off: true }];
       third.rows = [{ id: 3, item: 'own' }];
       await soon();
       const shown = (rows) => [...rows.children].filter(({ localName }) => localName !== 'template').map((element) => element.outerHTML);
       return [shown(first), shown(second).length, second.lastElementChild.localName, second.lastElementChild.textContent.trim(), shown(third)];`,
    );
    expect(seen).toEqual([
      [
        '<b title="N" data-at="0" slot="row-1">N: 2, 0</b>',
        '<b title="M" hidden="" data-at="1" slot="row-2">M: , 1</b>',
      ],
      2,
      'span',
      'M and [object Object]',
      ['<i slot="row-3">own</i>'],
    ]);
  });

  it('stamps texts beside values in attributes, and follows paths to own members of objects only', async () => {
    const seen = await inPlace(
      `<quay-rows><template slot="row"><b title="{name} at {index}" lang="{name.length}{nothing.x}{count.toFixed}" data-all="{name.length}">{nothing}{nothing.x}{list.0}{list.length}{deep.constructor}</b></template></quay-rows>`,
      `const rows = one('quay-rows');
       rows.rows = [{ id: 1, name: 'N', nothing: null, count: 3, list: ['a', 'b'], deep: {} }];
       await soon();
       return rows.lastElementChild.outerHTML;`,
    );
    expect(seen).toBe('<b title="N at 0" lang="" slot="row-1">a2</b>');
  });

  it('stamps anew whatever comes or goes beside the template', async () => {
    const seen = await inPlace(
      '<quay-rows></quay-rows>',
      `const rows = one('quay-rows');
       rows.rows = [{ id: 1, name: 'N' }];
       await soon();
       const made = (text) => Object.assign(document.createElement('template'), { slot: 'row', innerHTML: html(text) });
       const stamped = () => [...rows.querySelectorAll(':scope > [slot=row-1]')].map(({ outerHTML }) => outerHTML).join();
       const seen = [stamped()];
       rows.append(document.createElement('p'), made('<i>{name}</i>'));
       await soon(); seen.push(stamped());
       rows.replaceChildren(document.createElement('p'));
       await soon(); seen.push(stamped());
       rows.append('text'); rows.append(made('<u>{name}</u>'));
       await soon(); seen.push(stamped());
       rows.querySelector('template').remove(); rows.append('more');
       await soon(); seen.push(stamped());
       return seen;`,
    );
    expect(seen).toEqual(['', '<i slot="row-1">N</i>', '', '<u slot="row-1">N</u>', '']);
  });

  it('stamps anew when a template comes later, and not for other content', async () => {
    const seen = await inPlace(
      '<quay-rows></quay-rows>',
      `const rows = one('quay-rows');
       rows.rows = [{ id: 1, name: 'N' }];
       await soon();
       const before = rows.children.length;
       rows.append(document.createElement('p'));
       await soon();
       const other = rows.children.length;
       const template = document.createElement('template');
       template.slot = 'row';
       template.innerHTML = html('<i>{name}</i>');
       rows.append(template);
       await soon();
       return [before, other, rows.lastElementChild.outerHTML];`,
    );
    expect(seen).toEqual([0, 1, '<i slot="row-1">N</i>']);
  });
});

describe('the life of an element', () => {
  it('ends what began last first, and ends nothing that gave nothing back', async () => {
    const seen = await inPlace(
      '<quay-fill></quay-fill>',
      `globalThis.told = [];
       const fill = one('quay-fill');
       fill.remove();
       const ends = globalThis.told.splice(0);
       place.append(fill);
       return [ends, globalThis.told.splice(0)];`,
    );
    expect(seen).toEqual([
      ['left', 'trait ends', 'ends'],
      ['begins', 'trait begins'],
    ]);
  });

  it('ends what a trait began where its own code began nothing that ends', async () => {
    const seen = await inPlace(
      '<quay-early></quay-early><quay-quiet></quay-quiet>',
      `globalThis.told = [];
       const wrong = [];
       const note = (event) => { wrong.push(event.message); event.preventDefault(); };
       addEventListener('error', note);
       one('quay-early').remove(); one('quay-quiet').remove();
       removeEventListener('error', note);
       return [globalThis.told.splice(0), wrong];`,
    );
    expect(seen).toEqual([['trait ends', 'trait ends'], []]);
  });

  it('lends a trait its properties under other names, and all that the inside can do', async () => {
    const seen = await inPlace(
      '<quay-blink><template><b>{tempo} {on}</b></template></quay-blink>',
      `const blink = one('quay-blink');
       const heard = [];
       blink.addEventListener('blink-change', ({ detail }) => heard.push(detail));
       globalThis.told = [];
       blink.blink(); await soon();
       const drawn = inside(blink, 'button').textContent;
       inside(blink, 'button').focus(); await soon();
       return [drawn, heard, [blink.shown, blink.tempo, blink.on, blink.pace ?? 'none'], globalThis.told.splice(0), one('b').textContent];`,
    );
    expect(seen).toEqual([
      'true 2 own',
      [2, 3],
      [false, 3, 'own', 'none'],
      ['on true 2', 'on false 3'],
      '3 own',
    ]);
  });

  it('draws again when its state is another one, and not when it is the same', async () => {
    const seen = await inPlace(
      '<quay-fill></quay-fill>',
      `const fill = one('quay-fill');
       const count = () => Number(inside(fill, 's').textContent);
       const start = count();
       fill.note('x'); await soon();
       const once = count();
       fill.note('x'); await soon();
       return [inside(fill, 'u').textContent, once - start, count() - once];`,
    );
    expect(seen).toEqual(['x', 1, 0]);
  });

  it('draws only the rows whose item is another one', async () => {
    const seen = await inPlace(
      '<quay-list></quay-list>',
      `const list = one('quay-list');
       const [a, b, c] = ['a', 'b', 'c'].map((id) => ({ id, name: id }));
       list.rows = [a, b, c]; await soon(); list.draws();
       list.rows = [a, { id: 'b', name: 'B' }, c]; await soon();
       const changed = list.draws();
       list.rows = [a, b]; await soon();
       const shorter = list.draws();
       list.rows = [a, b, c, { id: 'd', name: 'd' }]; await soon();
       return [changed, shorter, list.draws(), list.shadowRoot.textContent];`,
    );
    expect(seen).toEqual([['b'], ['b'], ['c', 'd'], '0a1b2c3d']);
  });

  it('reflects what was set before it was made known, and what a clone is given', async () => {
    const seen = await inPlace(
      '',
      `const early = document.createElement('quay-early');
       early.label = 'L';
       early.on = true;
       const other = early.cloneNode(true);
       return [early.getAttribute('label'), early.getAttribute('on'), other.label, other.on];`,
    );
    expect(seen).toEqual(['L', '', 'L', true]);
  });

  it('works a result out once for a drawing, and anew whenever code asks between drawings', async () => {
    const seen = await inPlace(
      '<quay-sum></quay-sum>',
      `const sum = one('quay-sum');
       globalThis.worked = 0;
       sum.weight = 10; await soon();
       const drawn = [inside(sum, 'b').textContent, globalThis.worked];
       globalThis.told = [];
       for (let times = 0; times < 2; times++) inside(sum, 'button').click();
       return [...drawn, ...globalThis.told];`,
    );
    expect(seen).toEqual(['11 11', 1, 12, 13]);
  });

  it('takes its style along into other documents, and takes up its own again', async () => {
    const seen = await inPlace(
      '<iframe></iframe><quay-fill></quay-fill><quay-fill></quay-fill>',
      `const [first, second] = place.querySelectorAll('quay-fill');
       const sheets = (element) => [...element.shadowRoot.adoptedStyleSheets];
       const own = sheets(first);
       const other = one('iframe').contentDocument;
       other.adoptNode(first);
       other.adoptNode(second);
       const there = [sheets(first).length === own.length, sheets(first)[0] !== own[0], sheets(first)[0] === sheets(second)[0]];
       // A document that nobody sees has no style.
       document.implementation.createHTMLDocument('').adoptNode(second);
       const unseen = sheets(second).length;
       place.append(first);
       return [own.length > 0, there, unseen, sheets(first).every((sheet, at) => sheet === own[at])];`,
    );
    expect(seen).toEqual([true, [true, true, true], 0, true]);
  });

  it('gives the document its fonts once, beside those that are there', async () => {
    const seen = await inPlace(
      '<quay-fill></quay-fill><quay-fill></quay-fill>',
      `const rules = document.adoptedStyleSheets.flatMap((sheet) => [...sheet.cssRules].map(({ constructor }) => constructor.name));
       const { inDocument } = await import('/shared/runtime.js');
       const sheet = new CSSStyleSheet();
       inDocument(sheet);
       return [rules, document.adoptedStyleSheets.length, document.adoptedStyleSheets.at(-1) === sheet];`,
    );
    expect(seen).toEqual([['CSSFontFaceRule'], 2, true]);
  });
});

describe('a value that is written', () => {
  it('is style as a text or a map, and an attribute that is there, empty or not at all', async () => {
    const seen = await inPlace(
      '<quay-look></quay-look>',
      `const look = one('quay-look');
       const all = [];
       for (let at = 0; at < 7; at++) {
         look.at = at;
         await soon();
         const { style, title } = inside(look, 'p');
         all.push([style.cssText, inside(look, 'p').getAttribute('title'), inside(look, 'use').getAttributeNS('http://www.w3.org/1999/xlink', 'href')]);
       }
       return all;`,
    );
    expect(seen).toEqual([
      ['color: red;', 'color: red', 'color: red'],
      ['color: blue; --x: 2;', '[object Object]', '[object Object]'],
      ['', null, null],
      ['', null, null],
      ['', null, null],
      ['', '', ''],
      ['', '7', '7'],
    ]);
  });

  it('is the default where nothing is given, whatever stands for nothing', async () => {
    const seen = await inPlace(
      '<quay-look></quay-look>',
      `const look = one('quay-look');
       const all = [];
       for (const nothing of [undefined, null]) {
         Object.assign(look, { rows: [1, 2], size: 5 });
         Object.assign(look, { rows: nothing, size: nothing });
         all.push([look.rows, look.size]);
       }
       return all;`,
    );
    expect(seen).toEqual([
      [[1], 3],
      [[1], 3],
    ]);
  });
});

describe('style without a shadow root', () => {
  it('knows the host, what it stands in, and nothing outside', async () => {
    const seen = await inPlace(
      '<div class="dark"><quay-bare></quay-bare></div><quay-bare class="dark"></quay-bare><quay-bare open></quay-bare><b class="host-context">outside</b>',
      `const style = (element) => { const { color, padding, width } = getComputedStyle(element); return [color, padding, width === '2px'].join(); };
       return [...[...place.querySelectorAll('quay-bare')].map((bare) => [getComputedStyle(bare).margin, style(bare.firstChild)]), style(place.lastChild)];`,
    );
    expect(seen).toEqual([
      ['1px', 'rgb(1, 2, 3),4px,false'],
      ['1px', 'rgb(1, 2, 3),4px,false'],
      ['1px', 'rgb(0, 0, 0),4px,true'],
      'rgb(0, 0, 0),0px,false',
    ]);
  });
});
