import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ServerModule } from '../src/server/index.js';
import { BuiltPage } from './built-page.js';
import { lastwright, readTree, writeFiles } from './helpers.js';

const element = (
  tag: string,
  contract: string,
  view: string,
  behavior = '',
  style = '',
): Record<string, string> => ({
  [`elements/${tag}/${tag}.contract.yaml`]: `contract: 1\ntag: ${tag}\n${contract}`,
  [`elements/${tag}/${tag}.html`]: view,
  ...(behavior ? { [`elements/${tag}/${tag}.ts`]: behavior } : {}),
  ...(style ? { [`elements/${tag}/${tag}.css`]: style } : {}),
});

const SOURCES: Record<string, string> = {
  'lastwright.yaml': 'library: 1\nserver: true\n',
  'package.json': '{ "name": "moorings", "version": "1.0.0" }',
  ...element(
    'quay-name',
    `properties: { label: { type: string, default: '' } }\nevents: { name-typed: { detail: { type: string } } }\n`,
    '<label>{label} <input value="{typed}" oninput="type(event)"></label><p>{typed}</p>',
    `import type { Inside } from './quay-name.contract.yaml';
export const state = () => ({ typed: '' });
export function type(name: Inside, event: Event) {
  name.state.typed = (event.target as HTMLInputElement).value;
  name.emit('name-typed', name.state.typed);
}
`,
  ),
  ...element(
    'quay-plain',
    `encapsulation: none\nproperties: { ropes: { type: array, items: { type: string }, default: [] } }\n`,
    '<ul><template for-each="rope of ropes"><li>{rope}</li></template></ul><template when="ropes.length"><b>{ropes.length}</b></template>',
    '',
    'li { color: rgb(1, 2, 3) }',
  ),
  ...element(
    'quay-shut',
    `encapsulation: closed\nproperties: { label: { type: string, default: shut } }\nparts: { control: {} }\npassthrough: { to: control, native: button }\nevents: { shut-press: {} }\n`,
    `<button part="control" type="button" value="mine" onclick="press()">{label}</button>`,
    `import type { Inside } from './quay-shut.contract.yaml';
export function press(shut: Inside) { shut.emit('shut-press'); }
`,
    'button { color: rgb(4, 5, 6) }',
  ),
  ...element(
    'quay-browser',
    `properties: { label: { type: string, default: a } }\n`,
    '<b>{width()}</b><i>{label}</i><template when="isWide"><u>wide</u></template>',
    `import type { Inside } from './quay-browser.contract.yaml';
export function width(_: Inside) { return String(window.innerWidth > 0); }
export const results = { isWide: (one: Inside) => one.host.isConnected };
`,
  ),
};

Object.assign(
  SOURCES,
  element(
    'quay-words',
    `properties: { words: { type: array, items: { type: string }, default: [] } }\n`,
    '<template for-each="word of words">{word}</template><b>.</b>',
  ),
  element(
    'quay-view',
    `properties: { src: { type: string } }\n`,
    '<template when="src !== failed"><img src="{src}" alt="{word}" onload="word = \'loaded\'" onerror="failed = src"></template><template otherwise><em>No picture</em></template>',
    `export const state = () => ({ failed: undefined as string | undefined, word: '' });\n`,
  ),
);

const page = new BuiltPage(SOURCES, 'index.js', {
  command: true,
  policy: "script-src 'self' 'nonce-n1'; require-trusted-types-for 'script'",
});
let server: ServerModule;

beforeAll(async () => {
  await page.start();
  server = (await import(pathToFileURL(join(page.root, 'dist/server/index.js')).href)) as ServerModule;
});
afterAll(() => page.stop());

let pages = 0;

/** Opens a page with this HTML, whose elements are not defined before \`import('/index.js')\`. */
async function opened(html: string): Promise<void> {
  const path = `/rendered-${++pages}.html`;
  page.server.put(
    path,
    `<!doctype html><meta charset="utf-8"><meta http-equiv="Content-Security-Policy" content="${page.how.policy!}"><body>${html}`,
  );
  await page.page!.open(page.server.origin + path);
}

const root = (tag: string): string => `document.querySelector('${tag}').shadowRoot`;

