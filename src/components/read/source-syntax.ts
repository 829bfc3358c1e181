import { parseSync } from 'oxc-parser';
import { walk, type TreeNode } from '../../syntax/tree.js';
import type { Reach } from './facts.js';

/** A module's syntax, as far as components are found in it. */
export interface SourceSyntax {
  text: string;
  body: readonly TreeNode[];
  /** What the module's own names stand for. */
  declared: ReadonlyMap<string, TreeNode>;
  /** What it exports, by name: a declaration or an expression. */
  exported: ReadonlyMap<string, TreeNode>;
  /** Why it cannot be read. */
  problem: string | undefined;
}

/** Parses a module in TypeScript or JavaScript, with JSX or without. */
export function readSyntax(file: string, text: string, lang?: 'ts' | 'tsx' | 'js' | 'jsx'): SourceSyntax {
  const options = { sourceType: 'module', ...(lang ? { lang } : {}) } as const;
  const { program, errors } = parseSync(file, text, options);
  const body = (program as unknown as { body: TreeNode[] }).body;
  const declared = new Map<string, TreeNode>();
  const exported = new Map<string, TreeNode>();
  const declare = (node: TreeNode): string[] => {
    if (node.type === 'VariableDeclaration')
      return (node.declarations as TreeNode[]).flatMap(({ id, init }) => {
        const { type, name } = id as TreeNode;
        if (type !== 'Identifier' || !init) return [];
        declared.set(name as string, init as TreeNode);
        return [name as string];
      });
    const name = (node.id as TreeNode | null)?.name as string | undefined;
    if (name === undefined) return [];
    declared.set(name, node);
    return [name];
  };
  for (const node of body) {
    const inner = node.declaration as TreeNode | null | undefined;
    if (node.type === 'ExportNamedDeclaration' && inner)
      for (const name of declare(inner)) exported.set(name, declared.get(name)!);
    else if (node.type === 'ExportDefaultDeclaration' && inner) {
      declare(inner);
      exported.set('default', inner);
    } else if (node.type === 'ExportNamedDeclaration' && !node.source)
      for (const { local, exported: as } of node.specifiers as TreeNode[])
        exported.set(nameOf(as as TreeNode), local as TreeNode);
    else declare(node);
  }
  return { text, body, declared, exported, problem: errors[0]?.message };
}

/** The name that a key or a specifier stands for. */
export function nameOf(node: TreeNode): string {
  return String(node.name ?? node.value);
}

/** The properties of an object as it is written, without what is spread into it. */
export function propertiesOf(object: TreeNode): { name: string; value: TreeNode }[] {
  return (object.properties as TreeNode[]).flatMap(({ type, key, value }) =>
    type === 'Property' ? [{ name: nameOf(key as TreeNode), value: value as TreeNode }] : [],
  );
}

/** What an object has under a name, as it is written. */
export function memberOf(object: TreeNode, name: string): TreeNode | undefined {
  return propertiesOf(object).find((one) => one.name === name)?.value;
}

const WRAPPERS = new Set([
  'TSAsExpression',
  'TSSatisfiesExpression',
  'TSNonNullExpression',
  'ParenthesizedExpression',
]);

/**
 * The function or class behind a value: names are followed, and calls that are given a component and give one back
 * (such as `memo`) are looked through, if they are `transparent`.
 */
export function behind(
  node: TreeNode | undefined,
  { declared }: SourceSyntax,
  transparent: (call: TreeNode) => boolean = () => true,
): TreeNode | undefined {
  const met = new Set<TreeNode>();
  let now = node;
  while (now && !met.has(now)) {
    met.add(now);
    if (now.type === 'Identifier') now = declared.get(now.name as string);
    else if (WRAPPERS.has(now.type)) now = now.expression as TreeNode;
    else if (now.type === 'CallExpression' && transparent(now)) now = (now.arguments as TreeNode[])[0];
    else if (/Function|^Class/.test(now.type)) return now;
    else return undefined;
  }
  return undefined;
}

/** What looks into children, and what reads a context, in any of the frameworks. */
const REACHING: Record<string, Reach> = {
  cloneElement: 'children',
  Children: 'children',
  toChildArray: 'children',
  useContext: 'context',
  inject: 'context',
  getContext: 'context',
};

