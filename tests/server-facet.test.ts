import { beforeAll, describe, expect, it } from 'vitest';
import type { VerifyResult } from '../src/index.js';
import { verified } from './broken-library.js';
import { linkPackages, writeFiles } from './helpers.js';

/** An element with a view, a behavior and one sample. */
function element(
  tag: string,
  view: string,
  behavior = '',
  { properties = '', contract = '', given = '', sample = '', style = '' } = {},
): Record<string, string> {
  const files: Record<string, string> = {
    [`elements/${tag}/${tag}.contract.yaml`]: `contract: 1\ntag: ${tag}\nproperties: { label: { type: string, default: '' }${properties} }\n${contract}`,
    [`elements/${tag}/${tag}.html`]: view,
    [`elements/${tag}/${tag}.samples.yaml`]: `- sample: Shown\n  properties: { label: Mole${given} }\n${sample}`,
    [`elements/${tag}/${tag}.css`]: `:host { display: block }\n${style}`,
  };
  return behavior ? { ...files, [`elements/${tag}/${tag}.ts`]: behavior } : files;
}

const LIBRARY = {
  'lastwright.yaml':
    'library: 1\nserver: true\nframeworks: [html, react, react-18, preact, vue, svelte, solid]\nseverity: { behavior/browser-only: warning }\n',
  'package.json': '{ "name": "moorings", "version": "1.0.0" }',
};

const FIRST = 'let drawn = 0;\n';
const connected = (work: string): string =>
  `export function connected(inside: any) { const root: ShadowRoot = inside.host.shadowRoot; ${work} }\n`;

/** Elements that are wrong where a server rendered them, and there alone, with what is to be told. */
const BROKEN: [fault: string, tag: string, said: RegExp, files: Record<string, string>][] = [
  [
    'draws again',
    'quay-redrawn',
    /are replaced/,
    element(
      'quay-redrawn',
      '<p>{label}</p>',
      connected('root.replaceChildren(...[...root.childNodes].map((node) => node.cloneNode(true)));'),
    ),
  ],
  [
    'is drawn twice on a server, and once by script',
    'quay-double',
    /are replaced/,
    element(
      'quay-double',
      '<template for-each="one of shown"><p>{one}</p></template>',
      `export const results = { shown: ({ label }: any) => typeof document === 'undefined' ? [label, label] : [label] };\n`,
    ),
  ],
  [
    'shows everything twice from the server on',
    'quay-twice',
    /compare it with one that script has made/,
    element(
      'quay-twice',
      '<template for-each="one of shown"><p>{one}</p></template>',
      `${FIRST}export const results = { shown: ({ label }: any) => typeof document === 'undefined' || drawn++ === 0 ? [label, label] : [label] };\n`,
    ),
  ],
  [
    'adds to its content',
    'quay-adding',
    /with its content/,
    element(
      'quay-adding',
      '<p>{label}</p>',
      FIRST + connected("if (drawn++ === 0) inside.host.append(document.createElement('i'));"),
    ),
  ],
  [
    'loses a value',
    'quay-loss',
    /read label after it was taken over/,
    element(
      'quay-loss',
      '<p>{label}</p>',
      FIRST + connected(`if (drawn++ === 0) queueMicrotask(() => (inside.label = ''));`),
    ),
  ],
  [
    'flashes',
    'quay-flash',
    /compare screenshots/,
    element(
      'quay-flash',
      `<p class="{ready ? 'is-ready' : ''}">{label}</p>`,
      `export const state = () => ({ ready: false });\n${connected('inside.state.ready = true;')}`,
      { style: '.is-ready { background: rgb(0, 120, 120); padding: 20px }' },
    ),
  ],
  [
    'needs a document',
    'quay-window',
    /render it on a server/,
    element(
      'quay-window',
      '<p>{width()}</p>',
      'export function width() { return String(window.innerWidth); }\n',
    ),
  ],
  [
    'leaks state between two requests',
    'quay-shared',
    /render it once more/,
    element(
      'quay-shared',
      '<p>{count()}</p>',
      `${FIRST}export function count() { return String(++drawn); }\n`,
    ),
  ],
  [
    'is deaf after it was taken over',
    'quay-deaf',
    /send deaf-press/,
    element(
      'quay-deaf',
      '<button type="button" onclick="press()">{label}</button>',
      `export function press(inside: any) { inside.emit('deaf-press'); }\n${FIRST}${connected(
        "if (drawn++ === 0) inside.host.addEventListener('deaf-press', (event: Event) => event.stopImmediatePropagation(), { capture: true });",
      )}`,
      { contract: 'events: { deaf-press: {} }\n' },
    ),
  ],
  [
    'does nothing more after it was taken over',
    'quay-dead',
    /click button/,
    element(
      'quay-dead',
      '<button type="button" onclick="press()">{label}</button>',
      `${FIRST}export const press = (inside: any) => inside.emit('dead-press');\n${connected(
        "if (drawn++ === 0) root.addEventListener('click', (event: Event) => event.stopPropagation(), { capture: true });",
      )}`,
      {
        contract: 'events: { dead-press: {} }\n',
        sample: '  steps: [{ click: button }, { expect: { event: dead-press } }]\n',
      },
    ),
  ],
  [
    'writes to the console',
    'quay-loud',
    /read the console/,
    element('quay-loud', '<p>{label}</p>', connected("console.error('It was drawn another way.');")),
  ],
];

