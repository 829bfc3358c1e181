import type { Behavior } from '../../behavior/read-behavior.js';
import type { Contract } from '../../contract/model.js';
import { liveProperties, nativeProperties, passedAttributes } from '../../contract/passed.js';
import { escapeMarkup, escapeText, VOID_ELEMENTS } from '../../syntax/markup.js';
import {
  array,
  arrow,
  block as blockOf,
  call,
  data,
  expression,
  identifier,
  importOf,
  literal,
  object,
  property,
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
  TextNode,
  ValuePart,
  ViewNode,
  ViewTree,
  WhenNode,
} from '../../view/view-tree.js';
import { authorExpression, localName, renamedNames, type AuthorCode } from '../author-code.js';
import { Bits } from '../browser/bits.js';
import { onlyFor } from '../browser/class-statics.js';
import { shadowInit } from '../browser/element.js';
import { ModuleNames } from '../browser/names.js';
import { isAwaited, PropertyEmitter } from '../browser/properties.js';

/** What an element's first rendering is emitted from. */
export interface ServerSource {
  contract: Contract;
  tree: ViewTree;
  behavior: Behavior | undefined;
  /** Its style sheets in their order: what they say, and the name of the file that says it too. */
  sheets: readonly { css: string; file: string }[];
}

/** Addresses that the module imports. */
export interface ServerAddresses {
  /** What writes values as HTML. */
  helpers: string;
  behavior: string;
}

/** Names that the module uses itself. */
const OWN = new Set(
  (
    'address asChoice asData asNumber asText attempt attribute attributes behavior classNames content definition draw filled ' +
    'firstContent host html inlineStyle inside insideOf memberKey nested number page passed plain results state text undefined value'
  ).split(' '),
);

/** What takes over tells the end of a place of blocks by, and where the blocks at it begin. */
const PLACE_END = '<!--]-->';
const PLACE_START = '<!--[-->';
/** Stands between two texts that a parser would make one of. */
const BETWEEN_TEXTS = '<!--|-->';
const EDGE = '<!---->';

/**
 * A module without a document: its `definition` is what an element's first rendering is made from (`ServerDefinition`). Comments in
 * what it draws say where blocks begin and end, for the class that takes it over.
 */
export function emitServerDefinition(
  source: ServerSource,
  contracts: ReadonlyMap<string, Contract>,
  addresses: ServerAddresses,
): string {
  const writer = new ServerWriter(source, contracts);
  const definition = writer.definition();
  const results = [...(source.behavior?.named.results.keys() ?? [])];
  const program = [
    ...(writer.helpers.size > 0 ? [importOf([...writer.helpers].sort(), addresses.helpers)] : []),
    ...(source.behavior ? [importOf(['* as behavior'], addresses.behavior)] : []),
    ...(results.length > 0 ? statements`const { results } = behavior;` : []),
    ...writer.constants,
    ...statements`export const definition = ${definition};`,
  ];
  return print(program).code;
}

class ServerWriter {
  readonly helpers = new Set<string>();
  readonly constants: TreeNode[];
  readonly #author: AuthorCode;
  /** True if the view runs functions of the behavior. */
  #needsInside = false;
  readonly #properties: PropertyEmitter;

  constructor(
    readonly source: ServerSource,
    readonly contracts: ReadonlyMap<string, Contract>,
  ) {
    const { contract, tree } = source;
    const { positions, bound } = tree;
    const need = (helper: string): unknown => this.helpers.add(helper);
    this.#author = { positions, renamed: renamedNames(bound, OWN), need };
    const names = new ModuleNames(tree, OWN);
    const emission = {
      contract,
      names,
      bits: new Bits([], names),
      author: this.#author,
      runtime: this.helpers,
      takesOver: false,
    };
    this.#properties = new PropertyEmitter(emission, () => false, undefined);
    this.constants = this.#properties.constants();
  }

