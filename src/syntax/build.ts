import { parse } from 'acorn';
import { quoted } from './literal.js';
import { isTreeNode, made, type TreeNode } from './tree.js';

/**
 * What stands in a hole of a code template: a tree, several (in a list of statements, members, arguments, items), or
 * a text, which is taken for a name.
 */
export type Hole = TreeNode | readonly TreeNode[] | string;

const HOLE = /^__hole(\d+)__$/;

/** Parses the source of a template; gives the program. */
export type ParseTemplate = (source: string) => TreeNode;

const templates = new WeakMap<TemplateStringsArray, TreeNode>();

/** The tree of a code template, parsed when it is first used. */
function templateOf(
  strings: TemplateStringsArray,
  parseCode: ParseTemplate,
  before = '',
  behind = '',
): TreeNode {
  let template = templates.get(strings);
  if (!template) {
    const source =
      before + strings.reduce((text, next, place) => `${text}__hole${place - 1}__${next}`) + behind;
    const tree = parseCode(source);
    mark(tree, source);
    templates.set(strings, (template = tree));
  }
  return template;
}

const parseScript: ParseTemplate = (source) =>
  parse(source, {
    ecmaVersion: 2023,
    sourceType: 'module',
    allowReturnOutsideFunction: true,
    checkPrivateFields: false,
  }) as unknown as TreeNode;

/** Statements as trees: code with holes, as it is written. */
export function statements(strings: TemplateStringsArray, ...holes: Hole[]): TreeNode[] {
  return parsedStatements(parseScript, strings, holes);
}

/** The same in what a parser takes. */
export function parsedStatements(
  parseCode: ParseTemplate,
  strings: TemplateStringsArray,
  holes: readonly Hole[],
): TreeNode[] {
  const tree = templateOf(strings, parseCode);
  return new Filler(holes).list(tree.body as TreeNode[]);
}

/** One expression as a tree. */
export function expression(strings: TemplateStringsArray, ...holes: Hole[]): TreeNode {
  const tree = templateOf(strings, parseScript, '(', ')');
  return new Filler(holes).node((tree.body as TreeNode[])[0]!.expression as TreeNode);
}

/** Members of a class as trees. */
export function members(strings: TemplateStringsArray, ...holes: Hole[]): TreeNode[] {
  const tree = templateOf(strings, parseScript, 'class Some extends Other {', '}');
  const { body } = (tree.body as TreeNode[])[0] as TreeNode & { body: TreeNode };
  return new Filler(holes).list(body.body as TreeNode[]);
}

/** Nodes of templates that hold a hole; all others are the same wherever the template is used. */
const withHoles = new WeakSet<TreeNode>();

/** Notes which nodes hold a hole, and which lists the template has on several lines; tells whether this one does. */
function mark(node: TreeNode, source: string): boolean {
  let found = HOLE.test(typeof node.name === 'string' ? node.name : '');
  for (const key in node) {
    const value = node[key];
    for (const inner of Array.isArray(value) ? (value as unknown[]) : [value])
      if (isTreeNode(inner) && mark(inner, source)) found = true;
  }
  if (found) withHoles.add(node);
  if (isSpread(node, source)) node.multiline = true;
  return found;
}

/** True for a list that the template has on several lines. */
function isSpread(node: TreeNode, source: string): boolean {
  if (!/^(ObjectExpression|ArrayExpression|CallExpression)$/.test(node.type)) return false;
  const [first] = (node.properties ?? node.elements ?? node.arguments) as TreeNode[];
  if (!first) return false;
  const open = node.type === 'CallExpression' ? (node.callee as TreeNode).end : node.start;
  return source.slice(open, first.start).includes('\n');
}

/** Copies the tree of a template, with what its holes are given; what has none is shared. */
class Filler {
  constructor(readonly holes: readonly Hole[]) {}

