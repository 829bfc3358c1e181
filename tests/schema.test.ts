import { Ajv2020 } from 'ajv/dist/2020.js';
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findMisfit } from '../src/runtime/find-misfit.js';
import { matchesSchema } from '../src/runtime/matches-schema.js';
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

describe('where a value is not what its type says', () => {
  it('is somewhere exactly if it does not have its type', () => {
    fc.assert(
      fc.property(value, schema, (given, type) => {
        expect(findMisfit(given, type, {}) === undefined).toBe(matchesSchema(given, type, {}));
      }),
      { numRuns: 2000 },
    );
  });

  const definitions = {
    parcel: {
      type: 'object',
      properties: {
        id: { type: 'string' },
        tags: { type: 'array', items: { enum: ['dry', 2] }, maxItems: 2 },
      },
      required: ['id'],
      additionalProperties: false,
    },
    tree: { type: 'object', additionalProperties: { $ref: '#/definitions/tree' } },
  };
  const list = { type: 'array', minItems: 1, items: { $ref: '#/definitions/parcel' } };

  it.each<[unknown, object, string | undefined]>([
    [[{ id: 'a', tags: ['dry', 2] }], list, undefined],
    [[], list, ' is an array of 0, not an array with at least 1 items'],
    ['none', list, ' is "none", not an array with at least 1 items'],
    [[{ id: 'a' }, {}], list, '[1] has no "id"'],
    [[{ id: 'a', nmae: 1 }], list, '[0] has a member "nmae", which its type does not know'],
    [[{ id: 'a', tags: ['wet'] }], list, '[0].tags[0] is "wet", not one of dry, 2'],
    [
      [{ id: 'a', tags: ['dry', 2, 2] }],
      list,
      '[0].tags is an array of 3, not an array with at most 2 items',
    ],
    [{ a: { 'b c': 5 } }, { $ref: '#/definitions/tree' }, '.a["b c"] is 5, not an object'],
    [7, { type: ['string', 'null'] }, ' is 7, not a text or null'],
    [
      7,
      { type: 'number', maximum: 5, multipleOf: 2 },
      ' is 7, not a number of at most 5 and divided by 2 without a rest',
    ],
    ['b', { type: 'string', pattern: '^a' }, ' is "b", not a text like /^a/'],
    ['b', { minLength: 2 }, ' is "b", not what its type allows of at least 2 characters'],
    ['ab', { type: 'string', maxLength: 1 }, ' is "ab", not a text of at most 1 characters'],
    [1, { type: 'integer', exclusiveMinimum: 1 }, ' is 1, not a whole number above 1'],
    [1, { type: 'number', minimum: 2 }, ' is 1, not a number of at least 2'],
    [3, { type: 'number', exclusiveMaximum: 3 }, ' is 3, not a number below 3'],
    ['yes', { type: 'boolean' }, ' is "yes", not true or false'],
    [null, { type: 'string' }, ' is null, not a text'],
    [undefined, { type: 'string' }, ' is undefined, not a text'],
    [{ a: undefined, b: 1 }, { additionalProperties: { type: 'string' } }, '.b is 1, not a text'],
    [() => {}, { const: 'x' }, ' is a function, not "x"'],
    [{}, { anyOf: [{ type: 'string' }, { type: 'null' }] }, ' is an object, not what its type allows'],
  ])('%j in %j%s', (given, type, told) => {
    const misfit = findMisfit(given, type, definitions);
    expect(misfit && `${misfit.path} ${misfit.what}`.replace(/^ ?(?=\[|\.)/, '')).toBe(told);
  });
});
