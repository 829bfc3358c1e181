import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BuiltPage } from './built-page.js';

/** Elements that use what is beyond properties and markup: life, traits, passthrough, forms, names at run time. */
const FILES = {
  'lastwright.yaml': 'library: 1\neverywhere: [counted]\n',
  'package.json': '{ "name": "masts", "version": "1.0.0" }',
  'traits/counted/counted.trait.yaml':
    'trait: 1\nname: counted\nproperties: { marks: { type: number, default: 0 } }\nstates: { marked: {} }\n',
  'traits/counted/counted.ts': `
export const changes = { marks(inside, now, before) { (globalThis.seen ??= []).push([inside.host.localName, before, now]); } };
export const states = { marked: (inside) => inside.marks > 0 };
export function connected(inside) { globalThis.attached = (globalThis.attached ?? 0) + 1; return () => { globalThis.attached -= 1; }; }
`,
  'elements/quay-life/quay-life.contract.yaml': `
contract: 1
tag: quay-life
properties: { label: { type: string, default: '' }, depth: { type: number, default: 0 } }
traits: [{ trait: counted, as: { marks: dents } }, { trait: counted, as: { marks: dents } }]
methods: { burst: {} }
`,
  'elements/quay-life/quay-life.html':
    '<b>{label}</b><i>{double}</i><u>{double}</u><template when="broken"><s>{label.no.way}</s></template>',
  'elements/quay-life/quay-life.ts': `
export const state = () => ({ broken: false, factor: 2 });
const log = (what) => (globalThis.log ??= []).push(what);
export function firstConnected(life) { log('first'); }
export function connected(life) { log('connected'); }
export function disconnected(life) { log('disconnected'); }
export function moved(life) { log('moved'); }
export function adopted(life) { log('adopted'); }
export const changes = {
  label(life, now, before) { log(['label', before, now]); if (now === 'loop') life.label = 'looped'; },
};
export const results = { double(life) { log('double'); return life.host.depth * life.state.factor; } };
export function burst(life) { life.state.broken = true; }
`,
  'elements/quay-link/quay-link.contract.yaml': `
contract: 1
tag: quay-link
properties: { href: { type: string }, look: { enum: [quiet, loud], default: quiet }, wide: { type: boolean } }
slots: { default: {}, icon: {} }
parts: { control: {} }
passthrough: { to: control, except: [download] }
variants: { control: { always: link, look: { quiet: is-quiet, loud: is-loud big }, wide: { true: is-wide } } }
`,
  'elements/quay-link/quay-link.html': `
<button part="control" type="button" class="own {wide && 'w'}" local-name="{href ? 'a' : 'button'}" local-names="a button" href="{href}" onclick="go()">
  <template when="filled.icon"><em><slot name="icon"></slot></em></template><slot></slot>
</button>`,
  'elements/quay-link/quay-link.ts':
    'export function go(link) { globalThis.gone = (globalThis.gone ?? 0) + 1; }\n',
  'elements/quay-press/quay-press.contract.yaml':
    'contract: 1\ntag: quay-press\nslots: { default: {} }\nparts: { control: {} }\npassthrough: { to: control, native: button }\n',
  'elements/quay-press/quay-press.html':
    '<button part="control" class="{disabled ? \'off\' : \'on\'}"><slot></slot></button>',
  'elements/quay-input/quay-input.contract.yaml':
    'contract: 1\ntag: quay-input\nparts: { control: {} }\npassthrough: { to: control, native: input }\n',
  'elements/quay-input/quay-input.html': '<span><input part="control" /></span>',
  'elements/quay-pick/quay-pick.contract.yaml': `
contract: 1
tag: quay-pick
properties: { choice: { type: string, default: none }, disabled: { type: boolean, reflect: true } }
form: { value: choice }
states: { chosen: {} }
parts: { box: {} }
`,
  'elements/quay-pick/quay-pick.html': '<div part="box" tabindex="0">{choice}{disabled ? " off" : ""}</div>',
  'elements/quay-pick/quay-pick.ts': `
export const states = { chosen: (pick) => pick.choice !== 'none' };
export function validity(pick) { return pick.choice === 'none' && { valueMissing: true, message: 'Choose one.' }; }
`,
  'elements/quay-shut/quay-shut.contract.yaml':
    'contract: 1\ntag: quay-shut\nencapsulation: closed\nproperties: { label: { type: string } }\nparts: { text: {} }\nmethods: { text: { returns: { type: string } } }\n',
  'elements/quay-shut/quay-shut.html': '<b part="text">{label}</b>',
  'elements/quay-shut/quay-shut.ts': 'export function text(shut) { return shut.parts.text.textContent; }\n',
  'elements/quay-bare/quay-bare.contract.yaml':
    'contract: 1\ntag: quay-bare\nencapsulation: none\nproperties: { label: { type: string } }\n',
  'elements/quay-bare/quay-bare.html': '<b>{label}</b>',
  'elements/quay-bare/quay-bare.css':
    ':host { display: block } :host([wide]) { width: 300px } b { color: rgb(1, 2, 3) }',
  'elements/quay-chart/quay-chart.contract.yaml': `
contract: 1
tag: quay-chart
properties: { points: { type: array, items: { type: object }, default: [] }, address: { type: string }, look: { type: object }, inner: { type: array, default: [] } }
`,
  'elements/quay-chart/quay-chart.html': `
<svg viewBox="0 0 9 9"><template for-each="point of points" key="point.id"><circle r="{point.r}"></circle><template when="point.big"><text>{point.id}</text></template></template></svg>
<math><template for-each="point of points"><mi>{point.id}</mi></template></math>
<a href="{address}" style="{look}">x</a>
<template for-each="part of inner"><quay-chart inner="{part.inner}"></quay-chart></template>
<ul><template for-each="point of points" key="point.id"><li><input id="in{point.id}"></li></template></ul>`,
  'elements/quay-notes/quay-notes.contract.yaml': `
contract: 1
tag: quay-notes
properties: { arrivals: { type: array, items: { type: object, properties: { id: { type: string } } }, default: [] }, caption: { type: string, default: '' } }
slots: { note: { each: arrivals, key: id }, foot: { gives: [caption, open, close] } }
`,
  'elements/quay-notes/quay-notes.html':
    '<template for-each="arrival of arrivals" key="arrival.id"><p><slot name="note-{arrival.id}"></slot></p></template><slot name="foot"></slot>',
  'elements/quay-notes/quay-notes.ts':
    'export const state = () => ({ open: true });\nexport function close(notes) { notes.state.open = false; }\n',
};

