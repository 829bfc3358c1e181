import { plainContractWith, type Explanation } from './code.js';

const TRAIT = {
  'traits/busy-lock/busy-lock.trait.yaml':
    'trait: 1\nname: busy-lock\nproperties: { busy: { type: boolean } }\n',
};
const contract = (more: string) => ({ '.contract.yaml': plainContractWith(more) });

export const traitCodes: Explanation[] = [
  {
    code: 'trait/name',
    title: 'A trait whose name cannot be one',
    reason: 'Contracts name it.',
    fails: { 'traits/busy-lock/busy-lock.trait.yaml': 'trait: 1\nname: Busy Lock\n' },
    mended: { 'traits/busy-lock/busy-lock.trait.yaml': 'trait: 1\nname: busy-lock\n' },
  },
  {
    code: 'trait/unknown',
    title: 'A trait that there is not',
    reason: 'What it was to bring would be missing.',
    fails: { ...contract('traits: [busy-lok]'), ...TRAIT },
    mended: { ...contract('traits: [busy-lock]'), ...TRAIT },
  },
  {
    code: 'trait/twice',
    title: 'A trait that is listed twice',
    reason: 'It applies once all the same.',
    fails: { ...contract('traits: [busy-lock, busy-lock]'), ...TRAIT },
    mended: { ...contract('traits: [busy-lock]'), ...TRAIT },
  },
  {
    code: 'trait/property',
    title: 'Another name for a property that the trait does not have',
    reason: 'Nothing would be renamed.',
    fails: { ...contract('traits: [{ trait: busy-lock, as: { bussy: loading } }]'), ...TRAIT },
    mended: { ...contract('traits: [{ trait: busy-lock, as: { busy: loading } }]'), ...TRAIT },
  },
  {
    code: 'trait/clash',
    title: 'A trait that brings what the element already has',
    reason: 'Two members cannot share a name.',
    fails: {
      '.contract.yaml':
        'contract: 1\ntag: quay-mast\nproperties: { label: { type: string }, busy: { type: boolean } }\ntraits: [busy-lock]\n',
      ...TRAIT,
    },
    mended: {
      '.contract.yaml':
        'contract: 1\ntag: quay-mast\nproperties: { label: { type: string }, busy: { type: boolean } }\ntraits: [{ trait: busy-lock, as: { busy: loading } }]\n',
      ...TRAIT,
    },
  },
  {
    code: 'trait/behavior',
    title: 'A trait’s behavior that does not fit the trait',
    reason:
      'What a trait exports is called at moments of an element’s life, at changes of its own properties, or as its methods.',
    fails: {
      'traits/busy-lock/busy-lock.ts': 'export const changes = { bussy() {} };\n',
      ...TRAIT,
      ...contract('traits: [busy-lock]'),
    },
    mended: {
      'traits/busy-lock/busy-lock.ts': 'export const changes = { busy() {} };\n',
      ...TRAIT,
      ...contract('traits: [busy-lock]'),
    },
  },
  {
    code: 'variant/unknown',
    title: 'Classes for a part, a property or a value that there is not',
    reason: 'They would never be set.',
    fails: {
      '.contract.yaml':
        'contract: 1\ntag: quay-mast\nproperties: { label: { type: string }, kind: { enum: [tall, low] } }\nparts: { pole: {} }\nvariants: { pole: { kind: { tal: pole-tall } } }\n',
      '.html': '<b part="pole">{label}</b>\n',
    },
    mended: {
      '.contract.yaml':
        'contract: 1\ntag: quay-mast\nproperties: { label: { type: string }, kind: { enum: [tall, low] } }\nparts: { pole: {} }\nvariants: { pole: { kind: { tall: pole-tall } } }\n',
      '.css': ':host { display: inline-block; }\n.pole-tall { height: 9em; }\n',
      '.html': '<b part="pole">{label}</b>\n',
    },
  },
  {
    code: 'state/name',
    title: 'A state whose name cannot be one',
    reason: 'Consumers write it in :state().',
    fails: contract("states: { 'too tall': {} }"),
    mended: contract('states: { too-tall: {} }'),
  },
  {
    code: 'state/unreadable',
    title: 'A state whose names cannot be seen',
    reason: 'The compiler must know the names ahead, to know what a change touches.',
    fails: { '.ts': 'const first = { open: false };\nexport const state = () => first;\n' },
    mended: { '.ts': 'export const state = () => ({ open: false });\n' },
  },
  {
    code: 'state/mutated',
    title: 'A value of the state that is changed in place',
    reason:
      'A view follows when a name of the state gets another value; the same array with one item more is none.',
    fails: {
      '.ts':
        'export const state = () => ({ seen: [] });\nexport function look(mast) { mast.state.seen.push(1); }\n',
      '.html': '<b onclick="look()">{label}{seen.length}</b>\n',
    },
    mended: {
      '.ts':
        'export const state = () => ({ seen: [] });\nexport function look(mast) { mast.state.seen = [...mast.state.seen, 1]; }\n',
      '.html': '<b onclick="look()">{label}{seen.length}</b>\n',
    },
  },
  {
    code: 'behavior/syntax',
    title: 'A behavior that cannot be parsed',
    reason: 'Nothing of it can be understood.',
    fails: { '.ts': 'export function connected( {}\n' },
    mended: { '.ts': 'export function connected() {}\n' },
  },
  {
    code: 'behavior/export',
    title: 'An export without a name',
    reason: 'Views and contracts find the functions of a behavior by their names.',
    fails: { '.ts': 'export default function () {}\n' },
    mended: { '.ts': 'export function connected() {}\n' },
  },
  {
    code: 'behavior/unreadable',
    title: 'Functions by name that cannot be seen in the source',
    reason: 'What they are for is known ahead from an object literal; the source is never run to find out.',
    fails: { '.ts': 'export const changes = Object.fromEntries([]);\n' },
    mended: { '.ts': 'export const changes = { label(mast, now, before) {} };\n' },
  },
  {
    code: 'behavior/unknown-member',
    title: 'A reaction, or a state, that the contract does not know',
    reason: 'It would never run.',
    fails: { '.ts': 'export const changes = { lable(mast, now, before) {} };\n' },
    mended: { '.ts': 'export const changes = { label(mast, now, before) {} };\n' },
  },
  {
    code: 'behavior/unused',
    title: 'An exported function that nobody uses',
    reason:
      'It is neither called by the view nor a method of the contract; often its name is misspelt in one place.',
    fails: { '.ts': 'export function raise() {}\n' },
    mended: { '.ts': 'export function raise() {}\n', '.html': '<b onclick="raise()">{label}</b>\n' },
  },
  {
    code: 'behavior/changes-given',
    title: 'A change to what was passed in',
    reason: 'Data goes down and events go up: an array that a consumer passed is still the consumer’s.',
    fails: {
      '.ts': 'export function drop(mast) { mast.flags.pop(); }\n',
      '.html': '<b onclick="drop()">{flags.length}</b>\n',
      '.contract.yaml': 'contract: 1\ntag: quay-mast\nproperties: { flags: { type: array, default: [] } }\n',
    },
    mended: {
      '.ts': 'export function drop(mast) { mast.flags = mast.flags.slice(0, -1); }\n',
      '.html': '<b onclick="drop()">{flags.length}</b>\n',
      '.contract.yaml': 'contract: 1\ntag: quay-mast\nproperties: { flags: { type: array, default: [] } }\n',
    },
  },
  {
    code: 'behavior/type',
    title: 'Code of a behavior whose types do not fit',
    reason: 'TypeScript checks behaviors against the types that are made from the contract.',
    fails: {
      '.ts':
        "import type { Inside } from './quay-mast.contract.yaml';\n\nexport function connected(mast: Inside) {\n  mast.lable = 'A';\n}\n",
    },
    mended: {
      '.ts':
        "import type { Inside } from './quay-mast.contract.yaml';\n\nexport function connected(mast: Inside) {\n  mast.label = 'A';\n}\n",
    },
  },
  {
    code: 'behavior/unended',
    title: 'Something that each connection begins and nothing ends',
    reason: 'An element connects again at every move; without an end, listeners and timers pile up.',
    fails: {
      '.ts': "export function connected(mast) { window.addEventListener('resize', () => mast.emit); }\n",
    },
    mended: {
      '.ts': "export function connected(mast) { return mast.listen(window, 'resize', () => mast.emit); }\n",
    },
  },
];
