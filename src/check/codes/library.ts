import { plainContractWith, type Code } from './code.js';

const config = (text: string) => ({ 'lastwright.yaml': `library: 1\n${text}\n` });
const samples = (text: string, more: Record<string, string> = {}) => ({
  '.samples.yaml': `- sample: A mast\n${text}\n`,
  ...more,
});
const contract = (more: string) => ({ '.contract.yaml': plainContractWith(more) });

const known = (kind: string, fails: Code['fails'], mended: Code['mended'], reason: string): Code => ({
  code: `sample/unknown-${kind}`,
  severity: 'error',
  title: `A sample with a ${kind} that the contract does not have`,
  reason,
  fails,
  mended,
});

export const libraryCodes: Code[] = [
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
    'attribute',
    samples('  steps: [{ expect: { attribute: { lable: A } } }]'),
    samples('  steps: [{ expect: { attribute: { label: null } } }]'),
    'It will never be there.',
  ),
  {
    code: 'sample/step',
    severity: 'error',
    title: 'A step that does nothing, or two things',
    reason: 'Each step is one thing that a person does or sees.',
    fails: samples('  steps: [{ click: span, set: { label: A } }]'),
    mended: samples('  steps: [{ click: span }, { set: { label: A } }]'),
  },
  {
    code: 'library/path',
    severity: 'error',
    title: 'A path that leads out of the library',
    reason: 'Nothing outside is read or written.',
    fails: config('output: ../dist'),
    mended: config('output: dist'),
  },
  {
    code: 'library/unreadable',
    severity: 'error',
    title: 'A file of an element that cannot be read',
    reason: 'A folder or a link to another place has the name of a file that belongs to the element.',
    fails: { '.samples.yaml/one.yaml': '- sample: A mast\n' },
    mended: { '.samples.yaml': '- sample: A mast\n' },
  },
  {
    code: 'library/missing-file',
    severity: 'error',
    title: 'A file that the configuration names and that is not there',
    reason: 'What it was to say would be missing.',
    fails: config('definitions: definitions.yaml'),
    mended: { ...config('definitions: definitions.yaml'), 'definitions.yaml': 'flag: { type: string }\n' },
  },
  {
    code: 'library/empty',
    severity: 'error',
    title: 'A library without an element',
    reason: 'There is nothing to check; often the folders have another name.',
    fails: config('elements: parts/*'),
    mended: config('elements: elements/*'),
  },
  {
    code: 'library/no-contract',
    severity: 'warning',
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
    severity: 'error',
    title: 'Two contracts in one folder',
    reason: 'It cannot be told which files belong to which.',
    fails: { 'elements/quay-mast/quay-boom.contract.yaml': 'contract: 1\ntag: quay-boom\n' },
    mended: {
      'elements/quay-boom/quay-boom.contract.yaml': 'contract: 1\ntag: quay-boom\n',
      'elements/quay-boom/quay-boom.html': 'Boom\n',
    },
  },
  {
    code: 'library/unknown-host',
    severity: 'error',
    title: 'A framework that elements cannot be verified in',
    reason: 'What is promised must be proved.',
    fails: config('hosts: [html, rect]'),
    mended: config('hosts: [html, react]'),
  },
  {
    code: 'library/unknown-engine',
    severity: 'error',
    title: 'A browser that elements cannot be verified in',
    reason: 'What is promised must be proved.',
    fails: config('engines: [chromum]'),
    mended: config('engines: [chromium]'),
  },
  {
    code: 'library/unknown-code',
    severity: 'error',
    title: 'A severity for a finding that there is not',
    reason: 'It would change nothing.',
    fails: config('severity: { style/host-inlin: note }'),
    mended: config('severity: { style/host-inline: note }'),
  },
  {
    code: 'library/severity',
    severity: 'error',
    title: 'A severity that would let a broken element pass',
    reason: 'With such an error nothing can be built, whatever it is called.',
    fails: config('severity: { view/unknown-name: warning }'),
    mended: config('severity: { style/host-inline: error }'),
  },
];
