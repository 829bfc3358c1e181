import { posix } from 'node:path';
import type { Behavior } from '../../behavior/read-behavior.js';
import type { Contract } from '../../contract/model.js';
import { isNativeElement, isNativeEvent } from '../../standards/standards.js';
import { block as blockOf, call, importOf, literal, member, statements } from '../../syntax/build.js';
import { VOID_ELEMENTS } from '../../syntax/markup.js';
import { print, type Segment } from '../../syntax/print.js';
import { made, type TreeNode } from '../../syntax/tree.js';
import type { Resolved } from '../../view/resolve.js';
import type {
  AttributeBinding,
  Block,
  EachNode,
  ElementNode,
  Listener,
  ValuePart,
  ViewNode,
  ViewTree,
} from '../../view/view-tree.js';
import {
  authorExpression,
  authorStatements,
  localName,
  renamedNames,
  type AuthorCode,
} from '../author-code.js';
import { TYPE_PRINTERS, typedStatements } from './typescript.js';

/** A view as a TypeScript module that is only checked, and where its pieces come from. */
export interface ViewModule {
  code: string;
  segments: Segment[];
}

/** What a view's module is made from. */
export interface ViewSource {
  contract: Contract;
  tree: ViewTree;
  behavior: Behavior | undefined;
  /** The element's folder, and the file of its behavior, from the library's root. */
  folder: string;
  behaviorFile: string | undefined;
}

/** Names that the module uses itself. */
const OWN = new Set(
  'HeardAt HeardFrom List behavior called each event filled given host inside memberKey results state undefined view'.split(
    ' ',
  ),
);

/** The type-check module of an element's view; `contracts` are those of the library by tag, `shared` what all import. */
export function viewModule(
  source: ViewSource,
  contracts: ReadonlyMap<string, Contract>,
  shared: string,
): ViewModule {
  const writer = new TypeWriter(source, contracts);
  const body = writer.block(source.tree.root);
  const behavior = source.behaviorFile && posix.basename(source.behaviorFile);
  const program = [
    typeImport(['Filled', 'Inside', 'Properties', 'State'], `./${posix.basename(source.contract.file)}`),
    ...importsOfShared(shared),
    ...writer.imports(),
    ...(behavior ? [importOf(['* as behavior'], `./${behavior}`)] : []),
    ...typedStatements`
      declare const inside: Inside;
      declare const host: Properties & Pick<HTMLElement, 'matches' | 'className'>;
      declare const filled: Filled;`,
    ...(writer.usesResults ? statements`const { results } = behavior;` : []),
    ...typedStatements`declare const state: State;`,
    ...statements`export function view() { ${body} }`,
  ];
  return print(program, TYPE_PRINTERS);
}

function typeImport(names: readonly string[], from: string): TreeNode {
  return { ...importOf(names, from), importKind: 'type' };
}

/** What all modules of views import: functions for what types alone cannot say, and types. */
function importsOfShared(shared: string): TreeNode[] {
  return [
    importOf(['called', 'each', 'given', 'memberKey'], shared),
    typeImport(['HeardAt', 'HeardFrom', 'List'], shared),
  ];
}

class TypeWriter {
  readonly #imports = new Map<string, string>();
  readonly #author: AuthorCode;
  usesResults = false;

