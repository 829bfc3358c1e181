import { contractWith, plainContractWith, type Explanation } from './code.js';

const contract = (more: string) => ({ '.contract.yaml': plainContractWith(more) });
const list =
  'properties: { flags: { type: array, items: { type: object, properties: { id: { type: string } } } } }\n';

export const openingCodes: Explanation[] = [
  {
    code: 'slot/name',
    title: 'A slot whose name cannot be one',
    reason: 'Consumers write it in markup of every framework.',
    fails: {
      ...contract("slots: { 'top mast': {} }"),
      '.html': '<span>{label}</span><slot name="top mast"></slot>\n',
    },
    mended: {
      ...contract('slots: { top-mast: {} }'),
      '.html': '<span>{label}</span><slot name="top-mast"></slot>\n',
    },
  },
  {
    code: 'slot/undeclared',
    title: 'A slot in the view that the contract does not have',
    reason:
      'Consumers can only rely on what the contract says; types, documentation and tests know nothing of it.',
    fails: { '.html': '<span>{label}</span><slot name="top"></slot>\n' },
    mended: { '.html': '<span>{label}</span><slot name="top"></slot>\n', ...contract('slots: { top: {} }') },
  },
  {
    code: 'slot/missing',
    title: 'A slot that the contract promises and the view does not have',
    reason: 'What consumers give would not be shown.',
    fails: contract('slots: { default: {} }'),
    mended: { '.html': '<span>{label}</span><slot></slot>\n', ...contract('slots: { default: {} }') },
  },
  {
    code: 'slot/unknown',
    title: 'Content for a slot that an inner element does not have',
    reason: 'Without its slot the content is in the page and never shown.',
    fails: { '.html': '<template when="label"><quay-mast><b slot="top">!</b></quay-mast></template>\n' },
    mended: { '.html': '<template when="label"><quay-mast></quay-mast></template>\n' },
  },
  {
    code: 'slot/gives',
    title: 'A slot that gives what there is not',
    reason:
      'What a slot hands to its content comes from the properties, the state and the functions of the behavior.',
    fails: {
      ...contract('slots: { top: { gives: [lable] } }'),
      '.html': '<span>{label}</span><slot name="top"></slot>\n',
    },
    mended: {
      ...contract('slots: { top: { gives: [label] } }'),
      '.html': '<span>{label}</span><slot name="top"></slot>\n',
    },
  },
  {
    code: 'slot/computed-name',
    title: 'A slot whose name is computed',
    reason: 'Consumers must know the name ahead. For a list, declare a keyed slot.',
    fails: { '.html': '<slot name="{label}"></slot>\n' },
    mended: { '.html': '{label}<slot name="top"></slot>\n', ...contract('slots: { top: {} }') },
  },
  {
    code: 'slot/keyed',
    title: 'A keyed slot that does not fit its list',
    reason:
      'A keyed slot belongs to the items of an array property, one slot an item, told apart by one of their members.',
    fails: {
      '.contract.yaml': contractWith(`${list}slots: { flag: { each: flags, key: name } }`),
      '.html':
        '<template for-each="flag of flags" key="flag.id"><slot name="flag-{flag.id}"></slot></template>\n',
    },
    mended: {
      '.contract.yaml': contractWith(`${list}slots: { flag: { each: flags, key: id } }`),
      '.html':
        '<template for-each="flag of flags" key="flag.id"><slot name="flag-{flag.id}"></slot></template>\n',
    },
  },
  {
    code: 'slot/accepts',
    title: 'A slot that accepts something that is no element',
    reason: 'The list says which elements belong into the slot.',
    fails: { ...contract('slots: { default: { accepts: [buton] } }'), '.html': '{label}<slot></slot>\n' },
    mended: { ...contract('slots: { default: { accepts: [button] } }'), '.html': '{label}<slot></slot>\n' },
  },
  {
    code: 'slot/not-accepted',
    title: 'Content that a slot does not take',
    reason: 'The contract of the inner element says which elements it is made for.',
    fails: {
      '.html': '{label}<slot></slot><template when="label"><quay-mast><b>!</b></quay-mast></template>\n',
      ...contract('slots: { default: { accepts: [a, button] } }'),
    },
    mended: {
      '.html':
        '{label}<slot></slot><template when="label"><quay-mast><button>!</button></quay-mast></template>\n',
      ...contract('slots: { default: { accepts: [a, button] } }'),
    },
  },
  {
    code: 'slot/no-shadow',
    title: 'Slots without a shadow root',
    reason: 'Slots are a part of shadow trees (DOM, section 4.2.2).',
    fails: { ...contract('encapsulation: none\nslots: { default: {} }'), '.html': '{label}<slot></slot>\n' },
    mended: { ...contract('slots: { default: {} }'), '.html': '{label}<slot></slot>\n' },
  },
  {
    code: 'event/name',
    title: 'An event name that some framework cannot listen to',
    reason: 'Small letters with hyphens reach every framework; capitals, colons and dots do not.',
    fails: {
      ...contract('events: { mastRaise: {} }'),
      '.ts': "export function connected(mast) { mast.emit('mastRaise'); }\n",
    },
    mended: {
      ...contract('events: { mast-raise: {} }'),
      '.ts': "export function connected(mast) { mast.emit('mast-raise'); }\n",
    },
  },
  {
    code: 'event/native',
    title: 'An event named like one of the browser',
    reason:
      'A click inside leaves the element by itself; a second event of that name would be heard as well.',
    fails: {
      ...contract('events: { click: {} }'),
      '.ts': "export function connected(mast) { mast.emit('click'); }\n",
    },
    mended: {
      ...contract('events: { mast-click: {} }'),
      '.ts': "export function connected(mast) { mast.emit('mast-click'); }\n",
    },
  },
  {
    code: 'event/relay',
    title: 'An event of a part that there is not',
    reason: 'What is relayed comes from a part of the element.',
    fails: {
      ...contract('events: { change: { relay: feild } }\nparts: { field: {} }'),
      '.html': '<input part="field" value="{label}">\n',
    },
    mended: {
      ...contract('events: { change: { relay: field } }\nparts: { field: {} }'),
      '.html': '<input part="field" value="{label}">\n',
    },
  },
  {
    code: 'event/undeclared',
    title: 'An event that is emitted and not declared',
    reason: 'Consumers know of the events that the contract has; a misspelt name is heard by nobody.',
    fails: {
      '.ts': "export function connected(mast) {\n  mast.emit('mast-raise');\n  mast.emit('mast-rise');\n}\n",
      ...contract('events: { mast-raise: {} }'),
    },
    mended: {
      '.ts': "export function connected(mast) {\n  mast.emit('mast-raise');\n}\n",
      ...contract('events: { mast-raise: {} }'),
    },
  },
  {
    code: 'event/never-emitted',
    title: 'An event that is declared and never emitted',
    reason: 'Consumers would wait for it in vain.',
    fails: contract('events: { mast-raise: {} }'),
    mended: {
      ...contract('events: { mast-raise: {} }'),
      '.ts': "export function connected(mast) { mast.emit('mast-raise'); }\n",
    },
  },
  {
    code: 'event/unknown',
    title: 'A listener for an event that an inner element does not have',
    reason: 'It would never be called.',
    fails: {
      '.html':
        '<template when="label"><quay-mast label="{label}" onmast-rise="count++"></quay-mast></template>\n',
      '.ts': 'export const state = () => ({ count: 0 });\n',
    },
    mended: {
      '.html':
        '<template when="label"><quay-mast label="{label}" onclick="count++"></quay-mast></template>\n',
      '.ts': 'export const state = () => ({ count: 0 });\n',
    },
  },
  {
    code: 'part/name',
    title: 'A part whose name cannot be one',
    reason: 'Consumers write it in ::part().',
    fails: { ...contract("parts: { 'top.mast': {} }"), '.html': '<span part="top.mast">{label}</span>\n' },
    mended: { ...contract('parts: { top-mast: {} }'), '.html': '<span part="top-mast">{label}</span>\n' },
  },
  {
    code: 'part/undeclared',
    title: 'A part in the view that the contract does not have',
    reason: 'A part is an opening that consumers style: it is promised, or it is not there.',
    fails: { '.html': '<span part="pole">{label}</span>\n' },
    mended: { '.html': '<span part="pole">{label}</span>\n', ...contract('parts: { pole: {} }') },
  },
  {
    code: 'part/missing',
    title: 'A part that the contract promises and the view does not have',
    reason: 'Style for it would reach nothing.',
    fails: contract('parts: { pole: {} }'),
    mended: { '.html': '<span part="pole">{label}</span>\n', ...contract('parts: { pole: {} }') },
  },
  {
    code: 'part/no-shadow',
    title: 'Parts without a shadow root',
    reason: '::part() selects inside shadow trees only (CSS Shadow Parts).',
    fails: {
      ...contract('encapsulation: none\nparts: { pole: {} }'),
      '.html': '<span part="pole">{label}</span>\n',
    },
    mended: { ...contract('parts: { pole: {} }'), '.html': '<span part="pole">{label}</span>\n' },
  },
  {
    code: 'passthrough/part',
    title: 'Passthrough to a part that there is not',
    reason: 'Attributes are passed to one of the parts of the element.',
    fails: {
      ...contract('parts: { pole: {} }\npassthrough: { to: pol }'),
      '.html': '<span part="pole">{label}</span>\n',
    },
    mended: {
      ...contract('parts: { pole: {} }\npassthrough: { to: pole }'),
      '.html': '<span part="pole">{label}</span>\n',
    },
  },
  {
    code: 'passthrough/native',
    title: 'Passthrough of an element that HTML does not have',
    reason: '"native" brings in the standard attributes of an HTML element.',
    fails: {
      ...contract('parts: { pole: {} }\npassthrough: { to: pole, native: buton }'),
      '.html': '<button part="pole">{label}</button>\n',
    },
    mended: {
      ...contract('parts: { pole: {} }\npassthrough: { to: pole, native: button }'),
      '.html': '<button part="pole">{label}</button>\n',
    },
  },
  {
    code: 'passthrough/except',
    title: 'An exception from passthrough that keeps nothing out',
    reason: 'A misspelt attribute would still be passed on.',
    fails: {
      ...contract('parts: { pole: {} }\npassthrough: { to: pole, native: button, except: [typ] }'),
      '.html': '<button part="pole">{label}</button>\n',
    },
    mended: {
      ...contract('parts: { pole: {} }\npassthrough: { to: pole, native: button, except: [type] }'),
      '.html': '<button part="pole">{label}</button>\n',
    },
  },
  {
    code: 'passthrough/live',
    title: 'A binding of what the control itself holds',
    reason:
      'With "native", consumers set and read the value of the control itself. A binding would write the old value over what was typed.',
    fails: {
      ...contract('parts: { field: {} }\npassthrough: { to: field, native: input }'),
      '.html': '<label>{label}<input part="field" value="{value}"></label>\n',
    },
    mended: {
      ...contract('parts: { field: {} }\npassthrough: { to: field, native: input }'),
      '.html': '<label>{label}<input part="field"> {value.length} characters</label>\n',
    },
  },
  {
    code: 'passthrough/one-way',
    title: 'A property that never follows what is typed',
    reason: 'The control shows the property, but the property keeps its old value when a person types.',
    fails: {
      '.html': '<label>{label}<input part="field" value="{value}"></label>\n',
      '.contract.yaml': contractWith(
        'properties: { label: { type: string }, value: { type: string } }\nparts: { field: {} }\npassthrough: { to: field, native: input }',
      ),
    },
    mended: {
      '.html':
        '<label>{label}<input part="field" value="{value}" oninput="value = event.target.value"></label>\n',
      '.contract.yaml': contractWith(
        'properties: { label: { type: string }, value: { type: string } }\nparts: { field: {} }\npassthrough: { to: field, native: input }',
      ),
    },
  },
  {
    code: 'form/value',
    title: 'A form value that is not there',
    reason: 'A form gets the value of a property or of a name of the state.',
    fails: contract('form: { value: lable }'),
    mended: contract('form: { value: label }'),
  },
  {
    code: 'wraps/path',
    title: 'A wrapped module that is named by no path from the contract',
    reason: 'What a path leads from must be the same on every machine.',
    fails: contract('wraps: { element: /mast.ts }'),
    mended: {
      ...contract('wraps: { element: ./mast.ts }'),
      'elements/quay-mast/mast.ts': 'export default class extends HTMLElement {}\n',
    },
  },
  {
    code: 'wraps/missing',
    title: 'A wrapped module that is not there',
    reason: 'There is nothing to package.',
    fails: {
      ...contract('wraps: { element: ./mats.ts }'),
      'elements/quay-mast/mast.ts': 'export default class extends HTMLElement {}\n',
    },
    mended: {
      ...contract('wraps: { element: ./mast.ts }'),
      'elements/quay-mast/mast.ts': 'export default class extends HTMLElement {}\n',
    },
  },
];
