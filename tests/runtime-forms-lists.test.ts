import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BuiltPage } from './built-page.js';

function control(tag: string, native: string, html: string): Record<string, string> {
  return {
    [`elements/${tag}/${tag}.contract.yaml`]: `contract: 1\ntag: ${tag}\nslots: { default: {} }\nparts: { control: {} }\npassthrough: { to: control, native: ${native} }\n`,
    [`elements/${tag}/${tag}.html`]: html,
  };
}

/** Elements that stand for native controls, and one with a value of its own. */
const FILES: Record<string, string> = {
  'lastwright.yaml': 'library: 1\n',
  'package.json': '{ "name": "forms", "version": "1.0.0" }',
  ...control('quay-text', 'input', '<input part="control"><slot></slot>'),
  ...control('quay-note', 'textarea', '<textarea part="control"></textarea><slot></slot>'),
  ...control(
    'quay-pick',
    'select',
    '<select part="control"><option value="a">A</option><option value="b" selected>B</option></select><slot></slot>',
  ),
  ...control('quay-push', 'button', '<button part="control"><slot></slot></button>'),
  'elements/quay-own/quay-own.contract.yaml':
    'contract: 1\ntag: quay-own\nproperties: { value: { type: string } }\nparts: { one: {}, two: {} }\nform: { value: value }\n',
  'elements/quay-own/quay-own.html':
    '<p part="one"><input aria-label="One"></p><input part="two" aria-label="Two">',
  'elements/quay-own/quay-own.ts': `export function validity({ value, parts }) {
  if (value === 'text') return 'It is a text.';
  if (value === 'plain') return { message: 'No flag.' };
  if (value === 'flag') return { rangeOverflow: true, message: 'Too much.', at: parts.two };
  return value === 'nothing' ? null : undefined;
}
`,
  'elements/quay-once/quay-once.contract.yaml': 'contract: 1\ntag: quay-once\n',
  'elements/quay-once/quay-once.html': '<p></p>',
  'elements/quay-once/quay-once.ts': `export function connected() {
  globalThis.told.push('begins');
  if (globalThis.told.length > 2) throw new Error('not twice');
  return () => globalThis.told.push('ends');
}
`,
  'elements/quay-list/quay-list.contract.yaml':
    'contract: 1\ntag: quay-list\nproperties: { rows: { type: array, items: { type: object }, default: [] } }\n',
  'elements/quay-list/quay-list.html':
    '<template for-each="row of rows" key="row.id"><i>{row.name}</i></template>',
  'elements/quay-places/quay-places.contract.yaml':
    'contract: 1\ntag: quay-places\nproperties: { rows: { type: array, items: { type: object }, default: [] } }\n',
  'elements/quay-places/quay-places.html': `<template for-each="row, place of rows" key="row.id + '-' + place"><i>{row.name}</i></template>`,
};

Object.assign(
  FILES,
  list(
    'quay-headed',
    '<b>head</b><template for-each="row of rows" key="row.id"><i>{row.name}</i></template>',
  ),
  list(
    'quay-tailed',
    '<template for-each="row of rows" key="row.id"><i>{row.name}</i></template><b>tail</b>',
  ),
  list('quay-alone', '<ul><template for-each="row of rows" key="row.id"><li>{row.name}</li></template></ul>'),
  list(
    'quay-fields',
    '<template for-each="row of rows" key="row.id"><i>{row.name}</i><input value="{row.name}"></template>',
  ),
  list(
    'quay-when',
    '<template when="rows.length > 1"><i>{rows.length}</i></template><template otherwise><b>{rows.length}</b></template>',
  ),
  {
    ...list(
      'quay-handed',
      '<ul><template for-each="row of rows"><li part="row">{row}</li></template></ul><template for-each="row of rows"><page-wraps>{row}</page-wraps></template><template for-each="row of rows"><i>{row}</i></template>',
    ),
    'elements/quay-handed/quay-handed.contract.yaml':
      'contract: 1\ntag: quay-handed\nproperties: { rows: { type: array, items: {}, default: [] } }\nparts: { row: {} }\n',
  },
  list('quay-texts', '<p lang="x" xml:lang="{rows.length}">{rows[0]}</p><svg xml:lang="{rows[0]}"></svg>'),
);