  constructor(
    readonly source: ViewSource,
    readonly contracts: ReadonlyMap<string, Contract>,
  ) {
    const { tree, behavior } = source;
    // A function that does not look at the inside need not take it.
    const inside = (target: TreeNode, takesInside: boolean | undefined): TreeNode =>
      takesInside ? target : call('called', [target]);
    this.#author = {
      positions: tree.positions,
      renamed: renamedNames(tree.bound, OWN),
      callee: (name) => inside(member('behavior', name), behavior?.exports.get(name)?.takesInside),
      result: (name) => inside(member('results', name), behavior?.named.results.get(name)?.takesInside),
    };
  }

  /** Imports of the property and event types of other elements. */
  imports(): TreeNode[] {
    return [...this.#imports].map(([tag, name]) => {
      const path = posix.relative(this.source.folder, this.contracts.get(tag)!.file);
      return typeImport([`* as ${name}`], path.startsWith('.') ? path : `./${path}`);
    });
  }

  #typesOf(tag: string): string {
    const name = `${this.contracts.get(tag)!.className}Types`;
    this.#imports.set(tag, name);
    return name;
  }

  block({ nodes }: Block): TreeNode[] {
    return nodes.flatMap((node) => this.#node(node));
  }

  #node(node: ViewNode): TreeNode[] {
    switch (node.kind) {
      case 'text':
        return this.#parts(node.parts);
      case 'element':
        return this.#element(node);
      case 'when': {
        const condition = this.#code(node.condition);
        const chosen = blockOf(this.block(node.chosen));
        const otherwise = node.otherwise && blockOf(this.block(node.otherwise));
        return [made('IfStatement', { test: condition, consequent: chosen, alternate: otherwise })];
      }
      case 'each':
        return this.#each(node);
    }
  }

  #element(node: ElementNode): TreeNode[] {
    return [
      ...this.#parts(node.dynamic?.parts ?? []),
      ...node.bindings.flatMap((binding) => this.#binding(node, binding)),
      ...node.listeners.flatMap((listener) => this.#listener(node, listener)),
      ...node.children.flatMap((child) => this.#node(child)),
    ];
  }

  #each({ item, index, list, key, block }: EachNode): TreeNode[] {
    const body = [
      ...(index ? typedStatements`const ${localName(index, this.#author)} = 0 as number;` : []),
      ...(key ? statements`void ${this.#code(key)};` : []),
      ...this.block(block),
    ];
    // What is no list is told once: the items of it count as anything.
    return [
      ...typedStatements`given<List>(${this.#code(list)});`,
      ...statements`for (const ${localName(item, this.#author)} of each(${this.#code(list)})) { ${body} }`,
    ];
  }

  #binding({ name: tag }: ElementNode, { kind, name, parts }: AttributeBinding): TreeNode[] {
    const [only] = parts;
    if (kind !== 'property' || parts.length !== 1 || typeof only !== 'object' || !this.contracts.has(tag))
      return this.#parts(parts);
    const code = this.#code(only);
    return typedStatements`given<${this.#typesOf(tag)}.Properties[${textType(name)}]>(${code});`;
  }

  #parts(parts: readonly ValuePart[]): TreeNode[] {
    return parts.flatMap((part) => (typeof part === 'string' ? [] : statements`void ${this.#code(part)};`));
  }

  /** A handler stands in a block and not in a function, so that what conditions around it say still holds. */
  #listener(node: ElementNode, { type, code }: Listener): TreeNode[] {
    if (!code || code.isLost) return [];
    const heard = typedStatements`const event = undefined! as ${this.#eventType(node, type)};`;
    this.#note(code);
    return [blockOf([...heard, ...statements`void event;`, ...authorStatements(code, this.#author)])];
  }

  /** The type of an event, with the element that it is heard at; what it comes from is told where that can be nothing else. */
  #eventType({ name: tag, namespace, dynamic }: ElementNode, type: string): TreeNode {
    const known = this.contracts.get(tag)?.events.some(({ name }) => name === type);
    if (known)
      return typeOf(typedStatements`x as CustomEvent<${this.#typesOf(tag)}.Events[${textType(type)}]>`);
    const event = isNativeEvent(type)
      ? typeOf(typedStatements`x as HTMLElementEventMap[${textType(type)}]`)
      : typeOf(typedStatements`x as Event`);
    if (namespace !== 'html' || dynamic || !isNativeElement(tag)) return event;
    return hasNoTargetsInside(tag, type)
      ? typeOf(typedStatements`x as HeardFrom<${event}, ${textType(tag)}>`)
      : typeOf(typedStatements`x as HeardAt<${event}, ${textType(tag)}>`);
  }

  #code(resolved: Resolved): TreeNode {
    // What could not be understood is anything.
    if (resolved.isLost) return typedStatements`undefined! as any`[0]!.expression as TreeNode;
    this.#note(resolved);
    return authorExpression(resolved, this.#author);
  }

  #note({ names }: Resolved): void {
    if (names.some(({ meaning }) => meaning.kind === 'result')) this.usesResults = true;
  }
}

/** The type in an expression `x as Type`. */
function typeOf([statement]: readonly TreeNode[]): TreeNode {
  return (statement!.expression as TreeNode).typeAnnotation as TreeNode;
}

/** True if an event that is heard at an element can only come from it: nothing is in it, or nothing there sends such an event. */
function hasNoTargetsInside(tag: string, type: string): boolean {
  return (
    VOID_ELEMENTS.has(tag) || tag === 'textarea' || (tag === 'select' && /^(?:change|input)$/.test(type))
  );
}

/** The type of one text. */
function textType(text: string): TreeNode {
  return made('TSLiteralType', { literal: literal(text) });
}
