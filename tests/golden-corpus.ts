import { contractWith, plainContractWith, type ExampleFiles } from '../src/findings/codes/code.js';

const contract = (more: string): ExampleFiles => ({ '.contract.yaml': plainContractWith(more) });
const whole = (text: string): ExampleFiles => ({ '.contract.yaml': text });
const view = (html: string, more: ExampleFiles = {}): ExampleFiles => ({ '.html': html, ...more });
const behavior = (ts: string, more: ExampleFiles = {}): ExampleFiles => ({ '.ts': ts, ...more });
const style = (css: string, more: ExampleFiles = {}): ExampleFiles => ({
  '.css': `:host { display: block; }\n${css}`,
  ...more,
});
const samples = (yaml: string, more: ExampleFiles = {}): ExampleFiles => ({ '.samples.yaml': yaml, ...more });
const BUTTON = '<button part="knob"><slot></slot></button>';
const pass = (more = '', native = 'button'): string =>
  `slots: { default: {} }\nparts: { knob: {} }\npassthrough: { to: knob, native: ${native}${more} }`;

/**
 * Libraries with mistakes, beside the examples of the table of findings: what is said of each stands in golden/said.txt,
 * with its place. Each is there for words, places or distinctions that no other test looks at.
 */
export const MISTAKES: Record<string, ExampleFiles> = {
  'a document that is not closed': whole('contract: 1\ntag: [quay-mast\n'),
  'a key twice': whole('contract: 1\ntag: quay-mast\ntag: quay-mast\n'),
  'a contract without its version': whole('tag: quay-mast\n'),
  'a contract without a tag': whole('contract: 1\n'),
  'a version that there is not': whole('contract: 2\ntag: quay-mast\n'),
  'a list for a text': whole('contract: 1\ntag: [a, b]\n'),
  'a choice that there is not': contract('encapsulation: shut\n'),
  'one of two kinds': contract("slots: { default: { accepts: 'b' } }\n"),
  'a number for true or false': contract('events: { mast-up: { cancelable: 1 } }\n'),
  'keys that are near to others': contract('slotts: {}\nevent: {}\nx: 1\n'),
  'a key inside of another': whole(
    'contract: 1\ntag: quay-mast\nproperties: { label: { typ: string, reflects: true } }\n',
  ),
  'braces with a comma in a text': whole(
    'contract: 1\ntag: quay-mast\nproperties: { label: { type: string, description: One, two } }\n',
  ),
  'a prototype for a key': whole('contract: 1\ntag: quay-mast\n__proto__: {}\n'),
  'tags that cannot be': whole('contract: 1\ntag: QuayMast\n'),
  'a tag with a sign': whole('contract: 1\ntag: quay-mast!\n'),
  'a tag that is reserved': whole('contract: 1\ntag: font-face\n'),
  'names of properties': {
    '.contract.yaml': `contract: 1
tag: quay-mast
properties:
  label: { type: string }
  Big: { type: string }
  on-top: { type: string }
  title: { type: string }
  hidden: { type: boolean }
  onClick: { function: {} }
  onpick: { function: { returns: { type: boolean } } }
  constructor: { type: string }
  settled: { type: string }
  isOn: { type: boolean, default: true }
  list: { type: array, reflect: true }
  shape: { type: array, attribute: shape }
  far: { type: string, attribute: false, reflect: true }
  other: { type: string, attribute: Other }
  class2: { type: string, attribute: class }
  same: { type: string, attribute: label }
  both: { type: string, required: true, default: x }
  wrong: { type: number, default: x }
  mixed: { enum: [a, 1, true] }
  objects: { enum: [{}] }
  what: {}
  low: { type: number, minimum: 3, default: 1 }
  ref: { $ref: '#/definitions/nothing' }
  odd: { $ref: 'http://example.com' }
  made: { instance: 'not a name' }
`,
  },
  'names of methods and events': contract(
    'methods: { Open: {}, click: {}, label: {}, go: { parameters: [{ name: class, schema: {} }, { name: a-b, schema: { type: string } }] } }\nevents: { Click: {}, click: {}, mastUp: {}, mast up: {}, change: { relay: nothing } }\n',
  ),
  'names of slots, parts, states and custom properties': contract(
    "slots: { 'a b': {}, Big: {} }\nparts: { 'a b': {} }\nstates: { 'a b': {}, --old: {} }\ncssProperties: { color: {}, --a: { syntax: '<colour>' }, --b: { syntax: '<color>', initial: 3px }, --c: { syntax: '<color>' } }\n",
  ),
  'keyed slots': contract(
    'slots:\n  label: { each: label, key: id }\n  two: { each: nothing, key: id }\n  three: { each: rows, key: name }\n  four: { each: rows }\n  five: { key: id }\ndefinitions: {}\n',
  ),
  'variants of what there is not': contract(
    'parts: { knob: {} }\nvariants: { knob: { label: { a: b }, loud: { x: y } }, other: { always: z } }\n',
  ),
  'variants of a choice': {
    ...whole(
      'contract: 1\ntag: quay-mast\nproperties: { label: { type: string }, look: { enum: [quiet, loud] }, on: { type: boolean } }\nparts: { knob: {} }\nvariants: { knob: { look: { quite: a }, on: { yes: b } } }\n',
    ),
    '.html': '<b part="knob">{label}{look}{on}</b>',
  },
  'passthrough to what there is not': contract('passthrough: { to: knob, native: buton, except: [x] }\n'),
  'passthrough that keeps out what does not come': { ...contract(pass(', except: [href]')), '.html': BUTTON },
  'passthrough of another element': { ...contract(pass('', 'a')), '.html': BUTTON },
  'forms without a value': contract('form: { value: draft }\n'),
  'parts and slots without a shadow root': {
    ...contract('encapsulation: none\nslots: { default: {} }\nparts: { knob: {} }\n'),
    '.html': '<b part="knob">{label}</b><slot></slot>',
  },
  'traits that there are not, and twice': contract('traits: [lamplight, { trait: lamplight }, other]\n'),
  'a definition with a strange name': contract("definitions: { 'a b': { type: string }, '1x': {} }\n"),
  'what a slot gives': contract('slots: { default: { gives: [label, nothing] } }\n'),

  'markup that HTML mends': view(
    '<span>{label}</span>\n<div/>\n<p id="a" id="b">\n<b title="x"class="y">\n</i>\n<em',
  ),
  'expressions that cannot be': view(
    '<p>{}</p><p>{ label + }</p><p>{label label}</p><p>{label</p><p>{label <b}</p><template when="label x"></template><template when="label +"></template>',
  ),
  'expressions that are not allowed': view(
    [
      'new Set()',
      'this.label',
      'function(){}',
      'class {}',
      'await label',
      'import("x")',
      'label = 1',
      'label++',
      'delete label.x',
      'tag`x`',
    ]
      .map((code) => `<p>{${code}}</p>`)
      .join('\n'),
  ),
  'members that lead out': view(
    [
      'label.constructor',
      "label['__proto__']",
      'label[`prototype`]',
      '{[label]: 1}.a',
      "label[('constructor')]",
      "label['a' + label]",
      'label[0]',
    ]
      .map((code) => `<p>{ ${code} }</p>`)
      .join('\n'),
  ),
  'names that nobody has': view('<p>{lable}{maths.PI}{filled.x}{window}{event}</p>'),
  assignments: view(
    '<button onclick="label = 1; Math = 2; x = 3">{label}</button><template for-each="a of label"><b onclick="a = 1"></b></template>',
  ),
  handlers: behavior('export function go() {}\nexport const value = 1;\n', {
    '.html':
      '<button onclick="go">{label}</button><button onclick="{go()}"></button><button onclick="go(;"></button><i onclick="value"></i>',
  }),
  'attributes of frameworks': view(
    '<p @click="x" v-on:a="y" on:b="z" (c)="q" :title="label" v-bind:x="y" bind:z="1" [w]="label.x" .prop="a b" {...rest} ...spread v-if="a" *ngIf="b" #ref use:act class:big="c" classname="x" htmlfor="y">{label}</p>',
  ),
  blocks: view(
    '<span>{label}</span><template></template><template whn="label"></template><template otherwise></template><template for-each="label"></template><template for-each="class of label"></template><template for-each="a, if of label"></template><template for-each="a of"></template>',
  ),
  'otherwise that stands apart': view(
    '<template when="label">a</template> text <template otherwise>b</template><template when="label"></template><template otherwise></template><template otherwise></template>',
  ),
  'keys of something else': view('<template for-each="a of label" key="a.id + label"><b>{a}</b></template>'),
  'dynamic names': view(
    '<b local-name="{label}">1</b><b local-names="b i">2</b><b local-name="{label}" local-names="">3</b><b local-name="{label}" local-names="B script">4</b><b local-name="{label ? \'b\' : (\'u\' || \'s\')}" local-names="b i">5</b><b local-name="u" local-names="b quay-mst bb">6</b><svg><g local-name="{label}" local-names="g"></g></svg>',
  ),
  'addresses and markup': view(
    '<a href=" java\tscript:x">{label}</a><iframe srcdoc="<script>1</script>"></iframe><iframe srcdoc="{label}"></iframe><svg><set to="vbscript:x"></set></svg><a href="javascripty:x"></a>',
  ),
  'style maps': view(
    "<p style=\"{ {fontSize: '1px', 'colr': 'red', '--x': 1, color: 'red', qqqq: 1} }\">{label}</p>",
  ),
  'slots in the view': {
    ...contract('slots: { default: {}, top: {}, row: { each: rows, key: id } }'),
    '.html':
      '<span>{label}</span><slot></slot><slot></slot><slot name="top"></slot><slot name="top"></slot><slot name="{label}"></slot><slot name="tip"></slot><template when="label"><slot name="top"></slot></template>',
  },
  'an element without its tag’s end': view('<div><p>{label}<span>'),
  'places behind references': view(
    '<p title="&amp;&quot;&#x41;&lt {lable}">&nbsp;&eacute;\r\n&copy; {lable2}</p>',
  ),
  'the use of an element': {
    '.contract.yaml': `contract: 1
tag: quay-mast
properties:
  label: { type: string, required: true }
  on: { type: boolean }
  look: { enum: [quiet, loud] }
  size: { type: number }
  rows: { type: array, items: { type: object }, default: [] }
slots: { top: { accepts: [b] } }
events: { mast-up: {} }
`,
    '.html': `<slot name="top"></slot>{label}{on}{look}{size}{rows}
<template when="label">
  <quay-mast on="false" look="lowd" size="x" rows="[]" lable="x" onmastup="1" onmast-upp="1" onclick="1">text</quay-mast>
  <quay-mast label="x" size=" " on><i slot="top">1</i><b slot="tip">2</b><b>3</b>{label}</quay-mast>
</template>`,
    '.ts': "export function go(mast) { mast.emit('mast-up'); }\nexport const connected = go;\n",
  },

  'a behavior that cannot be parsed': behavior('export function go( {\n'),
  'exports that cannot be': behavior(
    'export default 1;\nexport * from "./x.js";\nexport * as all from "./y.js";\n',
  ),
  'exports that cannot be read': behavior(
    'const made = {};\nexport const changes = made;\nexport const results = { ...made };\nexport const states = { [x]: 1 };\nexport const state = made;\n',
  ),
  'functions for what there is not': behavior(
    "export const changes = { lable() {} };\nexport const states = { crowded() {} };\nexport function connected(mast) { mast.emit('mast-up'); mast.emit('mast-upp'); }\nexport function spare() {}\n",
    contract('events: { mast-up: {}, mast-down: {} }\nmethods: { open: {}, close: {} }\n'),
  ),
  habits: behavior(
    'import { x } from "../../../out.js";\nlet count = 0;\nexport const state = () => ({ list: [], deep: {} });\nexport function add(mast) { mast.state.list.push(1); mast.rows.sort(); count += 1; mast.state.deep.a.b = 1; return mast.host.shadowRoot; }\nexport function connected() { setInterval(() => {}, 1); window.addEventListener("x", () => {}); new ResizeObserver(() => {}).observe(document.body); }\n',
    {
      '.contract.yaml':
        'contract: 1\ntag: quay-mast\nencapsulation: closed\nproperties: { label: { type: string }, rows: { type: array, items: {}, default: [] } }\n',
      '.html': '<b onclick="add()">{label}{list}{rows}</b>',
    },
  ),

  'styles that cannot be parsed': style('span { color: red; } }\n'),
  'a rule that is not finished': style('span { color: red'),
  'selectors that reach nothing': style(
    ':root { color: red }\nhtml b { color: red }\n::slotted(b) { color: red }\nbody.x > i, :root i { color: red }\nquay-mast::part(nob) { color: red }\n',
  ),
  'what follows a slotted node': style('::slotted(b) i { color: red }\n'),
  'properties that CSS does not have': style(
    'span { colr: red; fnt-size: 1px; -webkit-x: 1; color: var(--quay-mast-colour); background: var(--quay-mast-color) }\n',
    contract(
      "cssProperties: { --quay-mast-color: { syntax: '<color>', initial: red }, --quay-mast-gap: {} }\n",
    ),
  ),
  'rules for the document': style(
    "@import 'x.css';\n@font-face { font-family: Quay; src: url(x.woff2) }\n@property --x { syntax: '*'; inherits: false }\n",
  ),
  'classes that no style has': style('.mast { color: red }\n', {
    '.html': '<span class="mst mast {label} x-{label} other">{label}</span>',
    ...contract('parts: { knob: {} }\nvariants: { knob: { always: loud } }\n'),
  }),
  'an element that stays inline': { '.css': 'span { color: red }\n', '.html': '<div>{label}</div>' },

  'samples of what there is not': samples(
    `- sample: One
  properties: { lable: 1, label: 2 }
  slots: { default: x }
  callbacks: { onPick: 1 }
  steps:
    - click: knob
    - click: 'b >'
    - type: { into: knob, text: x }
    - set: { lable: 1 }
    - call: go
    - press: Entr
    - expect: { event: mast-up, property: { lable: 1 }, text: { knob: x }, visible: [knob], states: { crowded: true }, called: onPick }
    - {}
- sample: One
`,
  ),
  'samples that name elements': samples(
    `- sample: One
  properties: { pick: x, day: null, label: 1 }
  steps:
    - click: b
    - click: i
    - click: u
    - click: em
    - click: strong
    - click: section
    - click: host
    - click: '#x'
    - expect: { visible: [u, knob], hidden: [s], text: { em: x, kbd: y } }
`,
    {
      '.contract.yaml':
        'contract: 1\ntag: quay-mast\nproperties: { label: { type: string }, pick: { function: {} }, day: { instance: Date } }\nparts: { knob: {} }\nslots: { default: {}, top: {} }\n',
      '.html':
        '<b part="knob" local-name="{label}" local-names="b i">{label}</b><template when="label"><u>{pick}</u></template><template otherwise><em>{day}</em></template><template for-each="one of label"><strong></strong></template>',
    },
  ),
  'samples that are none': samples('sample: x\n'),
  'samples with values that do not fit': samples(
    '- sample: One\n  properties: { size: x, look: lowd, rows: [1], on: yes, label: 1 }\n  steps: [{ set: { size: y } }]\n- sample: Two\n',
    {
      '.contract.yaml':
        'contract: 1\ntag: quay-mast\nproperties: { label: { type: string, required: true }, size: { type: number, maximum: 3 }, look: { enum: [quiet, loud] }, on: { type: boolean }, rows: { type: array, items: { type: object }, default: [] } }\n',
      '.html': '<b>{label}{size}{look}{on}{rows}</b>',
    },
  ),

  'a library with everything wrong': {
    'lastwright.yaml':
      'library: 1\nframeworks: [htm, react]\nbrowsers: [chrome]\nseverity: { style/host-inlin: off, view/unknown-name: note, style/host-inline: error }\neverywhere: [lamplight]\ndefinitions: no.yaml\nstyles: [no.css, ../out.css]\noutput: ../out\n',
  },
  'a library that is none': { 'lastwright.yaml': 'library: 2\nelement: x\n' },
  'definitions and traits with mistakes': {
    'lastwright.yaml': 'library: 1\ndefinitions: definitions.yaml\neverywhere: [lamplight]\n',
    'definitions.yaml':
      "parcel: { type: object, properties: { to: { $ref: '#/definitions/harbor' } } }\n'a b': {}\n",
    'traits/lamplight/lamplight.trait.yaml':
      'trait: 1\nname: lamplight\nproperties: { label: { type: string }, Glow: { type: number } }\nstates: { glowing: {} }\n',
    'traits/lamplight/lamplight.ts':
      'export const state = () => ({});\nexport function other() {}\nexport const states = { glows() {} };\nexport const changes = { glow() {} };\nexport default 1;\n',
  },
  'variants with many classes, of a trait and of none': {
    'traits/lamplight/lamplight.trait.yaml':
      'trait: 1\nname: lamplight\nproperties: { glow: { type: number } }\nstates: { high: {} }\n',
    'traits/lamplight/lamplight.ts':
      'export const states = { hgh() {} };\nexport const changes = { glw() {} };\nexport function shine() {}\n',
    '.contract.yaml':
      'contract: 1\ntag: quay-mast\ntraits: [lamplight, lamplight]\nproperties: { label: { type: string } }\nparts: { knob: {} }\nvariants: { knob: { always: "one   two" } }\n',
    '.html': '<b part="knob" class="  three\n four ">{label}</b>',
  },
  'a wrapped class': {
    '.contract.yaml': contractWith('wraps: { element: ../mast.ts }'),
    '.html': '',
  },
  'a wrapped class that is not there': { '.contract.yaml': contractWith('wraps: { element: ./mst.ts }') },
  'a wrapped class with a constructor': {
    '.contract.yaml': contractWith('wraps: { element: ./boom.ts }'),
    'elements/quay-mast/boom.ts':
      'export default class extends HTMLElement { constructor() { super(); this.setAttribute("a", ""); this.innerHTML = "x"; this.append("y"); this.className = "z"; this.attachShadow({ mode: "open" }).append("fine"); } }\n',
  },
  'a wrapped class that gives in every way': {
    '.contract.yaml': contractWith('wraps: { element: ./boom.js }'),
    'elements/quay-mast/boom.js': `export default class extends HTMLElement {
  constructor() {
    super();
    this.style.color = 'red';
    this.dataset.x = 'y';
    this.classList.add('a');
    this.part.add('a');
    this.textContent = 'x';
    this.innerText = 'x';
    this.ariaLabel = 'x';
    this.tabIndex = 0;
    this.toggleAttribute('on');
    this.insertAdjacentHTML('beforeend', 'x');
    this.replaceChildren();
    this.own = this.appended = 1;
    this.own.title = 'fine';
    this.own.style.color = 'fine';
    this['title'] = 'fine';
    other.setAttribute('a', 'b');
    other.title = 'fine';
    this.restyle.color = 'fine';
    this.dataset2.x = 'fine';
    this.styles = 'fine';
    const later = () => this.append('fine');
    function late() { this.title = 'fine'; }
    this.later = function () { this.id = 'fine'; };
    append('fine');
    super.append('fine');
  }
  other() { this.title = 'fine'; }
}
`,
  },
  'a component that is asked for what components cannot': {
    '.contract.yaml': `contract: 1
tag: quay-mast
wraps: { react: ./Mast.tsx }
properties: { rows: { type: array, items: { type: object, properties: { id: { type: string } } }, default: [] }, label: { type: string, from: text } }
slots: { default: {}, row: { each: rows, key: id }, top: { gives: [rows] } }
events: { mast-up: { relay: knob }, mast-down: { sets: lable }, mast-side: { sets: label } }
parts: { knob: {} }
states: { high: {} }
variants: { knob: { always: a } }
`,
    '.html': '',
  },
  'paths of what is wrapped': { '.contract.yaml': contractWith('wraps: { react: Mast.tsx }'), '.html': '' },
  'a class at no path': { '.contract.yaml': contractWith('wraps: { element: mast }'), '.html': '' },
  'a component that is not there': {
    '.contract.yaml': contractWith('wraps: { vue: ../src/Mast.vue }'),
    '.html': '',
  },
  'what only components have': {
    '.contract.yaml': `contract: 1
tag: quay-mast
properties: { label: { type: string, from: text } }
slots: { default: { from: children } }
events: { mast-up: { from: onUp } }
`,
    '.html': '<b onclick="up()">{label}</b><slot></slot>',
    '.ts': "export function up(mast) { mast.emit('mast-up'); }\n",
  },
  'samples that reach for everything': samples(
    `- sample: One
  steps:
    - focus: knb
    - focus: tip
    - type: { into: knb, text: x }
    - click: knb
    - expect: { focused: knb, attribute: { lable: x, title: y, label: z } }
    - expect: { focused: tip, hidden: [knb], visible: [tip] }
    - { click: tip, focus: tip }
    - { set: { label: 1 }, call: open }
  callbacks: { label: null }
`,
    {
      '.contract.yaml':
        'contract: 1\ntag: quay-mast\nproperties: { label: { type: string } }\nparts: { tip: {} }\nmethods: { open: {} }\n',
      '.html': '<b part="tip">{label}</b>',
      '.ts': 'export function open() {}\n',
    },
  ),
  'roots in many places of a style': style(
    'b { color: red }\ni, :root b,\n:root > i { color: red }\n  :root{color:red}\nu:not(.x) { color: red } head u { color: red } :first-child b { color: red }\n@media (width > 1px) { :root { color: red } }\n',
  ),
  'custom properties of others and of its own': style(
    'span { color: var(--page-color); top: var(--quay-mast-top); left: var( --quay-mast-gab, 1px); right: var(--quay-mastodon); bottom: var(--own); --own: 1px; margin: var(--quay-mast-top) var(--quay-mast-top) }\n',
    contract('cssProperties: { --quay-mast-gap: {}, --quay-mast-word: {}, --quay-mast-code: {} }\n'),
  ),
  'custom properties that only code reads': style('span { color: red }\n', {
    ...contract('cssProperties: { --quay-mast-word: {}, --quay-mast-code: {}, --quay-mast-none: {} }\n'),
    '.html': '<span style="width: var(--quay-mast-word)">{label}</span>',
    '.ts': "export function connected(mast) { mast.host.style.setProperty('--quay-mast-code', '1'); }\n",
  }),
  'parts of others in a style': style(
    'quay-mast::part(knob):hover { color: red }\nb quay-mast::part(knob nob) { color: red }\n::part(x) { color: red }\nquay-other::part(x) { color: red }\n::slotted(i) { color: red }\n',
    {
      ...contract('parts: { knob: {} }\nslots: { default: {} }\n'),
      '.html': '<b part="knob">{label}</b><slot></slot>',
    },
  ),
  'keys that are missing far inside': whole(
    'contract: 1\ntag: quay-mast\nproperties: { pick: { function: { parameters: [{ schema: {} }] } } }\nslots: { row: { each: rows } }\nmethods: { open: { parameters: [{}] } }\n',
  ),
  'a trait without its version': {
    'lastwright.yaml': 'elements: elements/*\n',
    'traits/lamplight/lamplight.trait.yaml': 'properties: {}\n',
  },
  'relays and lists of what there is not': {
    '.contract.yaml': `contract: 1
tag: quay-mast
properties: { label: { type: string }, rows: { type: array, items: { type: object }, default: [] } }
parts: { knob: {} }
slots: { row: { each: rows, key: id, gives: [label] }, other: { each: label, key: id }, third: { each: nothing, key: id }, four: { key: id } }
events: { change: { relay: knob }, input: { relay: nob } }
`,
    '.html':
      '<b part="knob">{label}</b><template for-each="row of rows"><slot name="row-{row.id}"></slot></template>',
  },
  'traits that give other names': {
    'traits/lamplight/lamplight.trait.yaml':
      'trait: 1\nname: lamplight\nproperties: { glow: { type: number }, tone: { type: string } }\nevents: { lamp-on: {} }\nmethods: { shine: {} }\n',
    'traits/lamplight/lamplight.ts': 'export function shine(lamp) { lamp.emit("lamp-on"); }\n',
    '.contract.yaml':
      'contract: 1\ntag: quay-mast\ntraits: [{ trait: lamplight, as: { glow: label, tne: x, tone: rest } }, lamplite]\nproperties: { label: { type: string }, rest: { type: string } }\n',
  },
  'what passthrough brings where the element is used': {
    '.contract.yaml': `contract: 1
tag: quay-mast
properties: { label: { type: string }, rows: { type: array, items: {}, default: [] }, pick: { function: {} }, shape: { type: object } }
slots: { default: {} }
parts: { knob: {} }
passthrough: { to: knob, native: button }
`,
    '.html': `<button part="knob"><slot></slot></button>{label}{rows}{pick}{shape}
<template when="label"><quay-mast formaction="/x" forml="y" rows="a" pick="b" shape="c" disabled type="submit" href="d"></quay-mast></template>`,
  },
  'anything passed where the element is used': {
    '.contract.yaml':
      'contract: 1\ntag: quay-mast\nproperties: { label: { type: string } }\nslots: { default: {} }\nparts: { knob: {} }\npassthrough: { to: knob }\n',
    '.html':
      '<button part="knob"><slot></slot></button>{label}<template when="label"><quay-mast whatever="x" lable="y"></quay-mast></template>',
  },
  'elements that nobody knows': view(
    '<quay-mst label="a">{label}</quay-mst><other-thing></other-thing><spann>x</spann><quaymast></quaymast><svg><circl></circl></svg>',
  ),
  'style attributes': view(
    '<p style="color: {label}">1</p><p style="color: red">2</p><p style="">3</p><p style="{label}">4</p><p class="">5</p>',
  ),
  'expressions that markup cuts': view(
    '<p>{label < b}</p><p>{label <b>x</b></p><p>{label}} {</p><p title="{label">x</p>',
  ),
  'places behind references and line ends': view(
    '<p>\r\n&amp; &lt;{one}\r{two}&notanentity; {three}&ampx {four}&#10;{five}\r\n</p>\r\n<p title="\r\n&apos;{six}">{seven}</p>',
  ),
  'assignments in many ways': view(
    '<button onclick="label = 1; results = 2; label.x = 3; [label] = [1]; ({ a: label } = {}); label++; for (label of []) {} fixed = 1; go = 2">{label}</button>',
    {
      '.ts':
        'export const state = () => ({ own: 1 });\nexport function go() {}\nexport const fixed = 1;\nexport const results = { total: () => 1 };\n',
    },
  ),
  'what a behavior reads': behavior(
    "export const results = { a: (mast) => mast['label'], b: (mast) => mast[0], c: ({ label, state: { own } }) => label + own, d: (mast) => mast.label.x.y, e: (mast) => { const { rows: [first] } = mast; return first; } };\nexport const state = () => ({ own: 1 });\n",
    {
      ...contract(''),
      '.contract.yaml':
        'contract: 1\ntag: quay-mast\nproperties: { label: { type: string }, rows: { type: array, items: {}, default: [] } }\n',
      '.html': '<b>{a}{b}{c}{d}{e}{rows}</b>',
    },
  ),
  'a part that is another element': {
    '.contract.yaml': plainContractWith(pass('', 'input')),
    '.html': '<b part="knob" local-name="{label}" local-names="button a"><slot></slot></b>',
  },
  'tags as people write them': whole('contract: 1\ntag: quaymast\n'),
  'definitions that go in circles': whole(
    "contract: 1\ntag: quay-mast\nproperties: { a: { $ref: '#/definitions/one' }, b: { $ref: '#/definitions/none' }, c: { $ref: 'one' }, d: { type: array, items: { $ref: '#/definitions/thre' } } }\ndefinitions: { one: { $ref: '#/definitions/two' }, two: { $ref: '#/definitions/one' }, three: { type: object, default: { $ref: 'x' } } }\n",
  ),
};