function list(tag: string, html: string): Record<string, string> {
  return {
    [`elements/${tag}/${tag}.contract.yaml`]: `contract: 1\ntag: ${tag}\nproperties: { rows: { type: array, items: {}, default: [] } }\n`,
    [`elements/${tag}/${tag}.html`]: html,
  };
}

const built = new BuiltPage(FILES);
beforeAll(() => built.start(), 60_000);
afterAll(() => built.stop());

/** Runs code in the page with what it makes in a fresh place of its own. */
const inPlace = <Value>(markup: string, code: string) =>
  built.inPlace<Value>(
    markup,
    `const entries = () => new URLSearchParams(new FormData(one('form'))).toString(); ${code}`,
  );

describe('an element that stands for a native control', () => {
  it('goes back at a reset to what its control had at first', async () => {
    const seen = await inPlace(
      `<form><quay-text name="t" value="first"></quay-text><quay-text name="c" type="checkbox" value="on" checked></quay-text>
       <quay-text name="d" type="checkbox" value="on"></quay-text><quay-note name="n"></quay-note><quay-pick name="p"></quay-pick></form>`,
      `const [text, checked, clear] = place.querySelectorAll('quay-text');
       const before = entries();
       const change = (element, member, value) => {
         const control = inside(element, '[part=control]');
         control[member] = value;
         control.dispatchEvent(new Event('input', { bubbles: true }));
         control.dispatchEvent(new Event('change', { bubbles: true }));
       };
       change(text, 'value', 'typed'); change(checked, 'checked', false); change(clear, 'checked', true);
       change(one('quay-note'), 'value', 'noted'); change(one('quay-pick'), 'value', 'a');
       const changed = entries();
       one('form').reset();
       return [before, changed, entries(), inside(text, 'input').value, inside(checked, 'input').checked, inside(clear, 'input').checked, inside(one('quay-note'), 'textarea').value, inside(one('quay-pick'), 'select').value];`,
    );
    expect(seen).toEqual([
      't=first&c=on&n=&p=b',
      't=typed&d=on&n=noted&p=a',
      't=first&c=on&n=&p=b',
      'first',
      true,
      false,
      '',
      'b',
    ]);
  });

  it('takes back what a browser has kept of it: a text, a choice, that a box was checked', async () => {
    const seen = await inPlace(
      `<form><quay-text name="t"></quay-text><quay-text name="c" type="checkbox" value="yes"></quay-text><quay-pick name="p"></quay-pick></form>`,
      `const [text, box] = place.querySelectorAll('quay-text');
       text.formStateRestoreCallback('kept', 'restore');
       box.formStateRestoreCallback('yes', 'restore');
       one('quay-pick').formStateRestoreCallback('a', 'restore');
       const restored = entries();
       // What is no text is no state of a control.
       text.formStateRestoreCallback(new FormData(), 'restore');
       document.createElement('quay-text').formStateRestoreCallback('nowhere', 'restore');
       return [restored, entries(), inside(text, 'input').value, inside(box, 'input').checked, inside(box, 'input').value];`,
    );
    expect(seen).toEqual(['t=kept&c=yes&p=a', 't=kept&c=yes&p=a', 'kept', true, 'yes']);
  });

  it('submits with what the button says, and with that alone', async () => {
    const seen = await inPlace(
      `<form id="own"><input name="x" value="1"><quay-push name="act" value="save" formaction="/there" form="own">Save</quay-push><quay-push type="submit">Go</quay-push><quay-push name="bare">Bare</quay-push></form>`,
      `const heard = [];
       one('form').addEventListener('submit', (event) => {
         event.preventDefault();
         const { submitter } = event;
         heard.push([submitter?.getAttributeNames().filter((name) => !['hidden', 'style'].includes(name)).sort().join(), new URLSearchParams(new FormData(one('form'), submitter)).toString(), submitter?.getAttribute('formaction') ?? null]);
       });
       for (const push of place.querySelectorAll('quay-push')) { inside(push, 'button').click(); await soon(); await soon(); }
       return [heard, one('form').children.length];`,
    );
    expect(seen).toEqual([
      [
        ['formaction,name,value', 'x=1&act=save', '/there'],
        [undefined, 'x=1', null],
        ['name', 'x=1&bare=', null],
      ].map(([names, data, action]) => [names ?? null, data, action]),
      4,
    ]);
  });

  it('has a name that follows its attribute, and the members of native controls', async () => {
    const seen = await inPlace(
      '<form id="f"><label for="it">Label</label><quay-own id="it"></quay-own></form>',
      `const own = one('quay-own');
       const names = [own.name];
       own.name = 'ship'; names.push(own.name, own.getAttribute('name'));
       own.name = 5; names.push(own.getAttribute('name'));
       own.name = null; names.push(own.name, own.getAttribute('name'));
       own.name = 'x'; own.name = undefined; names.push(own.name, own.hasAttribute('name'));
       const members = [own.type, own.form === one('form'), own.labels.length, own.willValidate, own.checkValidity(), own.reportValidity()];
       // A test double may stand in for what a page calls.
       own.checkValidity = () => 'doubled';
       const listed = []; for (const name in own) if (['name', 'type', 'validity', 'checkValidity'].includes(name)) listed.push(name);
       return [names, members, own.checkValidity(), listed.sort()];`,
    );
    expect(seen).toEqual([
      ['', 'ship', 'ship', '5', '', null, '', false],
      ['quay-own', true, 1, true, true, true],
      'doubled',
      ['checkValidity', 'name', 'type', 'validity'],
    ]);
  });

  it('says what is wrong in the standard flags', async () => {
    const seen = await inPlace(
      '<form><quay-own></quay-own></form>',
      `const own = one('quay-own');
       const judged = (value) => {
         own.value = value;
         const flags = []; for (const name in own.validity) if (own.validity[name]) flags.push(name);
         return [flags.join(), own.validationMessage, own.checkValidity()];
       };
       const found = ['text', 'plain', 'flag', 'nothing', 'fine'].map(judged);
       return found;`,
    );
    expect(seen).toEqual([
      ['customError', 'It is a text.', false],
      ['customError', 'No flag.', false],
      ['rangeOverflow', 'Too much.', false],
      ['valid', '', true],
      ['valid', '', true],
    ]);
  });
});

