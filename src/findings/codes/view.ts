import { contractWith, plainContractWith, type Explanation } from './code.js';

const view = (html: string, more: Record<string, string> = {}) => ({ '.html': `${html}\n`, ...more });
const LIST = { '.contract.yaml': contractWith('properties: { flags: { type: array, default: [] } }') };
const contractOf = (more: string) => ({ '.contract.yaml': plainContractWith(more) });
const KEYED = {
  '.contract.yaml': contractWith(
    'properties: { flags: { type: array, items: { type: object, properties: { id: { type: string } } }, default: [] } }\nslots: { note: { each: flags, key: id } }',
  ),
};
const BOOM = {
  'elements/quay-boom/quay-boom.contract.yaml':
    'contract: 1\ntag: quay-boom\nproperties: { wide: { type: boolean }, rungs: { type: array }, size: { enum: [small, large] } }\n',
  'elements/quay-boom/quay-boom.html': 'Boom {wide} {rungs} {size}\n',
};
const RAISE = { '.ts': 'export function raise() {}\n' };

export const viewCodes: Explanation[] = [
  {
    code: 'view/missing',
    title: 'An element without a view',
    reason: 'It would show nothing; an element either has a view or wraps something.',
    fails: { 'elements/quay-boom/quay-boom.contract.yaml': 'contract: 1\ntag: quay-boom\n' },
    mended: {
      'elements/quay-boom/quay-boom.contract.yaml': 'contract: 1\ntag: quay-boom\n',
      'elements/quay-boom/quay-boom.html': 'Boom\n',
    },
  },
  {
    code: 'view/markup',
    title: 'Markup that HTML reads otherwise than it looks',
    reason:
      'A slash at the end of a tag means nothing in HTML, and a tag that is left open swallows what follows.',
    fails: view('<span/>{label}'),
    mended: view('<span></span>{label}'),
  },
  {
    code: 'view/too-deep',
    title: 'Markup that is nested without end',
    reason: 'Browsers cut off what is nested too deep.',
    fails: view(`${'<div>'.repeat(205)}{label}${'</div>'.repeat(205)}`),
    mended: view('<div>{label}</div>', { '.css': ':host { display: block; }\n' }),
  },
  {
    code: 'view/foreign-code',
    title: 'A script or a style inside of a view',
    reason: 'Markup, style and behavior of an element each have a file of their own.',
    fails: view('{label}<style>span { color: red }</style>'),
    mended: view('{label}', { '.css': ':host { display: inline-block; }\nspan { color: red; }\n' }),
  },
  {
    code: 'view/expression-syntax',
    title: 'An expression that cannot be parsed',
    reason: 'Between braces stands one expression of JavaScript.',
    fails: view('<span>{label +}</span>'),
    mended: view("<span>{label + '!'}</span>"),
  },
  {
    code: 'view/expression-empty',
    title: 'Braces with nothing between them',
    reason: 'Nothing can be shown for it.',
    fails: view('<span>{label}{}</span>'),
    mended: view('<span>{label}</span>'),
  },
  {
    code: 'view/expression-kind',
    title: 'Code that cannot stand in a view',
    reason: 'A view reads values and calls functions; what does more belongs into the behavior.',
    fails: view('<span>{new URL(label).host}</span>'),
    mended: view('<span>{new Date(label).getFullYear()}</span>'),
  },
  {
    code: 'view/unsafe-member',
    title: 'A member that leads from a value to code',
    reason: 'Through "constructor" any text could become code.',
    fails: view('<span>{label.constructor}</span>'),
    mended: view('<span>{label.length}</span>'),
  },
  {
    code: 'view/type',
    title: 'An expression whose types do not fit',
    reason: 'TypeScript checks what stands in a view against the contract and the behavior.',
    fails: view('<span>{label.lenght}</span>', {
      '.contract.yaml': contractWith('properties: { label: { type: string, required: true } }'),
    }),
    mended: view('<span>{label.length}</span>', {
      '.contract.yaml': contractWith('properties: { label: { type: string, required: true } }'),
    }),
  },
  {
    code: 'view/unknown-name',
    title: 'A name that nothing declares',
    reason:
      'Names in a view are loop variables, the state, properties, what the behavior exports, and a few standard globals.',
    fails: view('<span>{lable}</span>'),
    mended: view('<span>{label}</span>'),
  },
  {
    code: 'view/ambiguous-name',
    title: 'A name that means two things',
    reason: 'A reader could not tell which one is meant.',
    fails: view('<span>{label}</span>', { '.ts': 'export const state = () => ({ label: 1 });\n' }),
    mended: view('<span>{label}</span>', { '.ts': 'export const state = () => ({ count: 1 });\n' }),
  },
  {
    code: 'view/handler-not-called',
    title: 'A handler that only names a function',
    reason: 'As in standard HTML, a handler holds code: a name alone does nothing.',
    fails: view('<b onclick="raise">{label}</b>', RAISE),
    mended: view('<b onclick="raise()">{label}</b>', RAISE),
  },
  {
    code: 'view/assignment',
    title: 'An assignment to what cannot be assigned',
    reason: 'A handler can give values to the state and to properties.',
    fails: view('<b onclick="raise = 1; raise()">{label}</b>', RAISE),
    mended: view('<b onclick="label = 1; raise()">{label}</b>', RAISE),
  },
  {
    code: 'view/for-each',
    title: 'A loop that does not say what it repeats',
    reason: 'It takes "item of list", or "item, index of list".',
    fails: view('<template for-each="flag in flags">{flag}</template>', LIST),
    mended: view('<template for-each="flag of flags">{flag}</template>', LIST),
  },
  {
    code: 'view/key',
    title: 'A key that does not come from the item',
    reason: 'A key tells one item from another.',
    fails: view('<template for-each="flag of flags" key="flags">{flag}</template>', LIST),
    mended: view('<template for-each="flag of flags" key="flag">{flag}</template>', LIST),
  },
  {
    code: 'view/otherwise',
    title: 'An alternative to nothing',
    reason: '<template otherwise> shows what stands there when the <template when> right before it does not.',
    fails: view('{label}<template otherwise>dark</template>'),
    mended: view('<template when="label">{label}</template><template otherwise>dark</template>'),
  },
  {
    code: 'view/block',
    title: 'A template that shows nothing',
    reason: 'The content of a plain <template> is inert.',
    fails: view('<template>{label}</template>'),
    mended: view('<template when="label">{label}</template>'),
  },
  {
    code: 'view/local-name',
    title: 'An element whose name is chosen at run time, without a safe list of names',
    reason: 'The names that it can have stand in the view, so that no data makes a <script> of it.',
    fails: view('<b local-name="{label}">dark</b>'),
    mended: view(`<b local-name="{label ? 'i' : 'b'}" local-names="b i">dark</b>`),
  },
  {
    code: 'view/markup-attribute',
    title: 'Markup in an attribute that is computed',
    reason: 'No expression is ever parsed as HTML; the value of srcdoc is a whole document.',
    fails: view('<iframe srcdoc="{label}"></iframe>'),
    mended: view('<iframe src="{label}"></iframe>'),
  },
  {
    code: 'view/address',
    title: 'An address that runs code',
    reason: 'Strict pages block it, and it cannot be told from an attack.',
    fails: view('<a href="javascript:alert(1)">{label}</a>'),
    mended: view('<a href="#top">{label}</a>'),
  },
  {
    code: 'view/endless',
    title: 'An element that always contains itself',
    reason: 'Drawing one draws another inside, and so on until the page stops working.',
    fails: view('{label}<quay-mast></quay-mast>'),
    mended: view('{label}<template when="label"><quay-mast></quay-mast></template>'),
  },
  {
    code: 'view/foreign-syntax',
    title: 'An attribute in the syntax of some framework',
    reason:
      'A view is plain HTML with expressions: such an attribute would stand in the page and do nothing.',
    fails: view('<button @click="raise()">{label}</button>', RAISE),
    mended: view('<button onclick="raise()">{label}</button>', RAISE),
  },
  {
    code: 'view/handler-braces',
    title: 'A handler in braces',
    reason:
      'An on… attribute is code already; in braces it would be a block that names something and does nothing.',
    fails: view('<button onclick="{raise}">{label}</button>', {
      '.ts': 'export const raise = () => {};\n',
      ...contractOf('methods: { raise: {} }'),
    }),
    mended: view('<button onclick="raise()">{label}</button>', {
      '.ts': 'export const raise = () => {};\n',
      ...contractOf('methods: { raise: {} }'),
    }),
  },
  {
    code: 'view/style-name',
    title: 'A style map with a name that CSS does not have',
    reason: 'Keys of a style map are names of CSS, with hyphens; others are ignored.',
    fails: view('<b style="{ { backgroundColor: label } }">{label}</b>'),
    mended: view('<b style="{ { \'background-color\': label } }">{label}</b>'),
  },
  {
    code: 'slot/twice',
    title: 'Two slots of one name',
    reason: 'All content goes to the first; the second stays empty.',
    fails: view('{label}<slot></slot><slot></slot>', contractOf('slots: { default: {} }')),
    mended: view('{label}<slot></slot>', contractOf('slots: { default: {} }')),
  },
  {
    code: 'slot/without-key',
    title: 'A keyed slot without its key',
    reason: 'One slot for all items would show the content of all at one place.',
    fails: view(
      '<template for-each="flag of flags" key="flag.id"><slot name="note"></slot><slot name="note-{flag.id}"></slot></template>',
      KEYED,
    ),
    mended: view(
      '<template for-each="flag of flags" key="flag.id"><slot name="note-{flag.id}"></slot></template>',
      KEYED,
    ),
  },
  {
    code: 'attribute/boolean',
    title: 'A boolean attribute with the text false',
    reason: 'A boolean attribute counts when it is there, whatever its text is: this is true.',
    fails: view('<quay-boom wide="false"></quay-boom>{label}', BOOM),
    mended: view('<quay-boom wide="{false}"></quay-boom>{label}', BOOM),
  },
  {
    code: 'attribute/data',
    title: 'A text for a property that takes data',
    reason: 'Lists, objects and functions are properties only; no text can be one.',
    fails: view('<quay-boom rungs="[1, 2]"></quay-boom>{label}', BOOM),
    mended: view('<quay-boom rungs="{[1, 2]}"></quay-boom>{label}', BOOM),
  },
  {
    code: 'attribute/value',
    title: 'A text that is no value of the property',
    reason: 'The element would show its default instead.',
    fails: view('<quay-boom size="big"></quay-boom>{label}', BOOM),
    mended: view('<quay-boom size="large"></quay-boom>{label}', BOOM),
  },
];