/** A contract with every kind of type that JSON Schema has here, and a view, for what is emitted and declared. */
export const EVERY_TYPE = `contract: 1
tag: quay-every
summary: Everything */ that can be said.
description: "Two\\nlines"
status: experimental
properties:
  text: { type: string, default: a, minLength: 1, maxLength: 5, pattern: '^a', reflect: true, description: A text }
  whole: { type: integer, default: 2, minimum: 1, maximum: 9, reflect: true }
  share: { type: number, exclusiveMinimum: 0, exclusiveMaximum: 1, multipleOf: 0.1, deprecated: Use whole. }
  on: { type: boolean, reflect: true }
  look: { enum: [quiet, loud], default: quiet, reflect: true }
  level: { enum: [1, 2] }
  maxCount: { type: number, attribute: most }
  hiddenText: { type: string, attribute: false }
  rows: { type: array, items: { $ref: '#/definitions/row' }, default: [{ id: a }] }
  pairs: { type: array, items: { type: [string, number] } }
  any: { type: array }
  shape: { type: object, properties: { 'a-b': { type: string }, c: { type: integer } }, required: [c] }
  map: { type: object, additionalProperties: { type: number } }
  nested: { type: object, properties: { either: { anyOf: [{ type: string }, { type: object, properties: { x: { const: 1 } } }] }, all: { allOf: [{ $ref: '#/definitions/row' }, { type: object, properties: { y: { type: boolean } } }] }, one: { enum: [a, 1, true, null] } } }
  day: { instance: Date }
  pick: { function: { parameters: [{ name: row, schema: { $ref: '#/definitions/row' } }, { name: far, schema: { type: boolean }, optional: true }], returns: { type: boolean } } }
  needed: { type: string, required: true }
slots: { default: { description: All, gives: [text, heavy, press] }, row: { each: rows, key: id } }
events:
  every-change: { detail: { $ref: '#/definitions/row' }, cancelable: true }
  every-quiet: { bubbles: false, composed: false, deprecated: true }
methods:
  open: { description: Opens, parameters: [{ name: far, schema: { type: boolean } }], returns: { type: boolean } }
  close: {}
parts: { box: The box, control: {} }
states: { crowded: Many }
cssProperties: { --quay-every-color: { syntax: '<color>', initial: red }, --quay-every-gap: {} }
form: { value: text }
variants: { box: { always: base, look: { quiet: q, loud: l }, on: { true: t } } }
passthrough: { to: control, except: [name] }
definitions:
  row: { type: object, properties: { id: { type: string }, 'two words': { type: array, items: { type: number } } }, required: [id], description: One row }
`;

