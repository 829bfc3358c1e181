import { contractWith, plainContractWith, type ExampleFiles, type Explanation } from './code.js';

const config = (text: string) => ({ 'lastwright.yaml': `library: 1\n${text}\n` });
const samples = (text: string, more: Record<string, string> = {}) => ({
  '.samples.yaml': `- sample: A mast\n${text}\n`,
  ...more,
});
const contract = (more: string) => ({ '.contract.yaml': plainContractWith(more) });

const known = (
  kind: 'attribute' | 'event' | 'method' | 'part' | 'property' | 'slot' | 'state',
  fails: ExampleFiles,
  mended: ExampleFiles,
  reason: string,
): Explanation => ({
  code: `sample/unknown-${kind}`,
  title: `A sample with a ${kind} that the contract does not have`,
  reason,
  fails,
  mended,
});

/** What only a build finds: the files that a package is made of are put together then. */
export const buildCodes: Explanation[] = [
  {
    code: 'build/missing-file',
    title: 'A picture or a font that is not there',
    reason:
      'Files that a style names are put into the package; one that is missing would be missing for all.',
    fails: { '.css': ':host { display: block; background: url(none.png); }\n' },
    mended: { '.css': ':host { display: block; background: url(data:,none); }\n' },
  },
  {
    code: 'build/bundle',
    title: 'A module that cannot be put together',
    reason: 'An import leads nowhere, or to a name that is not exported.',
    fails: { '.ts': "import { word } from './word.js';\nexport function connected() { word(); }\n" },
    mended: {
      '.ts': "import { word } from './word.js';\nexport function connected() { word(); }\n",
      'elements/quay-mast/word.js': 'export function word() {}\n',
    },
  },
];

