import { join } from 'node:path';
import type { JsonSchema } from '../../contract/schema.js';
import type { TypeFact } from './facts.js';
import { TypeFacts } from './type-facts.js';
import { TypeProgram } from './type-program.js';

/** Types that somebody wrote as texts, such as those of a manifest. */
export interface ReadTypes {
  types: TypeFact[];
  definitions: Record<string, JsonSchema>;
}

/** Says what is known of types that stand as texts in TypeScript; names that are not the platform's are unknown. */
export function readTypes(root: string, texts: readonly string[]): ReadTypes {
  const path = join(root, 'lastwright-types.ts');
  // Each stands in brackets of its own: what is no type harms none of the others.
  const lines = texts.map((text, place) => `export type Type${place} = ${oneType(text)};`);
  const program = new TypeProgram(root, new Map([[path, lines.join('\n')]]), '');
  try {
    const exported = program.exportsOf(path);
    const facts = new TypeFacts(program, { drawable: undefined });
    const types = texts.map((text, place): TypeFact => {
      const symbol = exported.get(`Type${place}`);
      if (!symbol) return { kind: 'unknown', text, why: 'cannot be read' };
      const fact = facts.of(program.checker.getDeclaredTypeOfSymbol(symbol));
      return fact.kind === 'unknown' ? { ...fact, text } : fact;
    });
    return { types, definitions: facts.definitions };
  } finally {
    program.close();
  }
}

/** The text of a type, unless it could end the statement that it stands in. */
function oneType(text: string): string {
  const plain = text.replace(/\s+/g, ' ').trim();
  let depth = 0;
  for (const sign of plain) {
    if ('([{'.includes(sign)) depth++;
    if (')]}'.includes(sign) && --depth < 0) return 'unknown';
    if (sign === ';' && depth === 0) return 'unknown';
  }
  return plain && depth === 0 && !/\/[/*]|`/.test(plain) ? `(${plain})` : 'unknown';
}
