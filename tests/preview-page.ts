import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { RunningBrowser, Page } from '../src/index.js';
import { hearText } from '../src/system/hear-text.js';
import { testBrowser } from './built-page.js';
import { REPOSITORY, writeFiles } from './helpers.js';

/** Two elements in a harbor; the second one shows the first. */
export const HARBOR = {
  'lastwright.yaml': 'library: 1\nframeworks: [html, react, vue]\nstyles: [styles/tokens.css]\n',
  'package.json': '{ "name": "harbor", "version": "1.0.0", "type": "module" }\n',
  'styles/tokens.css': ':host([hidden]) { display: none }\n',
  'shared/loud.ts': 'export const loud = (text: string) => text.toUpperCase();\n',
  'elements/quay-mast/quay-mast.contract.yaml': `contract: 1
tag: quay-mast
summary: A mast with a flag.
properties:
  label: { type: string, required: true, description: What is painted on it }
  height: { type: number, minimum: 1, maximum: 90, default: 12 }
  side: { enum: [port, starboard], default: port, reflect: true }
  raised: { type: boolean, reflect: true }
  built: { type: string, format: date }
  flags: { type: array, items: { $ref: '#/definitions/flag' }, default: [] }
slots:
  default: { description: What is told of it }
events:
  mast-raise: { detail: { type: object, properties: { label: { type: string } }, required: [label] } }
methods:
  measure: { parameters: [{ name: times, schema: { type: number } }], returns: { type: number } }
parts: { pole: The pole, name: Its name }
cssProperties:
  --quay-mast-color: { syntax: '<color>', initial: '#0b6e6e' }
definitions:
  flag: { type: object, properties: { id: { type: string } }, required: [id] }
`,
  'elements/quay-mast/quay-mast.html': `<div part="pole" class="pole">
  <button part="name" type="button" onclick="raise()">{shout(label)}</button>
  <span>{height} m</span>
  <template for-each="flag of flags" key="flag.id"><i>{flag.id}</i></template>
  <input aria-label="Note" />
  <slot>nothing told</slot>
</div>
`,
  'elements/quay-mast/quay-mast.css': `:host { display: block }
.pole { border-inline-start: 4px solid var(--quay-mast-color, #0b6e6e); padding: 8px }
@media (prefers-color-scheme: dark) { .pole { background: rgb(10, 20, 30) } }
`,
  'elements/quay-mast/quay-mast.ts': `import type { Inside } from './quay-mast.contract.yaml';
import { loud } from '../../shared/loud.js';

export function raise(mast: Inside) {
  mast.host.raised = true;
  mast.emit('mast-raise', { label: mast.label });
}

export const shout = (_: Inside, text: string) => loud(text);

export function measure(mast: Inside, times: number) {
  return mast.height * times;
}
`,
  'elements/quay-mast/quay-mast.samples.yaml': `# Kept as it is.
- sample: A mast with a flag
  properties: { label: north, flags: [{ id: red }] }
  slots: { default: <p>Tall</p> }
  steps:
    - click: name
    - expect: { event: mast-raise, detail: { label: north } }
- sample: A low one
  properties: { label: south, height: 3 }
`,
  'elements/quay-row/quay-row.contract.yaml': `contract: 1
tag: quay-row
summary: Masts in a row.
properties: { names: { type: array, items: { type: string }, default: [a] } }
`,
  'elements/quay-row/quay-row.html':
    '<template for-each="name of names" key="name"><quay-mast label="{name}"></quay-mast></template>\n',
  'elements/quay-row/quay-row.css': ':host { display: block }\n',
};

/** What helps to look at the page, in the page. */
const HELPERS = `
globalThis.anywhere = (selector, root) => [
  ...root.querySelectorAll(selector),
  ...[...root.querySelectorAll('*')].flatMap((one) => (one.shadowRoot ? anywhere(selector, one.shadowRoot) : [])),
];
// What follows the name of a part of the page is looked for inside of it.
globalThis.deep = (selector, root = document) => {
  const [, part, rest] = /^(live-\\w+) (.+)$/.exec(selector) ?? [];
  return part ? anywhere(part, root).flatMap((one) => deep(rest, one.shadowRoot)) : anywhere(selector, root);
};
globalThis.texts = (selector) => deep(selector).map((one) => one.innerText.replace(/\\s+/g, ' ').trim());
// The text of an element, with what is in the roots of those in it.
globalThis.whole = (node) => node.nodeType === 3 ? node.data : [...(node.shadowRoot ?? node).childNodes].map(whole).join(' ');
globalThis.control = (label) => deep('[aria-label]').find((one) => one.getAttribute('aria-label') === label && one.localName !== 'live-control');
globalThis.give = (label, value) => {
  const one = control(label);
  if (one.type === 'checkbox') one.checked = value;
  else one.value = value;
  for (const type of ['input', 'change']) one.dispatchEvent(new Event(type, { bubbles: true }));
};
globalThis.press = (name) => deep('button').find((one) => one.innerText.trim() === name).click();
globalThis.heard = [];
addEventListener('message', ({ data, source }) => heard.push({ data, source }));
globalThis.cells = () => {
  const frames = deep('live-cell').map((cell) => cell.shadowRoot.querySelectorAll('iframe:not(.spare)'));
  return frames.map((own) => {
    const last = own[own.length - 1];
    const states = heard.filter(({ source, data }) => source === last?.contentWindow && data.state);
    return states.at(-1)?.data.state;
  });
};
`;

