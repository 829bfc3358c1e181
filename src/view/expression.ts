import type { Code } from '../findings/severities.js';
import { isUnsafeMember } from '../runtime/member-key.js';
import { parse, parseExpressionAt } from 'acorn';
import { boundNames, isTreeNode, walk, type TreeNode } from '../syntax/tree.js';
import { isKeptWord } from '../syntax/words.js';
import type { ToFile } from './source-offsets.js';

/** A free name in an expression: one that the expression does not bind itself. */
export interface FreeName {
  name: string;
  /** Offsets in the expression's source. */
  start: number;
  end: number;
  /** `{ label }`: in the object literal the name is key and value at once. */
  shorthand: boolean;
  /** The call that the name is the callee of, if it is one. */
  call: TreeNode | undefined;
  assigned: boolean;
}

/** An expression of a view, or the code of a handler. */
export interface Expression {
  source: string;
  tree: TreeNode;
  /** Names that it uses and does not bind itself. */
  names: FreeName[];
  /** Names that it binds itself, by parameters or declarations. */
  bound: string[];
  /** From an offset in `source` to the file. */
  toFile: ToFile;
  /** True for what stands for code that could not be understood: nothing is said of its names and types. */
  isLost?: boolean;
}

/** What stands for an expression that could not be understood, so that all around it can be looked at. */
export function lostExpression(offset: number): Expression {
  const tree: TreeNode = { type: 'Identifier', name: 'undefined', start: 0, end: 0 };
  return { source: 'undefined', tree, names: [], bound: [], toFile: () => offset, isLost: true };
}

/** Something wrong in an expression, at an offset of the file. */
export interface ExpressionProblem {
  code: Code;
  message: string;
  help: string;
  offset: number;
  /** What would mend it for certain, put in at an offset of the file. */
  insert?: { at: number; text: string };
}

/** A text is a list of plain pieces and expressions. */
export type Part = string | Expression;

/** The text of a value without expressions. */
export function plainText(parts: readonly Part[]): string | undefined {
  return parts.every((part) => typeof part === 'string') ? parts.join('') : undefined;
}

const OPTIONS = { ecmaVersion: 2023, sourceType: 'module', preserveParens: true } as const;

/** Splits a text with `{expressions}` into its parts. */
export function parseParts(text: string, toFile: ToFile, problems: ExpressionProblem[]): Part[] {
  const parts: Part[] = [];
  let at = 0;
  for (;;) {
    const open = text.indexOf('{', at);
    if (open === -1) break;
    if (open > at) parts.push(text.slice(at, open));
    const end = readExpression(text, open + 1, toFile, parts, problems);
    if (end === undefined) parts.push(lostExpression(toFile(open)));
    const next = end ?? behindLost(text, open);
    if (next === undefined) return parts;
    at = next;
  }
  if (at < text.length) parts.push(text.slice(at));
  return parts;
}

