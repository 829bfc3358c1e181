import { describe, expect, it } from 'vitest';
import type { Finding } from '../src/index.js';
import { lastwright, writeFiles } from './helpers.js';

/** A sound element with some of everything. */
const SOUND = {
  'lastwright.yaml': 'library: 1\nframeworks: [html]\n',
  'package.json': '{ "name": "cranes", "version": "1.0.0" }',
  'elements/quay-hook/quay-hook.contract.yaml':
    'contract: 1\ntag: quay-hook\nproperties: { weight: { type: number, default: 0 } }\n',
  'elements/quay-hook/quay-hook.html': '<p>{weight} t</p>\n',
  'elements/quay-crane/quay-crane.contract.yaml': `contract: 1
tag: quay-crane
properties:
  label: { type: string, default: Crane }
  reach: { type: number, default: 20 }
  loads: { type: array, items: { type: object, required: [id, tons], properties: { id: { type: string }, tons: { type: number } } } }
slots:
  default: { description: What else is to be said }
  badge: {}
events:
  crane-lift: { detail: { type: number } }
methods:
  swing: {}
parts:
  base: {}
  title: {}
cssProperties:
  --crane-color: { syntax: <color>, initial: navy }
`,
  'elements/quay-crane/quay-crane.html': `<section part="base" class="base">
  <h3 part="title">{label}</h3>
  <slot name="badge"></slot>
  <template for-each="load of loads" key="load.id">
    <p>{load.tons.toFixed(1)}</p>
  </template>
  <button type="button" onclick="lift(reach)">Lift</button>
  <slot></slot>
</section>
`,
  'elements/quay-crane/quay-crane.ts': `import type { Inside } from './quay-crane.contract.yaml';
export const state = () => ({ turned: 0 });
export function lift(crane: Inside, tons: number): void {
  crane.emit('crane-lift', tons);
}
export function swing(crane: Inside): void {
  crane.state.turned++;
}
`,
  'elements/quay-crane/quay-crane.css': `:host {
  display: block;
}
.base {
  color: var(--crane-color);
}
`,
  'elements/quay-crane/quay-crane.samples.yaml': `- sample: Lifting
  properties: { reach: 12 }
  slots: { badge: <b>New</b> }
  steps:
    - click: button
    - expect: { event: crane-lift }
`,
};

const OWN = 'elements/quay-crane/quay-crane';
const CONTRACT = SOUND[`${OWN}.contract.yaml`];
const VIEW = SOUND[`${OWN}.html`];
const BEHAVIOR = SOUND[`${OWN}.ts`];
const SAMPLES = SOUND[`${OWN}.samples.yaml`];

/** A text with some of it replaced, each part of it being there. */
function changed(text: string, ...pairs: readonly (readonly [from: string, to: string])[]): string {
  return pairs.reduce((result, [from, to]) => {
    if (!result.includes(from)) throw new Error(`no ${from} in ${result}`);
    return result.replace(from, to);
  }, text);
}

