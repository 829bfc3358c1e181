import { contractWith, plainContractWith, type Explanation } from './code.js';

const contract = (more: string) => ({ '.contract.yaml': plainContractWith(more) });
/** An element whose properties the example gives; the view shows none of them. */
const properties = (list: string) => ({
  '.contract.yaml': contractWith(`properties: { ${list} }`),
  '.html': '<span>Mast</span>\n',
});

export const memberCodes: Explanation[] = [
  {
    code: 'tag/invalid',
    title: 'A tag that is no name for a custom element',
    reason:
      'A custom element is told apart from the elements of HTML by a hyphen, and HTML knows no capitals (HTML, section 4.13.3).',
    fails: { '.contract.yaml': 'contract: 1\ntag: QuayMast\nproperties: { label: { type: string } }\n' },
    mended: { '.contract.yaml': 'contract: 1\ntag: quay-mast\nproperties: { label: { type: string } }\n' },
  },
  {
    code: 'tag/duplicate',
    title: 'Two elements with one tag',
    reason: 'A document has one definition for each tag; the second would never be used.',
    fails: {
      'elements/quay-boom/quay-boom.contract.yaml': 'contract: 1\ntag: quay-mast\n',
      'elements/quay-boom/quay-boom.html': 'Boom\n',
    },
    mended: {
      'elements/quay-boom/quay-boom.contract.yaml': 'contract: 1\ntag: quay-boom\n',
      'elements/quay-boom/quay-boom.html': 'Boom\n',
    },
  },
  {
    code: 'property/type',
    title: 'A property without a type',
    reason:
      'The type decides whether there is an attribute, how its text is read, and what editors and tests know.',
    fails: properties('height: { description: How tall it is }'),
    mended: properties('height: { type: number, description: How tall it is }'),
  },
  {
    code: 'property/name',
    title: 'A property whose name cannot be one',
    reason:
      'Properties are written in camelCase, like those of the platform; some names every element relies on.',
    fails: properties('max-height: { type: number }'),
    mended: properties('maxHeight: { type: number }'),
  },
  {
    code: 'property/standard-member',
    title: 'A property named like a member of every element',
    reason:
      'People and frameworks expect the standard meaning: "title" is the tooltip, "hidden" hides. A property of the same name breaks it.',
    fails: properties('title: { type: string }'),
    mended: properties('heading: { type: string }'),
  },
  {
    code: 'property/on-name',
    title: 'A property whose name begins with "on"',
    reason:
      'Several frameworks take such a name for a listener: it is dropped, or added as an event handler, or throws.',
    fails: properties('onTop: { type: boolean }'),
    mended: properties('topmost: { type: boolean }'),
  },
  {
    code: 'property/boolean-default',
    title: 'A boolean that is true by default',
    reason:
      'Absence of a boolean attribute means false (HTML, section 2.3.2), so markup could never switch it off.',
    fails: properties('bright: { type: boolean, default: true }'),
    mended: properties('dark: { type: boolean }'),
  },
  {
    code: 'property/default',
    title: 'A default that the type does not allow',
    reason: 'What the element falls back to must be a value that consumers could give.',
    fails: properties('height: { type: number, minimum: 1, default: 0 }'),
    mended: properties('height: { type: number, minimum: 1, default: 1 }'),
  },
  {
    code: 'property/reflect',
    title: 'Reflection without an attribute',
    reason: 'Arrays, objects and functions have no attribute, and a property can be kept from having one.',
    fails: properties('flags: { type: array, reflect: true }'),
    mended: properties('flags: { type: array }'),
  },
  {
    code: 'property/required-default',
    title: 'A required property with a default',
    reason: 'What consumers must give has no use for a default; one of the two is not meant.',
    fails: properties('height: { type: number, required: true, default: 3 }'),
    mended: properties('height: { type: number, required: true }'),
  },
  {
    code: 'property/instance',
    title: 'An instance of something that is no class',
    reason: 'The name is the type of the property in TypeScript.',
    fails: properties("raised: { instance: 'a date' }"),
    mended: properties('raised: { instance: Date }'),
  },
  {
    code: 'property/missing',
    title: 'A required property that a view does not give',
    reason: 'The inner element needs it to work, and its contract says so.',
    fails: {
      '.html': '<span>{label}</span><template when="label"><quay-mast></quay-mast></template>\n',
      '.contract.yaml': contractWith('properties: { label: { type: string, required: true } }'),
    },
    mended: {
      '.html':
        '<span>{label}</span><template when="label"><quay-mast label="{label}"></quay-mast></template>\n',
      '.contract.yaml': contractWith('properties: { label: { type: string, required: true } }'),
    },
  },
  {
    code: 'attribute/not-text',
    title: 'An attribute for a value that is no text',
    reason:
      'Arrays and objects are passed as properties, by identity; text would be a copy without identity, or "[object Object]".',
    fails: properties('flags: { type: array, attribute: flags }'),
    mended: properties('flags: { type: array }'),
  },
  {
    code: 'attribute/name',
    title: 'An attribute name that HTML cannot have, or that is taken',
    reason: 'HTML lowers all attribute names, and each can belong to one property only.',
    fails: properties('height: { type: number, attribute: mastHeight }'),
    mended: properties('height: { type: number, attribute: mast-height }'),
  },
  {
    code: 'attribute/global',
    title: 'An attribute that means something on every element',
    reason: 'Browsers and assistive technology act on it, whatever the element makes of it.',
    fails: properties('kind: { type: string, attribute: role }'),
    mended: properties('kind: { type: string }'),
  },
  {
    code: 'attribute/unknown',
    title: 'An attribute that an inner element does not have',
    reason: 'It would be set and never looked at.',
    fails: {
      '.html':
        '<span>{label}</span><template when="label"><quay-mast lable="{label}"></quay-mast></template>\n',
    },
    mended: {
      '.html':
        '<span>{label}</span><template when="label"><quay-mast label="{label}"></quay-mast></template>\n',
    },
  },
  {
    code: 'method/name',
    title: 'A method whose name cannot be one',
    reason: 'Methods are written in camelCase, and a name is either a property or a method.',
    fails: { ...contract('methods: { Raise: {} }'), '.ts': 'export function Raise() {}\n' },
    mended: { ...contract('methods: { raise: {} }'), '.ts': 'export function raise() {}\n' },
  },
  {
    code: 'method/standard-member',
    title: 'A method named like a member of every element',
    reason: 'Whoever calls it expects what the platform does.',
    fails: { ...contract('methods: { animate: {} }'), '.ts': 'export function animate() {}\n' },
    mended: { ...contract('methods: { sway: {} }'), '.ts': 'export function sway() {}\n' },
  },
  {
    code: 'method/parameter',
    title: 'A parameter whose name cannot be one',
    reason: 'The name stands in the code and in the types of the package.',
    fails: {
      ...contract("methods: { raise: { parameters: [{ name: 'by meters', schema: { type: number } }] } }"),
      '.ts': 'export function raise() {}\n',
    },
    mended: {
      ...contract('methods: { raise: { parameters: [{ name: meters, schema: { type: number } }] } }'),
      '.ts': 'export function raise() {}\n',
    },
  },
  {
    code: 'method/missing',
    title: 'A method that the contract promises and nobody wrote',
    reason: 'Consumers would call it and get an error.',
    fails: { '.ts': 'export function rise() {}\n', ...contract('methods: { raise: {}, rise: {} }') },
    mended: {
      '.ts': 'export function rise() {}\nexport function raise() {}\n',
      ...contract('methods: { raise: {}, rise: {} }'),
    },
  },
  {
    code: 'definition/unknown',
    title: 'A reference that leads nowhere',
    reason: 'Without its definition a type says nothing.',
    fails: properties("flag: { $ref: '#/definitions/flag' }"),
    mended: {
      '.contract.yaml': contractWith(
        "properties: { flag: { $ref: '#/definitions/flag' } }\ndefinitions: { flag: { type: string } }",
      ),
      '.html': 'Mast\n',
    },
  },
  {
    code: 'definition/circle',
    title: 'A definition that leads in a circle',
    reason: 'No value has such a type, and TypeScript refuses it in the project of a consumer.',
    fails: contract("definitions: { flag: { anyOf: [{ $ref: '#/definitions/flag' }, { type: string }] } }"),
    mended: contract('definitions: { flag: { type: string } }'),
  },
  {
    code: 'definition/name',
    title: 'A definition whose name cannot be one',
    reason: 'The name becomes that of a type in the package.',
    fails: contract("definitions: { 'a flag': { type: string } }"),
    mended: contract('definitions: { flag: { type: string } }'),
  },
];