describe('an element that takes over', () => {
  it('keeps what a person typed and selected, and where the focus is, and gets the event', async () => {
    await opened(server.render('quay-name', { properties: { label: 'Ship' } }));
    await page.run(`globalThis.input = ${root('quay-name')}.querySelector('input');
      input.focus(); input.value = 'Marigold'; input.setSelectionRange(2, 5);`);
    const seen = await page.run(`
      globalThis.typed = [];
      document.addEventListener('name-typed', ({ detail }) => typed.push(detail));
      await import('/index.js');
      const root = ${root('quay-name')};
      await new Promise((resolve) => setTimeout(resolve, 100));
      const now = root.querySelector('input');
      return [now === input, now.value, now.selectionStart, now.selectionEnd, root.activeElement === input, typed, root.querySelector('p').textContent];`);
    expect(seen).toEqual([true, 'Marigold', 2, 5, true, ['Marigold'], 'Marigold']);
    // Nothing is left of what was told to the element while it took over.
    expect(
      await page.run(`return ['insertBefore', 'append', 'replaceChildren', 'firstChild', 'childNodes'].flatMap((name) =>
        [...${root('quay-name')}.querySelectorAll('*'), ${root('quay-name')}].filter((node) => Object.hasOwn(node, name)).map(() => name));`),
    ).toEqual([]);
  });

  it('keeps the root that is closed, its control and its style, and what was passed is not the control’s own', async () => {
    await opened(server.renderHtml('<quay-shut value="yours" aria-label="Shut" label="x"></quay-shut>'));
    const seen = await page.run(`
      const shut = document.querySelector('quay-shut');
      const before = shut.getBoundingClientRect().width > 0;
      let root;
      const { attachInternals } = HTMLElement.prototype;
      HTMLElement.prototype.attachInternals = function () { const made = attachInternals.call(this); root = made.shadowRoot; globalThis.button = root.querySelector('button'); return made; };
      await import('/index.js');
      HTMLElement.prototype.attachInternals = attachInternals;
      const control = root.querySelector('button');
      const passed = [control.value, control.getAttribute('aria-label'), getComputedStyle(control).color, root.querySelectorAll('style').length];
      shut.removeAttribute('value');
      shut.removeAttribute('aria-label');
      let presses = 0;
      shut.addEventListener('shut-press', () => presses++);
      shut.click();
      control.click();
      return [before, control === button, passed, control.value, control.hasAttribute('aria-label'), presses, root.querySelectorAll('button').length];`);
    expect(seen).toEqual([true, true, ['yours', 'Shut', 'rgb(4, 5, 6)', 0], 'mine', false, 2, 1]);
  });

  it('takes over what was rendered into itself', async () => {
    await opened(server.render('quay-plain', { properties: { ropes: ['a', 'b'] } }));
    const seen = await page.run(`
      const plain = document.querySelector('quay-plain');
      const items = [...plain.querySelectorAll('li')];
      const color = getComputedStyle(items[0]).color;
      await import('/index.js');
      const same = [...plain.querySelectorAll('li')].every((item, place) => item === items[place]);
      plain.ropes = ['b', 'c', 'd'];
      await plain.settled;
      return [items.length, color, same, plain.textContent, plain.querySelectorAll('style, script').length, getComputedStyle(items[0]).color];`);
    expect(seen).toEqual([2, 'rgb(1, 2, 3)', true, 'bcd3', 0, 'rgb(1, 2, 3)']);
  });

  it.each([
    ['an item is missing', (html: string) => html.replace('<li>b</li>', '')],
    ['an item is too many', (html: string) => html.replace('<li>b</li>', '<li>b</li><li>x</li>')],
    ['a text is another', (html: string) => html.replace('<li>b</li>', '<li>wrong</li>')],
    ['an element is another', (html: string) => html.replace('<ul>', '<ol>').replace('</ul>', '</ol>')],
    ['all of it is gone', (html: string) => html.replace(/<ul>.*(?=<\/quay-plain>)/, '')],
    ['places are not marked', (html: string) => html.replaceAll(/<!--[[\]]-->/g, '')],
    ['something else stands before it', (html: string) => html.replace('<ul>', '<p>else</p><ul>')],
    [
      'something else stands behind it',
      (html: string) => html.replace('</quay-plain>', '<p>else</p></quay-plain>'),
    ],
  ])('puts right what a server rendered otherwise: %s', async (_, change) => {
    await opened(change(server.render('quay-plain', { properties: { ropes: ['a', 'b', 'c'] } })));
    const seen = await page.run(`
      await import('/index.js');
      const plain = document.querySelector('quay-plain');
      const first = plain.innerHTML.replace(/<!--.*?-->/g, '');
      plain.ropes = [];
      await plain.settled;
      const none = plain.innerHTML.replace(/<!--.*?-->/g, '');
      plain.ropes = ['z'];
      await plain.settled;
      return [first, none, plain.innerHTML.replace(/<!--.*?-->/g, '')];`);
    expect(seen).toEqual([
      '<ul><li>a</li><li>b</li><li>c</li></ul><b>3</b>',
      '<ul></ul>',
      '<ul><li>z</li></ul><b>1</b>',
    ]);
  });

  it('gets what its code could not say on the server, which is reported there', async () => {
    const problems: string[] = [];
    const html = server.renderHtml('<quay-browser label="b"></quay-browser>', {
      onProblem: ({ message }) => problems.push(message),
    });
    expect(problems).toEqual([
      'A value is left out that its code does not give without a browser: window is not defined',
    ]);
    await opened(html);
    const seen = await page.run(`
      const text = () => ${root('quay-browser')}.textContent.replace(/:host.*}/, '');
      const before = text();
      const node = ${root('quay-browser')}.querySelector('i');
      await import('/index.js');
      return [before, text(), ${root('quay-browser')}.querySelector('i') === node];`);
    expect(seen).toEqual(['b', 'truebwide', true]);
  });

  it('keeps the texts of a list in which some show nothing', async () => {
    const words = ['a', '', 'b', '', '', 'c'];
    await opened(server.render('quay-words', { properties: { words } }));
    const seen = await page.run(`
      const texts = () => [...${root('quay-words')}.childNodes].filter((node) => node.nodeType === 3 && node.data);
      const before = texts();
      await import('/index.js');
      const now = texts();
      const words = document.querySelector('quay-words');
      words.words = ['1', '2', '3', '4', '5', '6'];
      await words.settled;
      return [before.length, before.every((node, place) => node === now[place]), ${root('quay-words')}.textContent.replace(/:host.*}/, '')];`);
    expect(seen).toEqual([3, true, '123456.']);
  });

  const PIXEL = 'data:image/gif;base64,R0lGODlhAQABAIAAAAUEBAAAACwAAAAAAQABAAACAkQBADs=';
  it.each([
    ['has loaded', PIXEL, ['IMG loaded', 'load']],
    ['could not be loaded', '/no-such-picture.png', ['EM No picture', 'error']],
  ])('hears once of a picture that %s before it', async (_, src, expected) => {
    await opened(server.render('quay-view', { properties: { src } }));
    const seen = await page.run(`
      const image = ${root('quay-view')}.querySelector('img');
      const heard = [];
      await new Promise((resolve) => (image.complete ? resolve() : ['load', 'error'].map((type) => image.addEventListener(type, resolve))));
      await new Promise((resolve) => setTimeout(resolve, 20));
      for (const type of ['load', 'error']) image.addEventListener(type, () => heard.push(type));
      await import('/index.js');
      await new Promise((resolve) => setTimeout(resolve, 200));
      const last = ${root('quay-view')}.lastElementChild;
      return [last.tagName + ' ' + (last.alt ?? last.textContent), ...heard];`);
    expect(seen).toEqual(expected);
  });

  it('warns in development where script renders it differently, once for each tag, with both texts', async () => {
    const html = server.renderHtml('<quay-browser label="b"></quay-browser><quay-browser></quay-browser>');
    await opened(html + server.render('quay-name', { properties: { label: 'Ship' } }));
    const seen = await page.run(`
      const told = [];
      const { warn } = console;
      console.warn = (...given) => told.push(given[0]);
      await import('/development/index.js');
      console.warn = warn;
      return told;`);
    expect(seen).toEqual([
      '<quay-browser> renders differently on the server. Server: "<b></b><i>b</i>", browser: "<b>true</b><i>b</i><u>wide</u>".',
    ]);
  });

  it('hears once of a click that came before it, by the script that keeps events', async () => {
    const script = server.keepEvents({ nonce: 'n1' });
    // Names of elements are whole names.
    expect(script).toContain("'.split(' ')");
    expect(script.length).toBeLessThan(500);
    await opened(script + server.renderHtml('<quay-name></quay-name><p>x</p>'));
    const seen = await page.run(`
      const seen = [];
      const label = ${root('quay-name')}.querySelector('p');
      label.addEventListener('click', () => seen.push('click'));
      label.click();
      const before = [...seen];
      await import('/index.js');
      await new Promise((resolve) => setTimeout(resolve, 100));
      const once = [...seen];
      label.click();
      return [before, once, seen];`);
    expect(seen).toEqual([[], ['click'], ['click', 'click']]);
  });
});

