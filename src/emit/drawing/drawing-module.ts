import type { Behavior } from '../../behavior/read-behavior.js';
import { propertyForAttribute, type Contract } from '../../contract/model.js';
import { escapeMarkup, escapeText, VOID_ELEMENTS } from '../../syntax/markup.js';
import {
  array,
  block as blockOf,
  call,
  data,
  expression,
  identifier,
  importOf,
  literal,
  statements,
  templateLiteral,
} from '../../syntax/build.js';
import { print } from '../../syntax/print.js';
import { made, type TreeNode } from '../../syntax/tree.js';
import type { Resolved } from '../../view/resolve.js';
import type {
  AttributeBinding,
  Block,
  EachNode,
  ElementNode,
  ValuePart,
  ViewNode,
  ViewTree,
  WhenNode,
} from '../../view/view-tree.js';
import { authorExpression, localName, renamedNames, type AuthorCode } from '../author-code.js';

/** What a view's first drawing is emitted from. */
export interface DrawingSource {
  contract: Contract;
  tree: ViewTree;
  behavior: Behavior | undefined;
}

/** Addresses that the module imports. */
export interface DrawingAddresses {
  /** The helpers that write values as HTML. */
  helpers: string;
  behavior: string;
}

/** Names that the module uses itself. */
const OWN = new Set(
  (
    'addressAttribute attribute behavior classAttribute content draw filled host html inside memberKey place ' +
    'plainAttribute results state styleAttribute undefined value'
  ).split(' '),
);

/**
 * A module without a document: its `draw(inside, filled)` gives the HTML text that the view draws first. `inside` holds
 * `host` (the properties), `state`, and what functions of the behavior read; `filled` tells of each slot whether it is
 * given something. `contracts` are those of the library by tag.
 */
export function drawingModule(
  source: DrawingSource,
  contracts: ReadonlyMap<string, Contract>,
  addresses: DrawingAddresses,
): string {
  const writer = new DrawingWriter(source, contracts);
  const body = writer.block(source.tree.root);
  const results = [...(source.behavior?.named.results.keys() ?? [])];
  const program = [
    ...(writer.helpers.size > 0 ? [importOf([...writer.helpers].sort(), addresses.helpers)] : []),
    ...(source.behavior ? [importOf(['* as behavior'], addresses.behavior)] : []),
    ...(results.length > 0 ? statements`const { results } = behavior;` : []),
    ...statements`export function draw(inside, filled) {
      const { host, state } = inside;
      let html = '';
      ${body};
      return html;
    }`,
  ];
  return print(program).code;
}

class DrawingWriter {
  readonly helpers = new Set<string>();
  readonly #author: AuthorCode;

  constructor(
    source: DrawingSource,
    readonly contracts: ReadonlyMap<string, Contract>,
  ) {
    const { positions, bound } = source.tree;
    const need = (helper: string): unknown => this.helpers.add(helper);
    this.#author = { positions, renamed: renamedNames(bound, OWN), need };
  }

  /** The statements that draw a block, what stands together in one. */
  block({ nodes }: Block): TreeNode[] {
    return this.#joined(nodes.flatMap((node) => this.#node(node)));
  }

  /** Texts and values that follow each other as one statement; statements as they are. */
  #joined(pieces: readonly (string | TreeNode)[]): TreeNode[] {
    const lines: TreeNode[] = [];
    let together: (string | TreeNode)[] = [];
    const flush = (): void => {
      if (together.length > 0) lines.push(...statements`html += ${templateLiteral(together)};`);
      together = [];
    };
    for (const piece of pieces) {
      if (typeof piece === 'string' || !piece.type.endsWith('Statement')) together.push(piece);
      else {
        flush();
        lines.push(piece);
      }
    }
    flush();
    return lines;
  }

  #node(node: ViewNode): (string | TreeNode)[] {
    switch (node.kind) {
      case 'text':
        return node.parts.map((part) =>
          typeof part === 'string' ? escapeText(part) : this.#help('content', this.#code(part)),
        );
      case 'element':
        return this.#element(node);
      case 'when':
        return [this.#when(node)];
      case 'each':
        return [this.#each(node)];
    }
  }

  #element(node: ElementNode): (string | TreeNode)[] {
    const isVoid = VOID_ELEMENTS.has(node.name) && node.namespace === 'html';
    const content = [
      ...node.attributes.map(({ name, value }) => ` ${name}="${escapeMarkup(value)}"`),
      ...node.bindings.flatMap((binding) => this.#attribute(node, binding)),
      '>',
      ...(isVoid ? [] : node.children.flatMap((child) => this.#node(child))),
    ];
    if (!node.dynamic) return [`<${node.name}`, ...content, ...(isVoid ? [] : [`</${node.name}>`])];
    // A name that is none of the list shows nothing.
    const name = this.#value(node.dynamic.parts);
    const among = data(node.dynamic.among);
    const drawn = this.#joined(['<', identifier('value'), ...content, '</', identifier('value'), '>']);
    return statements`for (const value of ${among}) if (value === ${name}) { ${drawn} }`;
  }

  #attribute(node: ElementNode, binding: AttributeBinding): (string | TreeNode)[] {
    const { kind, name, parts } = binding;
    const value = this.#value(parts);
    switch (kind) {
      case 'attribute':
      case 'live':
        return [this.#help('attribute', literal(name), value)];
      case 'address':
        return [this.#help('addressAttribute', literal(name), value)];
      case 'foreign':
        return [this.#help('plainAttribute', literal(name), value)];
      case 'class': {
        const list = parts.flatMap((part) =>
          typeof part === 'string' ? (part.trim() ? [literal(part.trim())] : []) : [this.#code(part)],
        );
        return [this.#help('classAttribute', array(list))];
      }
      case 'style':
        return [this.#help('styleAttribute', value)];
      case 'property':
        return this.#property(node, name, value);
    }
  }

  /** A property of an element of the library shows in its tag where it has an attribute. */
  #property({ name: tag }: ElementNode, name: string, value: TreeNode): (string | TreeNode)[] {
    const contract = this.contracts.get(tag);
    const property = contract && propertyForAttribute(contract, name.toLowerCase());
    return property?.attribute === undefined
      ? []
      : [this.#help('plainAttribute', literal(property.attribute), value)];
  }

  #when({ condition, chosen, otherwise }: WhenNode): TreeNode {
    return made('IfStatement', {
      test: this.#code(condition),
      consequent: blockOf(this.block(chosen)),
      alternate: otherwise && blockOf(this.block(otherwise)),
    });
  }

  #each({ item, index, list, block }: EachNode): TreeNode {
    const body = this.block(block);
    const items = expression`[...(${this.#code(list)} ?? [])]`;
    const name = localName(item, this.#author);
    const [loop] = index
      ? statements`for (const [${localName(index, this.#author)}, ${name}] of ${items}.entries()) { ${body} }`
      : statements`for (const ${name} of ${items}) { ${body} }`;
    return loop!;
  }

  #value(parts: readonly ValuePart[]): TreeNode {
    const [only] = parts;
    if (parts.length === 1 && typeof only === 'object') return this.#code(only);
    return templateLiteral(
      parts.map((part) => (typeof part === 'string' ? part : expression`${this.#code(part)} ?? ''`)),
    );
  }

  #code(resolved: Resolved): TreeNode {
    return authorExpression(resolved, this.#author);
  }

  #help(helper: string, ...values: TreeNode[]): TreeNode {
    this.helpers.add(helper);
    return call(helper, values);
  }
}
