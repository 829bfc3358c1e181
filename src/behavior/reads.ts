import { INSIDE_MEMBERS } from './inside-members.js';
import { boundNames, isTreeNode, walk, type TreeNode } from '../syntax/tree.js';

/** Names that code reads: properties of the host and names of the state, or everything where that cannot be seen. */
export type Reads = { properties: Set<string>; state: Set<string> } | 'everything';

/** What a function reads through its first argument; calls that pass it on to functions of the module are followed. */
export function functionReads(
  node: TreeNode,
  functions: ReadonlyMap<string, TreeNode>,
  under: ReadonlySet<TreeNode> = new Set(),
): Reads {
  const found = { properties: new Set<string>(), state: new Set<string>() };
  const [first] = node.params as TreeNode[];
  if (!first || under.has(node)) return found;
  if (first.type !== 'Identifier') return 'everything';
  const name = first.name as string;
  let everything = false;
  const add = (reads: Reads): void => {
    if (reads === 'everything') everything = true;
    else {
      for (const property of reads.properties) found.properties.add(property);
      for (const state of reads.state) found.state.add(state);
    }
  };

  walk(node.body as TreeNode, (inner, ancestors) => {
    if (hidesName(inner, name)) return false;
    if (inner.type !== 'Identifier' || inner.name !== name) return undefined;
    const parent = ancestors.at(-1);
    if (!parent || isPropertyName(inner, parent)) return undefined;
    if (parent.type === 'CallExpression' && parent.callee !== inner) {
      const callee = parent.callee as TreeNode;
      const called = callee.type === 'Identifier' ? functions.get(callee.name as string) : undefined;
      if (called && (parent.arguments as TreeNode[])[0] === inner) {
        add(functionReads(called, functions, new Set([...under, node])));
        return undefined;
      }
    }
    const member = memberOf(inner, parent);
    if (member === 'state' || member === 'host') {
      const outer = ancestors.at(-2);
      const deeper = outer && memberOf(parent, outer);
      if (deeper !== undefined) found[member === 'state' ? 'state' : 'properties'].add(deeper);
      else everything = true;
    } else if (member === undefined) everything = true;
    else if (!INSIDE_MEMBERS.has(member)) found.properties.add(member);
    return undefined;
  });
  return everything ? 'everything' : found;
}

/** The name of the member that `parent` reads of `object`, if that is what it does. */
export function memberOf(object: TreeNode, parent: TreeNode): string | undefined {
  if (parent.type !== 'MemberExpression' || parent.object !== object) return undefined;
  const property = parent.property as TreeNode;
  if (!parent.computed) return property.name as string;
  return property.type === 'Literal' && typeof property.value === 'string' ? property.value : undefined;
}

/** True if the identifier only names a member or a key: `x.berth`, `{ berth: 1 }`. */
export function isPropertyName(identifier: TreeNode, parent: TreeNode): boolean {
  if (parent.type === 'MemberExpression') return parent.property === identifier && !parent.computed;
  if (parent.type === 'Property') return parent.key === identifier && !parent.computed && !parent.shorthand;
  return false;
}

/** True for a function inside that has a parameter of the same name: there the name means something else. */
function hidesName(node: TreeNode, name: string): boolean {
  return (
    Array.isArray(node.params) &&
    node.params.some((parameter) => isTreeNode(parameter) && boundNames(parameter).includes(name))
  );
}