describe('a package that promises no server', () => {
  it('has nothing of it, and one that promises it for one element has it there alone', async () => {
    const built = async (more: Record<string, string>): Promise<Record<string, string>> => {
      const folder = writeFiles({ ...SOURCES, 'lastwright.yaml': 'library: 1\n', ...more });
      const { status, stdout } = await lastwright(['build'], { cwd: folder });
      expect(status, stdout).toBe(0);
      return readTree(join(folder, 'dist'));
    };
    const without = await built({});
    const taking = /chooseOver|takingOver|UNSEEN|keepText/;
    expect(Object.keys(without).filter((path) => path.startsWith('server/'))).toEqual([]);
    expect(Object.keys(without).filter((path) => taking.test(without[path]!))).toEqual([]);
    expect(without['package.json']).not.toContain('./server');
    const contract = 'elements/quay-name/quay-name.contract.yaml';
    const one = await built({ [contract]: `${SOURCES[contract]!}server: true\n` });
    const classes = Object.keys(one).filter(
      (path) => /^classes\/[\w-]+\.js$/.test(path) && taking.test(one[path]!),
    );
    expect(classes).toEqual(['classes/quay-name.js']);
    expect(one['classes/quay-plain.js']).toBe(without['classes/quay-plain.js']);
  });
});
