import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BuiltPage } from './built-page.js';
import { FRAMEWORKS, gaugeFiles } from './wrapped-components.js';

/** The same without a shadow root, and so without slots and parts. */
function flatFiles(framework: (typeof FRAMEWORKS)[number]): Record<string, string> {
  const files = gaugeFiles(framework, `flat-${framework}`, { more: 'encapsulation: none\n' });
  const path = `elements/flat-${framework}/flat-${framework}.contract.yaml`;
  const contract = files[path]!.replace(/slots:\n(?: {2}.*\n)+/, '').replace(/parts:\n(?: {2}.*\n)+/, '');
  return {
    [path]: contract,
    ...Object.fromEntries(Object.entries(files).filter(([name]) => !name.endsWith('.yaml'))),
  };
}

/** A component that cannot be without an object, which no markup can give. */
const CARGO = `
import { useImperativeHandle, type Ref } from 'react';
export function Cargo({ cargo, note, ref }: { cargo: { name: string }; note?: string; ref?: Ref<{ open(): void }> }) {
  useImperativeHandle(ref, () => ({ open: () => { globalThis.opened = cargo.name; } }));
  return <p>{cargo.name} {note}</p>;
}
`.replaceAll('globalThis', '(globalThis as any)');

/** A component that writes its own properties; the element calls two of them otherwise. */
const SHUTTER = `<script lang="ts">
  let { open = $bindable(true), level = $bindable(0), label = $bindable('') }: { open?: boolean; level?: number; label?: string } = $props();
  export function turn() { open = !open; level += 1; label += '!'; }
</script>
<p>{open ? 'open' : 'shut'} {level} {label}</p>
`;

const FILES = {
  'lastwright.yaml': 'library: 1\n',
  'package.json': '{ "name": "gauges", "version": "1.0.0", "type": "module" }',
  ...Object.assign({}, ...FRAMEWORKS.map((framework) => gaugeFiles(framework))),
  'elements/quay-cargo/Cargo.tsx': CARGO,
  'elements/quay-cargo/quay-cargo.contract.yaml': `contract: 1
tag: quay-cargo
summary: Cargo
wraps: { react: ./Cargo.tsx, export: Cargo }
properties:
  cargo: { type: object, required: true, properties: { name: { type: string } } }
  note: { type: string }
methods: { open: {} }
`,
  'elements/quay-shutter/Shutter.svelte': SHUTTER,
  'elements/quay-shutter/quay-shutter.contract.yaml': `contract: 1
tag: quay-shutter
summary: A shutter
wraps: { svelte: ./Shutter.svelte }
properties:
  closed: { type: boolean, from: '!open' }
  height: { type: number, default: 0, from: level }
  label: { type: string, default: '' }
methods: { turn: {} }
`,
  ...gaugeFiles('react', 'quay-closed', { more: 'encapsulation: closed\n' }),
  ...gaugeFiles('solid', 'quay-shut', { more: 'encapsulation: closed\n' }),
  ...Object.assign({}, ...FRAMEWORKS.map((framework) => flatFiles(framework))),
} as Record<string, string>;

const built = new BuiltPage(FILES, 'index.js', { linked: true, policy: "script-src 'self'" });
const run = <Value>(code: string): Promise<Value> =>
  built.run(`
    const make = (tag, values = {}, markup = '') => {
      const element = document.createElement(tag);
      Object.assign(element, { label: 'East' }, values);
      element.innerHTML = markup;
      return element;
    };
    const put = async (...given) => { const element = make(...given); document.body.append(element); await turn(); return element; };
    const turn = () => new Promise((resolve) => setTimeout(resolve, 20));
    const within = (element, selector) => element.shadowRoot.querySelector(selector);
    const shown = (element, selector = 'section') => within(element, selector)?.textContent;
    ${code}`);

beforeAll(() => built.start(), 120_000);
afterAll(() => built.stop());