describe('a list whose items change places', () => {
  /** Which nodes an order of items finds again, and how many nodes were moved for it. */
  const reordered = (tag: string, before: string, after: string) =>
    inPlace<[text: string, kept: string, moved: number]>(
      `<${tag}></${tag}>`,
      `const list = one('${tag}');
       const item = (id) => ({ id, name: id });
       list.rows = [...'${before}'].map(item); await soon();
       const nodes = new Map([...list.shadowRoot.querySelectorAll('i')].map((node) => [node, node.textContent]));
       let moved = 0;
       const observer = new MutationObserver((records) => { for (const { addedNodes } of records) moved += [...addedNodes].filter((node) => nodes.has(node)).length; });
       observer.observe(list.shadowRoot, { childList: true, subtree: true });
       const known = new Map(list.rows.map((row) => [row.id, row]));
       list.rows = [...'${after}'].map((id) => known.get(id) ?? item(id)); await soon();
       observer.disconnect();
       const now = [...list.shadowRoot.querySelectorAll('i')];
       return [now.map((node) => node.textContent).join(''), now.map((node) => nodes.get(node) ?? '-').join(''), moved];`,
    );

  it.each([
    ['abcdef', 'fabcde', 1],
    ['abcdef', 'bcdefa', 1],
    ['abcdef', 'fedcba', 6],
    ['abcdef', 'acebdf', 2],
    ['abcdef', 'dabcfe', 2],
    ['abc', 'xaybzc', 0],
    ['abcdef', 'fbd', 1],
    ['abcdefgh', 'hxbcdefga', 2],
    ['ab', 'ba', 2],
    ['abcde', 'eabxcd', 1],
  ])('from %s to %s keeps the nodes of its items and moves %d', async (before, after, most) => {
    const [text, kept, moved] = await reordered('quay-list', before, after);
    expect([text, kept]).toEqual([after, [...after].map((id) => (before.includes(id) ? id : '-')).join('')]);
    expect(moved).toBeLessThanOrEqual(most);
  });

  it('keeps what has a key of its place only where the place is the same', async () => {
    expect(await reordered('quay-places', 'abcd', 'abdc')).toEqual(['abdc', 'ab--', 0]);
    expect(await reordered('quay-places', 'abcd', 'bcd')).toEqual(['bcd', '---', 0]);
  });
});

