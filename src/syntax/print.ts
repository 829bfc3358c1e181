import * as astring from 'astring';
import type { TreeNode } from './tree.js';

/** A place in printed code and the place in its source that it comes from. Lines and columns count from 1. */
export interface Segment {
  line: number;
  column: number;
  origin: { line: number; column: number };
}

/** What the printer has while it writes. */
interface Writer {
  indent: string;
  indentLevel: number;
  write(code: string, node?: TreeNode): void;
}

type Print = (this: Generator, node: TreeNode, writer: Writer) => void;
type Generator = Record<string, Print>;

/** What the declarations of the library leave out. */
const { EXPRESSIONS_PRECEDENCE, NEEDS_PARENTHESES } = astring as unknown as {
  EXPRESSIONS_PRECEDENCE: Record<string, number>;
  NEEDS_PARENTHESES: number;
};

const base = astring.GENERATOR as unknown as Generator;

function indentOf({ indent, indentLevel }: Writer): string {
  return indent.repeat(indentLevel);
}

/** Items between brackets: on one line, or each on one of its own with a comma behind it. */
function list(
  generator: Generator,
  writer: Writer,
  [open, close]: readonly [string, string],
  items: readonly (TreeNode | null)[],
  multiline: unknown,
  inner = '',
): void {
  writer.write(open);
  if (multiline) {
    writer.indentLevel++;
    for (const item of items) {
      writer.write('\n');
      writer.write(indentOf(writer));
      if (item) generator[item.type]!(item, writer);
      writer.write(',');
    }
    writer.indentLevel--;
    writer.write('\n');
    writer.write(indentOf(writer));
  } else {
    const edge = items.length > 0 ? inner : '';
    writer.write(edge);
    items.forEach((item, place) => {
      if (place > 0) writer.write(', ');
      if (item) generator[item.type]!(item, writer);
    });
    // A hole at the end of an array needs a comma to be one.
    if (items.length > 0 && !items.at(-1)) writer.write(',');
    writer.write(edge);
  }
  writer.write(close);
}

/** Statements or members, with empty lines around those that a reader takes for one thing. */
function body(generator: Generator, writer: Writer, nodes: readonly TreeNode[]): void {
  let before: TreeNode | undefined;
  for (const node of nodes) {
    if (before && isApart(before, node)) writer.write('\n');
    for (const comment of (node.comments as string[] | undefined) ?? []) {
      for (const line of comment.split('\n')) writer.write(`${indentOf(writer)}${line}\n`);
    }
    writer.write(indentOf(writer));
    generator[node.type]!(node, writer);
    writer.write('\n');
    before = node;
  }
}

function isApart(before: TreeNode, node: TreeNode): boolean {
  if (node.apart === true || before.type === 'ImportDeclaration') return node.type !== 'ImportDeclaration';
  if (before.static !== node.static) return true;
  return [before, node].some(({ type }) =>
    /^(ClassDeclaration|Export|MethodDefinition|StaticBlock)/.test(type),
  );
}

/** True where an optional chain ends inside of a longer one: `(a?.b).c` is not `a?.b.c`. */
function endsChain(node: TreeNode): boolean {
  return node.type === 'ChainExpression';
}

/** Prints `node.part`, in parentheses where it is the end of an optional chain. */
function chained(part: 'object' | 'callee', print: Print): Print {
  return function (node, writer) {
    const inner = node[part] as TreeNode;
    print.call(this, endsChain(inner) ? { ...node, [part]: { ...inner, type: 'EndOfChain' } } : node, writer);
  };
}

const call: Print = function (node, writer) {
  const callee = node.callee as TreeNode;
  const own = EXPRESSIONS_PRECEDENCE[callee.type]!;
  const grouped = own === NEEDS_PARENTHESES || own < EXPRESSIONS_PRECEDENCE.CallExpression!;
  if (grouped) writer.write('(');
  this[callee.type]!(callee, writer);
  if (grouped) writer.write(')');
  if (node.optional) writer.write('?.');
  const types = node.typeArguments as TreeNode | null | undefined;
  if (types) this[types.type]!(types, writer);
  list(this, writer, ['(', ')'], node.arguments as TreeNode[], node.multiline);
};

const generator: Generator = {
  ...base,
  Program(node, writer) {
    body(this, writer, node.body as TreeNode[]);
  },
  BlockStatement(node, writer) {
    const inner = node.body as TreeNode[];
    writer.write('{');
    if (inner.length > 0) {
      writer.write('\n');
      writer.indentLevel++;
      body(this, writer, inner);
      writer.indentLevel--;
      writer.write(indentOf(writer));
    }
    writer.write('}');
  },
  ClassBody(node, writer) {
    this.BlockStatement!(node, writer);
  },
  EndOfChain(node, writer) {
    writer.write('(');
    this.ChainExpression!(node, writer);
    writer.write(')');
  },
  CallExpression: chained('callee', call),
  MemberExpression: chained('object', base.MemberExpression!),
  ArrowFunctionExpression(node, writer) {
    list(this, writer, ['(', ')'], node.params as TreeNode[], false);
    writer.write(' => ');
    const inner = node.body as TreeNode;
    // What begins with a brace would be a block.
    const grouped = /^(ObjectExpression|SequenceExpression)$/.test(inner.type);
    if (grouped && inner.type === 'ObjectExpression') writer.write('(');
    this[inner.type]!(inner, writer);
    if (grouped && inner.type === 'ObjectExpression') writer.write(')');
  },
  ArrayExpression(node, writer) {
    list(this, writer, ['[', ']'], node.elements as (TreeNode | null)[], node.multiline);
  },
  ArrayPattern(node, writer) {
    list(this, writer, ['[', ']'], node.elements as (TreeNode | null)[], false);
  },
  ObjectExpression(node, writer) {
    list(this, writer, ['{', '}'], node.properties as TreeNode[], node.multiline, ' ');
  },
  ObjectPattern(node, writer) {
    list(this, writer, ['{', '}'], node.properties as TreeNode[], false, ' ');
  },
  ImportDeclaration(node, writer) {
    const specifiers = node.specifiers as TreeNode[];
    writer.write(node.importKind === 'type' ? 'import type ' : 'import ');
    if (specifiers[0]?.type === 'ImportNamespaceSpecifier')
      writer.write(`* as ${(specifiers[0].local as TreeNode).name as string}`);
    else list(this, writer, ['{', '}'], specifiers, node.multiline, ' ');
    writer.write(' from ');
    this.Literal!(node.source as TreeNode, writer);
    writer.write(';');
  },
  ImportSpecifier(node, writer) {
    writer.write((node.imported as TreeNode).name as string);
  },
};

// Nodes of the printer's own count as what they stand for.
const precedence = {
  ...EXPRESSIONS_PRECEDENCE,
  EndOfChain: 20,
  TSAsExpression: 13.5,
  TSNonNullExpression: 19,
};

/** Prints a program; `segments` tell where its pieces come from, for nodes that have a place (`loc`). */
export function print(
  program: readonly TreeNode[],
  more: Generator = {},
): { code: string; segments: Segment[] } {
  const segments: Segment[] = [];
  const sourceMap = {
    addMapping: ({ original, generated }: { original: Segment['origin']; generated: Segment }) => {
      const { line, column } = original;
      segments.push({ line: generated.line, column: generated.column + 1, origin: { line, column } });
    },
  };
  const code = astring.generate(
    { type: 'Program', body: program } as never,
    {
      generator: { ...generator, ...more },
      expressionsPrecedence: precedence,
      sourceMap,
    } as never,
  );
  return { code, segments };
}

export type { Generator, Print, Writer };