const built = new BuiltPage(FILES);
beforeAll(() => built.start());
afterAll(() => built.stop());
const run = <Value>(code: string): Promise<Value> => built.run<Value>(code);

describe('the life of an element', () => {
  it('runs each function at its moment', async (context) => {
    await built.needs(context, 'moveBefore', 'Element.prototype');
    expect(
      await run(`
        globalThis.log = [];
        const life = document.createElement('quay-life');
        life.label = 'before';
        document.body.append(life);
        life.remove();
        const box = document.createElement('div');
        document.body.append(box);
        box.append(life);
        document.body.moveBefore(life, null);
        await life.settled;
        const names = log.filter((entry) => entry !== 'double');
        life.remove();
        return names;`),
    ).toEqual(['first', 'connected', 'disconnected', 'connected', 'moved']);
  });

  it('reacts to a change once, with both values, and not to what came before the first drawing', async () => {
    expect(
      await run(`
        const life = document.createElement('quay-life');
        life.label = 'start';
        document.body.append(life);
        globalThis.log = [];
        life.label = 'a'; life.label = 'b';
        await life.settled;
        life.label = 'c'; life.label = 'b';
        await life.settled;
        life.label = 'loop';
        await life.settled;
        const shown = life.shadowRoot.querySelector('b').textContent;
        life.remove();
        return [log.filter(Array.isArray), shown];`),
    ).toEqual([
      [
        ['label', 'start', 'b'],
        ['label', 'b', 'loop'],
        ['label', 'loop', 'looped'],
      ],
      'looped',
    ]);
  });

  it('works a result out once for a change of what it reads', async () => {
    expect(
      await run(`
        const life = document.createElement('quay-life');
        globalThis.log = [];
        document.body.append(life);
        life.depth = 4; life.label = 'x';
        await life.settled;
        life.label = 'y';
        await life.settled;
        const texts = [...life.shadowRoot.querySelectorAll('i, u')].map((node) => node.textContent);
        life.remove();
        return [log.filter((entry) => entry === 'double').length, texts];`),
    ).toEqual([2, ['8', '8']]);
  });

  it('leaves other elements working when one fails', async () => {
    expect(
      await run(`
        const [bad, good] = ['quay-life', 'quay-life'].map((tag) => document.body.appendChild(document.createElement(tag)));
        const caught = [];
        const note = (event) => { caught.push(event.message); event.preventDefault(); };
        window.addEventListener('error', note);
        bad.burst(); good.label = 'fine';
        await good.settled;
        window.removeEventListener('error', note);
        const shown = good.shadowRoot.querySelector('b').textContent;
        bad.remove(); good.remove();
        return [caught.length, shown];`),
    ).toEqual([1, 'fine']);
  });

  it('goes to another document and back with its style', async () => {
    expect(
      await run(`
        globalThis.log = [];
        const frame = document.body.appendChild(document.createElement('iframe'));
        const link = document.body.appendChild(document.createElement('quay-life'));
        frame.contentDocument.body.append(link);
        const there = link.ownerDocument === frame.contentDocument;
        document.body.append(link);
        link.remove(); frame.remove();
        return [there, log.filter((entry) => entry === 'adopted').length];`),
    ).toEqual([true, 2]);
  });
});