/** What a module does that reaches beyond a component: its uses of names that frameworks have for that. */
export function reachesOf({ body }: SourceSyntax): Reach[] {
  const found = new Set<Reach>();
  for (const statement of body)
    walk(statement, (node) => {
      if (node.type === 'ImportDeclaration') return false;
      const callee = node.callee as TreeNode | undefined;
      const named = callee?.type === 'MemberExpression' ? [callee.object, callee.property] : [callee];
      if (node.type !== 'CallExpression') return undefined;
      for (const one of named as (TreeNode | undefined)[]) {
        const name = one?.type === 'MemberExpression' ? (one.property as TreeNode).name : one?.name;
        if (typeof name === 'string' && Object.hasOwn(REACHING, name)) found.add(REACHING[name]!);
      }
      return undefined;
    });
  return [...found].sort();
}

/** A value that stands in code as plain data; undefined if it does not. */
export function plainValue(node: TreeNode, syntax: SourceSyntax, depth = 8): { value: unknown } | undefined {
  if (depth === 0) return undefined;
  const inner = (one: TreeNode): { value: unknown } | undefined => plainValue(one, syntax, depth - 1);
  switch (node.type) {
    case 'Literal':
      return typeof node.value === 'object' && node.value !== null ? undefined : { value: node.value };
    case 'TemplateLiteral':
      return (node.expressions as TreeNode[]).length === 0
        ? { value: ((node.quasis as TreeNode[])[0]!.value as { cooked: string }).cooked }
        : undefined;
    case 'UnaryExpression': {
      const of = inner(node.argument as TreeNode);
      if (!of || typeof of.value !== 'number' || node.operator !== '-') {
        return of && node.operator === '!' ? { value: !of.value } : undefined;
      }
      return { value: -of.value };
    }
    case 'ArrayExpression': {
      const items = (node.elements as (TreeNode | null)[]).map((one) => (one ? inner(one) : undefined));
      return items.every((one) => one !== undefined) ? { value: items.map((one) => one!.value) } : undefined;
    }
    case 'ObjectExpression': {
      const entries = (node.properties as TreeNode[]).map((one) => {
        const value =
          one.type === 'Property' && !one.computed && !one.method ? inner(one.value as TreeNode) : undefined;
        return value && ([nameOf(one.key as TreeNode), value.value] as const);
      });
      return entries.every((one) => one !== undefined)
        ? { value: Object.fromEntries(entries as (readonly [string, unknown])[]) }
        : undefined;
    }
    case 'Identifier': {
      const declared = syntax.declared.get(node.name as string);
      return declared && !/Function|Class/.test(declared.type) ? inner(declared) : undefined;
    }
    default:
      return WRAPPERS.has(node.type) ? inner(node.expression as TreeNode) : undefined;
  }
}

/** A default as it is known: its value, or its text where that is no plain data. */
export type KnownDefault = { value: unknown } | { text: string };

export function defaultOf(node: TreeNode, syntax: SourceSyntax): KnownDefault {
  return plainValue(node, syntax) ?? { text: syntax.text.slice(node.start, node.end) };
}

/** The pattern of a function's first parameter; undefined where it takes none, and for a class. */
export function firstPattern({ params }: TreeNode): TreeNode | undefined {
  const [first] = (params as TreeNode[] | undefined) ?? [];
  return (first?.type === 'AssignmentPattern' ? first.left : first) as TreeNode | undefined;
}

/** True for a name that stands by itself. */
export function isNamed(node: TreeNode | null | undefined, name: unknown): boolean {
  return node?.type === 'Identifier' && node.name === name;
}

/** The defaults of a pattern that takes properties apart, and whether it takes what is left. */
export function patternDefaults(
  pattern: TreeNode,
  syntax: SourceSyntax,
): { names: string[]; defaults: Map<string, KnownDefault>; rest: boolean } {
  const names: string[] = [];
  const defaults = new Map<string, KnownDefault>();
  let rest = false;
  for (const one of pattern.properties as TreeNode[]) {
    if (one.type !== 'Property') {
      rest = true;
      continue;
    }
    if (one.computed) continue;
    const name = nameOf(one.key as TreeNode);
    names.push(name);
    const value = one.value as TreeNode;
    if (value.type === 'AssignmentPattern') defaults.set(name, defaultOf(value.right as TreeNode, syntax));
  }
  return { names, defaults, rest };
}