/** Where to go on behind an expression that could not be understood; undefined where that is not plain. */
function behindLost(text: string, open: number): number | undefined {
  const [, inside] = /^\{([^{}`'"]*)\}/.exec(text.slice(open)) ?? [];
  return inside === undefined ? undefined : open + inside.length + 2;
}

/** Reads the expression behind a brace; gives the offset behind the closing brace, or undefined after a problem. */
function readExpression(
  text: string,
  start: number,
  toFile: ToFile,
  parts: Part[],
  problems: ExpressionProblem[],
): number | undefined {
  if (/^\s*\}/.test(text.slice(start))) {
    problems.push({
      code: 'view/expression-empty',
      message: 'There is no expression between the braces.',
      help: "Write an expression, or {'{}'} for the two characters themselves.",
      offset: toFile(start - 1),
    });
    return undefined;
  }
  const from = (offset: number): number => toFile(start + offset);
  const simple = SIMPLE.exec(text.slice(start, start + 200))?.[0];
  if (simple && isPath(simple)) {
    const source = simple.slice(0, -1);
    const fitting = checked(source, pathTree(source), from, problems);
    if (fitting) parts.push(fitting);
    return start + simple.length;
  }
  let tree: TreeNode;
  try {
    tree = parseExpressionAt(text, start, OPTIONS) as unknown as TreeNode;
  } catch (error) {
    problems.push(syntaxProblem(error, toFile, start, text));
    return undefined;
  }
  const end = text.length - text.slice(tree.end).trimStart().length;
  if (text[end] !== '}') {
    const open = end >= text.length;
    problems.push({
      code: 'view/expression-syntax',
      message: open ? 'The brace is never closed.' : continuation(text.slice(end)),
      help: "Close the expression with }. For a brace as text, write {'{'}.",
      offset: toFile(open ? start - 1 : end),
    });
    return undefined;
  }
  walk(tree, (node) => {
    node.start -= start;
    node.end -= start;
  });
  const fitting = checked(text.slice(start, end), tree, from, problems);
  if (!fitting) return undefined;
  parts.push(fitting);
  return end + 1;
}

/** What stands behind an expression and does not belong to it. */
function continuation(rest: string): string {
  return `"${rest.slice(0, 12).split('\n')[0]}" does not continue the expression.`;
}

/** An expression from its parsed tree, if it keeps to what a view may do. */
function checked(
  source: string,
  tree: TreeNode,
  toFile: ToFile,
  problems: ExpressionProblem[],
): Expression | undefined {
  return check({ source, tree, toFile, ...namesIn(tree) }, EXPRESSION_KINDS, problems);
}

/** A name, or members of one, up to the closing brace: what most expressions are. */
const SIMPLE = /^\s*[A-Za-z_$][\w$]*(?:\.[A-Za-z_$][\w$]*)*\s*\}/;

/** True for names and members only, up to a closing brace; a word that JavaScript keeps is something else. */
function isPath(text: string): boolean {
  return SIMPLE.test(text) && !isKeptWord(text.trim().split(/[.\s}]/)[0]!);
}

/** The tree of `label` or `parcel.name`, as a parser would give it. */
function pathTree(source: string): TreeNode {
  let at = source.length - source.trimStart().length;
  let tree: TreeNode | undefined;
  const first = at;
  for (const name of source.trim().split('.')) {
    const identifier: TreeNode = { type: 'Identifier', name, start: at, end: at + name.length };
    at = identifier.end + 1;
    tree = tree
      ? {
          type: 'MemberExpression',
          object: tree,
          property: identifier,
          computed: false,
          start: first,
          end: identifier.end,
        }
      : identifier;
  }
  return tree!;
}

/** Expressions and handlers that were parsed and are sound, by their source: the same ones come again in many views. */
const sound = new Map<string, Expression>();
const soundHandlers = new Map<string, Expression>();

/** More than these are not kept. */
const MOST_KEPT = 2000;

function remembered(
  kept: Map<string, Expression>,
  expression: Expression | undefined,
): Expression | undefined {
  if (expression && kept.size < MOST_KEPT) kept.set(expression.source, expression);
  return expression;
}

/** Parses a text that is one expression as a whole, such as a condition. */
export function parseWhole(
  source: string,
  toFile: ToFile,
  problems: ExpressionProblem[],
): Expression | undefined {
  if (isPath(`${source}}`)) return checked(source, pathTree(source), toFile, problems);
  const known = sound.get(source);
  if (known) return { ...known, toFile };
  try {
    const tree = parseExpressionAt(source, 0, OPTIONS) as unknown as TreeNode;
    const rest = source.slice(tree.end).trimStart();
    if (rest === '') return remembered(sound, checked(source, tree, toFile, problems));
    problems.push({
      code: 'view/expression-syntax',
      message: continuation(rest),
      help: 'Write one expression.',
      offset: toFile(source.length - rest.length),
    });
    return undefined;
  } catch (error) {
    problems.push(syntaxProblem(error, toFile, 0, source));
    return undefined;
  }
}

/** Parses the code of an on… attribute: statements with `event` in scope. */
export function parseHandler(
  source: string,
  toFile: ToFile,
  problems: ExpressionProblem[],
): Expression | undefined {
  const known = soundHandlers.get(source);
  if (known) return { ...known, toFile };
  try {
    const tree = parse(source, OPTIONS) as unknown as TreeNode;
    const handler = { source, tree, toFile, ...namesIn(tree) };
    return remembered(soundHandlers, check(handler, HANDLER_KINDS, problems));
  } catch (error) {
    problems.push(syntaxProblem(error, toFile, 0, source));
    return undefined;
  }
}

function syntaxProblem(error: unknown, toFile: ToFile, start: number, text: string): ExpressionProblem {
  const { message, pos } = error as { message: string; pos?: number };
  const cutByMarkup = pos !== undefined && pos >= text.length && /^[^}]*$/.test(text.slice(start));
  return {
    code: 'view/expression-syntax',
    message: `The expression cannot be parsed: ${message.replace(/ \(\d+:\d+\)$/, '').toLowerCase()}.`,
    help: cutByMarkup
      ? 'Close the brace. If the expression has a "<", put spaces around it: HTML takes "<" and a letter for a tag.'
      : "Write a JavaScript expression. For a brace as text, write {'{'}.",
    offset: toFile(pos ?? start),
  };
}

const EXPRESSION_KINDS = new Set([
  'ArrayExpression',
  'ArrayPattern',
  'ArrowFunctionExpression',
  'AssignmentPattern',
  'BinaryExpression',
  'CallExpression',
  'ChainExpression',
  'ConditionalExpression',
  'Identifier',
  'Literal',
  'LogicalExpression',
  'MemberExpression',
  'ObjectExpression',
  'ObjectPattern',
  'ParenthesizedExpression',
  'Property',
  'RestElement',
  'SpreadElement',
  'TemplateElement',
  'TemplateLiteral',
  'UnaryExpression',
]);

const HANDLER_KINDS = new Set([
  ...EXPRESSION_KINDS,
  'AssignmentExpression',
  'BlockStatement',
  'EmptyStatement',
  'ExpressionStatement',
  'IfStatement',
  'Program',
  'SequenceExpression',
  'UpdateExpression',
  'VariableDeclaration',
  'VariableDeclarator',
]);

/** The name of a member, where it is written out; undefined where it is known at run time only. */
function memberName(key: TreeNode, computed: unknown): string | undefined {
  if (!computed) return String(key.type === 'Identifier' ? key.name : key.value);
  if (key.type === 'Literal') return String(key.value);
  if (key.type === 'ParenthesizedExpression') return memberName(key.expression as TreeNode, true);
  if (key.type === 'TemplateLiteral' && (key.expressions as unknown[]).length === 0)
    return String(((key.quasis as TreeNode[])[0]!.value as { cooked: string }).cooked);
  return undefined;
}

/** True for a member whose name is known at run time only; emitted code looks at it there. */
export function hasComputedKey(node: TreeNode): boolean {
  return (
    node.type === 'MemberExpression' &&
    node.computed === true &&
    memberName(node.property as TreeNode, true) === undefined
  );
}

/** Keeps an expression to what reads values and calls functions; gives it back if it does. */
function check(
  expression: Expression,
  kinds: ReadonlySet<string>,
  problems: ExpressionProblem[],
): Expression | undefined {
  let sound = true;
  const refuse = (node: TreeNode, code: Code, message: string, help: string): false => {
    sound = false;
    problems.push({ code, message, help, offset: expression.toFile(node.start) });
    return false;
  };
  walk(expression.tree, (node) => {
    const isKept = kinds.has(node.type) || makesDateOrFormat(node);
    if (!isKept || (node.type === 'UnaryExpression' && node.operator === 'delete')) {
      return refuse(
        node,
        'view/expression-kind',
        `${WORDS[node.type] ?? 'This kind of code'} cannot stand in a view.`,
        'Move it into a function of the behavior, and call that function here.',
      );
    }
    const key = (node.type === 'MemberExpression' ? node.property : node.key) as TreeNode | undefined;
    if ((node.type !== 'MemberExpression' && node.type !== 'Property') || !key) return undefined;
    const name = memberName(key, node.computed);
    if (name !== undefined && isUnsafeMember(name)) {
      return refuse(
        key,
        'view/unsafe-member',
        `"${name}" cannot be used in a view.`,
        'Read what you need in a function of the behavior.',
      );
    }
    if (node.type === 'Property' && name === undefined) {
      return refuse(
        key,
        'view/unsafe-member',
        'A key that is computed cannot stand in a view.',
        'Make the object in a function of the behavior.',
      );
    }
    return undefined;
  });
  return sound ? expression : undefined;
}

/** True for `new Date(…)`, `new Intl.NumberFormat(…)` and the like: what writes values for people. */
function makesDateOrFormat({ type, callee }: TreeNode): boolean {
  if (type !== 'NewExpression') return false;
  const { type: kind, name, object, computed } = callee as TreeNode;
  if (kind === 'Identifier') return name === 'Date';
  return kind === 'MemberExpression' && !computed && (object as TreeNode).name === 'Intl';
}

const WORDS: Record<string, string> = {
  AssignmentExpression: 'An assignment outside of a handler',
  AwaitExpression: '"await"',
  ClassExpression: 'A class',
  FunctionExpression: 'A function with the word "function"',
  ImportExpression: 'An import',
  NewExpression: '"new" for anything but Date and what Intl has',
  TaggedTemplateExpression: 'A tagged template',
  ThisExpression: '"this"',
  UnaryExpression: '"delete"',
  UpdateExpression: '"++" or "--" outside of a handler',
};

/** All names that an expression uses: those that it binds by a parameter or a declaration, and the others. */
function namesIn(tree: TreeNode): { names: FreeName[]; bound: string[] } {
  const found: FreeName[] = [];
  const bound = new Set<string>();
  walk(tree, (node, ancestors) => {
    if (node.type !== 'Identifier') return;
    const parent = ancestors.at(-1);
    const name = node.name as string;
    if (parent?.type === 'MemberExpression' && parent.property === node && !parent.computed) return;
    const isProperty = parent?.type === 'Property';
    if (isProperty && parent.key === node && parent.value !== node && !parent.computed && !parent.shorthand)
      return;
    if (isBound(name, node, ancestors)) {
      bound.add(name);
      return;
    }
    if (found.some((other) => other.start === node.start)) return;
    found.push({
      name,
      start: node.start,
      end: node.end,
      shorthand: isProperty && parent.shorthand === true,
      call: parent?.type === 'CallExpression' && parent.callee === node ? parent : undefined,
      assigned:
        (parent?.type === 'AssignmentExpression' && parent.left === node) ||
        parent?.type === 'UpdateExpression',
    });
  });
  return { names: found, bound: [...bound] };
}

/** True if an ancestor binds the name: a function by its parameters, a block by its declarations. */
function isBound(name: string, node: TreeNode, ancestors: readonly TreeNode[]): boolean {
  return [...ancestors, node].some((ancestor) => {
    if (Array.isArray(ancestor.params)) {
      return (ancestor.params as TreeNode[]).some((parameter) => boundNames(parameter).includes(name));
    }
    if (!Array.isArray(ancestor.body)) return false;
    return (ancestor.body as TreeNode[]).some(
      (statement) =>
        statement.type === 'VariableDeclaration' &&
        (statement.declarations as TreeNode[]).some(
          (declarator) => isTreeNode(declarator.id) && boundNames(declarator.id).includes(name),
        ),
    );
  });
}