describe('a trait', () => {
  it('attaches and detaches, once, on every element, also under another name', async () => {
    expect(
      await run(`
        globalThis.attached = 0; globalThis.seen = [];
        const life = document.body.appendChild(document.createElement('quay-life'));
        const bare = document.body.appendChild(document.createElement('quay-bare'));
        const after = attached;
        life.dents = 3; bare.marks = 2;
        await bare.settled;
        const states = [life.matches(':state(marked)'), bare.matches(':state(marked)')];
        bare.marks = 0;
        await bare.settled;
        const cleared = bare.matches(':state(marked)');
        life.remove(); bare.remove();
        return [after, attached, seen, states, cleared, 'marks' in life];`),
    ).toEqual([
      2,
      0,
      [
        ['quay-life', 0, 3],
        ['quay-bare', 0, 2],
        ['quay-bare', 2, 0],
      ],
      [true, true],
      false,
      false,
    ]);
  });
});

describe('a view', () => {
  it('chooses an element by name, and keeps what a consumer gave', async () => {
    expect(
      await run(`
        const link = document.createElement('quay-link');
        link.innerHTML = html('Go');
        document.body.append(link);
        const control = () => link.shadowRoot.querySelector('[part]');
        const first = [control().localName, control().hasAttribute('href'), control().className];
        control().click();
        link.href = '/there'; link.look = 'loud'; link.wide = true;
        await link.settled;
        const second = [control().localName, control().getAttribute('href'), control().className];
        const slotted = control().querySelector('slot:not([name])').assignedNodes().length;
        link.href = undefined;
        await link.settled;
        const third = control().localName;
        link.remove();
        return [first, second, slotted, third, gone];`),
    ).toEqual([
      ['button', false, 'own link is-quiet'],
      ['a', '/there', 'own w link is-loud big is-wide'],
      1,
      'button',
      1,
    ]);
  });

  it('asks which slots are filled', async () => {
    expect(
      await run(`
        const link = document.body.appendChild(document.createElement('quay-link'));
        const shown = () => link.shadowRoot.querySelector('em') !== null;
        const seen = [shown()];
        const icon = document.createElement('span');
        icon.slot = 'icon';
        link.append(icon);
        await link.settled; await link.settled; seen.push(shown());
        icon.slot = '';
        await link.settled; await link.settled; seen.push(shown());
        icon.slot = 'icon';
        await link.settled; await link.settled; seen.push(shown());
        icon.remove();
        await link.settled; await link.settled; seen.push(shown());
        link.remove();
        return seen;`),
    ).toEqual([false, true, false, true, false]);
  });

  it('draws SVG and MathML in their namespaces, blocks as well', async () => {
    expect(
      await run(`
        const chart = document.body.appendChild(document.createElement('quay-chart'));
        chart.points = [{ id: 1, r: 2, big: true }, { id: 2, r: 3 }];
        await chart.settled;
        const kinds = [...chart.shadowRoot.querySelectorAll('circle, text, mi')].map((node) => [node.localName, node.namespaceURI.split('/').pop(), node.getAttribute('r')]);
        chart.remove();
        return kinds;`),
    ).toEqual([
      ['circle', 'svg', '2'],
      ['text', 'svg', null],
      ['circle', 'svg', '3'],
      ['mi', 'MathML', null],
      ['mi', 'MathML', null],
    ]);
  });

  it('keeps out addresses that run code, however they are written', async () => {
    expect(
      await run(`
        const chart = document.body.appendChild(document.createElement('quay-chart'));
        const caught = [];
        const note = (event) => { caught.push(event.message); event.preventDefault(); };
        window.addEventListener('error', note);
        const seen = [];
        for (const address of ['javascript:alert(1)', ' JavaScript:x', 'java\\nscript:x', '\\u0001javascript:x', '/javascript:x', 'https://quay.example/']) {
          chart.address = address;
          await chart.settled;
          seen.push(chart.shadowRoot.querySelector('a').getAttribute('href'));
        }
        window.removeEventListener('error', note);
        chart.remove();
        return [seen, caught.length];`),
    ).toEqual([[null, null, null, null, '/javascript:x', 'https://quay.example/'], 4]);
  });

  it('takes style as a map', async () => {
    expect(
      await run(`
        const chart = document.body.appendChild(document.createElement('quay-chart'));
        chart.look = { color: 'red', '--deep': 3, border: null, margin: false };
        await chart.settled;
        const first = chart.shadowRoot.querySelector('a').style.cssText;
        chart.look = { opacity: 0 };
        await chart.settled;
        const second = chart.shadowRoot.querySelector('a').style.cssText;
        chart.remove();
        return [first, second];`),
    ).toEqual(['color: red; --deep: 3;', 'opacity: 0;']);
  });

  it('lets an element contain itself', async () => {
    expect(
      await run(`
        const chart = document.body.appendChild(document.createElement('quay-chart'));
        chart.inner = [{ inner: [{ inner: [] }] }];
        await chart.settled;
        const child = chart.shadowRoot.querySelector('quay-chart');
        const deep = child.shadowRoot.querySelectorAll('quay-chart').length;
        chart.remove();
        return deep;`),
    ).toBe(1);
  });

  it('keeps focus and what was typed when items change places', async () => {
    expect(
      await run(`
        const chart = document.body.appendChild(document.createElement('quay-chart'));
        chart.points = [1, 2, 3, 4, 5].map((id) => ({ id }));
        await chart.settled;
        const seen = [];
        for (const focused of [1, 3, 5]) {
          const field = chart.shadowRoot.querySelector('#in' + focused);
          field.focus(); field.value = 'typed' + focused; field.setSelectionRange(2, 4);
          let lost = 0;
          const lose = () => lost++;
          field.addEventListener('blur', lose);
          chart.points = [...chart.points].reverse();
          await chart.settled;
          field.removeEventListener('blur', lose);
          const active = chart.shadowRoot.activeElement;
          seen.push([active === field, field.value, field.selectionStart, lost]);
        }
        chart.remove();
        return seen;`),
    ).toEqual([
      [true, 'typed1', 2, 0],
      [true, 'typed3', 2, 0],
      [true, 'typed5', 2, 0],
    ]);
  });
});