  /** The element's definition as an object. */
  definition(): TreeNode {
    const { contract, tree, behavior, sheets } = this.source;
    const live = liveProperties(contract);
    const { mode, delegatesFocus } = shadowInit(contract) ?? {};
    const native = Object.entries(nativeProperties(contract)).map(
      ([attribute, { property: name, type, enumerated }]) =>
        property(
          name,
          data([
            attribute,
            type,
            ...(enumerated ? [[enumerated.keywords, enumerated.missing, enumerated.invalid]] : []),
          ]),
        ),
    );
    const entries: [name: string, value: TreeNode | undefined][] = [
      ['tag', literal(contract.tag)],
      ['mode', mode && literal(mode)],
      ['delegatesFocus', delegatesFocus ? literal(true) : undefined],
      [
        'sheets',
        array(
          sheets.map(({ css, file }) =>
            object([property('css', templateLiteral([css])), property('file', literal(file))]),
          ),
        ),
      ],
      ['asksFilled', tree.asksFilled ? literal(true) : undefined],
      [
        'properties',
        object(
          contract.properties.map((one) => property(one.name, this.#property(one))),
          true,
        ),
      ],
      ['native', native.length > 0 ? object(native) : undefined],
      ['live', live.length > 0 ? data(live) : undefined],
      ['passing', this.#passing()],
      ['state', behavior?.exports.has('state') ? expression`behavior.state` : undefined],
      ['draw', this.#draw()],
    ];
    return object(
      entries.flatMap(([name, value]) => (value ? [property(name, value)] : [])),
      true,
    );
  }

  #property(one: Contract['properties'][number]): TreeNode {
    const { attribute, reflect, kind } = one;
    const value = [identifier('value')];
    return object([
      ...(attribute === undefined ? [] : [property('attribute', literal(attribute))]),
      property('convert', arrow(value, this.#properties.converted(one))),
      ...(reflect && attribute !== undefined
        ? [property('reflect', arrow(value, this.#properties.attributeText(one)))]
        : []),
      ...(kind === 'boolean' ? [property('isBoolean', literal(true))] : []),
      ...(isAwaited(one) ? [property('isAwaited', literal(true))] : []),
    ]);
  }

  /** Which attributes reach the control. */
  #passing(): TreeNode | undefined {
    const { contract, tree } = this.source;
    if (!contract.passthrough) return undefined;
    const names = passedAttributes(contract, tree.controlTags);
    const only = onlyFor({ contract }, tree, names);
    return object([
      property('names', data(names)),
      ...(tree.written.size > 0 ? [property('written', data([...tree.written]))] : []),
      ...(only.length > 0 ? [property('only', object(only))] : []),
    ]);
  }

  #draw(): TreeNode {
    const lines = this.block(this.source.tree.root, { isBounded: false });
    const inside = this.#needsInside ? statements`const inside = insideOf();` : [];
    const body = statements`${inside}; let html = ''; ${lines}; return html;`;
    return {
      ...arrow(
        ['host', 'state', 'insideOf', 'filled', 'page', 'attributes'].map(identifier),
        identifier('undefined'),
      ),
      body: blockOf(body),
      expression: false,
    };
  }

  /** The statements that draw a block, what stands together in one. */
  block({ nodes }: Block, { isBounded, dynamic }: { isBounded: boolean; dynamic?: ElementNode }): TreeNode[] {
    const [only] = nodes;
    const isSingle =
      nodes.length === 1 &&
      (only!.kind === 'text' || (only!.kind === 'element' && (!only!.dynamic || only === dynamic)));
    const edge = isBounded && !isSingle ? [EDGE] : [];
    const before = isBounded && isSingle && only!.kind === 'text' ? [BETWEEN_TEXTS] : edge;
    return this.#joined([...before, ...nodes.flatMap((node) => this.#node(node, false, dynamic)), ...edge]);
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
      if (typeof piece === 'string' || !/Statement$|Declaration$/.test(piece.type)) together.push(piece);
      else {
        flush();
        lines.push(piece);
      }
    }
    flush();
    return lines;
  }

  /** One node; `isLast` says that it ends its element, where no comment marks the place of blocks. */
  #node(node: ViewNode, isLast: boolean, dynamic?: ElementNode): (string | TreeNode)[] {
    switch (node.kind) {
      case 'text':
        return this.#text(node, 'content');
      case 'element':
        return node.dynamic && node !== dynamic
          ? this.#place(this.#dynamicElement(node), isLast)
          : this.#element(node);
      case 'when':
        return this.#place([this.#when(node)], isLast);
      case 'each':
        return this.#place([this.#each(node)], isLast);
    }
  }

  /** Blocks at their place, between comments where something follows. */
  #place(blocks: (string | TreeNode)[], isLast: boolean): (string | TreeNode)[] {
    return isLast ? blocks : [PLACE_START, ...blocks, PLACE_END];
  }

  #text({ parts }: TextNode, helper: 'content' | 'firstContent'): (string | TreeNode)[] {
    return parts.map((part, place) =>
      typeof part === 'string'
        ? escapeText(part)
        : this.#help(place === 0 ? helper : 'content', this.#code(part)),
    );
  }

  #children({ children, name }: ElementNode): (string | TreeNode)[] {
    return children.flatMap((child, place) => {
      if (place === 0 && child.kind === 'text' && DROPS_LINE.test(name)) {
        const text = this.#text(child, 'firstContent');
        return typeof text[0] === 'string' && text[0].startsWith('\n') ? ['\n', ...text] : text;
      }
      return this.#node(child, place === children.length - 1);
    });
  }

  #element(node: ElementNode): (string | TreeNode)[] {
    const { name, namespace } = node;
    if (this.contracts.has(name) && namespace === 'html') return [this.#nested(node)];
    const isVoid = VOID_ELEMENTS.has(name) && namespace === 'html';
    const tag: string | TreeNode = node.dynamic ? identifier('value') : name;
    const typed = node.bindings.find(
      (one) => name === 'textarea' && one.kind === 'live' && one.name === 'value',
    );
    return [
      '<',
      tag,
      ...(node.isControl ? [this.#passed(node)] : []),
      ...node.attributes.map(({ name: own, value }) => ` ${own}="${escapeMarkup(value)}"`),
      ...node.bindings.flatMap((binding) => (binding === typed ? [] : this.#attribute(binding))),
      '>',
      ...(isVoid
        ? []
        : typed
          ? [this.#help('firstContent', this.#value(typed.parts)), `</${name}>`]
          : [...this.#children(node), '</', tag, '>']),
    ];
  }

  #passed(node: ElementNode): TreeNode {
    const name = node.dynamic ? identifier('value') : literal(node.name);
    return this.#help('passed', identifier('attributes'), expression`definition.passing`, name);
  }

  /** An element whose name is none of the list shows nothing. */
  #dynamicElement(node: ElementNode): TreeNode[] {
    const among = data(node.dynamic!.among);
    const name = this.#value(node.dynamic!.parts);
    const drawn = this.#joined(this.#element(node));
    return statements`for (const value of ${among}) if (value === ${name}) { ${drawn} }`;
  }

  /** An element of the library is drawn by its own definition. */
  #nested(node: ElementNode): TreeNode {
    const { name, attributes, bindings } = node;
    const contract = this.contracts.get(name)!;
    const own = attributes.map((one) => data([one.name, one.value]));
    const bound = bindings.flatMap((binding) =>
      binding.kind === 'property' ? [] : [array([literal(binding.name), this.#attributeValue(binding)])],
    );
    const properties = bindings.flatMap(({ kind, name: given, parts }) => {
      const known = contract.properties.some((one) => one.name === given);
      return kind === 'property' && known ? [property(given, this.#value(parts))] : [];
    });
    const children = node.children.length > 0 ? this.#html(this.#children(node)) : literal('');
    return this.#help(
      'nested',
      identifier('page'),
      literal(name),
      array([...own, ...bound]),
      object(properties),
      children,
    );
  }

  /** What pieces give, as one expression. */
  #html(pieces: (string | TreeNode)[]): TreeNode {
    if (pieces.every((piece) => typeof piece === 'string' || !/Statement$|Declaration$/.test(piece.type)))
      return templateLiteral(pieces);
    const body = statements`let html = ''; ${this.#joined(pieces)}; return html;`;
    return expression`(${{ ...arrow([], identifier('undefined')), body: blockOf(body), expression: false }})()`;
  }

  #attribute(binding: AttributeBinding): (string | TreeNode)[] {
    // The property of an element that is not known shows nowhere.
    if (binding.kind === 'property') return [];
    return [this.#help('attribute', literal(binding.name), this.#attributeValue(binding))];
  }

  #attributeValue({ kind, parts }: AttributeBinding): TreeNode {
    switch (kind) {
      case 'address':
        return this.#help('address', this.#value(parts));
      case 'foreign':
        return this.#help('plain', this.#value(parts));
      case 'class': {
        const list = parts.flatMap((part) =>
          typeof part === 'string' ? (part.trim() ? [literal(part.trim())] : []) : [this.#code(part)],
        );
        return this.#help('classNames', array(list));
      }
      case 'style':
        return this.#help('inlineStyle', this.#value(parts));
      default:
        return this.#value(parts);
    }
  }

  #when({ condition, chosen, otherwise }: WhenNode): TreeNode {
    return made('IfStatement', {
      test: this.#code(condition),
      consequent: blockOf(this.block(chosen, { isBounded: true })),
      alternate: otherwise && blockOf(this.block(otherwise, { isBounded: true })),
    });
  }

  #each({ item, index, list, block }: EachNode): TreeNode {
    const body = this.block(block, { isBounded: true });
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

  /** An expression; one that runs an author's function may need what only a browser has, and is nothing then. */
  #code(resolved: Resolved): TreeNode {
    const code = authorExpression(resolved, this.#author);
    const isSafe = resolved.names.every(
      ({ meaning }) => meaning.kind !== 'function' && meaning.kind !== 'result',
    );
    if (isSafe) return code;
    this.#needsInside = true;
    return this.#help('attempt', identifier('page'), literal(this.source.contract.tag), arrow([], code));
  }

  #help(helper: string, ...values: TreeNode[]): TreeNode {
    this.helpers.add(helper);
    return call(helper, values);
  }
}

/** Elements of which a parser drops the line feed that their content begins with. */
const DROPS_LINE = /^(?:pre|textarea|listing)$/;
