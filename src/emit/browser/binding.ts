import { assign, call, expression, identifier, literal, member, statements } from '../../syntax/build.js';
import type { TreeNode } from '../../syntax/tree.js';
import { authorExpression } from '../author-code.js';
import type { Emission } from './emission.js';
import type { BlockLayout, BoundNode } from './layout.js';
import { classCode, isNumber, valueCode, type ValueCode } from './value.js';

/** The statements that let one binding follow; `node` is where its node is, `dirty` gives what changed of what a list reads. */
export function bindingStatements(
  binding: BoundNode,
  node: TreeNode,
  emission: Emission,
  dirty: (block: BlockLayout) => TreeNode,
): TreeNode[] {
  const { runtime, author } = emission;
  switch (binding.kind) {
    case 'text': {
      const text = valueCode(binding.source.parts, emission);
      // The page turns a number into text by itself.
      const isPlain = text.isText || isNumber(binding.source.parts, emission);
      if (!isPlain) runtime.add('text');
      if (emission.takesOver) runtime.add('keepText');
      return compared(keptField(binding)!, text, (value) => {
        const written = isPlain ? value : call('text', [value]);
        return emission.takesOver ? call('keepText', [node, written]) : assign(member(node, 'data'), written);
      });
    }
    case 'attribute':
      return attributeStatements(binding, node, emission);
    case 'when': {
      const helper = blocksHelper('choose', emission);
      const { source, chosen, otherwise, field } = binding;
      const condition = authorExpression(source.condition, author);
      const kind = expression`${condition} ? ${chosen.name} : ${otherwise?.name ?? 'undefined'}`;
      return shown(helper, field, node, [kind, identifier('this'), identifier('changed')]);
    }
    case 'dynamic': {
      const helper = blocksHelper('choose', emission);
      const { source, block, field } = binding;
      const kind = call(kindsOf(block), [valueCode(source.parts, emission).code]);
      return shown(helper, field, node, [kind, identifier('this'), identifier('changed')]);
    }
    case 'each': {
      const helper = blocksHelper('repeat', emission);
      const { source, block, field } = binding;
      const list = authorExpression(source.list, author);
      return shown(helper, field, node, [list, identifier(block.name), identifier('this'), dirty(block)]);
    }
  }
}

/** What shows blocks at a place. */
function blocksHelper(helper: 'choose' | 'repeat', { runtime, takesOver }: Emission): string {
  const name = takesOver ? `${helper}Over` : helper;
  runtime.add(name);
  return name;
}

/** The field in which a block keeps what it showed last; undefined for what is asked of the node itself. */
export function keptField(binding: BoundNode): string | undefined {
  if (binding.kind === 'text') return `${binding.node.name}Was`;
  return binding.kind === 'attribute' && binding.source.kind === 'live' ? undefined : binding.field;
}

/** `this.field = choose(node, this.field, …);` */
function shown(helper: string, field: string, node: TreeNode, rest: readonly TreeNode[]): TreeNode[] {
  const own = expression`this.${field}`;
  return statements`${assign(own, call(helper, [node, own, ...rest]))};`;
}

function attributeStatements(
  { source, element, field }: BoundNode & { kind: 'attribute' },
  node: TreeNode,
  emission: Emission,
): TreeNode[] {
  const { runtime } = emission;
  const { name, parts } = source;
  const { takesOver } = emission;
  /** What a helper of the runtime writes. */
  const written = (helper: string): TreeNode[] => {
    runtime.add(helper);
    return compared(field, valueCode(parts, emission), (value) => call(helper, [node, literal(name), value]));
  };
  const isLinked = element.namespace !== 'html' && /^(?:xlink|xml):/.test(name);
  switch (source.kind) {
    case 'attribute':
      return written(isLinked ? 'setLinked' : takesOver ? 'keepAttribute' : 'setAttribute');
    case 'foreign':
      return written('setForeign');
    case 'address':
      return written(isLinked ? 'setLinked' : takesOver ? 'keepAddress' : 'setAddress');
    case 'class':
      return compared(field, classCode(parts, emission), (value) =>
        element.namespace === 'html'
          ? assign(member(node, 'className'), value)
          : expression`${node}.setAttribute('class', ${value})`,
      );
    case 'style': {
      const style = valueCode(parts, emission);
      if (!style.isText) runtime.add('writeStyle');
      return compared(field, style, (value) =>
        style.isText ? assign(expression`${node}.style.cssText`, value) : call('writeStyle', [node, value]),
      );
    }
    case 'property':
      return compared(field, valueCode(parts, emission), (value) => assign(member(node, name), value));
    case 'live': {
      const { code, isText } = valueCode(parts, emission);
      if (takesOver) {
        runtime.add('keepLive');
        if (name === 'value' && !isText) runtime.add('text');
        const value = name !== 'value' ? expression`Boolean(${code})` : isText ? code : call('text', [code]);
        return statements`${call('keepLive', [node, literal(name), value])};`;
      }
      if (name !== 'value') return statements`${member(node, name)} = Boolean(${code});`;
      if (!isText) runtime.add('text');
      const text = isText ? code : call('text', [code]);
      return statements`const value = ${text};
        if (value !== ${node}.value) ${node}.value = value;`;
    }
  }
}

/** Writes a value where it is another one than before; of a text that follows from one value, that value is kept. */
function compared(
  field: string,
  { code, from }: ValueCode,
  write: (value: TreeNode) => TreeNode,
): TreeNode[] {
  const was = expression`this.${field}`;
  const kept = expression`${was} = value`;
  return statements`const value = ${from?.value ?? code};
    if (value !== ${was}) ${write(from ? from.text(kept) : kept)};`;
}

/** The constant that gives the kind of a block with a dynamic name. */
export function kindsOf({ name }: BlockLayout): string {
  return `${name.charAt(0).toLowerCase()}${name.slice(1)}s`;
}