describe('a consumer’s templates', () => {
  it('are stamped once for each item, and follow the items by key', async () => {
    expect(
      await run(`
        document.body.insertAdjacentHTML('beforeend', html('<quay-notes><template slot="note"><em title="{ship.name}" onclick="{id}" data-place="{index}">{id}: {ship.name}{ship.constructor}</em></template></quay-notes>'));
        const notes = document.body.lastElementChild;
        const shown = () => [...notes.querySelectorAll('em')].map((node) => [node.slot, node.textContent, node.title, node.hasAttribute('onclick'), node.assignedSlot !== null]);
        notes.arrivals = [{ id: 'a', ship: { name: '<b>Tern</b>' } }, { id: 'b', ship: { name: 'Gull' } }];
        await notes.settled;
        const seen = [shown()];
        const first = notes.querySelector('em');
        notes.arrivals = [{ id: 'b', ship: { name: 'Gull' } }, { id: 'a', ship: { name: 'Auk' } }];
        await notes.settled;
        seen.push(first.textContent, first.isConnected);
        notes.arrivals = [{ id: 'a' }];
        await notes.settled;
        seen.push(shown());
        notes.firstElementChild.remove();
        await notes.settled; await notes.settled;
        seen.push(shown());
        notes.remove();
        return seen;`),
    ).toEqual([
      [
        ['note-a', 'a: <b>Tern</b>', '<b>Tern</b>', false, true],
        ['note-b', 'b: Gull', 'Gull', false, true],
      ],
      'a: Auk',
      true,
      [['note-a', 'a: ', '', false, true]],
      [],
    ]);
  });

  it('get data and callbacks from a slot', async () => {
    expect(
      await run(`
        document.body.insertAdjacentHTML('beforeend', html('<quay-notes caption="Today"><template slot="foot"><button data-call="close" disabled="{closed}">{caption}: {open}</button></template></quay-notes>'));
        const notes = document.body.lastElementChild;
        const given = [];
        notes.addEventListener('slot-given', (event) => given.push([event.detail.slot, event.detail.data.open]));
        const button = () => notes.querySelector('button');
        const seen = [button().textContent, button().slot];
        button().click();
        await notes.settled;
        seen.push(button().textContent, given);
        notes.remove();
        return seen;`),
    ).toEqual([
      'Today: true',
      'foot',
      'Today: false',
      [
        ['foot', true],
        ['foot', false],
      ],
    ]);
  });
});