/** What is wrong, in which file, and the findings of it: code, line and column. */
const FILES: Record<string, { file: string; text: string; found: string[] }> = {
  'a loop, a name, a slot, a type, and an element that needs no closing': {
    file: `${OWN}.html`,
    text: changed(
      VIEW,
      ['load of loads', 'load in loads'],
      ['{label}', '{lable}'],
      ['name="badge"', 'name="bagde"'],
      ['lift(reach)', 'lift(label)'],
      ['type="button"', '@click="lift(1)" type="button"'],
    ),
    found: [
      'view/unknown-name 2:21',
      'slot/undeclared 3:9',
      'view/for-each 4:13',
      'view/foreign-syntax 7:11',
      'view/type 7:56',
    ],
  },
  'five expressions that cannot be read, in one text and in attributes': {
    file: `${OWN}.html`,
    text: changed(
      VIEW,
      ['{label}', '{label label} {} {reach +}'],
      ['class="base"', 'class="base {reach ? }"'],
      ['lift(reach)', 'lift(reach'],
    ),
    found: [
      'view/expression-syntax 1:43',
      'view/expression-syntax 2:27',
      'view/expression-empty 2:34',
      'view/expression-syntax 2:45',
      'view/expression-syntax 7:44',
    ],
  },
  'a condition, and what is inside of it': {
    file: `${OWN}.html`,
    text: changed(
      VIEW,
      ['  <slot></slot>', '  <template when="reach >">{raech}<i part="tilte"></i></template><slot></slot>'],
      ['{load.tons.toFixed(1)}', '{load.tons.toFixd(1)}'],
      ['key="load.id"', 'keys="load.id"'],
    ),
    found: [
      'view/block 4:38',
      'view/type 5:19',
      'view/expression-syntax 8:26',
      'view/unknown-name 8:29',
      'part/undeclared 8:38',
    ],
  },
  'blocks of all kinds': {
    file: `${OWN}.html`,
    text: changed(
      VIEW,
      ['  <slot></slot>', '  <template>{lable}</template><slot></slot>'],
      ['key="load.id"', 'key="reach"'],
      ['<h3', '<template otherwise>{reach.length}</template><h3'],
    ),
    found: [
      'view/otherwise 2:13',
      'view/type 2:30',
      'view/key 4:43',
      'view/block 8:3',
      'view/unknown-name 8:14',
    ],
  },
  'other elements': {
    file: `${OWN}.html`,
    text: changed(
      VIEW,
      [
        '  <slot></slot>',
        '  <quay-hook wieght="2"></quay-hook><quay-hook weight="heavy"></quay-hook><quay-hook weight="{label}"></quay-hook><slot></slot>',
      ],
      ['onclick="lift(reach)"', 'onclick="{lift(reach)}"'],
      ['part="title"', 'part="tytle"'],
    ),
    found: [
      'part/undeclared 2:7',
      'view/handler-braces 7:25',
      'attribute/unknown 8:14',
      'attribute/value 8:48',
      'view/type 8:95',
    ],
  },
  'markup, and what stands in it': {
    file: `${OWN}.html`,
    text: changed(
      VIEW,
      ['<h3', '<br/><script>lift()</script><h3'],
      ['<p>{load', '<p onclick="lift">{laod'],
      ['</slot>\n</section>', '</slot><slot></slot>\n</section>'],
      ['{label}', '{this.label}'],
    ),
    found: [
      'view/foreign-code 2:8',
      'view/expression-kind 2:49',
      'view/handler-not-called 5:17',
      'view/unknown-name 5:24',
      'slot/twice 8:16',
    ],
  },
  'addresses and names that are chosen': {
    file: `${OWN}.html`,
    text: changed(
      VIEW,
      ['<h3', '<a href="javascript:lift()">{Math.rond(reach)}</a><h3'],
      [
        '  <slot></slot>',
        '  <b local-name="{label}">x</b><i style="{ { backgroundColor: label } }">{constructor}</i><slot></slot>',
      ],
    ),
    found: [
      'view/address 2:6',
      'view/type 2:37',
      'view/local-name 8:6',
      'view/style-name 8:46',
      'view/unknown-name 8:75',
    ],
  },
  'keys and values of a contract': {
    file: `${OWN}.contract.yaml`,
    text: changed(
      CONTRACT,
      ['reach: { type: number', 'reach: { typ: number'],
      ['{ detail: { type: number } }', '{ detail: { type: numbr } }'],
      ['swing: {}', 'swing: { gives: {} }'],
      ['base: {}', 'base: 5'],
      ['cssProperties:', 'summery: A crane\ncssProperties:'],
    ),
    found: [
      'document/unknown-key 5:12',
      'document/value 11:33',
      'document/unknown-key 13:12',
      'document/value 15:9',
      'document/unknown-key 17:1',
    ],
  },
  'what the keys of a contract mean': {
    file: `${OWN}.contract.yaml`,
    text: changed(
      CONTRACT,
      ['default: 20', 'default: twenty'],
      ['loads: { type: array,', "loads: { $ref: '#/definitions/load', type: array,"],
      ['badge: {}', 'badge: { accepts: [b], each: none, key: id }\n  corner: {}'],
      ['swing: {}', 'swing: {}\n  turn: {}'],
    ),
    found: [
      'property/default 5:35',
      'definition/unknown 6:18',
      'slot/keyed 9:32',
      'slot/missing 10:3',
      'method/missing 15:3',
    ],
  },
  'a key of all members, and errors in other files': {
    file: `${OWN}.contract.yaml`,
    text: changed(
      CONTRACT,
      ['properties:\n', 'propertes:\n'],
      ['label: { type: string', 'label: { type: string, attribute: true'],
      ['crane-lift:', 'crane-lift: { detail: { type: number } }\n  crane-drop:'],
      ['title: {}', 'title: {}\n  hook: {}'],
      ['--crane-color: { syntax: <color>,', '--crane-shade: {}\n  --crane-color: { syntax: <color>,'],
    ),
    found: [
      'document/unknown-key 3:1',
      'document/value 4:37',
      'event/never-emitted 12:3',
      'part/missing 18:3',
      'style/unread-property 20:3',
    ],
  },
  'names that cannot be': {
    file: `${OWN}.contract.yaml`,
    text: changed(
      CONTRACT,
      ['tag: quay-crane', 'tag: quayCrane'],
      ['label: {', 'inner-label: { type: string }\n  label: {'],
      ['badge: {}', "badge: {}\n  'a b': {}"],
      ['crane-lift:', 'Lift: {}\n  crane-lift:'],
      ['swing: {}', 'swing: {}\n  turn-on: {}'],
    ),
    found: ['tag/invalid 2:6', 'property/name 4:3', 'slot/name 11:3', 'event/name 13:3', 'method/name 17:3'],
  },
  'promises that nothing keeps': {
    file: `${OWN}.contract.yaml`,
    text: changed(
      CONTRACT,
      ['badge: {}', 'badge: {}\n  top: {}'],
      ['crane-lift:', 'crane-stop: {}\n  crane-lift:'],
      ['swing: {}', 'swing: {}\n  stop: {}'],
      ['base: {}', 'base: {}\n  lamp: {}'],
      ['--crane-color:', '--crane-lamp: {}\n  --crane-color:'],
    ),
    found: [
      'slot/missing 10:3',
      'event/never-emitted 12:3',
      'method/missing 16:3',
      'part/missing 19:3',
      'style/unread-property 22:3',
    ],
  },
  'names in samples': {
    file: `${OWN}.samples.yaml`,
    text: changed(
      SAMPLES,
      ['reach: 12', 'raech: 12'],
      ['badge:', 'bagde:'],
      ['click: button', 'click: butten'],
      ['event: crane-lift', 'event: crane-left'],
      ['- sample: Lifting', '- sample: Turning\n  steps: [{ call: swong }]\n- sample: Lifting'],
    ),
    found: [
      'sample/unknown-method 2:19',
      'sample/unknown-property 4:17',
      'sample/unknown-slot 5:12',
      'sample/unknown-part 7:14',
      'sample/unknown-event 8:24',
    ],
  },
  'keys and values in samples': {
    file: `${OWN}.samples.yaml`,
    text: changed(
      SAMPLES,
      ['properties: { reach: 12 }', 'propertis: { reach: far }'],
      ['click: button', 'clik: button'],
      ['{ event: crane-lift }', '{ evnt: crane-lift, text: { title: 5 } }'],
    ),
    found: [
      'document/unknown-key 2:3',
      'sample/value 2:23',
      'document/unknown-key 5:7',
      'document/unknown-key 6:17',
      'document/value 6:50',
    ],
  },
  'samples of which some are none': {
    file: `${OWN}.samples.yaml`,
    text: `- sample: 5
- sample: Two
  properties: { reach: near }
- 7
- sample: Three
  steps:
    - {}
    - click: butten
`,
    found: [
      'document/value 1:11',
      'sample/value 3:24',
      'document/value 4:3',
      'sample/step 7:7',
      'sample/unknown-part 8:14',
    ],
  },
  'a style': {
    file: `${OWN}.css`,
    text: `.base {
  colr: var(--crane-colour);
}
html .base { color: var(--crane-color) }
@import 'other.css';
::slotted(b) i { color: red }
`,
    found: [
      'style/unknown-property 2:3',
      'style/undeclared-property 2:13',
      'style/no-effect 4:1',
      'style/syntax 5:8',
      'style/slotted 6:13',
    ],
  },
  'a style that is read to its end': {
    file: `${OWN}.css`,
    text: `.base {
  color: var(--crane-color);
  backgrond: red;
}
.base > {
  color: red;
}
p {
  margin 2px;
}
b {
  colour: var(--quay-crane-hue);
}
`,
    found: [
      'style/unknown-property 3:3',
      'style/syntax 5:9',
      'style/syntax 9:9',
      'style/unknown-property 12:3',
      'style/undeclared-property 12:15',
    ],
  },
  'a behavior': {
    file: `${OWN}.ts`,
    text: changed(
      BEHAVIOR,
      ["'crane-lift', tons", "'crane-left', tons"],
      ['crane.state.turned++', 'crane.state.turnd++'],
      ['export function swing', 'export function unused(): void {}\nexport function swing'],
    ).concat('export default 5;\nlet many = 0;\nfunction count(): number {\n  return ++many;\n}\ncount();\n'),
    found: [
      'event/undeclared 4:14',
      'behavior/unused 6:17',
      'behavior/type 8:15',
      'behavior/export 10:1',
      'behavior/module-state 11:5',
    ],
  },
  'types of a behavior': {
    file: `${OWN}.ts`,
    text: changed(
      BEHAVIOR,
      ["'crane-lift', tons", "'crane-lift', String(tons)"],
      [
        'crane.state.turned++',
        "crane.reach = 'far';\n  crane.state.turned = 'no';\n  crane.parts.bse.focus();\n  crane.rech",
      ],
    ),
    found: [
      'behavior/type 4:28',
      'behavior/type 7:3',
      'behavior/type 8:3',
      'behavior/type 9:15',
      'behavior/type 10:9',
    ],
  },
  'a configuration': {
    file: 'lastwright.yaml',
    text: `library: 1
frameworks: [html, rect]
browser: [chromium]
severity: { view/typ: error, slot/missing: bad }
accept: [{ facet: slot, reason: none }]
`,
    found: [
      'library/unknown-framework 2:20',
      'document/unknown-key 3:1',
      'library/unknown-code 4:13',
      'document/value 4:44',
      'library/unknown-facet 5:19',
    ],
  },
};

