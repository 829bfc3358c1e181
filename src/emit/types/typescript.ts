import { GENERATOR } from 'astring';
import { parseSync } from 'oxc-parser';
import { parsedStatements, type Hole } from '../../syntax/build.js';
import type { Generator, Print } from '../../syntax/print.js';
import type { TreeNode } from '../../syntax/tree.js';

/** Statements of TypeScript as trees: code with holes, as it is written. */
export function typedStatements(strings: TemplateStringsArray, ...holes: Hole[]): TreeNode[] {
  return parsedStatements(parseTyped, strings, holes);
}

function parseTyped(source: string): TreeNode {
  return parseSync('template.ts', source, { astType: 'ts', sourceType: 'module' }).program as never;
}

const base = GENERATOR as unknown as Generator;

/** Prints a list of types between others. */
function joined(member: string, between: string): Print {
  return function (node, writer) {
    (node[member] as TreeNode[]).forEach((type, place) => {
      if (place > 0) writer.write(between);
      this[type.type]!(type, writer);
    });
  };
}

/** Prints one part of a node as it is. */
function only(member: string, before = '', behind = ''): Print {
  return function (node, writer) {
    const inner = node[member] as TreeNode;
    writer.write(before);
    this[inner.type]!(inner, writer);
    writer.write(behind);
  };
}

/** What the printer needs for the types in modules that are only checked. */
export const TYPE_PRINTERS: Generator = {
  VariableDeclaration(node, writer) {
    if (node.declare) writer.write('declare ');
    base.VariableDeclaration!.call(this, node, writer);
  },
  Identifier(node, writer) {
    base.Identifier!.call(this, node, writer);
    const types = node.typeAnnotation as TreeNode | null | undefined;
    if (types) this[types.type]!(types, writer);
  },
  TSTypeAnnotation: only('typeAnnotation', ': '),
  TSLiteralType: only('literal'),
  TSNonNullExpression: only('expression', '', '!'),
  TSUnionType: joined('types', ' | '),
  TSIntersectionType: joined('types', ' & '),
  TSTypeParameterInstantiation(node, writer) {
    writer.write('<');
    joined('params', ', ').call(this, node, writer);
    writer.write('>');
  },
  TSTypeReference(node, writer) {
    only('typeName').call(this, node, writer);
    if (node.typeArguments) only('typeArguments').call(this, node, writer);
  },
  TSQualifiedName(node, writer) {
    only('left').call(this, node, writer);
    only('right', '.').call(this, node, writer);
  },
  TSIndexedAccessType(node, writer) {
    only('objectType').call(this, node, writer);
    only('indexType', '[', ']').call(this, node, writer);
  },
  TSAsExpression(node, writer) {
    only('expression').call(this, node, writer);
    only('typeAnnotation', ' as ').call(this, node, writer);
  },
  TSNumberKeyword(_, writer) {
    writer.write('number');
  },
  TSAnyKeyword(_, writer) {
    writer.write('any');
  },
};