/** What there is to see where something does not come about. */
const SAYS = `JSON.stringify({
  path: location.pathname + location.search,
  status: texts('live-page .status'),
  frames: deep('iframe').map((one) => one.className + ' ' + one.dataset.key),
  findings: texts('live-findings li'),
  log: texts('live-log li').slice(0, 8),
  sheet: texts('live-page article').join().slice(0, 200),
})`;

/** The built command, serving a library, and a page in a browser that looks at it. */
export class PreviewPage {
  root = '';
  address = '';
  child: ChildProcess | undefined;
  browser: RunningBrowser | undefined;
  page!: Page;

  async start(files: Record<string, string>, args: readonly string[] = []): Promise<void> {
    this.root = writeFiles(files);
    await this.run(args);
    this.browser = await testBrowser().launch();
    this.page = await this.browser.newPage();
  }

  /** Starts the command for the library that is there. */
  async run(
    args: readonly string[] = ['--port', '0'],
    env: Record<string, string> = {},
    program = join(REPOSITORY, 'bin/lastwright.js'),
  ): Promise<void> {
    const child = spawn(process.execPath, [program, 'preview', '--json', '--library', this.root, ...args], {
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, NO_COLOR: '1', ...env },
    });
    this.child = child;
    let said = '';
    await new Promise<void>((resolve, reject) => {
      hearText(child.stdout, (text) => {
        said += text;
        if (said.endsWith('}\n')) resolve();
      });
      child.once('exit', (status) => reject(new Error(`It ended with ${status}: ${said}`)));
    });
    this.address = new URL((JSON.parse(said) as { address: string }).address).origin;
  }

  /** Opens a path of the page, and waits until all cells are there. */
  async open(path: string, cells: number): Promise<void> {
    await this.page.open(`${this.address}${path}`);
    await this.page.evaluate(`(() => { ${HELPERS} })()`, 5000);
    // Cells that were there before anybody listened tell their state when they are asked to do something.
    await this.until(`deep('live-cell iframe.ready').length === ${cells}`);
  }

  read(file: string): string {
    return readFileSync(join(this.root, file), 'utf8');
  }

  save(file: string, text: string): void {
    writeFileSync(join(this.root, file), text);
  }

  see<Value>(expression: string): Promise<Value> {
    return this.page.evaluate<Value>(expression, 10_000);
  }

  /** Waits until something holds in the page. */
  async until(condition: string, patience = 15_000): Promise<void> {
    const end = performance.now() + patience;
    for (;;) {
      const value = await this.see<unknown>(`Promise.resolve(${condition})`).catch(
        (error: Error) => error.message,
      );
      if (value === true) return;
      if (performance.now() > end)
        throw new Error(`It never came about that ${condition}; the page says: ${await this.see(SAYS)}`);
      await new Promise((resolve) => setTimeout(resolve, 40));
    }
  }

  /** Clicks into a cell as a person does, from its upper left corner on. */
  async clickCell(place: number, x: number, y: number): Promise<void> {
    await this.see(`deep('live-cell')[${place}].scrollIntoView({ block: 'center' })`);
    const measure = (): Promise<{ x: number; y: number }> =>
      this.see(
        `(({ x, y }) => ({ x, y }))(deep('live-cell')[${place}].shadowRoot.querySelector('iframe').getBoundingClientRect())`,
      );
    let at = await measure();
    // What comes in late may move it.
    for (let before = { x: -1, y: -1 }; before.y !== at.y;) {
      before = at;
      await new Promise((resolve) => setTimeout(resolve, 400));
      at = await measure();
    }
    await this.page.click(at.x + x, at.y + y, 5000);
  }

  /** What the log says, the newest first. */
  log(): Promise<string[]> {
    return this.see(`texts('live-log li')`);
  }

  async end(): Promise<void> {
    await this.browser?.close();
    await this.stop();
  }

  /** Ends the command; gives its exit status. */
  async stop(signal: NodeJS.Signals = 'SIGTERM'): Promise<number | null> {
    const { child } = this;
    if (!child || child.exitCode !== null) return child?.exitCode ?? null;
    const ended = new Promise<number | null>((resolve) => child.once('exit', resolve));
    child.kill(signal);
    return ended;
  }
}
