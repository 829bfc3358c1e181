import type { TreeNode } from '../../syntax/tree.js';
import { defaultOf, plainValue, type KnownDefault, type SourceSyntax } from './source-syntax.js';

/**
 * What a getter of a class gives back before anything was given: what the field behind it begins with, or what stands in for an
 * attribute that is not there. `body` are the members of the class. Undefined where the getter gives nothing or a truth value
 * then; `unknown` where its code would have to run.
 */
export function getterDefault(
  getter: TreeNode,
  body: readonly TreeNode[],
  syntax: SourceSyntax,
): KnownDefault | 'unknown' | undefined {
  const statements = ((getter.value as TreeNode).body as TreeNode).body as TreeNode[];
  const [first] = statements;
  const given = statements.length === 1 && first?.type === 'ReturnStatement' ? first.argument : undefined;
  return given ? valueOf(given as TreeNode, body, syntax) : 'unknown';
}

function valueOf(
  node: TreeNode,
  body: readonly TreeNode[],
  syntax: SourceSyntax,
): KnownDefault | 'unknown' | undefined {
  switch (node.type) {
    case 'TSAsExpression':
    case 'TSNonNullExpression':
    case 'ParenthesizedExpression':
      return valueOf(node.expression as TreeNode, body, syntax);
    case 'LogicalExpression': {
      const left = valueOf(node.left as TreeNode, body, syntax);
      return left === undefined && node.operator !== '&&'
        ? valueOf(node.right as TreeNode, body, syntax)
        : left;
    }
    case 'MemberExpression':
      return isThis(node.object) ? fieldOf(node.property as TreeNode, body, syntax) : 'unknown';
    case 'CallExpression':
      return valueOfCall(node, body, syntax);
    default:
      return plainValue(node, syntax) ?? 'unknown';
  }
}

/** What a field of the class begins with. */
function fieldOf(
  { type, name }: TreeNode,
  body: readonly TreeNode[],
  syntax: SourceSyntax,
): KnownDefault | 'unknown' | undefined {
  const field = body.find((one) => {
    const key = one.key as TreeNode | undefined;
    return one.type === 'PropertyDefinition' && !one.static && key?.type === type && key.name === name;
  });
  if (!field) return 'unknown';
  return field.value ? defaultOf(field.value as TreeNode, syntax) : undefined;
}

/** Attributes that are not there, and numbers that are made of them. */
function valueOfCall(
  { callee, arguments: given }: TreeNode,
  body: readonly TreeNode[],
  syntax: SourceSyntax,
): KnownDefault | 'unknown' | undefined {
  const { type, object, property, name } = callee as TreeNode;
  const [first] = given as TreeNode[];
  if (type === 'MemberExpression' && isThis(object))
    return /^(?:get|has)Attribute$/.test(String((property as TreeNode).name)) ? undefined : 'unknown';
  if (type !== 'Identifier' || name !== 'Number' || !first) return 'unknown';
  const inner = valueOf(first, body, syntax);
  if (inner === 'unknown') return inner;
  // An attribute that is not there is null, which is 0 as a number (ECMA-262, section 7.1.4).
  return inner === undefined ? { value: 0 } : 'value' in inner ? { value: Number(inner.value) } : 'unknown';
}

function isThis(node: unknown): boolean {
  return (node as TreeNode | undefined)?.type === 'ThisExpression';
}