  #hole(name: unknown): Hole | undefined {
    const place = typeof name === 'string' ? HOLE.exec(name)?.[1] : undefined;
    return place === undefined ? undefined : this.holes[Number(place)];
  }

  /** The name of a node that stands for a hole as a whole. */
  #whole(node: TreeNode): Hole | undefined {
    switch (node.type) {
      case 'Identifier':
        return this.#hole(node.name);
      case 'ExpressionStatement':
      case 'SpreadElement':
        return node.type === 'SpreadElement' ? undefined : this.#whole(node.expression as TreeNode);
      case 'Property':
        return node.shorthand ? this.#whole(node.key as TreeNode) : undefined;
      case 'PropertyDefinition':
        return node.value ? undefined : this.#whole(node.key as TreeNode);
      default:
        return undefined;
    }
  }

  list(nodes: readonly (TreeNode | null)[]): TreeNode[] {
    return nodes.flatMap((node) => {
      if (!node) return [];
      if (!withHoles.has(node)) return [node];
      const hole = this.#whole(node);
      if (Array.isArray(hole))
        return node.type === 'ExpressionStatement' ? hole.map(asStatement) : (hole as TreeNode[]);
      if (hole && typeof hole === 'object')
        return [node.type === 'ExpressionStatement' ? asStatement(hole as TreeNode) : (hole as TreeNode)];
      return [this.node(node)];
    });
  }

  node(node: TreeNode): TreeNode {
    if (!withHoles.has(node)) return node;
    if (node.type === 'Identifier' || node.type === 'PrivateIdentifier') {
      const hole = this.#hole(node.name);
      if (typeof hole === 'object') return hole as TreeNode;
      const types = isTreeNode(node.typeAnnotation) ? { typeAnnotation: this.node(node.typeAnnotation) } : {};
      return made(node.type, { name: hole ?? node.name, ...types });
    }
    const copy: TreeNode = { type: node.type, start: 0, end: 0 };
    for (const key in node) {
      if (key === 'type' || key === 'start' || key === 'end') continue;
      const value = node[key];
      if (Array.isArray(value)) copy[key] = this.list(value as TreeNode[]);
      else copy[key] = isTreeNode(value) ? this.node(value) : value;
    }
    this.#named(node, copy);
    return copy;
  }

  /** Members and keys whose name is given as a text, which may be no name that code can have after a dot. */
  #named(node: TreeNode, copy: TreeNode): void {
    const member = node.type === 'MemberExpression' ? 'property' : 'key';
    const written = node[member];
    if (!isTreeNode(written) || node.computed) return;
    const hole = this.#hole(written.name);
    if (typeof hole !== 'string' || written.type === 'PrivateIdentifier') return;
    Object.assign(copy, member === 'property' ? access(hole) : key(hole));
  }
}

function asStatement(node: TreeNode): TreeNode {
  return /(Statement|Declaration)$/.test(node.type)
    ? node
    : made('ExpressionStatement', { expression: node });
}

/** The members of a `MemberExpression` that name what is meant: after a dot, or in brackets. */
function access(name: string): { property: TreeNode; computed: boolean } {
  return isName(name)
    ? { property: identifier(name), computed: false }
    : { property: literal(name), computed: true };
}

/** The members of a property or of a class member that name it. */
function key(name: string): { key: TreeNode; computed: boolean } {
  if (name === '__proto__') return { key: literal(name), computed: true };
  return { key: isName(name) ? identifier(name) : literal(name), computed: false };
}

function isName(name: string): boolean {
  return /^[\p{ID_Start}$_][\p{ID_Continue}$\u200c\u200d]*$/u.test(name);
}

export function identifier(name: string): TreeNode {
  return made('Identifier', { name });
}

/** A text, a number, true, false, null or undefined as a tree. */
export function literal(value: string | number | boolean | null | undefined): TreeNode {
  if (value === undefined) return identifier('undefined');
  if (typeof value === 'number' && (value < 0 || Object.is(value, -0)))
    return made('UnaryExpression', { operator: '-', prefix: true, argument: literal(-value) });
  const raw = typeof value === 'string' ? quoted(value) : String(value);
  return made('Literal', { value, raw });
}

