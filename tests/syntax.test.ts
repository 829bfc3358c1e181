import { parse, parseExpressionAt } from 'acorn';
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  data,
  expression,
  literal,
  members,
  property,
  object,
  statements,
  templateLiteral,
} from '../src/syntax/build.js';
import { print } from '../src/syntax/print.js';
import type { TreeNode } from '../src/syntax/tree.js';

const OPTIONS = { ecmaVersion: 2023, sourceType: 'module' } as const;

/** A tree less what says where it stands. */
function bare(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(bare);
  if (typeof value !== 'object' || value === null || value instanceof RegExp) return value;
  const less = new Set(['start', 'end', 'raw', 'multiline', 'apart', 'comments', 'loc']);
  return Object.fromEntries(
    Object.entries(value)
      .filter(([key]) => !less.has(key))
      .map(([key, inner]) => [key, bare(inner)]),
  );
}

const printed = (tree: TreeNode): string => {
  const { code } = print(statements`(${tree});`);
  return code;
};

/** What a text is as an expression, printed and read again. */
const again = (source: string): unknown => {
  const tree = parseExpressionAt(source, 0, OPTIONS) as unknown as TreeNode;
  const [statement] = parse(printed(tree), OPTIONS).body as unknown as TreeNode[];
  return { before: bare(tree), after: bare(statement!.expression) };
};

const name = fc.constantFrom('a', 'b', 'host', 'label');
const binary = fc.constantFrom(
  '+',
  '-',
  '*',
  '%',
  '**',
  '<',
  '===',
  '&',
  '|',
  '^',
  '<<',
  '&&',
  '||',
  'in',
  'instanceof',
);
const operand = fc.letrec<{ all: string; some: string }>((tie) => ({
  some: fc.oneof(
    { maxDepth: 4 },
    name,
    fc.constantFrom('1', '-1', "'it'", '`a${b}c`', 'null', '1e21', '/x/g', '"\\u2028"', '[,a]', '{}'),
    fc.tuple(tie('some'), name).map(([one, key]) => `(${one}).${key}`),
    fc.tuple(tie('some'), name).map(([one, key]) => `(${one})?.${key}`),
    fc.tuple(tie('some'), tie('some')).map(([one, key]) => `(${one})[${key}]`),
    fc.tuple(tie('some'), tie('some')).map(([one, other]) => `(${one})(${other}, ...[${other}])`),
    fc.tuple(tie('some'), tie('some')).map(([one, other]) => `(${one})?.(${other})`),
    fc.tuple(tie('some'), binary, tie('some')).map(([one, sign, other]) => `(${one}) ${sign} (${other})`),
    fc.tuple(tie('some'), tie('some')).map(([one, other]) => `(${one}) ?? (${other})`),
    fc
      .tuple(fc.constantFrom('!', '-', '+', 'typeof ', 'void '), tie('some'))
      .map(([sign, one]) => `${sign}(${one})`),
    fc.tuple(tie('some'), tie('some'), tie('some')).map(([a, b, c]) => `((${a}) ? (${b}) : (${c}))`),
    fc.tuple(name, tie('some')).map(([one, body]) => `((${one}, { x: y = 1, ...z }) => (${body}))`),
    fc
      .tuple(name, tie('some'))
      .map(([one, inner]) => `({ ${one}, 'b c': ${inner}, [${inner}]: 1, ...${one} })`),
  ),
  all: tie('some'),
})).some;

describe('printing', () => {
  it('gives code that says what the tree says', () => {
    fc.assert(
      fc.property(operand, (source) => {
        const { before, after } = again(source) as { before: unknown; after: unknown };
        expect(after).toEqual(before);
      }),
      { numRuns: 2000, seed: 7 },
    );
  });

  it.each([
    ['(a?.b).c', '(a?.b).c;\n'],
    ['(a?.b)(c)', '(a?.b)(c);\n'],
    ['a?.b.c', 'a?.b.c;\n'],
    ['(a ?? b) || c', '(a ?? b) || c;\n'],
    ['(-a) ** b', '(-a) ** b;\n'],
    ['x => ({ a: 1 }).a', '((x) => ({ a: 1 }).a);\n'],
  ])('groups %s', (source, expected) => {
    expect(printed(parseExpressionAt(source, 0, OPTIONS) as unknown as TreeNode)).toBe(expected);
  });

  it('says where pieces come from, on the line and column where they stand', () => {
    const at = (line: number, column: number) => ({ loc: { start: { line, column } } });
    const one = { ...expression`first`, ...at(3, 5) };
    const two = { ...literal('text'), ...at(4, 1) };
    const { code, segments } = print([
      ...members`static names = ${object([property('a', one), property('b-c', two)], true)};`,
    ]);
    expect(code).toBe("static names = {\n  a: first,\n  'b-c': 'text',\n};\n");
    expect(segments).toEqual([
      { line: 2, column: 6, origin: { line: 3, column: 5 } },
      { line: 3, column: 10, origin: { line: 4, column: 1 } },
    ]);
  });
});

describe('code templates', () => {
  it('take names, trees and lists where they stand', () => {
    const lines = statements`first(); second();`;
    const { code } = print(statements`
      if (${expression`a || b`} && c) { ${lines}; }
      const ${'made'} = call(before, ${[literal(1), literal('two')]}, { ${[property('x', literal(null))]} });
      value.${'plain'} = value.${'not plain'};`);
    expect(code).toBe(
      "if ((a || b) && c) {\n  first();\n  second();\n}\nconst made = call(before, 1, 'two', { x: null });\nvalue.plain = value['not plain'];\n",
    );
  });

  it('give the same tree twice without sharing what the holes were given', () => {
    const make = (hole: string) => expression`a + ${hole}`;
    expect(printed(make('b'))).toBe('a + b;\n');
    expect(printed(make('c'))).toBe('a + c;\n');
  });

  it('make data that cannot be misread', () => {
    const value = { __proto__: 1, 'a-b': [-1, true, null], text: 'it’s </script>\u2028' };
    const all = JSON.parse('{ "__proto__": 1 }') as object;
    const { code } = print(statements`const data = ${data({ ...value, ...all })};`);
    expect(code).not.toContain('</script');
    expect(code).not.toContain('\u2028');
    const read = new Function(`${code} return data;`)() as typeof value;
    expect(Object.keys(read)).toContain('a-b');
    expect(read.text).toBe(value.text);
    expect(read['a-b']).toEqual([-1, true, null]);
    const frozen = new Function(`return ${print(statements`${data({ a: [{ b: 1 }] }, true)};`).code}`)() as {
      a: object[];
    };
    expect([frozen, frozen.a, frozen.a[0]].every(Object.isFrozen)).toBe(true);
  });

  it.each(['`', '${x}', '$', '\\', '$\\{', 'a\nb', '\r\n', '\u2028'])(
    'keep the text %j in a template',
    (text) => {
      const tree = templateLiteral([text, literal('$'), text, expression`'{'`]);
      const value = new Function(`return ${printed(tree)}`)() as string;
      expect(value).toBe(`${text}$${text}{`);
    },
  );
});
