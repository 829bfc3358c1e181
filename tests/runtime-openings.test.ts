import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BuiltPage } from './built-page.js';
import { textOf } from './helpers.js';

/** Elements whose control is another by turns, whose inside stands in the page, or that hand things to others. */
const FILES = {
  'lastwright.yaml': 'library: 1\nstyles: [styles/shared.css]\n',
  'package.json': '{ "name": "piers", "version": "1.0.0" }',
  'styles/shared.css': '.shared { letter-spacing: 3px; }\n',
  'elements/quay-turn/quay-turn.contract.yaml': `
contract: 1
tag: quay-turn
properties: { href: { type: string } }
parts: { control: {} }
passthrough: { to: control, class: control }
variants: { control: { always: base } }
`,
  'elements/quay-turn/quay-turn.html':
    '<button part="control" class="{href && \'is-link\'}" local-name="{href ? \'a\' : \'button\'}" local-names="a button" href="{href}">Go</button>',
  'elements/quay-flat/quay-flat.contract.yaml': `
contract: 1
tag: quay-flat
encapsulation: none
properties: { label: { type: string, default: Send } }
parts: { control: {} }
passthrough: { to: control, native: button }
`,
  'elements/quay-flat/quay-flat.html': '<button part="control" class="shared">{label}</button>',
  'elements/quay-flat/quay-flat.css': 'button { color: rgb(1, 2, 3); }',
  'elements/quay-choice/quay-choice.contract.yaml':
    'contract: 1\ntag: quay-choice\nproperties: { flat: { type: boolean } }\n',
  'elements/quay-choice/quay-choice.html':
    '<quay-turn local-name="{flat ? \'quay-flat\' : \'quay-turn\'}" local-names="quay-turn quay-flat"></quay-turn>',
  'elements/quay-locked/quay-locked.contract.yaml':
    'contract: 1\ntag: quay-locked\nencapsulation: closed\nproperties: { on: { type: boolean } }\nstates: { shining: {} }\n',
  'elements/quay-locked/quay-locked.html': '<b>{on}</b>',
  'elements/quay-locked/quay-locked.ts': 'export const states = { shining: (locked) => locked.on };\n',
  'elements/quay-kinds/quay-kinds.contract.yaml': `
contract: 1
tag: quay-kinds
properties:
  code: { type: string, pattern: '^[A-Z]{3}$', default: ABC }
  short: { type: string, maxLength: 3, minLength: 1, default: a }
  even: { type: integer, multipleOf: 2, exclusiveMinimum: 0, default: 2 }
  list: { type: array, default: [] }
  data: { type: object }
  since: { instance: Date }
  work: { function: {} }
`,
  'elements/quay-kinds/quay-kinds.html': '<b>{code}</b>',
  'elements/quay-once/quay-once.contract.yaml':
    'contract: 1\ntag: quay-once\nproperties: { label: { type: string, default: a }, key: { type: string, default: length } }\nslots: { default: { gives: [label] } }\n',
  'elements/quay-once/quay-once.html':
    '<b>{whole}</b><i>{whole}</i><u>{label[key]}</u><slot></slot><svg><a><animate attributeName="href" values="{label}"></animate></a></svg><img srcset="{label}" alt="">',
  'elements/quay-once/quay-once.ts': `
const log = (what) => (globalThis.log ??= []).push(what);
function any(inside) { return Object.keys(inside).length; }
export const results = { whole(once) { log('whole'); any(once); return once.label; } };
export function drawn(once) { log('drawn ' + once.host.shadowRoot.querySelector('b').textContent); }
`,
  'elements/quay-foreign/quay-foreign.contract.yaml':
    'contract: 1\ntag: quay-foreign\nproperties: { points: { type: array, default: [] }, name2: { type: string, default: A } }\nmethods: { note: {} }\n',
  'elements/quay-foreign/quay-foreign.html':
    '<other-chart points="{points}" max-count="{points.length}" title="{name2}" part2="{points.length > 2 ? null : 1}" draw="{note}"></other-chart>',
  'elements/quay-foreign/quay-foreign.ts': 'export function note() {}\n',
};

const built = new BuiltPage(FILES);
const run = <Value>(code: string): Promise<Value> => built.run(code);

beforeAll(() => built.start(), 60_000);
afterAll(() => built.stop());

