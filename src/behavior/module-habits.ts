import type { EcmaScriptModule } from 'oxc-parser';
import { isFunction, isTreeNode, walk, type TreeNode } from '../syntax/tree.js';

/** Modules that a module imports or passes on, types aside. */
export function importsIn(
  root: TreeNode,
  { staticImports, staticExports }: EcmaScriptModule,
): { from: string; offset: number }[] {
  // A statement that names types alone is none when the module runs.
  const ofTypes = new Set(
    [...staticImports, ...staticExports]
      .filter(({ entries }) => entries.length > 0 && entries.every(({ isType }) => isType))
      .map(({ start }) => start),
  );
  return (root.body as TreeNode[]).flatMap(({ source, start }) =>
    isTreeNode(source) && !ofTypes.has(start) ? [{ from: String(source.value), offset: source.start }] : [],
  );
}

/** Places that read `shadowRoot` of a host: `inside.host.shadowRoot`. */
export function shadowRootsIn(root: TreeNode): number[] {
  const found: number[] = [];
  walk(root, (node) => {
    const { object, property } = node as unknown as { object?: TreeNode; property?: TreeNode };
    if (node.type !== 'MemberExpression' || property?.name !== 'shadowRoot' || !object) return undefined;
    const of = object.type === 'MemberExpression' ? (object.property as TreeNode).name : object.name;
    if (of === 'host') found.push(property.start);
    return undefined;
  });
  return found;
}

/** Variables at the top of a module that a function of it assigns to. */
export function moduleStateIn(root: TreeNode): { name: string; offset: number }[] {
  const variables = new Map<string, number>();
  for (const statement of root.body as TreeNode[]) {
    const declaration = isTreeNode(statement.declaration) ? statement.declaration : statement;
    if (declaration.type !== 'VariableDeclaration' || declaration.kind === 'const') continue;
    for (const { id } of declaration.declarations as unknown as { id: TreeNode }[])
      if (id.type === 'Identifier') variables.set(id.name as string, id.start);
  }
  if (variables.size === 0) return [];
  const assigned = new Set<string>();
  walk(root, (node) => {
    if (!isFunction(node)) return undefined;
    walk(node, (inner) => {
      const target = (inner.left ?? inner.argument) as TreeNode | undefined;
      if (/^(?:AssignmentExpression|UpdateExpression)$/.test(inner.type) && target?.type === 'Identifier')
        assigned.add(target.name as string);
      return undefined;
    });
    return undefined;
  });
  return [...variables].filter(([name]) => assigned.has(name)).map(([name, offset]) => ({ name, offset }));
}