describe('encapsulation', () => {
  it('can be closed', async () => {
    expect(
      await run(`
        const shut = document.body.appendChild(document.createElement('quay-shut'));
        shut.label = 'in';
        await shut.settled;
        const seen = [shut.shadowRoot, shut.text()];
        shut.remove();
        return seen;`),
    ).toEqual([null, 'in']);
  });

  it('can be left out, with style that stays inside', async () => {
    expect(
      await run(`
        const bare = document.body.appendChild(document.createElement('quay-bare'));
        const outside = document.body.appendChild(document.createElement('b'));
        bare.label = 'in';
        bare.setAttribute('wide', '');
        await bare.settled;
        const seen = [bare.shadowRoot, bare.textContent, getComputedStyle(bare.firstElementChild).color, getComputedStyle(outside).color, getComputedStyle(bare).width];
        bare.remove(); outside.remove();
        return seen;`),
    ).toEqual([null, 'in', 'rgb(1, 2, 3)', 'rgb(0, 0, 0)', '300px']);
  });
});

describe('passthrough', () => {
  it('gives attributes to the control: present at start, added, changed, removed', async () => {
    expect(
      await run(`
        document.body.insertAdjacentHTML('beforeend', html('<quay-press title="t" class="c" data-x="1" aria-label="Move" formaction="/f" name="n">x</quay-press>'));
        const press = document.body.lastElementChild;
        const control = press.shadowRoot.querySelector('button');
        const names = () => Object.fromEntries(control.getAttributeNames().filter((name) => !['part', 'class'].includes(name)).map((name) => [name, control.getAttribute(name)]));
        const seen = [names(), press.getAttributeNames()];
        press.setAttribute('aria-label', 'Cast off');
        press.setAttribute('value', 'v');
        seen.push(names());
        press.removeAttribute('aria-label');
        press.removeAttribute('formaction');
        press.ariaExpanded = 'true';
        seen.push(names());
        press.ariaExpanded = null;
        seen.push([names(), press.hasAttribute('aria-expanded'), press.ariaLabel]);
        press.remove();
        return seen;`),
    ).toEqual([
      { 'aria-label': 'Move', formaction: '/f', name: 'n' },
      ['title', 'class', 'data-x', 'formaction', 'name'],
      { 'aria-label': 'Cast off', formaction: '/f', name: 'n', value: 'v' },
      { 'aria-expanded': 'true', name: 'n', value: 'v' },
      [{ name: 'n', value: 'v' }, false, null],
    ]);
  });

  it('reads ARIA back from the element', async () => {
    expect(
      await run(`
        const press = document.body.appendChild(document.createElement('quay-press'));
        press.setAttribute('aria-label', 'Move');
        const label = document.body.appendChild(document.createElement('i'));
        label.id = 'outer-label';
        press.setAttribute('aria-labelledby', 'outer-label');
        const control = press.shadowRoot.querySelector('button');
        const seen = [press.getAttribute('aria-label'), press.hasAttribute('ARIA-LABEL'), press.ariaLabel, press.toggleAttribute('aria-busy'), control.getAttribute('aria-busy'), control.ariaLabelledByElements?.[0] === label];
        press.toggleAttribute('aria-busy');
        seen.push(control.hasAttribute('aria-busy'));
        press.remove(); label.remove();
        return seen;`),
    ).toEqual(['Move', true, 'Move', true, '', true, false]);
  });

  it('brings in typed properties, and lets the view read them', async () => {
    expect(
      await run(`
        const press = document.body.appendChild(document.createElement('quay-press'));
        const control = press.shadowRoot.querySelector('button');
        const seen = [press.disabled, press.type, control.className];
        press.disabled = true; press.type = 'reset';
        await press.settled;
        seen.push(press.getAttribute('type'), control.disabled, control.type, control.className);
        press.disabled = false; press.type = undefined;
        await press.settled;
        seen.push(control.disabled, control.type, control.className, press.getAttributeNames());
        press.remove();
        return seen;`),
    ).toEqual([false, 'submit', 'on', 'reset', true, 'reset', 'off', false, 'submit', 'on', []]);
  });

  it('moves to another control when the name changes', async () => {
    expect(
      await run(`
        const link = document.body.appendChild(document.createElement('quay-link'));
        link.setAttribute('aria-current', 'page'); link.setAttribute('target', '_top'); link.setAttribute('download', '');
        const control = () => link.shadowRoot.querySelector('[part]');
        link.href = '#a';
        await link.settled;
        const seen = [control().localName, control().getAttribute('aria-current'), control().target, control().hasAttribute('download')];
        link.remove();
        return seen;`),
    ).toEqual(['a', 'page', '_top', false]);
  });

  it('gives focus and clicks of a label to the control', async () => {
    expect(
      await run(`
        document.body.insertAdjacentHTML('beforeend', html('<div id="box"><label for="field">Name</label><quay-input id="field"></quay-input><label>Agree <quay-input id="tick" type="checkbox"></quay-input></label></div>'));
        const box = document.getElementById('box');
        const [field, tick] = box.querySelectorAll('quay-input');
        const clicks = [];
        tick.addEventListener('click', (event) => clicks.push(event.composedPath()[0].localName));
        box.querySelector('label').click();
        const seen = [document.activeElement.id, field.shadowRoot.activeElement?.localName];
        box.querySelectorAll('label')[1].click();
        seen.push(tick.checked, clicks);
        field.focus();
        seen.push(field.shadowRoot.activeElement?.localName, field.labels.length);
        box.remove();
        return seen;`),
    ).toEqual(['field', 'input', true, ['input'], 'input', 1]);
  });

  it('submits and resets a form with a button inside', async () => {
    expect(
      await run(`
        document.body.insertAdjacentHTML('beforeend', html('<form><quay-input name="ship" value="Marigold"></quay-input><quay-press name="act" value="go">Go</quay-press><quay-press type="reset">No</quay-press><quay-press type="button">Idle</quay-press></form>'));
        const form = document.body.lastElementChild;
        const [go, reset, idle] = form.querySelectorAll('quay-press');
        const input = form.querySelector('quay-input');
        const seen = [];
        form.addEventListener('submit', (event) => { event.preventDefault(); seen.push([...new FormData(form, event.submitter ?? undefined)]); });
        const press = (element) => element.shadowRoot.querySelector('button').click();
        input.value = 'Petrel';
        input.shadowRoot.querySelector('input').dispatchEvent(new Event('input', { bubbles: true, composed: true }));
        press(go); press(idle);
        go.addEventListener('click', (event) => event.preventDefault(), { once: true });
        press(go);
        press(reset);
        seen.push(input.value, [...new FormData(form)]);
        go.disabled = true;
        press(go);
        form.remove();
        return seen;`),
    ).toEqual([
      [
        ['ship', 'Petrel'],
        ['act', 'go'],
      ],
      'Marigold',
      [['ship', 'Marigold']],
    ]);
  });

  it('mirrors validity, fieldsets and events that do not leave a shadow root', async () => {
    expect(
      await run(`
        document.body.insertAdjacentHTML('beforeend', html('<form><fieldset><quay-input name="ship" required></quay-input><quay-press>x</quay-press></fieldset></form>'));
        const form = document.body.lastElementChild;
        const input = form.querySelector('quay-input');
        const inner = input.shadowRoot.querySelector('input');
        const press = form.querySelector('quay-press');
        const heard = [];
        input.addEventListener('change', (event) => heard.push([event.type, event.bubbles, event.target === input]));
        const seen = [form.checkValidity(), input.validity.valueMissing, input.validationMessage !== ''];
        inner.value = 'K';
        inner.dispatchEvent(new Event('input', { bubbles: true, composed: true }));
        inner.dispatchEvent(new Event('change', { bubbles: true }));
        seen.push(form.checkValidity(), heard);
        form.firstElementChild.disabled = true;
        await press.settled;
        seen.push(inner.disabled, press.shadowRoot.querySelector('button').className, [...new FormData(form)]);
        form.firstElementChild.disabled = false;
        await press.settled;
        seen.push(inner.disabled, press.shadowRoot.querySelector('button').className, input.form === form, input.name);
        form.remove();
        return seen;`),
    ).toEqual([
      false,
      true,
      true,
      true,
      [['change', true, true]],
      true,
      'off',
      [],
      false,
      'on',
      true,
      'ship',
    ]);
  });

  it('keeps a live value that was set before the control is drawn', async () => {
    expect(
      await run(`
        const input = document.createElement('quay-input');
        input.value = 'early';
        document.body.append(input);
        const seen = [input.value, input.shadowRoot.querySelector('input').value];
        input.remove();
        return seen;`),
    ).toEqual(['early', 'early']);
  });
});

