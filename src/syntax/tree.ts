/** A node of an ESTree syntax tree, as parsers give it; `start` and `end` are offsets. */
export interface TreeNode {
  type: string;
  start: number;
  end: number;
  [key: string]: unknown;
}

/** A node that stands in no source. */
export function made(type: string, members: Readonly<Record<string, unknown>>): TreeNode {
  const node: TreeNode = { type, start: 0, end: 0 };
  return Object.assign(node, members);
}

export function isTreeNode(value: unknown): value is TreeNode {
  return typeof value === 'object' && value !== null && typeof (value as TreeNode).type === 'string';
}

/** Members of nodes that hold types. */
const TYPES: ReadonlySet<string> = new Set(['typeAnnotation', 'returnType', 'typeParameters']);

/** Visits a tree from the top; `enter` gets each node with its ancestors, nearest last, and may stop the descent with false. */
export function walk(
  root: TreeNode,
  enter: (node: TreeNode, ancestors: readonly TreeNode[]) => boolean | void,
): void {
  const ancestors: TreeNode[] = [];
  const visit = (node: TreeNode): void => {
    if (enter(node, ancestors) === false) return;
    ancestors.push(node);
    for (const key in node) {
      const value = node[key];
      // Most members are no nodes; types say nothing of what code does.
      if (typeof value !== 'object' || value === null || TYPES.has(key)) continue;
      if (Array.isArray(value)) {
        for (const item of value) if (isTreeNode(item)) visit(item);
      } else if (isTreeNode(value)) visit(value);
    }
    ancestors.pop();
  };
  visit(root);
}

/** The names that a pattern (of a parameter or a declaration) binds. */
export function boundNames(pattern: TreeNode): string[] {
  switch (pattern.type) {
    case 'Identifier':
      return [pattern.name as string];
    case 'ObjectPattern':
      return (pattern.properties as TreeNode[]).flatMap((property) =>
        boundNames((property.type === 'RestElement' ? property.argument : property.value) as TreeNode),
      );
    case 'ArrayPattern':
      return (pattern.elements as (TreeNode | null)[]).flatMap((element) =>
        element ? boundNames(element) : [],
      );
    case 'AssignmentPattern':
      return boundNames(pattern.left as TreeNode);
    case 'RestElement':
      return boundNames(pattern.argument as TreeNode);
    default:
      return [];
  }
}

export function isFunction(node: TreeNode): boolean {
  return /^(ArrowFunctionExpression|FunctionDeclaration|FunctionExpression)$/.test(node.type);
}
