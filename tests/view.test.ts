import { describe, expect, it } from 'vitest';
import { readBehavior } from '../src/behavior/read-behavior.js';
import { readContract } from '../src/contract/read-contract.js';
import type { Contract } from '../src/contract/model.js';
import { parseView } from '../src/view/parse-view.js';
import { buildViewTree } from '../src/view/build-view-tree.js';
import type { Block, ViewNode } from '../src/view/view-tree.js';

const CONTRACT = readContract(
  'c.yaml',
  `
contract: 1
tag: quay-mast
properties:
  label: { type: string, default: Mast }
  height: { type: number, default: 0 }
  bright: { type: boolean }
  flags: { type: array, items: { type: object }, default: [] }
slots: { default: {}, top: {} }
`,
).contract!;

const BEHAVIOR = `
import type { Inside } from './quay-mast.contract.yaml';
export const state = () => ({ open: false, count: 0 });
export const unit = 'm';
export function tall(mast: Inside) { return mast.height > 10 && mast.state.open; }
export function helper(mast: Inside) { return inner(mast); }
function inner(mast: Inside) { return mast.label; }
export function all(mast: Inside) { return JSON.stringify(mast); }
export function raise(mast: Inside, by = 1) { mast.state.count += by; }
`;

function build(html: string, library: Contract[] = []) {
  const { view, findings } = parseView('v.html', html);
  const { behavior } = readBehavior('b.ts', BEHAVIOR);
  const built = buildViewTree(
    view,
    CONTRACT,
    behavior,
    new Map([CONTRACT, ...library].map((contract) => [contract.tag, contract])),
  );
  return { ...built, findings: [...findings, ...built.findings] };
}

/** All blocks of a view, the root first. */
function allBlocks(block: Block): Block[] {
  const within = (node: ViewNode): Block[] => {
    switch (node.kind) {
      case 'element':
        return node.children.flatMap(within);
      case 'when':
        return [node.chosen, ...(node.otherwise ? [node.otherwise] : [])].flatMap(allBlocks);
      case 'each':
        return allBlocks(node.block);
      default:
        return [];
    }
  };
  return [block, ...block.nodes.flatMap(within)];
}

/** The nodes of a block that come and go with it, in the order of the view: not those of blocks inside of it. */
function nodesOf(block: Block): ViewNode[] {
  const within = (node: ViewNode): ViewNode[] =>
    node.kind === 'element' ? [node, ...node.children.flatMap(within)] : [node];
  return block.nodes.flatMap(within);
}

/** What the things in a view read. */
const reads = (html: string) => {
  const readsOf = (node: ViewNode): string[] => {
    if (node.kind === 'text') return [...node.reads];
    return node.kind === 'element' ? node.bindings.flatMap((binding) => [...binding.reads]) : [];
  };
  return nodesOf(build(html).tree.root).flatMap(readsOf).sort();
};

