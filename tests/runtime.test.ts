import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BuiltPage } from './built-page.js';

/** An element that uses most of what views and behaviors can do. */
const FILES = {
  'lastwright.yaml': 'library: 1\n',
  'package.json': '{ "name": "masts", "version": "1.0.0" }',
  'elements/quay-mast/quay-mast.contract.yaml': `
contract: 1
tag: quay-mast
properties:
  label: { type: string, default: Mast }
  height: { type: integer, minimum: 1, maximum: 90, default: 10 }
  kind: { enum: [1, 2, tall], default: 1, reflect: true }
  bright: { type: boolean, reflect: true }
  maxLoad: { type: number, reflect: true }
  flags: { type: array, items: { type: object }, default: [] }
  text: { type: string }
slots: { default: {}, top: {} }
events:
  mast-raise: { cancelable: true }
  mast-local: { bubbles: false, composed: false }
methods: { raise: { parameters: [{ name: by, schema: { type: number } }], returns: { type: boolean } }, fault: {} }
`,
  'elements/quay-mast/quay-mast.html': `
<section class="{[kind, { bright, broken: faulty }]}" title="{text}" style="opacity: {height / 100}">
  <h1>{label}: {height} m {unit}</h1>
  <slot name="top"></slot><slot>Nothing</slot>
  <button onclick="open = !open; count++" disabled="{bright}">{open ? 'open' : 'shut'} {count}</button>
  <input value="{text}">
  <quay-flag size="{height}" flag-name="{label}">in</quay-flag>
  <template when="faulty"><i>{count.deep.deeper}</i></template>
  <table><template for-each="flag, place of flags" key="flag.id"><tr><td>{place}</td><td onclick="choose(flag, place)">{flag.name}</td><template for-each="hole of flag.holes"><td>{flag.name}{hole}{place}{label}</td></template></tr></template></table>
  <template when="bright"><template for-each="value of flags">{value.id},</template></template>
</section>`,
  'elements/quay-mast/quay-mast.ts': `
export const state = () => ({ open: false, count: 0, faulty: false, log: [] });
export const unit = 'high';
export function choose(mast, flag, place) { mast.emit('mast-local', { id: flag.id, place }); }
export function raise(mast, by) { mast.height = mast.height + by; return mast.emit('mast-raise'); }
export function fault(mast) { mast.state.faulty = true; }
export function connected(mast) {
  mast.listen(window, 'ping', () => { mast.state.count += 1; });
  return () => { globalThis.left = (globalThis.left ?? 0) + 1; };
}
`,
  'elements/quay-mast/quay-mast.css': ':host { display: block }',
  'elements/quay-flag/quay-flag.contract.yaml': `
contract: 1
tag: quay-flag
properties: { size: { type: number }, flagName: { type: string } }
slots: { default: {} }
`,
  'elements/quay-flag/quay-flag.html': '<b>{flagName} {size}</b><slot></slot>',
};

const built = new BuiltPage(FILES);
beforeAll(() => built.start());
afterAll(() => built.stop());

/** Runs code in the page with a new, connected element as `mast`; gives what it returns. */
function inPage<Value>(code: string): Promise<Value> {
  return built.page!.evaluate<Value>(
    `(async () => {
      const mast = document.createElement('quay-mast');
      document.body.append(mast);
      const $ = (selector) => mast.shadowRoot.querySelector(selector);
      const all = (selector) => [...mast.shadowRoot.querySelectorAll(selector)];
      try { ${code} } finally { mast.remove(); }
    })()`,
    5000,
  );
}