/** Elements that are right, each written in another style. */
const SOUND: Record<string, string> = {
  ...element(
    'quay-ropes',
    '<ul><template for-each="rope of ropes" key="rope.id"><li>{rope.name}</li></template></ul><template when="ropes.length"><b>{label}</b></template><slot></slot>',
    '',
    {
      properties:
        ', ropes: { type: array, items: { type: object, properties: { id: { type: string }, name: { type: string } } }, default: [] }',
      contract: 'slots: { default: {} }\n',
      given: ', ropes: [{ id: a, name: Bow }, { id: b, name: Stern }]',
      sample: "  slots: { default: '<em>All fast</em> by six' }\n",
    },
  ),
  ...element(
    'quay-shut',
    '<label>{label} <input part="control" value="{typed}" oninput="type(event)"></label><button type="button" onclick="press()">{times}</button>',
    `export const state = () => ({ typed: 'mole', times: 0 });
export function type(inside: any, event: any) { inside.state.typed = event.target.value; }
export function press(inside: any) { inside.state.times++; inside.open = !inside.open; inside.emit('shut-press', inside.open); }
`,
    {
      properties: ', open: { type: boolean, reflect: true }, berthNumber: { type: number, default: 1 }',
      contract:
        'encapsulation: closed\nparts: { control: {} }\nevents: { shut-press: { detail: { type: boolean } } }\n',
      given: ', open: true, berthNumber: 7',
      style: ':host([open]) { background: rgb(240, 240, 200) }',
    },
  ),
  ...element(
    'quay-light',
    '<ul><template for-each="rope of ropes"><li>{rope}</li></template></ul><b>{label}</b>',
    '',
    {
      properties: ', ropes: { type: array, items: { type: string }, default: [] }',
      contract: 'encapsulation: none\n',
      given: ', ropes: [Bow, Stern]',
    },
  ),
  ...element(
    'quay-view',
    '<template when="src !== failed"><img src="{src}" alt="" width="80" height="40" onerror="failed = src"></template><template otherwise><em>{label}</em></template>',
    'export const state = () => ({ failed: undefined as string | undefined });\n',
    { properties: ", src: { type: string, default: '' }", given: ", src: 'data:image/png;base64,AA=='" },
  ),
  ...element(
    'quay-nest',
    `<quay-ropes ropes="{ropes}" label="{label}"><i>{label}</i></quay-ropes><svg viewBox="0 0 10 10" width="20"><circle r="{selected}" cx="5" cy="5"></circle></svg>`,
    `export const results = { ropes: ({ label }: any) => [{ id: label, name: label + 's' }] };\n`,
    { properties: ', selected: { type: number, default: 2 }', given: ', selected: 4' },
  ),
};

describe('facet server', () => {
  let folder: string;
  let results: VerifyResult[];

  beforeAll(async () => {
    folder = writeFiles({
      ...LIBRARY,
      ...SOUND,
      ...Object.assign({}, ...BROKEN.map(([, , , files]) => files)),
    });
    linkPackages(folder);
    ({ results } = await verified(
      folder,
      '--facet',
      'server',
      '--no-types',
      '--framework',
      'html',
      '--framework',
      'vue',
    ));
    results = results.filter(({ facet }) => facet === 'server');
  });

  it.each(BROKEN)('tells of an element that %s', (_, tag, said) => {
    const own = results.filter(({ element }) => element === tag);
    expect(own.map(({ framework }) => framework)).toEqual(['html', 'vue']);
    for (const { framework, verdict, observed, note } of own) {
      expect([framework, verdict], note).toEqual([framework, 'fails']);
      const wanted = observed.flatMap(({ did, saw, wanted }) =>
        wanted === undefined ? [] : [`${did}: ${saw}`],
      );
      expect(
        wanted.some((text) => said.test(text)),
        wanted.join('\n'),
      ).toBe(true);
    }
  });

  it('says of sound elements what is to be done, or nothing, in each framework', async () => {
    const tags = ['quay-light', 'quay-nest', 'quay-ropes', 'quay-shut', 'quay-view'];
    const report = await verified(
      folder,
      '--facet',
      'server',
      '--no-types',
      ...tags.flatMap((tag) => ['--element', tag]),
    );
    const lines = report.results
      .filter(({ facet }) => facet === 'server')
      .map(({ element, framework, verdict, note }) => {
        const short = note
          .replace(/Pass renderHtml the values.*?"properties"\./, 'values')
          .replace(/The framework removes the content of an element without a shadow root.*?alone\./, 'leave')
          .replace('The fallback for an image that failed to load is rendered only by script.', 'picture')
          .replace(/React adds no listeners.*?effect\./, 'effect');
        return `${element} ${framework}: ${verdict} ${short}`.trim();
      });
    expect(lines.sort()).toEqual([
      'quay-light html: fits',
      'quay-light preact: care values leave',
      'quay-light react-18: care values leave',
      'quay-light react: care values leave effect',
      'quay-light solid: care values',
      'quay-light svelte: care values',
      'quay-light vue: care values',
      'quay-nest html: fits',
      'quay-nest preact: fits',
      'quay-nest react-18: fits',
      'quay-nest react: fits',
      'quay-nest solid: care values',
      'quay-nest svelte: care values',
      'quay-nest vue: care values',
      'quay-ropes html: fits',
      'quay-ropes preact: care values',
      'quay-ropes react-18: care values',
      'quay-ropes react: care values effect',
      'quay-ropes solid: care values',
      'quay-ropes svelte: care values',
      'quay-ropes vue: care values',
      'quay-shut html: fits',
      'quay-shut preact: care values',
      'quay-shut react-18: fits',
      'quay-shut react: care values effect',
      'quay-shut solid: care values',
      'quay-shut svelte: care values',
      'quay-shut vue: care values',
      ...['html', 'preact', 'react-18', 'react', 'solid', 'svelte', 'vue'].map(
        (name) => `quay-view ${name}: care picture`,
      ),
    ]);
  });
});
