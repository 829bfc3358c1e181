import { VOID_ELEMENTS } from '../../syntax/markup.js';
import { walk, type TreeNode } from '../../syntax/tree.js';
import { behind, firstPattern, isNamed, patternDefaults, type SourceSyntax } from './source-syntax.js';

/** Functions that give back the component that they are given, and use nothing of what it is given. */
const TRANSPARENT = new Set(['memo', 'forwardRef']);

/** Tells of a property's name whether a component may look at the property. */
export type UsedNames = (name: string) => boolean;

/**
 * The properties that a component's function looks at. Where that cannot be told, all of them: it takes the rest of
 * them, hands them on as a whole, is a class, or was made by a function that may use them itself.
 */
export function namesUsed(component: TreeNode | undefined, syntax: SourceSyntax): UsedNames {
  const made = behind(component, syntax, (call) => TRANSPARENT.has(calledName(call)));
  if (!made || !/Function/.test(made.type)) return () => true;
  const pattern = firstPattern(made);
  if (!pattern) return () => false;
  const body = made.body as TreeNode;
  if (pattern.type === 'ObjectPattern') return namesOf(pattern, body, syntax);
  return pattern.type === 'Identifier' ? membersOf(pattern.name as string, body, syntax) : () => true;
}

function calledName({ callee }: TreeNode): string {
  const { type, name, property } = callee as TreeNode;
  return String(type === 'MemberExpression' ? (property as TreeNode).name : name);
}

/** Names of a pattern; what it takes as the rest goes where the rest goes. */
function namesOf(pattern: TreeNode, body: TreeNode, syntax: SourceSyntax): UsedNames {
  const { names, rest } = patternDefaults(pattern, syntax);
  const known = new Set(names);
  if ((pattern.properties as TreeNode[]).some(({ computed }) => computed === true)) return () => true;
  if (!rest) return (name) => known.has(name);
  const element = (pattern.properties as TreeNode[]).find(({ type }) => type === 'RestElement');
  const hidden = hidesChildren((element?.argument as TreeNode | undefined)?.name, body);
  return (name) => known.has(name) || name !== 'children' || !hidden;
}

/** True where properties are only given to elements that have content of their own, or can have none: then children among them never show. */
function hidesChildren(name: unknown, body: TreeNode): boolean {
  let uses = 0;
  let hidden = 0;
  walk(body, (node) => {
    // Where it gets its name, nothing is done with it.
    if (node.type === 'RestElement') return false;
    if (isNamed(node, name)) uses++;
    if (node.type !== 'JSXElement') return undefined;
    const { attributes, name: tag } = node.openingElement as unknown as {
      attributes: TreeNode[];
      name: TreeNode;
    };
    const isGiven = attributes.some(
      (one) => one.type === 'JSXSpreadAttribute' && isNamed(one.argument as TreeNode, name),
    );
    const hasOwn = (node.children as TreeNode[]).some(
      (child) => child.type !== 'JSXText' || /\S/.test(String(child.value)),
    );
    if (isGiven && (hasOwn || isEmpty(String(tag.name)))) hidden++;
    return undefined;
  });
  return uses > 0 && uses === hidden;
}

/** True for native elements that can have no content, or take it as a property. */
function isEmpty(tag: string): boolean {
  return VOID_ELEMENTS.has(tag) || tag === 'textarea';
}

/** Members of a name that are looked at below a node; all where the name stands for itself. */
function membersOf(name: string, body: TreeNode, syntax: SourceSyntax): UsedNames {
  const uses: UsedNames[] = [];
  walk(body, (node) => {
    if (
      node.type === 'MemberExpression' &&
      isNamed(node.object as TreeNode, name) &&
      node.computed !== true
    ) {
      const member = (node.property as TreeNode).name;
      uses.push((one) => one === member);
      return false;
    }
    if (node.type === 'VariableDeclarator' && isNamed(node.init as TreeNode | null, name)) {
      const id = node.id as TreeNode;
      uses.push(id.type === 'ObjectPattern' ? namesOf(id, body, syntax) : () => true);
      return false;
    }
    if (isNamed(node, name)) uses.push(() => true);
    return undefined;
  });
  return (one) => uses.some((use) => use(one));
}