describe.each(FRAMEWORKS)('a component of %s', (framework) => {
  const tag = `quay-${framework}`;

  it('shows its values, and follows them in one drawing', async () => {
    expect(
      await run(`
        const gauge = await put('${tag}', { levels: [1, 4] });
        const before = within(gauge, 'h3');
        gauge.label = 'West'; gauge.label = 'North'; gauge.tone = 'rough'; gauge.levels = [7];
        await gauge.settled; await turn();
        const same = before === within(gauge, 'h3');
        return [shown(gauge, 'h3'), [...gauge.shadowRoot.querySelectorAll('button')].map((one) => one.textContent), same, gauge.getAttribute('tone')];
      `),
    ).toEqual(['North (rough)', ['7'], true, 'rough']);
  });

  it('takes what was set before the element was known, and text from attributes', async () => {
    expect(
      await run(`
        const gauge = make('${tag}');
        document.body.append(gauge);
        gauge.setAttribute('label', 'From text'); gauge.setAttribute('tone', 'rough');
        await turn();
        return shown(gauge, 'h3');
      `),
    ).toBe('From text (rough)');
  });

  it('keeps content in the light tree, and knows whether there is some', async () => {
    expect(
      await run(`
        const gauge = await put('${tag}', {}, '<b>Said</b>');
        const filled = [shown(gauge, '.body'), within(gauge, '.body slot').assignedNodes().length, within(gauge, 'footer') === null];
        const button = document.createElement('button'); button.slot = 'actions';
        gauge.append(button); await turn();
        const later = within(gauge, 'footer slot').assignedNodes()[0] === button;
        gauge.replaceChildren(); await turn();
        return [...filled, later, shown(gauge, '.body'), within(gauge, 'footer') === null];
      `),
    ).toEqual(['', 1, true, true, 'Nothing said', true]);
  });

  it('sends its callbacks as events, and hears of a cancel where its framework lets it', async () => {
    const canceled = await run(`
        const gauge = await put('${tag}', { levels: [1, 4] });
        const details = [];
        gauge.addEventListener('gauge-pick', (event) => { details.push(event.detail); if (event.detail === 4) event.preventDefault(); });
        const [one, four] = gauge.shadowRoot.querySelectorAll('button');
        one.click(); await turn();
        const first = shown(gauge, 'p');
        four.click(); await turn();
        return [details, first, shown(gauge, 'p')];
      `);
    expect(canceled).toEqual([[1, 4], '1', framework === 'vue' ? '4' : '1']);
  });

  it('lets a callback set a property, and takes it back when the event is canceled', async () => {
    expect(
      await run(`
        const gauge = await put('${tag}');
        const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
        const typed = (text) => { const input = within(gauge, 'input'); set.call(input, text); input.dispatchEvent(new InputEvent('input', { bubbles: true, composed: true })); };
        const heard = [];
        gauge.addEventListener('gauge-change', (event) => heard.push([event.detail, gauge.value]));
        typed('ab'); await turn();
        return [heard, gauge.value, within(gauge, 'input').value];
      `),
    ).toEqual([[['ab', 'ab']], 'ab', 'ab']);
  });

  it('hands out its methods, also before it has drawn itself', async () => {
    expect(
      await run(`
        const gauge = make('${tag}', { levels: [3] });
        gauge.reset();
        let early; try { gauge.read(); } catch (error) { early = error.name; }
        document.body.append(gauge); await turn();
        gauge.shadowRoot.querySelector('button').click(); await turn();
        const read = gauge.read();
        gauge.reset();
        await turn();
        return [early, read, shown(gauge, 'p')];
      `),
    ).toEqual(['InvalidStateError', '3', 'none']);
  });

  it('hears what happens in its content, which is in no tree of its own', async () => {
    expect(
      await run(`
        const gauge = await put('${tag}', {}, '<button>Outer</button>');
        globalThis.heard = [];
        gauge.querySelector('button').click();
        return globalThis.heard.length;
      `),
    ).toBe(1);
  });

  it('has its style in its root, and nothing in the head', async () => {
    expect(
      await run(`
        const gauge = await put('${tag}');
        return [getComputedStyle(within(gauge, 'section')).color, gauge.shadowRoot.adoptedStyleSheets.length, document.head.querySelectorAll('style').length];
      `),
    ).toEqual(['rgb(1, 2, 3)', 1, 0]);
  });

  it('keeps its nodes and its state when it is moved, and loses them when it stays away', async () => {
    expect(
      await run(`
        const gauge = await put('${tag}', { levels: [5] });
        gauge.shadowRoot.querySelector('button').click(); await turn();
        const title = within(gauge, 'h3');
        const box = document.body.appendChild(document.createElement('div'));
        box.append(gauge); await turn();
        const moved = [title === within(gauge, 'h3'), shown(gauge, 'p')];
        gauge.remove(); await turn();
        gauge.label = 'Away';
        const away = gauge.shadowRoot.childElementCount;
        document.body.append(gauge); await turn();
        return [...moved, away, shown(gauge, 'h3'), shown(gauge, 'p')];
      `),
    ).toEqual([true, '5', 0, 'Away (calm)', 'none']);
  });

  it('hears what happens in it wherever it is moved, though nobody has touched it before', async () => {
    expect(
      await run(`
        const press = async (gauge) => { gauge.shadowRoot.querySelector('button').click(); await turn(); return shown(gauge, 'p'); };
        const framed = await put('${tag}', { levels: [5] });
        const frame = document.body.appendChild(document.createElement('iframe'));
        frame.contentDocument.body.append(framed); await turn();
        const hidden = await put('${tag}', { levels: [7] });
        const box = document.body.appendChild(document.createElement('div'));
        box.attachShadow({ mode: 'closed' }).append(hidden); await turn();
        const all = [await press(framed), await press(hidden)];
        for (const one of [framed, hidden, frame, box]) one.remove();
        return all;
      `),
    ).toEqual(['5', '7']);
  });

  it('leaves others alone that listen to its root', async () => {
    expect(
      await run(`
        const gauge = await put('${tag}', { levels: [5] });
        let heard = 0;
        const listener = () => heard++;
        const handler = { handleEvent: listener };
        for (const one of [listener, handler]) gauge.shadowRoot.addEventListener('click', one);
        within(gauge, 'button').click();
        for (const one of [listener, handler]) gauge.shadowRoot.removeEventListener('click', one);
        within(gauge, 'button').click();
        gauge.remove();
        return heard;
      `),
    ).toBe(2);
  });

  it('begins and ends its effects as often', async () => {
    expect(
      await run(`
        const settled = async (wanted) => { for (let time = 0; globalThis.living !== wanted && time < 50; time++) await turn(); };
        document.body.replaceChildren(); await settled(0);
        const all = Array.from({ length: 20 }, () => make('${tag}'));
        document.body.append(...all); await settled(20);
        const during = globalThis.living;
        document.body.replaceChildren(); await settled(0);
        return [during, globalThis.living];
      `),
    ).toEqual([20, 0]);
  });

  it('tells of an error with its tag, leaves the others alone and heals with the next value', async () => {
    expect(
      await run(`
        const told = [];
        const hear = (event) => { told.push(event.error?.message); event.preventDefault(); };
        addEventListener('error', hear);
        const [bad, good] = [await put('${tag}', { label: 'broken' }), await put('${tag}', { label: 'Good' })];
        await turn();
        const first = shown(good, 'h3');
        bad.label = 'Mended'; good.label = 'Still good';
        await turn();
        removeEventListener('error', hear);
        return [told.some((one) => one === '<${tag}>: the gauge is broken'), first, shown(bad, 'h3'), shown(good, 'h3')];
      `),
    ).toEqual([true, 'Good (calm)', 'Mended (calm)', 'Still good (calm)']);
  });

  it('shares nothing with another one', async () => {
    expect(
      await run(`
        const [one, other] = [await put('${tag}', { levels: [1] }), await put('${tag}', { levels: [1] })];
        one.shadowRoot.querySelector('button').click(); await turn();
        return [shown(one, 'p'), shown(other, 'p')];
      `),
    ).toEqual(['1', 'none']);
  });
});