describe('a control that is another by turns', () => {
  it('gets the attributes that it has, and none of the other', async () => {
    expect(
      await run(`
        const turn = document.body.appendChild(document.createElement('quay-turn'));
        turn.setAttribute('target', '_top'); turn.setAttribute('formtarget', '_top');
        const names = () => turn.shadowRoot.querySelector('[part]').getAttributeNames().filter((name) => /target/.test(name));
        turn.href = '#a'; await turn.settled;
        const seen = [names()];
        turn.href = undefined; await turn.settled;
        seen.push(names());
        turn.remove();
        return seen;`),
    ).toEqual([['target'], ['formtarget']]);
  });

  it('has the consumer’s classes beside those of view and variants, while they are given', async () => {
    expect(
      await run(`
        document.body.insertAdjacentHTML('beforeend', html('<quay-turn class="mine" href="#a"></quay-turn>'));
        const turn = document.body.lastElementChild;
        const classes = () => [...turn.shadowRoot.querySelector('[part]').classList].sort().join(' ');
        const seen = [classes()];
        turn.classList.add('more'); await turn.settled;
        seen.push(classes());
        turn.className = ''; turn.href = undefined; await turn.settled;
        seen.push(classes());
        turn.remove();
        return seen;`),
    ).toEqual(['base is-link mine', 'base is-link mine more', 'base']);
  });

  it('can be any element of the library, each of which is there', async () => {
    expect(textOf(built.files.get('elements/quay-choice.js')!)).toMatch(/quay-turn[^]*quay-flat/);
    expect(
      await run(`
        const choice = document.body.appendChild(document.createElement('quay-choice'));
        const inner = () => choice.shadowRoot.firstElementChild;
        const seen = [inner().localName, inner() instanceof customElements.get('quay-turn')];
        choice.flat = true; await choice.settled;
        seen.push(inner().localName, inner() instanceof customElements.get('quay-flat'), inner().textContent);
        choice.remove();
        return seen;`),
    ).toEqual(['quay-turn', true, 'quay-flat', true, 'Send']);
  });
});

describe('an element without a shadow root', () => {
  it('draws once, also as a copy, from another document, or from its own markup', async () => {
    expect(
      await run(`
        const flat = document.body.appendChild(document.createElement('quay-flat'));
        const place = document.body.appendChild(document.createElement('div'));
        place.append(flat.cloneNode(true), document.importNode(flat, true));
        place.insertAdjacentHTML('beforeend', html(flat.outerHTML));
        const seen = [...place.children].map((copy) => [copy.querySelectorAll('button').length, copy.textContent]);
        place.firstChild.label = 'Later'; await place.firstChild.settled;
        seen.push(place.firstChild.textContent);
        flat.remove(); place.remove();
        return seen;`),
    ).toEqual([[1, 'Send'], [1, 'Send'], [1, 'Send'], 'Later']);
  });

  it('leaves the form to the control inside, which is in it', async () => {
    expect(
      await run(`
        document.body.insertAdjacentHTML('beforeend', html('<form><quay-flat name="how" value="fast"></quay-flat></form>'));
        const form = document.body.lastElementChild;
        const sent = [];
        form.addEventListener('submit', (event) => { event.preventDefault(); sent.push([...new FormData(form, event.submitter)]); });
        form.querySelector('button').click();
        await new Promise((resolve) => setTimeout(resolve, 20));
        const seen = [sent, [...form.elements].map(({ localName }) => localName)];
        form.remove();
        return seen;`),
    ).toEqual([[[['how', 'fast']]], ['button']]);
  });

  it('gives the focus to the control, and has the library’s style and its own, kept to it', async () => {
    expect(
      await run(`
        const flat = document.body.appendChild(document.createElement('quay-flat'));
        const other = document.body.appendChild(document.createElement('button'));
        other.className = 'shared';
        flat.focus();
        const style = (node) => [getComputedStyle(node).letterSpacing, getComputedStyle(node).color];
        const seen = [document.activeElement.parentElement === flat, style(flat.firstChild), style(other)[0]];
        flat.remove(); other.remove();
        return seen;`),
    ).toEqual([true, ['3px', 'rgb(1, 2, 3)'], 'normal']);
  });
});

describe('a closed root', () => {
  it('is not opened by attaching internals', async () => {
    expect(
      await run(`
        const locked = document.createElement('quay-locked');
        let early; try { early = locked.attachInternals().shadowRoot; } catch (error) { early = error.name; }
        document.body.append(locked);
        locked.on = true; await locked.settled;
        const seen = [early, locked.matches(':state(shining)')];
        locked.remove();
        return seen;`),
    ).toEqual(['NotSupportedError', true]);
  });
});