/** A view with what the demo library has too little of. */
export const MIXED = {
  'elements/quay-mixed/quay-mixed.contract.yaml': `
contract: 1
tag: quay-mixed
properties:
  label: { type: string, default: 'a "b" <c> & d' }
  level: { type: number, default: 2 }
  bright: { type: boolean }
  flags: { type: array, items: { type: object }, default: [] }
  link: { type: string, default: 'javascript:alert(1)' }
slots: { default: {}, top: {} }
parts: { box: {} }
variants: { box: { always: base, bright: { true: is-bright, false: is-dark } } }
`,
  'elements/quay-mixed/quay-mixed.html': `
<div part="box" class="own {bright && 'b'}" title="{label}" style="{ {color: bright ? 'red' : null, '--x': level} }" data-on="{bright}">
  <b local-name="{'h' + level}" local-names="h1 h2 h3">{label}</b>
  <template when="filled.top"><header><slot name="top"></slot></header></template>
  <template otherwise><i>nothing on top</i></template>
  <template for-each="flag, place of flags" key="flag.id">
    <template when="flag.html"><span>{flag.html}{place}</span></template>
    <template otherwise><img alt="{flag.id}"></template>
  </template>
  <a href="{link}">x</a><a href="{'/' + level}">y</a>
  <pre>
  kept {twice}</pre><input value="{label}" checked="{bright}">
  <svg><circle r="{level}" class="{ {on: bright} }"></circle></svg>
  <slot>fallback</slot>
</div>`,
  'elements/quay-mixed/quay-mixed.ts': `
export const results = { twice: (mixed) => mixed.level * 2 };
`,
  'elements/quay-mixed/quay-mixed.samples.yaml': `
- sample: As it is
- sample: With everything
  properties: { bright: true, level: 3, flags: [{ id: a, html: '<b>&amp;' }, { id: b }], label: "line one" }
  slots: { top: <b>T</b> }
`,
};