describe('a component that cannot be without an object', () => {
  it('is mounted once that is there: markup comes before code', async () => {
    expect(
      await run(`
        const told = [];
        const hear = (event) => { told.push(event.error?.message); event.preventDefault(); };
        addEventListener('error', hear);
        const box = document.body.appendChild(document.createElement('div'));
        box.innerHTML = '<quay-cargo note="dry"></quay-cargo>';
        const element = box.firstChild;
        element.open();
        await turn();
        element.note = 'wet';
        await turn();
        const before = [element.shadowRoot.childElementCount, globalThis.opened];
        element.cargo = { name: 'Rope' };
        await turn();
        const after = [shown(element, 'p'), globalThis.opened];
        element.remove(); await turn();
        box.append(element); await turn();
        removeEventListener('error', hear);
        const last = shown(element, 'p');
        box.remove();
        return [told, before, after, last];
      `),
    ).toEqual([[], [0, null], ['Rope wet', 'Rope'], 'Rope wet']);
  });
});

describe('a component that writes its own properties', () => {
  it('has the element follow, by whatever name it knows them', async () => {
    expect(
      await run(`
        const shutter = await put('quay-shutter', { closed: true, height: 4 });
        const before = shown(shutter, 'p');
        shutter.turn(); await turn();
        const written = [shutter.closed, shutter.height, shutter.label, shown(shutter, 'p')];
        shutter.closed = true; await turn();
        shutter.remove();
        return [before, ...written, shown(shutter, 'p')];
      `),
    ).toEqual(['shut 4 East', false, 5, 'East!', 'open 5 East!', 'shut 5 East!']);
  });
});