describe('a form element of its own', () => {
  it('has value, validity, reset, restore, fieldset and states', async () => {
    expect(
      await run(`
        document.body.insertAdjacentHTML('beforeend', html('<form><fieldset><quay-pick name="berth"></quay-pick></fieldset></form>'));
        const form = document.body.lastElementChild;
        const pick = form.querySelector('quay-pick');
        const seen = [pick.validity.valueMissing, pick.validationMessage, pick.checkValidity(), pick.matches(':state(chosen)')];
        pick.choice = 'A1';
        await pick.settled;
        seen.push([...new FormData(form)], pick.checkValidity(), pick.matches(':state(chosen)'), pick.willValidate);
        form.reset();
        await pick.settled;
        seen.push(pick.choice, [...new FormData(form)]);
        pick.formStateRestoreCallback('B2', 'restore');
        await pick.settled;
        seen.push([...new FormData(form)]);
        form.firstElementChild.disabled = true;
        await pick.settled;
        seen.push(pick.disabled, pick.hasAttribute('disabled'), pick.shadowRoot.textContent);
        form.firstElementChild.disabled = false;
        await pick.settled;
        seen.push(pick.disabled, pick.shadowRoot.textContent, pick.form === form, pick.type);
        form.remove();
        return seen;`),
    ).toEqual([
      true,
      'Choose one.',
      false,
      false,
      [['berth', 'A1']],
      true,
      true,
      true,
      'none',
      [['berth', 'none']],
      [['berth', 'B2']],
      true,
      false,
      'B2 off',
      false,
      'B2',
      true,
      'quay-pick',
    ]);
  });
});
