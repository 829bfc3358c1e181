import { Ajv2020 } from 'ajv/dist/2020.js';
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { matchesSchema } from '../src/contract/matches-schema.js';
import type { JsonSchema } from '../src/contract/schema.js';

const ajv = new Ajv2020({ strict: false });

const small = fc.constantFrom(-1, 0, 1, 2, 3, 0.5, 2.5, 10);
const text = fc.constantFrom('', 'a', 'ab', 'abc', '😀', 'b1');
const value = fc.letrec<{ all: unknown }>((tie) => ({
  all: fc.oneof(
    { maxDepth: 2 },
    small,
    text,
    fc.boolean(),
    fc.constant(null),
    fc.array(tie('all'), { maxLength: 3 }),
    fc.dictionary(fc.constantFrom('a', 'b', 'c'), tie('all'), { maxKeys: 3 }),
  ),
})).all;
const kind = fc.constantFrom('string', 'number', 'integer', 'boolean', 'array', 'object', 'null');
const schema = fc.letrec<{ all: JsonSchema }>((tie) => ({
  all: fc.oneof(
    { maxDepth: 2 },
    kind.map((type) => ({ type }) as JsonSchema),
    fc.record({ type: fc.uniqueArray(kind, { minLength: 1, maxLength: 2 }) }) as fc.Arbitrary<JsonSchema>,
    fc.record({ minimum: small, maximum: small }, { requiredKeys: [] }),
    fc.record({ exclusiveMinimum: small, exclusiveMaximum: small }, { requiredKeys: [] }),
    fc.record({ multipleOf: fc.constantFrom(1, 2, 0.5, 0.1) }),
    fc.record({ minLength: fc.nat(3), maxLength: fc.nat(3) }, { requiredKeys: [] }),
    fc.record({ pattern: fc.constantFrom('^a', 'b$', '[0-9]', '^$') }),
    fc.record({ minItems: fc.nat(2), maxItems: fc.nat(3), uniqueItems: fc.boolean() }, { requiredKeys: [] }),
    fc.record({ items: tie('all') }),
    fc.record(
      {
        properties: fc.dictionary(fc.constantFrom('a', 'b'), tie('all'), { maxKeys: 2 }),
        required: fc.subarray(['a', 'b', 'c']),
        additionalProperties: fc.oneof(fc.boolean(), tie('all')),
      },
      { requiredKeys: [] },
    ) as fc.Arbitrary<JsonSchema>,
    fc.record({ anyOf: fc.array(tie('all'), { minLength: 1, maxLength: 2 }) }),
    fc.record({ oneOf: fc.array(tie('all'), { minLength: 1, maxLength: 2 }) }),
    fc.record({ allOf: fc.array(tie('all'), { minLength: 1, maxLength: 2 }) }),
    fc.record({ const: fc.oneof(small, text, fc.constant(null)) }) as fc.Arbitrary<JsonSchema>,
    fc.record({
      enum: fc.uniqueArray(fc.oneof(small, text), { minLength: 1, maxLength: 3 }),
    }) as fc.Arbitrary<JsonSchema>,
  ),
})).all;

describe('whether a value has a type', () => {
  it('is what JSON Schema says', () => {
    fc.assert(
      fc.property(schema, value, (type, one) => {
        expect(matchesSchema(one, type, {}), JSON.stringify([type, one])).toBe(ajv.validate(type, one));
      }),
      { numRuns: 6000, seed: 3 },
    );
  });

  it('follows references, and ends where they lead in a circle', () => {
    const definitions = {
      row: { type: 'string' },
      a: { $ref: '#/definitions/b' },
      b: { $ref: '#/definitions/a' },
    } as Record<string, JsonSchema>;
    expect(matchesSchema('x', { $ref: '#/definitions/row' }, definitions)).toBe(true);
    expect(matchesSchema(1, { $ref: '#/definitions/row' }, definitions)).toBe(false);
    expect(matchesSchema(1, { $ref: '#/definitions/a' }, definitions)).toBe(true);
    expect(matchesSchema(1, { items: { $ref: '#/definitions/row' }, type: 'array' }, definitions)).toBe(
      false,
    );
  });
});
