// Prepares the web standards as data: the members of every HTML element, the attributes that its properties
// reflect, the events that elements have handlers for. Reads the interface definitions of @webref/idl and the
// elements of @webref/elements; writes src/standards/data.json. Run it after an update of these packages.
import { parseAll } from '@webref/idl';
import { listAll as listElements } from '@webref/elements';
import { writeFileSync } from 'node:fs';

const interfaces = new Map();
const includes = new Map();
const files = JSON.parse(JSON.stringify(await parseAll()));
for (const definition of Object.values(files).flat()) {
  if (definition.type === 'includes') {
    includes.set(definition.target, [...(includes.get(definition.target) ?? []), definition.includes]);
  }
  if (definition.type !== 'interface' && definition.type !== 'interface mixin') continue;
  const known = interfaces.get(definition.name) ?? { inheritance: null, members: [] };
  known.inheritance ??= definition.inheritance ?? null;
  known.members.push(...definition.members);
  interfaces.set(definition.name, known);
}

/** The members of an interface itself, its mixins included. */
function ownMembers(name) {
  const { members = [] } = interfaces.get(name) ?? {};
  return [
    ...members.map((member) => ({ ...member, from: name })),
    ...(includes.get(name) ?? []).flatMap(ownMembers),
  ];
}

function chain(name) {
  const found = [];
  for (let at = name; at; at = interfaces.get(at)?.inheritance) found.push(at);
  return found;
}

const isNamed = ({ type, name, special }) =>
  name && special !== 'static' && (type === 'attribute' || type === 'operation');
const members = {};
for (const name of chain('HTMLElement'))
  for (const member of ownMembers(name).filter(isNamed)) members[member.name] ??= member.from;

/** How the content attribute of a reflecting property is called; undefined if it reflects none. */
function reflected(member) {
  const annotation = member.extAttrs?.find(({ name }) =>
    /^Reflect(URL|Setter|PositiveInteger|NonNegative|Range|Default)?$/.test(name),
  );
  if (!annotation || member.type !== 'attribute') return undefined;
  const value = annotation.rhs?.value;
  return typeof value === 'string' && Number.isNaN(Number(value))
    ? value.replace(/^"|"$/g, '')
    : member.name.toLowerCase();
}

function typeOf(member) {
  const name = member.idlType.idlType;
  if (name === 'boolean') return 'boolean';
  return /^(long|unsigned long|double|float)$/.test(name) ? 'number' : 'string';
}

function attributesOf(name) {
  const found = {};
  for (const member of ownMembers(name)) {
    const attribute = reflected(member);
    if (attribute && !(attribute in found && member.name !== attribute))
      found[attribute] = { property: member.name, type: typeOf(member) };
  }
  return found;
}

/** Attributes that the standard names and whose properties do more than reflect (HTML, sections 4.5 to 4.12). */
const FORM_OWNED = { form: ['form', 'string'] };
const SUBMITTER = {
  ...FORM_OWNED,
  formmethod: ['formMethod', 'string'],
  formenctype: ['formEnctype', 'string'],
};
const MEDIA = {
  muted: ['defaultMuted', 'boolean'],
  preload: ['preload', 'string'],
  crossorigin: ['crossOrigin', 'string'],
};
const UNREFLECTED = {
  a: { referrerpolicy: ['referrerPolicy', 'string'] },
  audio: MEDIA,
  button: SUBMITTER,
  img: {
    loading: ['loading', 'string'],
    decoding: ['decoding', 'string'],
    crossorigin: ['crossOrigin', 'string'],
    referrerpolicy: ['referrerPolicy', 'string'],
    fetchpriority: ['fetchPriority', 'string'],
  },
  input: {
    ...SUBMITTER,
    type: ['type', 'string'],
    value: ['defaultValue', 'string'],
    checked: ['defaultChecked', 'boolean'],
    list: ['list', 'string'],
  },
  select: FORM_OWNED,
  textarea: { ...FORM_OWNED, cols: ['cols', 'number'], rows: ['rows', 'number'] },
  video: MEDIA,
};

const elements = {};
for (const { elements: list } of [(await listElements()).html]) {
  for (const { name, interface: type, obsolete } of list) {
    if (obsolete || !type) continue;
    const attributes = {};
    for (const level of chain(type).filter((other) => !chain('HTMLElement').includes(other)))
      Object.assign(attributes, attributesOf(level));
    for (const [attribute, [property, kind]] of Object.entries(UNREFLECTED[name] ?? {}))
      attributes[attribute] ??= { property, type: kind };
    elements[name] = { interface: type, attributes };
  }
}

const global = new Set([
  'class',
  'id',
  'slot',
  'part',
  'exportparts',
  'style',
  'is',
  'role',
  'hidden',
  'tabindex',
  'spellcheck',
  'draggable',
  'contenteditable',
  'popover',
  'nonce',
  'enterkeyhint',
  'inputmode',
  'autofocus',
  'itemid',
  'itemprop',
  'itemref',
  'itemscope',
  'itemtype',
  'translate',
  'dir',
  'writingsuggestions',
  'autocorrect',
  'autocapitalize',
  'anchor',
]);
for (const name of chain('HTMLElement')) {
  for (const attribute of Object.keys(attributesOf(name)))
    if (!attribute.startsWith('aria-')) global.add(attribute);
}
const events = ownMembers('GlobalEventHandlers')
  .filter(({ name }) => name?.startsWith('on'))
  .map(({ name }) => name.slice(2));

const data = { members, globalAttributes: [...global].sort(), events: events.sort(), elements };
writeFileSync('src/standards/data.json', `${JSON.stringify(data)}\n`);
console.log(
  `${Object.keys(members).length} members, ${global.size} global attributes, ${events.length} events, ${Object.keys(elements).length} elements`,
);
