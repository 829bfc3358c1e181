import * as fc from 'fast-check';
import type { Contract } from '../src/contract/model.js';
import { followReference } from '../src/contract/references.js';
import type { JsonSchema } from '../src/contract/schema.js';

/** Texts that end something, begin something, or are written otherwise in HTML than they are. */
const HOSTILE = [
  '</script>',
  '</style><script>alert(1)</script>',
  '-->',
  '--!>',
  '<!--',
  ']]>',
  '<template>',
  '</template>',
  '"><img src=x onerror=alert(1)>',
  "'",
  '`',
  '&amp;',
  '&lt',
  '\u00a0',
  '\n',
  '\n\nx',
  '\r\n',
  '\u2028',
  '\u202e',
  '\u0000',
  '\ud800',
  '{label}',
  '[',
  ':',
  '|',
];

const text = fc.oneof(fc.constantFrom(...HOSTILE), fc.string(), fc.string({ unit: 'binary', maxLength: 8 }));

/** Values of a type, as far as a page can hold them. */
function valuesOf(
  schema: JsonSchema,
  definitions: Contract['definitions'],
  depth = 0,
): fc.Arbitrary<unknown> {
  const type = followReference(schema, definitions) ?? schema;
  if (type.enum) return fc.constantFrom(...(type.enum as unknown[]));
  switch (type.type) {
    case 'string':
      return text;
    case 'number':
      return fc.double({ noNaN: true, noDefaultInfinity: true }).map((value) => value + 0);
    case 'integer':
      return fc.integer();
    case 'boolean':
      return fc.boolean();
    case 'array':
      return fc.array(valuesOf(type.items ?? {}, definitions, depth + 1), { maxLength: depth > 2 ? 0 : 4 });
    case 'object': {
      const members = Object.entries(type.properties ?? {}).map(
        ([name, inner]) => [name, valuesOf(inner, definitions, depth + 1)] as const,
      );
      const requiredKeys = (type.required ?? []).filter((name) => type.properties?.[name]);
      return fc.record(Object.fromEntries(members), { requiredKeys, noNullPrototype: true });
    }
    default:
      return text;
  }
}

/** Values for the properties of an element, some of them left out. */
export function propertiesOf({ properties, definitions }: Contract): fc.Arbitrary<Record<string, unknown>> {
  const known = properties.filter(({ kind }) => kind !== 'function' && kind !== 'instance');
  const members = known.map(({ name, schema }) => [name, valuesOf(schema, definitions)] as const);
  return fc.record(Object.fromEntries(members), {
    requiredKeys: known.filter(({ required }) => required).map(({ name }) => name),
    noNullPrototype: true,
  });
}