/** What `check` says of the library with one file changed. */
async function findingsWith(file?: string, text?: string): Promise<Finding[]> {
  const folder = writeFiles(file === undefined ? SOUND : { ...SOUND, [file]: text! });
  const { stdout } = await lastwright(['check', '--json', '--library', folder]);
  return (JSON.parse(stdout) as { findings: Finding[] }).findings;
}

describe('check', () => {
  it('finds nothing in the element that is changed here', async () => {
    expect(await findingsWith()).toEqual([]);
  });

  it('says once what follows from one mistake', async () => {
    const misspelt = await findingsWith(`${OWN}.html`, changed(VIEW, ['lift(reach)', 'lfit(reach)']));
    expect(misspelt.map(({ code }) => code)).toEqual(['view/unknown-name']);
    const renamed = await findingsWith(
      `${OWN}.contract.yaml`,
      changed(CONTRACT, ['crane-lift:', 'Crane-Lift:']),
    );
    expect(renamed.map(({ code }) => code)).toEqual(['event/name']);
    const unreadable = await findingsWith(`${OWN}.ts`, `${BEHAVIOR}export function (`);
    expect(unreadable.map(({ code }) => code)).toEqual(['behavior/syntax']);
    const unclosed = await findingsWith(`${OWN}.contract.yaml`, `${CONTRACT}definitions: {`);
    expect(new Set(unclosed.map(({ code }) => code))).toEqual(new Set(['document/syntax']));
  });

  it.each(Object.entries(FILES))(
    'says at once all that is wrong with %s',
    async (_, { file, text, found }) => {
      const findings = await findingsWith(file, text);
      expect(findings.map(({ code, line, column }) => `${code} ${line}:${column}`)).toEqual(found);
      expect(new Set(findings.map((finding) => finding.file))).toEqual(new Set([file]));
    },
  );
});
