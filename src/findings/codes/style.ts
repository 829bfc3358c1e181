import { plainContractWith, type Explanation } from './code.js';

const HOST = ':host { display: inline-block; }\n';
const style = (css: string, more: Record<string, string> = {}) => ({ '.css': `${HOST}${css}\n`, ...more });
const contract = (more: string) => ({ '.contract.yaml': plainContractWith(more) });

export const styleCodes: Explanation[] = [
  {
    code: 'style/syntax',
    title: 'A style sheet that cannot be parsed',
    reason: 'Browsers would drop rules without a word.',
    fails: style('span { color: red'.concat(' } }')),
    mended: style('span { color: red }'),
  },
  {
    code: 'style/property-name',
    title: 'A custom property without its hyphens',
    reason: 'Custom properties begin with two hyphens (CSS Custom Properties, section 2).',
    fails: {
      ...contract('cssProperties: { mast-color: {} }'),
      ...style('span { color: var(--mast-color) }'),
    },
    mended: {
      ...contract('cssProperties: { --mast-color: {} }'),
      ...style('span { color: var(--mast-color) }'),
    },
  },
  {
    code: 'style/import',
    title: '@import in an element’s style',
    reason: 'Style sheets that elements share cannot import others (CSSOM, section 6.1).',
    fails: { '.css': `@import 'tokens.css';\n${HOST}` },
    mended: { '.css': HOST },
  },
  {
    code: 'style/font-face',
    title: '@font-face in an element’s style',
    reason:
      'Fonts that are declared inside a shadow root are not used; the build moves the rule to where it works.',
    fails: style("@font-face { font-family: Quay; src: url('quay.woff2') }"),
    mended: style('span { font-family: Quay, serif }'),
  },
  {
    code: 'style/property',
    title: '@property in an element’s style',
    reason: 'Custom properties are registered for a document; the build moves the rule to where it works.',
    fails: style("@property --quay-mast-color { syntax: '<color>'; inherits: true; initial-value: red }"),
    mended: {
      ...contract("cssProperties: { --quay-mast-color: { syntax: '<color>', initial: red } }"),
      ...style('span { color: var(--quay-mast-color) }'),
    },
  },
  {
    code: 'style/no-effect',
    title: 'A selector that matches nothing inside a shadow root',
    reason: 'The document’s own elements are not in the element’s tree.',
    fails: style('body span { color: red }'),
    mended: style(':host span { color: red }'),
  },
  {
    code: 'style/slotted',
    title: '::slotted() that can match nothing',
    reason:
      '::slotted() matches the nodes that are given to a slot, and nothing inside of them (CSS Scoping, section 3.3.2).',
    fails: style('::slotted(b) { color: red }'),
    mended: {
      ...style('::slotted(b) { color: red }'),
      '.html': '{label}<slot></slot>\n',
      ...contract('slots: { default: {} }'),
    },
  },
  {
    code: 'style/unused-part',
    title: '::part() of an inner element that has no such part',
    reason: 'It reaches nothing.',
    fails: style('quay-mast::part(pol) { color: red }', {
      ...contract('parts: { pole: {} }'),
      '.html': '<span part="pole">{label}</span>\n',
    }),
    mended: style('quay-mast::part(pole) { color: red }', {
      ...contract('parts: { pole: {} }'),
      '.html': '<span part="pole">{label}</span>\n',
    }),
  },
  {
    code: 'style/undeclared-property',
    title: 'A custom property that is read and not declared',
    reason: 'Consumers would not know of it; often it is misspelt.',
    fails: style('span { color: var(--quay-mast-color) }'),
    mended: style(
      'span { color: var(--quay-mast-color) }',
      contract('cssProperties: { --quay-mast-color: {} }'),
    ),
  },
  {
    code: 'style/unread-property',
    title: 'A custom property that is declared and never read',
    reason: 'Setting it would change nothing.',
    fails: style('span { color: red }', contract('cssProperties: { --quay-mast-color: {} }')),
    mended: style(
      'span { color: var(--quay-mast-color) }',
      contract('cssProperties: { --quay-mast-color: {} }'),
    ),
  },
  {
    code: 'style/host-inline',
    title: 'A host that stays inline around a block',
    reason:
      'Elements are inline by default: around block content the host has no size of its own, and layout takes two to four times as long.',
    fails: { '.css': 'p { margin: 0 }\n', '.html': '<p>{label}</p>\n' },
    mended: { '.css': ':host { display: block }\np { margin: 0 }\n', '.html': '<p>{label}</p>\n' },
  },
  {
    code: 'style/sass-missing',
    title: 'A style in SCSS without the package that compiles it',
    reason: 'SCSS is compiled by the package sass, which the library installs itself.',
    fails: { '.scss': ':host { display: inline-block; span { color: red } }\n' },
    mended: { '.css': ':host { display: inline-block; }\nspan { color: red }\n' },
  },
  {
    code: 'style/unknown-property',
    title: 'A property that CSS does not have',
    reason: 'Browsers leave the declaration out.',
    fails: { '.css': ':host { display: inline-block; colr: red; }\n' },
    mended: { '.css': ':host { display: inline-block; color: red; }\n' },
  },
  {
    code: 'style/unknown-class',
    title: 'A class that no style of the element has',
    reason: 'Style sheets of the page, utility classes among them, do not reach into a shadow root.',
    fails: { '.html': '<span class="pole">{label}</span>\n', '.css': ':host { display: inline-block; }\n' },
    mended: {
      '.html': '<span class="pole">{label}</span>\n',
      '.css': ':host { display: inline-block; }\n.pole { color: brown; }\n',
    },
  },
];