export const libraryCodes: Explanation[] = [
  known(
    'property',
    samples('  properties: { lable: A }'),
    samples('  properties: { label: A }'),
    'It would be set and never looked at.',
  ),
  known(
    'slot',
    samples('  slots: { top: A }'),
    samples('  slots: { top: A }', {
      ...contract('slots: { top: {} }'),
      '.html': '{label}<slot name="top"></slot>\n',
    }),
    'The content would not be shown.',
  ),
  known(
    'event',
    samples('  steps: [{ expect: { event: mast-rise } }]'),
    samples('  steps: [{ expect: { property: { label: A } } }]'),
    'It will never be heard.',
  ),
  known(
    'method',
    samples('  steps: [{ call: raise }]'),
    samples('  steps: [{ call: raise }]', {
      ...contract('methods: { raise: {} }'),
      '.ts': 'export function raise() {}\n',
    }),
    'It cannot be called.',
  ),
  known(
    'part',
    samples('  steps: [{ click: pole }]'),
    samples('  steps: [{ click: span }]'),
    'There would be nothing to click.',
  ),
  known(
    'state',
    samples('  steps: [{ expect: { states: { up: true } } }]'),
    samples('  steps: [{ expect: { states: { up: true } } }]', {
      ...contract('states: { up: {} }'),
      '.ts': 'export const states = { up: (mast) => mast.label };\n',
    }),
    'It could never match.',
  ),
  known(
    'attribute',
    samples('  steps: [{ expect: { attribute: { lable: A } } }]'),
    samples('  steps: [{ expect: { attribute: { label: null } } }]'),
    'It will never be there.',
  ),
  {
    code: 'sample/step',
    title: 'A step that does nothing, or two things',
    reason: 'Each step is one thing that a person does or sees.',
    fails: samples('  steps: [{ click: span, set: { label: A } }]'),
    mended: samples('  steps: [{ click: span }, { set: { label: A } }]'),
  },
  {
    code: 'library/path',
    title: 'A path that leads out of the library',
    reason: 'Nothing outside is read or written.',
    fails: config('output: ../dist'),
    mended: config('output: dist'),
  },
  {
    code: 'library/unreadable',
    title: 'A file of an element that cannot be read',
    reason: 'A folder or a link to another place has the name of a file that belongs to the element.',
    fails: { '.samples.yaml/one.yaml': '- sample: A mast\n' },
    mended: { '.samples.yaml': '- sample: A mast\n' },
  },
  {
    code: 'library/missing-file',
    title: 'A file that the configuration names and that is not there',
    reason: 'What it was to say would be missing.',
    fails: config('definitions: definitions.yaml'),
    mended: { ...config('definitions: definitions.yaml'), 'definitions.yaml': 'flag: { type: string }\n' },
  },
  {
    code: 'library/empty',
    title: 'A library without an element',
    reason: 'There is nothing to check; often the folders have another name.',
    fails: config('elements: parts/*'),
    mended: config('elements: elements/*'),
  },
  {
    code: 'library/no-contract',
    title: 'A folder without a contract',
    reason: 'It stands where elements stand, and is none.',
    fails: { 'elements/quay-boom/quay-boom.html': 'Boom\n' },
    mended: {
      'elements/quay-boom/quay-boom.html': 'Boom\n',
      'elements/quay-boom/quay-boom.contract.yaml': 'contract: 1\ntag: quay-boom\n',
    },
  },
  {
    code: 'library/two-contracts',
    title: 'Two contracts in one folder',
    reason: 'It cannot be told which files belong to which.',
    fails: { 'elements/quay-mast/quay-boom.contract.yaml': 'contract: 1\ntag: quay-boom\n' },
    mended: {
      'elements/quay-boom/quay-boom.contract.yaml': 'contract: 1\ntag: quay-boom\n',
      'elements/quay-boom/quay-boom.html': 'Boom\n',
    },
  },
  {
    code: 'library/unknown-facet',
    title: 'An accepted facet that does not exist',
    reason: 'What is accepted is a verdict of one facet: a misspelt name would accept nothing.',
    fails: config('accept: [{ facet: looks, reason: The dates differ. }]'),
    mended: config('accept: [{ facet: appearance, reason: The dates differ. }]'),
  },
  {
    code: 'library/unknown-element',
    title: 'An accepted verdict of an element that does not exist',
    reason: 'A misspelt tag would accept nothing.',
    fails: config('accept: [{ facet: appearance, element: quay-mats, reason: The dates differ. }]'),
    mended: config('accept: [{ facet: appearance, element: quay-mast, reason: The dates differ. }]'),
  },
  {
    code: 'library/unknown-framework',
    title: 'A framework that elements cannot be verified in',
    reason: 'What is promised must be proved.',
    fails: config('frameworks: [html, rect]'),
    mended: config('frameworks: [html, react]'),
  },
  {
    code: 'library/unknown-browser',
    title: 'A browser that elements cannot be verified in',
    reason: 'What is promised must be proved.',
    fails: config('browsers: [chromum]'),
    mended: config('browsers: [chromium]'),
  },
  {
    code: 'library/unknown-code',
    title: 'A severity for a finding that there is not',
    reason: 'It would change nothing.',
    fails: config('severity: { style/host-inlin: note }'),
    mended: config('severity: { style/host-inline: note }'),
  },
  {
    code: 'library/severity',
    title: 'A severity that would let a broken element pass',
    reason: 'With such an error nothing can be built, whatever it is called.',
    fails: config('severity: { view/unknown-name: warning }'),
    mended: config('severity: { style/host-inline: error }'),
  },
  {
    code: 'sample/value',
    title: 'A sample with a value that the type does not allow',
    reason: 'The element would show its default, and the sample something else than it says.',
    fails: samples('  properties: { label: 5 }'),
    mended: samples('  properties: { label: A }'),
  },
  {
    code: 'sample/missing',
    title: 'A sample without a required property',
    reason: 'Such a use is a mistake in every framework.',
    fails: samples('  steps: []', {
      '.contract.yaml': contractWith('properties: { label: { type: string, required: true } }'),
    }),
    mended: samples('  properties: { label: A }', {
      '.contract.yaml': contractWith('properties: { label: { type: string, required: true } }'),
    }),
  },
  {
    code: 'library/package',
    title: 'A package.json that no package can have',
    reason: 'Name and version of the built package come from it.',
    fails: { 'package.json': '{ "name": "Masts!", "version": "1.0.0" }\n' },
    mended: { 'package.json': '{ "name": "masts", "version": "1.0.0" }\n' },
  },
  {
    code: 'behavior/closed-root',
    title: 'Code that looks through a closed shadow root',
    reason: 'A closed root is closed for everybody who asks the host.',
    fails: {
      '.ts': 'export function connected(mast) { return mast.host.shadowRoot; }\n',
      ...contract('encapsulation: closed'),
    },
    mended: {
      '.ts': 'export function connected(mast) { return mast.parts.top; }\n',
      ...contract('encapsulation: closed'),
    },
  },
  {
    code: 'behavior/browser-only',
    title: 'Code for the first rendering that needs a browser',
    reason: 'A server that renders an element has no window, no document and no element.',
    fails: {
      '.ts': 'export const width = () => window.innerWidth;\n',
      'lastwright.yaml': 'library: 1\nserver: true\n',
      '.html': '<span>{label} {width()}</span>\n',
    },
    mended: {
      '.ts':
        'export const state = () => ({ width: 0 });\nexport function connected(mast) { mast.state.width = window.innerWidth; }\n',
      'lastwright.yaml': 'library: 1\nserver: true\n',
      '.html': '<span>{label} {width}</span>\n',
    },
  },
  {
    code: 'behavior/outside',
    title: 'A behavior that imports from outside of the library',
    reason: 'Who gets the library alone cannot build it.',
    fails: { '.ts': "import { word } from '../../../word.js';\nexport function connected() { word(); }\n" },
    mended: {
      '.ts': "import { word } from './word.js';\nexport function connected() { word(); }\n",
      'elements/quay-mast/word.js': 'export function word() {}\n',
    },
  },
  {
    code: 'behavior/module-state',
    title: 'A variable that all elements share',
    reason: 'One element changes it for all, and no view sees it change.',
    fails: {
      '.ts': 'let raised = 0;\nexport function raise() { raised += 1; }\n',
      '.html': '<button onclick="raise()">{label}</button>\n',
    },
    mended: {
      '.ts':
        'export const state = () => ({ raised: 0 });\nexport function raise(mast) { mast.state.raised += 1; }\n',
      '.html': '<button onclick="raise()">{label} {raised}</button>\n',
    },
  },
  {
    code: 'wraps/constructor',
    title: 'A constructor that gives the element children or attributes',
    reason: 'An element that is made by script has neither then: document.createElement() throws.',
    fails: {
      'elements/quay-boom/boom.js':
        'export default class extends HTMLElement {\n  constructor() {\n    super();\n    this.append("Boom");\n  }\n}\n',
      'elements/quay-boom/quay-boom.contract.yaml':
        'contract: 1\ntag: quay-boom\nwraps: { element: ./boom.js }\n',
    },
    mended: {
      'elements/quay-boom/boom.js':
        'export default class extends HTMLElement {\n  connectedCallback() {\n    this.append("Boom");\n  }\n}\n',
      'elements/quay-boom/quay-boom.contract.yaml':
        'contract: 1\ntag: quay-boom\nwraps: { element: ./boom.js }\n',
    },
  },
  {
    code: 'passthrough/other-element',
    title: 'A part that is another element than "native" says',
    reason: 'Properties would be brought in that the control does not have.',
    fails: {
      ...contract('parts: { pole: {} }\npassthrough: { to: pole, native: button }'),
      '.html': '<a part="pole">{label}</a>\n',
    },
    mended: {
      ...contract('parts: { pole: {} }\npassthrough: { to: pole, native: a }'),
      '.html': '<a part="pole">{label}</a>\n',
    },
  },
];