describe('a list and what is beside it', () => {
  it.each([
    ['quay-headed', ['headabc', 'head', 'headca']],
    ['quay-tailed', ['abctail', 'tail', 'catail']],
    ['quay-alone', ['abc', '', 'ca']],
  ])('leaves %s as it is when it is emptied and filled again', async (tag, wanted) => {
    const seen = await inPlace(
      `<${tag}></${tag}>`,
      `const list = one('${tag}');
       const found = [];
       for (const ids of ['abc', '', 'ca']) {
         list.rows = [...ids].map((id) => ({ id, name: id })); await soon();
         found.push(list.shadowRoot.textContent.replace(/\\s/g, ''));
       }
       return found;`,
    );
    expect(seen).toEqual(wanted);
  });

  it('follows in rows whose content somebody else moves or adds to', async () => {
    expect(
      await built.run(`
        customElements.define('page-wraps', class extends HTMLElement {
          connectedCallback() { const around = document.createElement('b'); around.append(...this.childNodes); this.append(around); }
        });
        const element = document.createElement('quay-handed');
        element.rows = ['Rope', 'Salt'];
        document.body.append(element);
        const root = element.shadowRoot;
        for (const row of root.querySelectorAll('[part=row]')) row.prepend('* ');
        element.rows = ['Tar', 'Oak'];
        await element.settled;
        element.remove();
        return [...root.querySelectorAll('li, page-wraps, i')].map((one) => one.innerHTML);
      `),
    ).toEqual(['* Tar', '* Oak', '<b>Tar</b>', '<b>Oak</b>', 'Tar', 'Oak']);
  });

  it('keeps what a condition shows as long as it holds', async () => {
    const seen = await inPlace(
      '<quay-when></quay-when>',
      `const when = one('quay-when');
       const found = [];
       let last;
       for (const count of [0, 1, 2, 3, 0]) {
         when.rows = Array(count).fill('x'); await soon();
         const [shown, ...others] = when.shadowRoot.children;
         found.push([shown.localName, shown.textContent, others.length, shown === last]);
         last = shown;
       }
       return found;`,
    );
    expect(seen).toEqual([
      ['b', '0', 0, false],
      ['b', '1', 0, true],
      ['i', '2', 0, false],
      ['i', '3', 0, true],
      ['b', '0', 0, false],
    ]);
  });

  it('shows nothing for nothing, and writes attributes of XML into their namespace', async () => {
    const seen = await inPlace(
      '<quay-texts></quay-texts>',
      `const texts = one('quay-texts');
       const found = [];
       for (const rows of [[null], [undefined], [false], ['de'], [true]]) {
         texts.rows = rows; await soon();
         const svg = inside(texts, 'svg');
         found.push([inside(texts, 'p').textContent, svg.getAttributeNS('http://www.w3.org/XML/1998/namespace', 'lang')]);
       }
       return found;`,
    );
    expect(seen).toEqual([
      ['', null],
      ['', null],
      ['false', null],
      ['de', 'de'],
      ['true', ''],
    ]);
  });

  /** What becomes of the focus, of a selection and of what was typed, and whether the field was ever moved. */
  const typed = (withMoveBefore: boolean, after: string) =>
    inPlace(
      '<quay-fields></quay-fields>',
      `const owners = [Element.prototype, DocumentFragment.prototype, Document.prototype];
       const own = owners.map((owner) => Object.getOwnPropertyDescriptor(owner, 'moveBefore'));
       if (!${withMoveBefore}) for (const owner of owners) delete owner.moveBefore;
       try {
         const list = one('quay-fields');
         const rows = [...'abcdef'].map((id) => ({ id, name: id }));
         list.rows = rows; await soon();
         const field = list.shadowRoot.querySelectorAll('input')[2];
         field.value = 'typed'; field.focus(); field.setSelectionRange(1, 3, 'backward');
         let left = 0;
         new MutationObserver((records) => { for (const { removedNodes } of records) left += [...removedNodes].includes(field); }).observe(list.shadowRoot, { childList: true });
         list.rows = [...'${after}'].map((id) => rows.find((row) => row.id === id)); await soon();
         const { activeElement } = list.shadowRoot;
         return [list.shadowRoot.textContent, activeElement === field, field.value, field.selectionStart, field.selectionEnd, field.selectionDirection, left];
       } finally {
         owners.forEach((owner, at) => own[at] && Object.defineProperty(owner, 'moveBefore', own[at]));
       }`,
    );

  it.each(['fedcba', 'cabdef', 'abdefc', 'bcdefa', 'fac'])(
    'keep the field that has the focus where it is, also where nothing can be moved whole (%s)',
    async (after) => {
      expect(await typed(false, after)).toEqual([after, true, 'typed', 1, 3, 'backward', 0]);
      expect((await typed(true, after)) as unknown[]).toEqual([
        after,
        true,
        'typed',
        1,
        3,
        'backward',
        expect.any(Number),
      ]);
    },
  );
});

