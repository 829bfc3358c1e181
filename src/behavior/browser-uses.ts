import { parseSync } from 'oxc-parser';
import { boundNames, isFunction, isTreeNode, walk, type TreeNode } from '../syntax/tree.js';
import { isPropertyName, memberOf } from './reads.js';
import { bare, moduleFunctions } from './read-behavior.js';

/** What code uses that only a browser has. */
export interface BrowserUse {
  /** `window`, or a member of the inside: `host.isConnected`. */
  name: string;
  offset: number;
  /** The function that a view calls and that comes to it; undefined for what runs when the module is loaded. */
  by: string | undefined;
}

/** Globals that are there with a document. */
const GLOBALS: ReadonlySet<string> = new Set(
  (
    'window document navigator location history localStorage sessionStorage customElements matchMedia getComputedStyle ' +
    'requestAnimationFrame cancelAnimationFrame screen innerWidth innerHeight devicePixelRatio scrollX scrollY getSelection ' +
    'IntersectionObserver MutationObserver ResizeObserver DOMParser Image Node Element HTMLElement'
  ).split(' '),
);

/** Members of the inside that belong to an element in a document. */
const OF_ELEMENTS: ReadonlySet<string> = new Set(['parts', 'internals']);

/**
 * What the functions with these names use that only a browser has, and what the module uses as it is loaded; functions of the module
 * that they call are followed. `known` are members of the host that are there without an element. A name whose type is asked for
 * (`typeof window`) is taken to be handled.
 */
export function browserUses(
  file: string,
  text: string,
  names: ReadonlySet<string>,
  known: ReadonlySet<string>,
): BrowserUse[] {
  const { program, errors } = parseSync(file, text, { astType: 'js', sourceType: 'module' });
  if (errors.length > 0) return [];
  const root = program as unknown as TreeNode;
  const functions = moduleFunctions(root);
  const found: BrowserUse[] = [];
  const seen = new Set<TreeNode>();
  const look = (node: TreeNode, by: string | undefined): void => {
    if (seen.has(node)) return;
    seen.add(node);
    const handled = askedFor(node);
    const inside = isFunction(node) ? insideName(node) : undefined;
    const bound = isFunction(node) ? namesIn(node) : new Set<string>();
    walk(node, (inner, ancestors) => {
      if (/^TS(?:Type|Interface)/.test(inner.type)) return false;
      // What is only declared runs when somebody calls it.
      if (inner !== node && isFunction(inner) && by === undefined) return false;
      if (inner.type !== 'Identifier') return undefined;
      const name = inner.name as string;
      const parent = ancestors.at(-1);
      if (!parent || isPropertyName(inner, parent)) return undefined;
      if (name === inside) {
        const use = hostUse(inner, ancestors, known);
        if (use) found.push({ ...use, by });
      } else if (GLOBALS.has(name) && !handled.has(name) && !bound.has(name))
        found.push({ name, offset: inner.start, by });
      const called = functions.get(name);
      if (called && by !== undefined) look(called, by);
      return undefined;
    });
  };
  look(root, undefined);
  for (const name of names) {
    const own = functions.get(name) ?? resultNamed(root, name, functions);
    if (own) look(own, name);
  }
  return found.sort((one, other) => one.offset - other.offset);
}

/** A function among the results. */
function resultNamed(
  root: TreeNode,
  name: string,
  functions: ReadonlyMap<string, TreeNode>,
): TreeNode | undefined {
  let found: TreeNode | undefined;
  walk(root, (node) => {
    const { id, init } = node as unknown as { id?: TreeNode; init?: TreeNode };
    if (node.type !== 'VariableDeclarator' || id?.name !== 'results' || !isTreeNode(init)) return undefined;
    for (const { key, value } of (bare(init).properties ?? []) as unknown as {
      key?: TreeNode;
      value?: TreeNode;
    }[]) {
      if ((key?.name ?? key?.value) !== name || !isTreeNode(value)) continue;
      const work = bare(value);
      found = work.type === 'Identifier' ? functions.get(work.name as string) : work;
    }
    return false;
  });
  return found;
}

/** Names whose type is asked for somewhere in the code. */
function askedFor(node: TreeNode): Set<string> {
  const names = new Set<string>();
  walk(node, (inner) => {
    const argument = inner.argument as TreeNode | undefined;
    if (inner.type === 'UnaryExpression' && inner.operator === 'typeof' && argument?.type === 'Identifier')
      names.add(argument.name as string);
    return undefined;
  });
  return names;
}

/** Names that a function binds itself: parameters and variables, those of functions inside of it too. */
function namesIn(node: TreeNode): Set<string> {
  const names = new Set<string>();
  walk(node, (inner) => {
    const { id, params } = inner as unknown as { id?: TreeNode; params?: unknown };
    if (inner.type === 'VariableDeclarator' && id) for (const name of boundNames(id)) names.add(name);
    if (Array.isArray(params))
      for (const parameter of params)
        if (isTreeNode(parameter)) for (const name of boundNames(parameter)) names.add(name);
    return undefined;
  });
  return names;
}

function insideName(node: TreeNode): string | undefined {
  const [first] = node.params as TreeNode[];
  return first?.type === 'Identifier' ? (first.name as string) : undefined;
}

/** What is used of the inside that needs an element: `parts`, `internals`, members of the host that are no properties. */
function hostUse(
  inside: TreeNode,
  ancestors: readonly TreeNode[],
  known: ReadonlySet<string>,
): Omit<BrowserUse, 'by'> | undefined {
  const parent = ancestors.at(-1)!;
  const member = memberOf(inside, parent);
  if (member === undefined) return undefined;
  const { start: offset } = parent.property as TreeNode;
  if (OF_ELEMENTS.has(member)) return { name: member, offset };
  const outer = ancestors.at(-2);
  const deeper = member === 'host' && outer ? memberOf(parent, outer) : undefined;
  if (deeper === undefined || known.has(deeper)) return undefined;
  return { name: `host.${deeper}`, offset: (outer!.property as TreeNode).start };
}
