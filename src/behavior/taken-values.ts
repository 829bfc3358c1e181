import { parseSync } from 'oxc-parser';
import { isFunction, isTreeNode, type TreeNode } from '../syntax/tree.js';

/** A parameter of a function, with its type as far as it means the same everywhere. */
export interface TakenValue {
  name: string;
  /** A primitive type or a standard class; `any` where its type is the author's own. */
  type: string;
  optional: boolean;
}

const PRIMITIVES: Readonly<Record<string, string>> = {
  TSStringKeyword: 'string',
  TSNumberKeyword: 'number',
  TSBooleanKeyword: 'boolean',
};

/** Types that every program has which knows the DOM. */
const STANDARD = /^(?:Date|URL|File|Blob|Element|HTMLElement|Event|[A-Z][A-Za-z]*Event)$/;

/**
 * What an exported function of a behavior takes behind its first argument, the inside; undefined where that cannot be seen in the
 * module's text.
 */
export function takenValues(file: string, text: string, name: string): TakenValue[] | undefined {
  const { program } = parseSync(file, text, { astType: 'ts', sourceType: 'module' });
  for (const statement of program.body as unknown as TreeNode[]) {
    const declaration = isTreeNode(statement.declaration) ? statement.declaration : statement;
    const found =
      declaration.type === 'VariableDeclaration'
        ? (declaration.declarations as TreeNode[]).find(({ id }) => (id as TreeNode).name === name)?.init
        : declaration;
    if (!isTreeNode(found) || !isFunction(found)) continue;
    if (declaration === found && (found.id as TreeNode | null)?.name !== name) continue;
    const taken = (found.params as TreeNode[]).slice(1).map(takenValue);
    return taken.every((one) => one !== undefined) ? taken : undefined;
  }
  return undefined;
}

function takenValue(parameter: TreeNode): TakenValue | undefined {
  const isAssigned = parameter.type === 'AssignmentPattern';
  const target = isAssigned ? (parameter.left as TreeNode) : parameter;
  if (target.type !== 'Identifier') return undefined;
  return {
    name: target.name as string,
    type: typeOf(target.typeAnnotation),
    optional: isAssigned || target.optional === true,
  };
}

function typeOf(annotation: unknown): string {
  const type = isTreeNode(annotation) ? annotation.typeAnnotation : undefined;
  if (!isTreeNode(type)) return 'any';
  if (type.type !== 'TSTypeReference' || isTreeNode(type.typeArguments))
    return PRIMITIVES[type.type] ?? 'any';
  const name = type.typeName as TreeNode;
  return name.type === 'Identifier' && STANDARD.test(name.name as string) ? (name.name as string) : 'any';
}