describe('values that a type does not allow', () => {
  it.each([
    ['code', ['XYZ', 'xyz', 'ABCD'], ['XYZ', 'ABC', 'ABC']],
    ['short', ['abc', 'abcd', ''], ['abc', 'a', 'a']],
    ['even', [4, 3, 0, '6', 2.5], [4, 2, 2, 6, 2]],
    ['list', [[1], 'text', {}], [[1], [], []]],
    ['data', [{ a: 1 }, [1], 5], [{ a: 1 }, null, null]],
  ])('of %s give the default', async (name, given, seen) => {
    expect(
      await run(
        `const kinds = document.createElement('quay-kinds'); return ${JSON.stringify(given)}.map((value) => { kinds[${JSON.stringify(name)}] = value; return kinds[${JSON.stringify(name)}] ?? null; });`,
      ),
    ).toEqual(seen);
  });

  it('of classes and functions give the default', async () => {
    expect(
      await run(`
        const kinds = document.createElement('quay-kinds');
        const now = new Date(); const work = () => 1;
        const seen = [];
        for (const value of [now, '2026', 5]) { kinds.since = value; seen.push(kinds.since === value); }
        for (const value of [work, 'work', {}]) { kinds.work = value; seen.push(kinds.work === value); }
        return seen;`),
    ).toEqual([true, false, false, true, false, false]);
  });
});

describe('a drawing', () => {
  it('works a result out once, also where nobody can see what it reads, and is told of afterwards', async () => {
    expect(
      await run(`
        globalThis.log = [];
        const once = document.body.appendChild(document.createElement('quay-once'));
        once.label = 'b'; await once.settled;
        once.remove();
        return globalThis.log;`),
    ).toEqual(['whole', 'drawn a', 'whole', 'drawn b']);
  });

  it('hands to a listener that comes right after the element what its slot gives', async () => {
    expect(
      await run(`
        const once = document.body.appendChild(document.createElement('quay-once'));
        const given = [];
        once.addEventListener('slot-given', ({ detail }) => given.push(detail.data.label));
        await once.settled;
        once.label = 'b'; await once.settled; await once.settled;
        once.remove();
        return given;`),
    ).toEqual(['a', 'b']);
  });

  it('follows no computed key to where no view may go', async () => {
    expect(
      await run(`
        const errors = []; const hear = (event) => { errors.push(event.message); event.preventDefault(); };
        addEventListener('error', hear);
        const once = document.body.appendChild(document.createElement('quay-once'));
        const seen = [once.shadowRoot.querySelector('u').textContent];
        for (const key of ['constructor', '__proto__', 'prototype']) { once.key = key; await once.settled; seen.push(once.shadowRoot.querySelector('u').textContent); }
        removeEventListener('error', hear);
        once.remove();
        return [seen, errors.length];`),
    ).toEqual([['1', '', '', ''], 3]);
  });

  it('keeps addresses that run code out of everything that carries one', async () => {
    expect(
      await run(`
        addEventListener('error', (event) => event.preventDefault());
        const once = document.body.appendChild(document.createElement('quay-once'));
        const seen = [];
        for (const address of ['javascript:a', ' \\u0001java\\tscript:a', 'x.png, javascript:a', '#a; javascript:b', '#fine']) {
          once.label = address; await once.settled;
          seen.push([once.shadowRoot.querySelector('animate').getAttribute('values'), once.shadowRoot.querySelector('img').getAttribute('srcset')]);
        }
        once.remove();
        return seen;`),
    ).toEqual([...Array.from({ length: 4 }, () => [null, null]), ['#fine', '#fine']]);
  });
});

describe('a custom element of somebody else’s', () => {
  it('gets properties where it has them, and objects before it is defined', async () => {
    expect(
      await run(`
        const foreign = document.body.appendChild(document.createElement('quay-foreign'));
        foreign.points = [1, 2]; await foreign.settled;
        const chart = foreign.shadowRoot.querySelector('other-chart');
        const seen = [chart.points === foreign.points, chart.getAttribute('points'), chart.getAttribute('max-count'), typeof chart.draw, chart.hasAttribute('draw'), chart.getAttribute('part2')];
        customElements.define('other-chart', class extends HTMLElement { maxCount = 0; });
        foreign.points = [1, 2, 3]; await foreign.settled;
        seen.push(chart.points === foreign.points, chart.maxCount, chart.title, chart.getAttribute('part2'), 'part2' in chart);
        foreign.remove();
        return seen;`),
    ).toEqual([true, null, '2', 'function', false, '1', true, 3, 'A', null, false]);
  });
});
