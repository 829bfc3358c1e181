import { call, expression, identifier, member } from '../syntax/build.js';
import { isTreeNode, type TreeNode } from '../syntax/tree.js';
import { hasComputedKey, type FreeName } from '../view/expression.js';
import type { Meaning, Resolved } from '../view/resolve.js';
import type { PositionIndex } from '../findings/finding.js';

/** How the code of a view is written in one kind of module. */
export interface AuthorCode {
  positions: PositionIndex;
  /** Names that expressions bind themselves and that mean something else in the module, with what they are called there. */
  renamed: ReadonlyMap<string, string>;
  /** How a call names a function of the behavior; `behavior.NAME` unless said otherwise. */
  callee?: (name: string) => TreeNode;
  /** How a function among the results is named; `results.NAME` unless said otherwise. */
  result?: (name: string) => TreeNode;
  /** Told of helpers that the code needs. */
  need?: (helper: 'memberKey') => void;
}

/** The name that a variable of the view has in the module. */
export function localName({ name }: { name: string }, { renamed }: Pick<AuthorCode, 'renamed'>): string {
  return renamed.get(name) ?? name;
}

/** An expression of a view as a tree in which each name leads to where its value is: `host.label`, `state.open`. */
export function authorExpression(resolved: Resolved, how: AuthorCode): TreeNode {
  return new Copier(resolved, how).copy(resolved.expression.tree);
}

/** The code of a handler as statements, with its names led to where their values are. */
export function authorStatements(resolved: Resolved, how: AuthorCode): TreeNode[] {
  return (authorExpression(resolved, how).body as TreeNode[]).filter(({ type }) => type !== 'EmptyStatement');
}

/** Copies the author's tree: it is shared by all places that hold the same code, and is never changed. */
class Copier {
  /** Free names by where they begin. */
  readonly #free: ReadonlyMap<number, { free: FreeName; meaning: Meaning }>;

  constructor(
    readonly resolved: Resolved,
    readonly how: AuthorCode,
  ) {
    this.#free = new Map(resolved.names.map((name) => [name.free.start, name]));
  }

  copy(node: TreeNode): TreeNode {
    switch (node.type) {
      case 'ParenthesizedExpression':
        return this.copy(node.expression as TreeNode);
      case 'Identifier':
        return this.#name(node);
      case 'Literal':
      case 'TemplateElement':
        return { ...node, loc: this.#place(node.start) };
      case 'Property':
        return this.#property(node);
      case 'MemberExpression':
        return this.#member(node);
      case 'CallExpression':
        return this.#call(node);
      default:
        return this.#inner(node);
    }
  }

  #place(offset: number): { start: unknown } {
    return { start: this.how.positions.at(this.resolved.expression.toFile(offset)) };
  }

  /** A copy of a node whose parts are copied. */
  #inner(node: TreeNode, less: readonly string[] = []): TreeNode {
    const copy: Record<string, unknown> = {};
    for (const key in node) {
      const value = node[key];
      if (less.includes(key)) copy[key] = value;
      else if (Array.isArray(value))
        copy[key] = value.map((item: unknown) => (isTreeNode(item) ? this.copy(item) : item));
      else copy[key] = isTreeNode(value) ? this.copy(value) : value;
    }
    return copy as TreeNode;
  }

  #name(node: TreeNode): TreeNode {
    const known = this.#free.get(node.start);
    const loc = this.#place(node.start);
    if (known && known.free.name === node.name) return located(this.#value(known.free, known.meaning), loc);
    return { ...node, name: this.how.renamed.get(node.name as string) ?? node.name, loc };
  }

  /** What a name of the view stands for. */
  #value({ name, assigned }: FreeName, meaning: Meaning): TreeNode {
    switch (meaning.kind) {
      case 'native':
        // What a fieldset turns off is off without an attribute.
        return name === 'disabled' && !assigned
          ? expression`host.matches(':disabled')`
          : member('host', name);
      case 'property':
        return member('host', name);
      case 'hostClass':
        return expression`host.className`;
      case 'state':
        return member('state', name);
      case 'result':
        return call(this.how.result?.(name) ?? member('results', name), [identifier('inside')]);
      case 'value':
        return member('behavior', name);
      case 'function':
        return expression`(...values) => behavior.${name}(inside, ...values)`;
      case 'loop':
        return identifier(localName(meaning.variable, this.how));
      case 'filled':
      case 'global':
        return identifier(name);
    }
  }

  /** `{ label }` names a key and a value at once; what the value is called may differ here. */
  #property(node: TreeNode): TreeNode {
    const value = this.copy(node.value as TreeNode);
    const bound = value.type === 'AssignmentPattern' ? (value.left as TreeNode) : value;
    const shorthand =
      node.shorthand === true && bound.type === 'Identifier' && bound.name === (node.key as TreeNode).name;
    return { ...node, value, shorthand };
  }

  #member(node: TreeNode): TreeNode {
    if (!node.computed) return this.#inner(node, ['property']);
    const copy = this.#inner(node);
    if (!hasComputedKey(node)) return copy;
    this.how.need?.('memberKey');
    return { ...copy, property: call('memberKey', [copy.property as TreeNode]) };
  }

  /** A call of a function of the behavior is given the inside first. */
  #call(node: TreeNode): TreeNode {
    const callee = node.callee as TreeNode;
    const known = callee.type === 'Identifier' ? this.#free.get(callee.start) : undefined;
    if (known?.meaning.kind !== 'function' || known.free.call !== node) return this.#inner(node);
    const { name } = known.free;
    const target = this.how.callee?.(name) ?? member('behavior', name);
    const copy = this.#inner(node, ['callee']);
    const values = [identifier('inside'), ...(copy.arguments as TreeNode[])];
    return { ...copy, callee: located(target, this.#place(callee.start)), arguments: values };
  }
}

/** A made tree that comes from one place: all names in it lead there. */
function located(node: TreeNode, loc: unknown): TreeNode {
  const copy: Record<string, unknown> = { ...node };
  if (node.type === 'Identifier' || node.type === 'Literal') return { ...node, loc };
  for (const key in node) {
    const value = node[key];
    if (Array.isArray(value))
      copy[key] = value.map((item: unknown) => (isTreeNode(item) ? located(item, loc) : item));
    else if (isTreeNode(value)) copy[key] = located(value, loc);
  }
  return copy as TreeNode;
}

/** Names that the view binds itself and a module uses for something else, each with another name that is free. */
export function renamedNames(
  bound: ReadonlySet<string>,
  taken: ReadonlySet<string>,
): ReadonlyMap<string, string> {
  const all = new Set([...taken, ...bound]);
  const renamed = new Map<string, string>();
  for (const name of bound) {
    if (!taken.has(name)) continue;
    let other = `${name}$`;
    while (all.has(other)) other += '$';
    all.add(other);
    renamed.set(name, other);
  }
  return renamed;
}