describe('a view', () => {
  it.each([
    ['<p>{label}</p>', ['property:label']],
    ['<p>{label} is {height} {unit}</p>', ['property:height', 'property:label']],
    ['<p class="mast {bright && \'bright\'}"></p>', ['property:bright']],
    ['<p>{open ? count : 0}</p>', ['state:count', 'state:open']],
    ['<p>{tall()}</p>', ['property:height', 'state:open']],
    ['<p>{helper()}</p>', ['property:label']],
    ['<p>{all()}</p>', ['*']],
    ['<p>{flags.map((label) => label.name).join()}</p>', ['property:flags']],
    ["<p>{'}' + label}</p>", ['property:label']],
    ['<p>{ {label}.label }</p>', ['property:label']],
    ['<p>{Math.max(1, 2)}</p>', []],
    ['<p>{(label)}</p>', ['property:label']],
    ['<p>{ (bright ? (height) : count) }</p>', ['property:bright', 'property:height', 'state:count']],
  ])('knows what %s reads', (html, expected) => {
    expect(build(html).findings).toEqual([]);
    expect(reads(html)).toEqual(expected);
  });

  it('splits itself into blocks that know their loops', () => {
    const { tree, findings } = build(`
      <ul>
        <template for-each="flag, place of flags" key="flag.id">
          <li onclick="raise(place)">{flag.name}<template when="flag.torn"> torn</template></li>
        </template>
      </ul>
      <template when="bright"><b>bright</b></template>
      <template otherwise>dark</template>`);
    expect(findings).toEqual([]);
    const blocks = allBlocks(tree.root);
    expect(blocks.map(({ nodes }) => nodes.map(({ kind }) => kind).join())).toEqual([
      'element,when',
      'element',
      'text',
      'element',
      'text',
    ]);
    const flags = ['flag', 'place'].map((name) => expect.objectContaining({ name, depth: 0 }));
    expect(blocks.map(({ loops }) => loops)).toEqual([[], flags, flags, [], []]);
    expect([...tree.bound]).toEqual(['flag', 'place']);
    expect([...tree.calls]).toEqual(['raise']);
  });

  it.each([
    ['an unknown name', '<p>\n  {lable}</p>', 'view/unknown-name', 2, 4, /Did you mean "label"/],
    [
      'an unknown name behind a reference',
      '<p>&amp;&auml; {lable}</p>',
      'view/unknown-name',
      1,
      17,
      undefined,
    ],
    [
      'an unknown name in an attribute',
      '<p title="a &quot; {lable}"></p>',
      'view/unknown-name',
      1,
      21,
      undefined,
    ],
    ['an unknown name in a handler', '<p onclick="rise()"></p>', 'view/unknown-name', 1, 13, /raise/],
    ['an open brace', '<p>{label</p>', 'view/expression-syntax', 1, undefined, undefined],
    ['a tag that ends an expression', '<p>{height<b}</p>', 'view/expression-syntax', 1, undefined, undefined],
    ['nothing between braces', '<p>{ }</p>', 'view/expression-empty', 1, 4, undefined],
    ['a parenthesis too many', '<p>{label)}</p>', 'view/expression-syntax', 1, 10, undefined],
    ['two expressions', '<p>{label label}</p>', 'view/expression-syntax', 1, 11, undefined],
    ['new', '<p>{new Set()}</p>', 'view/expression-kind', 1, 5, /behavior/],
    ['an assignment', '<p>{label = 1}</p>', 'view/expression-kind', 1, 5, undefined],
    ['a way to code', '<p>{label.constructor}</p>', 'view/unsafe-member', 1, 11, undefined],
    ['a way to code in brackets', "<p>{label['__proto__']}</p>", 'view/unsafe-member', 1, 11, undefined],
    ['a global that acts', '<p>{document.title}</p>', 'view/unknown-name', 1, 5, undefined],
    [
      'a handler that calls nothing',
      '<p onclick="raise"></p>',
      'view/handler-not-called',
      1,
      13,
      /raise\(\)/,
    ],
    ['an assignment to a function', '<p onclick="raise = 1"></p>', 'view/assignment', 1, 13, undefined],
    [
      'a loop variable that cannot be one',
      '<template for-each="class of flags">x</template>',
      'view/for-each',
      1,
      11,
      undefined,
    ],
    ['a loop without of', '<template for-each="flags">x</template>', 'view/for-each', 1, 11, /item of list/],
    [
      'a key from elsewhere',
      '<template for-each="flag of flags" key="label">x</template>',
      'view/key',
      1,
      41,
      undefined,
    ],
    ['otherwise alone', '<template otherwise>x</template>', 'view/otherwise', 1, 11, undefined],
    ['a template that does nothing', '<template>x</template>', 'view/block', 1, 1, undefined],
    [
      'an attribute of a block',
      '<template when="bright" class="x">x</template>',
      'view/block',
      1,
      25,
      undefined,
    ],
    ['a script', '<script>1</script>', 'view/foreign-code', 1, 1, /behavior/],
    ['a style', '<style>p{}</style>', 'view/foreign-code', 1, 1, /CSS/],
    ['a slash at the end', '<slot/>', 'view/markup', 1, undefined, undefined],
    ['a tag left open', '<div><span>x</div>', 'view/markup', 1, undefined, undefined],
    ['a slot whose name is computed', '<slot name="{label}"></slot>', 'slot/computed-name', 1, 7, undefined],
    [
      'content without a slot',
      '<quay-mast><b slot="tip">x</b></quay-mast>',
      'slot/unknown',
      1,
      15,
      /default, top/,
    ],
  ])('finds %s', (_, html, code, line, column, help) => {
    const { findings } = build(html);
    const finding = findings.find((other) => other.code === code);
    expect(finding, JSON.stringify(findings)).toBeDefined();
    expect(finding!.line).toBe(line);
    if (column !== undefined) expect(finding!.column).toBe(column);
    if (help) expect(finding!.help).toMatch(help);
  });

  it('says that a name means two things', () => {
    const { behavior } = readBehavior('b.ts', 'export const state = () => ({ label: 1 });');
    const { view } = parseView('v.html', '<p>{label}</p>');
    const { findings } = buildViewTree(view, CONTRACT, behavior, new Map());
    expect(findings).toMatchObject([{ code: 'view/ambiguous-name', line: 1, column: 5 }]);
  });

  it('refuses markup that is nested without end', () => {
    const { findings } = build('<div>'.repeat(100_000));
    expect(findings.some(({ code }) => code === 'view/too-deep')).toBe(true);
  });
});

describe('a behavior', () => {
  it.each([
    ['a syntax error', 'export function (', 'behavior/syntax'],
    ['a default export', 'export default function () {}', 'behavior/export'],
    ['a state that cannot be seen', 'export const state = make();', 'state/unreadable'],
    ['a state with computed names', 'export const state = () => ({ [name]: 1 });', 'state/unreadable'],
  ])('finds %s', (_, text, code) => {
    expect(readBehavior('b.ts', text).findings.map((finding) => finding.code)).toEqual([code]);
  });

  it('knows the events that it emits, and where', () => {
    const { behavior } = readBehavior(
      'b.ts',
      "export function go(mast) {\n  mast.emit('mast-raise');\n  mast.emit(name);\n}",
    );
    expect(behavior.emissions.map(({ name, offset }) => [name, behavior.positions.at(offset)])).toEqual([
      ['mast-raise', { line: 2, column: 13 }],
    ]);
    expect(behavior.emitsUnknown).toBe(true);
  });
});