describe('an element without a shadow root', () => {
  it.each(FRAMEWORKS)(
    'draws a component of %s into itself, with its style in the page',
    async (framework) => {
      expect(
        await run(`
        const gauge = await put('flat-${framework}', { levels: [2] });
        const picked = [];
        gauge.addEventListener('gauge-pick', (event) => picked.push(event.detail));
        gauge.querySelector('button').click(); await turn();
        const drawn = [gauge.shadowRoot, gauge.querySelectorAll('h3').length, picked, gauge.querySelector('p').textContent, getComputedStyle(gauge.querySelector('section')).color];
        gauge.label = 'West'; await turn();
        const followed = gauge.querySelector('h3').textContent;
        gauge.remove(); await turn();
        const away = gauge.childElementCount;
        document.body.append(gauge); await turn();
        return [...drawn, followed, away, gauge.querySelectorAll('h3').length];
      `),
      ).toEqual([null, 1, [2], '2', 'rgb(1, 2, 3)', 'West (calm)', 0, 1]);
    },
  );
});

describe('a closed root', () => {
  it.each(['quay-closed', 'quay-shut'])('<%s> hears its own events', async (tag) => {
    expect(
      await run(`
        const attach = Element.prototype.attachShadow; let root;
        Element.prototype.attachShadow = function (init) { return (root = attach.call(this, init)); };
        const gauge = make('${tag}', { levels: [2] });
        Element.prototype.attachShadow = attach;
        const picked = [];
        gauge.addEventListener('gauge-pick', (event) => picked.push(event.detail));
        document.body.append(gauge); await turn();
        root.querySelector('button').click(); await turn();
        return [gauge.shadowRoot, picked, root.querySelector('p').textContent];
      `),
    ).toEqual([null, [2], '2']);
  });
});

describe("the caret of React's controlled field", () => {
  it('stays where a person types, in the middle of a text', async () => {
    expect(
      await run(`
        const gauge = await put('quay-react', { value: 'abcd' });
        const input = within(gauge, 'input');
        input.focus(); input.setSelectionRange(2, 2);
        document.execCommand('insertText', false, 'X');
        await turn();
        return [input.value, gauge.value, input.selectionStart];
      `),
    ).toEqual(['abXcd', 'abXcd', 3]);
  });

  it('goes back to the text that the element has where nobody takes up what was typed', async () => {
    expect(
      await run(`
        const gauge = await put('quay-react', { value: 'abcd' });
        gauge.addEventListener('gauge-change', () => { gauge.value = 'kept'; });
        const input = within(gauge, 'input');
        input.focus(); input.setSelectionRange(1, 1);
        document.execCommand('insertText', false, 'X');
        await turn();
        return [input.value, gauge.value];
      `),
    ).toEqual(['kept', 'kept']);
  });
});