/** JSON data as a tree; with `frozen`, arrays and objects that nobody can change, at any depth. */
export function data(value: unknown, frozen = false): TreeNode {
  const kept = (tree: TreeNode): TreeNode => (frozen ? expression`Object.freeze(${tree})` : tree);
  if (Array.isArray(value)) return kept(array(value.map((item) => data(item, frozen))));
  if (typeof value === 'object' && value !== null)
    return kept(object(Object.entries(value).map(([name, inner]) => property(name, data(inner, frozen)))));
  return literal(value as string);
}

export function array(elements: readonly TreeNode[], multiline = false): TreeNode {
  return made('ArrayExpression', { elements, multiline });
}

export function object(properties: readonly TreeNode[], multiline = false): TreeNode {
  return made('ObjectExpression', { properties, multiline });
}

/** `name: value` of an object. */
export function property(name: string, value: TreeNode): TreeNode {
  return made('Property', {
    kind: 'init',
    method: false,
    shorthand: value.type === 'Identifier' && value.name === name,
    value,
    ...key(name),
  });
}

/** `name(parameters) { … }` of an object. */
export function method(name: string, parameters: readonly string[], body: readonly TreeNode[]): TreeNode {
  const value = {
    type: 'FunctionExpression',
    params: parameters.map(identifier),
    body: { type: 'BlockStatement', body },
  };
  return made('Property', { kind: 'init', method: true, shorthand: false, value, ...key(name) });
}

/** `object.name`, or `object['the name']`. */
export function member(object: TreeNode | string, name: string): TreeNode {
  return made('MemberExpression', {
    object: typeof object === 'string' ? identifier(object) : object,
    optional: false,
    ...access(name),
  });
}

/** `callee(…)`, less the arguments at its end that are undefined. */
export function call(callee: TreeNode | string, values: readonly (TreeNode | undefined)[]): TreeNode {
  const last = values.findLastIndex((value) => value !== undefined);
  return made('CallExpression', {
    callee: typeof callee === 'string' ? identifier(callee) : callee,
    arguments: values.slice(0, last + 1).map((value) => value ?? identifier('undefined')),
    optional: false,
  });
}

/** `(parameters) => body`, the body an expression or statements. */
export function arrow(parameters: readonly TreeNode[], body: TreeNode | readonly TreeNode[]): TreeNode {
  return made('ArrowFunctionExpression', {
    params: parameters,
    body: Array.isArray(body) ? block(body) : body,
  });
}

/** `left = right`. */
export function assign(left: TreeNode, right: TreeNode): TreeNode {
  return made('AssignmentExpression', { operator: '=', left, right });
}

export function block(body: readonly TreeNode[]): TreeNode {
  return made('BlockStatement', { body });
}

/** Texts and values in turns as a template literal. */
export function templateLiteral(parts: readonly (string | TreeNode)[]): TreeNode {
  const quasis: string[] = [''];
  const expressions: TreeNode[] = [];
  for (const part of parts) {
    if (typeof part === 'string') quasis.push(quasis.pop()! + part);
    else {
      expressions.push(part);
      quasis.push('');
    }
  }
  return made('TemplateLiteral', {
    expressions,
    quasis: quasis.map((text, place) => templateElement(text, place === quasis.length - 1)),
  });
}

/** A text of a template literal; a carriage return would be read as a line feed (ECMA-262, section 12.9.6). */
function templateElement(text: string, tail: boolean): TreeNode {
  const raw = text.replace(/[\\`]|\$(?=\{|$)/g, '\\$&').replace(/\r/g, '\\r');
  return made('TemplateElement', { tail, value: { raw, cooked: text } });
}

/** `import { a, b } from '…'` or, with one name behind a star, `import * as a from '…'`. */
export function importOf(names: readonly string[], source: string, multiline = false): TreeNode {
  const specifiers = names.map((name) =>
    name.startsWith('* as ')
      ? made('ImportNamespaceSpecifier', { local: identifier(name.slice(5)) })
      : made('ImportSpecifier', { local: identifier(name), imported: identifier(name) }),
  );
  return made('ImportDeclaration', { specifiers, source: literal(source), multiline });
}

/** A node with a comment before it, for people who read the code. */
export function withComment(node: TreeNode, comment: string | undefined): TreeNode {
  if (!comment) return node;
  return { ...node, comments: [comment] };
}