describe('a list that is emptied', () => {
  it('takes nothing with it that stands beside it', async () => {
    const seen = await inPlace(
      '<quay-headed></quay-headed><quay-tailed></quay-tailed><quay-alone></quay-alone>',
      `const seen = [];
       for (const element of place.querySelectorAll('quay-headed, quay-tailed, quay-alone')) {
         const shown = () => element.shadowRoot.textContent.replace(/\\s/g, '');
         element.rows = [{ id: 1, name: 'a' }, { id: 2, name: 'b' }]; await soon();
         const full = shown();
         element.rows = []; await soon();
         const empty = shown();
         element.rows = [{ id: 3, name: 'c' }]; await soon();
         seen.push([full, empty, shown()].join());
       }
       return seen;`,
    );
    expect(seen).toEqual(['headab,head,headc', 'abtail,tail,ctail', 'ab,,c']);
  });
});

describe('a list whose items change places, while one has the focus', () => {
  /** The names of what was put somewhere else, in order. */
  const moved = (whole: boolean, after: string) =>
    inPlace<string>(
      '<quay-fields></quay-fields>',
      `const owners = [Element.prototype, Document.prototype, DocumentFragment.prototype];
       const own = owners.map((owner) => Object.getOwnPropertyDescriptor(owner, 'moveBefore'));
       if (!${whole}) owners.forEach((owner) => delete owner.moveBefore);
       try {
         const element = one('quay-fields');
         const rows = (names) => [...names].map((name) => ({ id: name, name }));
         element.rows = rows('abcdef');
         await soon();
         const root = element.shadowRoot;
         [...root.querySelectorAll('input')].find(({ value }) => value === 'e').focus();
         const records = [];
         const watch = new MutationObserver((all) => records.push(...all));
         watch.observe(root, { childList: true });
         element.rows = rows('${after}');
         await soon();
         const nodes = records.flatMap(({ addedNodes }) => [...addedNodes]);
         return nodes.filter(({ localName }) => localName === 'input').map(({ value }) => value).sort().join('');
       } finally {
         owners.forEach((owner, at) => own[at] && Object.defineProperty(owner, 'moveBefore', own[at]));
       }`,
    );

  it.each([
    // Others move around it where it cannot be moved whole, and no more of them than that takes; else two that changed places do.
    ['eabcdf', 4, 1],
    ['abcdfe', 1, 2],
    ['fbceda', 3, 4],
    ['badcef', 2, 2],
  ])('%s: %i move around it, or %i', async (after, around, least) => {
    const others = await moved(false, after);
    expect(others).not.toContain('e');
    expect(others).toHaveLength(around);
    if (await built.run<boolean>(`return 'moveBefore' in document.body`))
      expect(await moved(true, after)).toHaveLength(least);
  });
});

describe('a connection that goes wrong', () => {
  it('does not end what ended before', async () => {
    expect(
      await built.run(`
        globalThis.told = [];
        const hear = (event) => { told.push(event.error.message); event.preventDefault(); };
        addEventListener('error', hear);
        const element = document.createElement('quay-once');
        for (let time = 0; time < 2; time++) { document.body.append(element); element.remove(); }
        removeEventListener('error', hear);
        return told;
      `),
    ).toEqual(['begins', 'ends', 'begins', 'not twice']);
  });
});

describe('the policy for markup', () => {
  const strict = new BuiltPage(
    {
      'lastwright.yaml': 'library: 1\n',
      'package.json': '{ "name": "strict", "version": "1.0.0" }',
      ...list('quay-alone', '<b>drawn</b>'),
    },
    'index.js',
    { policy: "script-src 'self'; require-trusted-types-for 'script'; trusted-types lastwright tests" },
  );
  beforeAll(() => strict.start(), 60_000);
  afterAll(() => strict.stop());

  it('has the name that a page can allow', async () => {
    expect(
      await strict.run(
        `return document.body.appendChild(document.createElement('quay-alone')).shadowRoot.textContent;`,
      ),
    ).toBe('drawn');
  });
});
