import type { Fix } from '../findings/finding.js';
import { INSIDE_MEMBERS } from './inside-members.js';
import { isFunction, walk, type TreeNode } from '../syntax/tree.js';

/** A change in place of something that a view or a consumer holds too. */
export interface Mutation {
  /** A value that was passed to the element, or one that its state holds. */
  of: 'property' | 'state';
  name: string;
  offset: number;
  /** The same as an assignment of a new value, where that is certain. */
  mend: Fix | undefined;
}

/** Methods that change an array, a map or a set in place. */
const MUTATORS = new Set(
  'push pop shift unshift splice sort reverse fill copyWithin set add delete clear'.split(' '),
);

/** The members that an expression like `berth.state.parcels[0].name` goes through, and the name it starts from. */
function memberPath(node: TreeNode): { root: string; members: string[] } | undefined {
  const members: string[] = [];
  let at = node;
  while (at.type === 'MemberExpression') {
    const property = at.property as TreeNode;
    const isText = property.type === 'Literal' && typeof property.value === 'string';
    members.unshift(at.computed ? (isText ? String(property.value) : '[]') : (property.name as string));
    at = at.object as TreeNode;
  }
  return at.type === 'Identifier' ? { root: at.name as string, members } : undefined;
}

/** Places in a function where what its first argument, the element's inside, leads to is changed in place. */
export function mutationsIn(node: TreeNode, source: string): Mutation[] {
  const [first] = node.params as TreeNode[];
  if (first?.type !== 'Identifier') return [];
  const found: Mutation[] = [];
  const note = (target: TreeNode, called: boolean, mend?: Fix): void => {
    const path = memberPath(target);
    if (!path || path.root !== first.name) return;
    const [member, ...rest] = path.members;
    const inState = member === 'state';
    const members = member === 'host' || inState ? rest : path.members;
    const [name] = members;
    // `inside.x = …` replaces a value, which is fine; `inside.x.y = …` and `inside.x.push(…)` change it.
    if (name === undefined || members.length < (called ? 1 : 2)) return;
    if (!inState && member !== 'host' && INSIDE_MEMBERS.has(name)) return;
    const whole = members.length === 1;
    found.push({
      of: inState ? 'state' : 'property',
      name,
      offset: target.start,
      mend: whole ? mend : undefined,
    });
  };
  walk(node.body as TreeNode, (inner, ancestors) => {
    if (inner.type === 'AssignmentExpression') note(inner.left as TreeNode, false);
    if (
      inner.type === 'UpdateExpression' ||
      (inner.type === 'UnaryExpression' && inner.operator === 'delete')
    ) {
      note(inner.argument as TreeNode, false);
    }
    const callee = inner.type === 'CallExpression' ? (inner.callee as TreeNode) : undefined;
    if (
      callee?.type === 'MemberExpression' &&
      !callee.computed &&
      MUTATORS.has((callee.property as TreeNode).name as string)
    ) {
      note(callee.object as TreeNode, true, asAssignment(inner, callee, ancestors.at(-1), source));
    }
  });
  return found;
}

/** `list.push(item)` as a statement is `list = [...list, item]`. */
function asAssignment(
  call: TreeNode,
  callee: TreeNode,
  parent: TreeNode | undefined,
  source: string,
): Fix | undefined {
  const given = call.arguments as TreeNode[];
  const method = (callee.property as TreeNode).name;
  if (parent?.type !== 'ExpressionStatement' || method !== 'push' || given.length === 0) return undefined;
  const target = callee.object as TreeNode;
  const list = source.slice(target.start, target.end);
  const items = source.slice(given[0]!.start, given.at(-1)!.end);
  return { start: call.start, end: call.end, text: `${list} = [...${list}, ${items}]` };
}

/** Listeners, timers and observers that a `connected` function begins without giving back a function that ends them. */
export function unendedIn(connected: TreeNode): { what: string; offset: number }[] {
  const found: { what: string; offset: number }[] = [];
  const body = connected.body as TreeNode;
  let gives = body.type !== 'BlockStatement';
  walk(body, (node) => {
    if (isFunction(node)) return false;
    if (node.type === 'ReturnStatement' && node.argument) gives = true;
    if (node.type === 'NewExpression') {
      const name = (node.callee as TreeNode).name;
      if (typeof name === 'string' && /^\w+Observer$/.test(name))
        found.push({ what: `a ${name}`, offset: node.start });
    }
    if (node.type !== 'CallExpression') return undefined;
    const callee = node.callee as TreeNode;
    const name = (
      callee.type === 'MemberExpression' ? (callee.property as TreeNode).name : callee.name
    ) as string;
    if (name === 'setInterval') found.push({ what: 'a timer', offset: node.start });
    // A listener with a signal is ended by whoever aborts it.
    const endsItself = (node.arguments as TreeNode[]).some(({ type }) => type === 'ObjectExpression');
    if (name === 'addEventListener' && !endsItself) found.push({ what: 'a listener', offset: node.start });
    return undefined;
  });
  return gives ? [] : found;
}