describe('a built element', () => {
  it('draws at connection, under a strict Content-Security-Policy', async () => {
    expect(await inPage(`return $('h1').textContent`)).toBe('Mast: 10 m high');
    expect(await inPage(`return $('section').className`)).toBe('1');
    expect(await inPage(`return $('section').style.opacity`)).toBe('0.1');
    expect(await inPage(`return $('section').hasAttribute('title')`)).toBe(false);
  });

  it('turns values of any type into those of the contract', async () => {
    const cases: [string, unknown, unknown][] = [
      ['label', 5, '5'],
      ['label', null, 'Mast'],
      ['height', '12', 12],
      ['height', 12.5, 10],
      ['height', 0, 10],
      ['height', 91, 10],
      ['height', '', 10],
      ['kind', '2', 2],
      ['kind', 'tall', 'tall'],
      ['kind', 'short', 1],
      ['bright', 'yes', true],
      ['maxLoad', 'x', undefined],
      ['maxLoad', '2.5', 2.5],
    ];
    for (const [name, given, wanted] of cases) {
      expect(
        await inPage(`mast.${name} = ${JSON.stringify(given)}; return mast.${name}`),
        `${name} = ${String(given)}`,
      ).toBe(wanted);
    }
    expect(await inPage(`mast.flags = [{id: 1}]; mast.flags = undefined; return mast.flags`)).toEqual([]);
    expect(await inPage(`return Object.isFrozen(mast.flags)`)).toBe(true);
  });

  it('reflects at once, without defaults, in both directions', async () => {
    expect(await inPage(`return mast.getAttributeNames()`)).toEqual([]);
    expect(await inPage(`mast.kind = 2; mast.bright = true; mast.maxLoad = 3; return mast.outerHTML`)).toBe(
      '<quay-mast kind="2" bright="" max-load="3"></quay-mast>',
    );
    expect(
      await inPage(
        `mast.kind = 2; mast.kind = 1; mast.maxLoad = 3; mast.maxLoad = undefined; return mast.getAttributeNames()`,
      ),
    ).toEqual([]);
    expect(
      await inPage(`mast.setAttribute('kind', 'odd'); return [mast.kind, mast.getAttribute('kind')]`),
    ).toEqual([1, 'odd']);
    expect(await inPage(`mast.setAttribute('max-load', '7'); return mast.maxLoad`)).toBe(7);
  });

  it('draws changes once, in a microtask, and only what they concern', async () => {
    expect(
      await inPage(`
        let writes = 0;
        const observer = new MutationObserver((records) => (writes += records.length));
        observer.observe(mast.shadowRoot, { subtree: true, childList: true, characterData: true, attributes: true });
        mast.label = 'A'; mast.label = 'B';
        const before = $('h1').textContent;
        await mast.settled;
        const after = $('h1').textContent;
        writes += observer.takeRecords().length;
        mast.label = 'C'; mast.label = 'B';
        await mast.settled;
        return [before, after, writes + observer.takeRecords().length];`),
    ).toEqual(['Mast: 10 m high', 'B: 10 m high', 1]);
  });

  it('shows text as text', async () => {
    expect(
      await inPage(
        `mast.label = '<img src=x onerror=alert(1)>'; await mast.settled; return $('h1').childElementCount`,
      ),
    ).toBe(0);
  });

  it('writes state from handlers', async () => {
    expect(await inPage(`$('button').click(); await mast.settled; return $('button').textContent`)).toBe(
      'open 1',
    );
    expect(
      await inPage(
        `mast.bright = true; await mast.settled; return [$('button').disabled, $('section').className]`,
      ),
    ).toEqual([true, '1 bright']);
  });

  it('keeps a live property what the contract says, also after typing', async () => {
    expect(
      await inPage(
        `$('input').value = 'typed'; mast.text = 'set'; await mast.settled; return $('input').value`,
      ),
    ).toBe('set');
    expect(
      await inPage(
        `mast.text = 'a'; await mast.settled; mast.text = undefined; await mast.settled; return [$('input').value, $('section').hasAttribute('title')]`,
      ),
    ).toEqual(['', false]);
  });

  it('hands properties to elements that it knows', async () => {
    expect(
      await inPage(
        `mast.height = 44; await mast.settled; const flag = $('quay-flag'); return [flag.size, flag.flagName, flag.getAttributeNames(), flag.shadowRoot.textContent]`,
      ),
    ).toEqual([44, 'Mast', [], 'Mast 44']);
  });

  it('knows its methods, their arguments and results', async () => {
    expect(
      await inPage(
        `mast.addEventListener('mast-raise', (event) => event.preventDefault()); return [mast.raise(5), mast.height]`,
      ),
    ).toEqual([false, 15]);
    expect(await inPage(`return mast.raise(1)`)).toBe(true);
  });

  it('sends events as far as the contract says', async () => {
    expect(
      await inPage(`
        const heard = [];
        document.addEventListener('mast-local', () => heard.push('document'), { once: true });
        mast.addEventListener('mast-local', (event) => heard.push(event.detail));
        mast.flags = [{ id: 'x', name: 'X' }];
        await mast.settled;
        all('td')[1].click();
        return heard;`),
    ).toEqual([{ id: 'x', place: 0 }]);
  });

  it('keeps the nodes of items by their keys, however the list changes', async () => {
    const result = await inPage<{ wrong: string[]; moves: number }>(`
      const wrong = [];
      const item = (id) => ({ id, name: 'n' + id, holes: [1, 2].slice(0, id % 3) });
      let seed = 7;
      const random = (limit) => (seed = (seed * 16807) % 2147483647) % limit;
      const rows = new Map();
      for (let round = 0; round < 150; round++) {
        const ids = [...Array(random(12)).keys()].map(() => random(14));
        const distinct = [...new Set(ids)];
        mast.flags = distinct.map(item);
        await mast.settled;
        const shown = all('tr');
        const names = shown.map((row) => row.children[1].textContent).join();
        const places = shown.map((row) => row.children[0].textContent).join();
        if (names !== distinct.map((id) => 'n' + id).join()) wrong.push(names);
        if (places !== distinct.map((_, place) => place).join()) wrong.push(places);
        const holes = shown.map((row) => row.children.length - 2).join();
        if (holes !== distinct.map((id) => id % 3).join()) wrong.push(holes);
        for (const [place, id] of distinct.entries()) {
          if (rows.has(id) && rows.get(id).isConnected && rows.get(id) !== shown[place]) wrong.push('new node for ' + id);
          rows.set(id, shown[place]);
        }
        for (const [id] of rows) if (!distinct.includes(id)) rows.delete(id);
      }
      mast.flags = [...Array(100).keys()].map(item);
      await mast.settled;
      let moves = 0;
      const observer = new MutationObserver((records) => { for (const record of records) moves += record.addedNodes.length; });
      observer.observe($('tbody') ?? $('table'), { childList: true });
      const swapped = [...mast.flags];
      [swapped[1], swapped[98]] = [swapped[98], swapped[1]];
      mast.flags = swapped;
      await mast.settled;
      for (const record of observer.takeRecords()) moves += record.addedNodes.length;
      return { wrong, moves };`);
    expect(result).toEqual({ wrong: [], moves: 2 });
  });

  it('survives keys that are given twice', async () => {
    expect(
      await inPage(
        `mast.flags = [{ id: 1, name: 'a' }, { id: 1, name: 'b' }]; await mast.settled; mast.flags = [{ id: 1, name: 'c' }, { id: 2, name: 'd' }, { id: 1, name: 'e' }]; await mast.settled; return all('tr').map((row) => row.children[1].textContent)`,
      ),
    ).toEqual(['c', 'd', 'e']);
  });

  it('takes the names of outer loops into inner ones', async () => {
    expect(
      await inPage(`mast.flags = [{ id: 1, name: 'a', holes: [7] }]; await mast.settled; mast.label = 'L'; await mast.settled;
        const first = all('td')[2].textContent; mast.flags = [{ id: 2, name: 'b', holes: [] }, { id: 1, name: 'z', holes: [8, 9] }]; await mast.settled;
        return [first, all('tr')[1].textContent]`),
    ).toEqual(['a70L', '1zz81Lz91L']);
  });

  it('shows blocks of several nodes and takes them away again', async () => {
    const lastText = `$('section').textContent.trim().slice(-4)`;
    expect(
      await inPage(
        `mast.flags = [{ id: 1 }, { id: 2 }]; mast.bright = true; await mast.settled; const shown = ${lastText}; mast.flags = [{ id: 2 }, { id: 1 }]; await mast.settled; const turned = ${lastText}; mast.bright = false; await mast.settled; return [shown, turned, ${lastText}.includes(',')]`,
      ),
    ).toEqual(['1,2,', '2,1,', false]);
  });

  it('takes over what was set before it was defined, attributes included', async () => {
    expect(
      await built.page!.evaluate(
        `(async () => {
          const holder = document.createElement('div');
          document.body.append(holder);
          const early = document.createElement('quay-late');
          early.setAttribute('kind', '2');
          early.setAttribute('label', 'from attribute');
          early.label = 'from property';
          early.bright = true;
          early.flags = [];
          const { flags } = early;
          holder.append(early);
          const detached = document.createElement('quay-late');
          detached.bright = true;
          class Late extends customElements.get('quay-mast') {}
          customElements.define('quay-late', Late);
          customElements.upgrade(detached);
          await null;
          return [early.kind, early.label, early.bright, early.hasAttribute('bright'), early.flags === flags, Object.keys(early), early.shadowRoot.querySelector('h1').textContent, detached.bright, detached.hasAttribute('bright')];
        })()`,
        5000,
      ),
    ).toEqual([2, 'from property', true, true, true, [], 'from property: 10 m high', true, true]);
  });

  it('listens only while it is connected, and keeps its state', async () => {
    expect(
      await inPage(`
        const before = globalThis.left ?? 0;
        for (let time = 0; time < 3; time++) { mast.remove(); document.body.append(mast); }
        dispatchEvent(new Event('ping'));
        await mast.settled;
        const counted = $('button').textContent;
        mast.remove();
        dispatchEvent(new Event('ping'));
        await mast.settled;
        return [counted, $('button').textContent, globalThis.left - before];`),
    ).toEqual(['shut 1', 'shut 1', 4]);
  });

  it('leaves the others working when one has a fault', async () => {
    expect(
      await inPage(`
        const other = document.createElement('quay-mast');
        document.body.append(other);
        const errors = [];
        addEventListener('error', (event) => { errors.push(event.message); event.preventDefault(); }, { once: true });
        mast.fault(); other.label = 'still here';
        await other.settled;
        const shown = other.shadowRoot.querySelector('h1').textContent;
        other.remove();
        return [errors.length, shown];`),
    ).toEqual([1, 'still here: 10 m high']);
  });

  it('shares its style sheet, and can be defined twice', async () => {
    expect(
      await inPage(`
        const other = document.createElement('quay-mast');
        const { define } = await import('/shared/runtime.js');
        define('quay-mast', class extends HTMLElement {});
        define('quay-mast', mast.constructor);
        return [
          other.shadowRoot.adoptedStyleSheets[0] === mast.shadowRoot.adoptedStyleSheets[0],
          customElements.get('quay-mast') === mast.constructor,
        ];`),
    ).toEqual([true, true]);
  });
});
