import { followReference } from '../contract/references.js';
import type { Contract, Property, Sample } from '../contract/model.js';
import type { JsonSchema } from '../contract/schema.js';

/** Two values that a property takes, both other than its default where the type allows that. */
export interface TwoValues {
  first: unknown;
  second: unknown;
}

/** Values for the properties of an element, by name; undefined where none can be made from the schema. */
export type Values = Record<string, TwoValues | undefined>;

const WORDS = ['North quay', 'South pier', 'Marigold', 'Rope', 'Salt', 'Tide table', 'Lantern', 'Anchor'];

/** Makes values for every property: the examples of its type, then what samples use, then what the type allows. */
export function valuesOf(contract: Contract, samples: readonly Sample[]): Values {
  return Object.fromEntries(
    contract.properties.map((property) => [property.name, valuesFor(property, contract, samples)]),
  );
}

function valuesFor(
  property: Property,
  contract: Contract,
  samples: readonly Sample[],
): TwoValues | undefined {
  const { name, kind, schema, default: given } = property;
  if (kind === 'instance' || kind === 'function') return undefined;
  if (kind === 'boolean') return { first: true, second: false };
  const used = samples.flatMap(({ properties, steps }) => [
    properties?.[name],
    ...(steps ?? []).map((step) => step.set?.[name]),
  ]);
  const candidates = [
    ...(schema.examples ?? []),
    ...used,
    ...[0, 1, 2, 3].map((seed) => valueFrom(schema, contract.definitions, seed)),
  ].filter((value) => value !== undefined && value !== null);
  const distinct: unknown[] = [];
  const seen = new Set([JSON.stringify(given)]);
  for (const value of candidates) {
    const key = JSON.stringify(value);
    if (seen.has(key)) continue;
    seen.add(key);
    distinct.push(value);
  }
  const [first, second = given] = distinct;
  return first === undefined || second === undefined ? undefined : { first, second };
}

/** Below this depth only what must be there is made, so that types that contain themselves come to an end. */
const DEEP = 3;
const TOO_DEEP = 12;

/** A value that a schema allows, another one for each seed; undefined where none can be made. */
export function valueFrom(
  source: JsonSchema,
  definitions: Record<string, JsonSchema>,
  seed: number,
  depth = 0,
): unknown {
  const schema = followReference(source, definitions);
  if (depth > TOO_DEEP) return undefined;
  const inner = (part: JsonSchema, other: number): unknown => valueFrom(part, definitions, other, depth + 1);
  if (schema.const !== undefined) return schema.const;
  if (schema.enum) return schema.enum[seed % schema.enum.length];
  const alternatives = schema.anyOf ?? schema.oneOf;
  if (alternatives) {
    const made = alternatives.map((_, place) =>
      inner(alternatives[(seed + place) % alternatives.length]!, seed),
    );
    return made.find((value) => value !== undefined);
  }
  if (schema.allOf) {
    const parts = schema.allOf.map((part) => inner(part, seed));
    return parts.every((part) => typeof part === 'object')
      ? Object.assign({}, ...(parts as object[]))
      : parts.at(-1);
  }
  switch (Array.isArray(schema.type) ? schema.type[0] : schema.type) {
    case 'string':
      return textFrom(schema, seed);
    case 'number':
    case 'integer':
      return numberFrom(schema, seed);
    case 'boolean':
      return seed % 2 === 0;
    case 'array': {
      const few = depth > DEEP ? 0 : 1 + (seed % 3);
      const length = Math.max(schema.minItems ?? 0, Math.min(schema.maxItems ?? 2, few));
      const items = Array.from({ length }, (_, place) =>
        schema.items ? inner(schema.items, seed * 3 + place) : WORDS[place % WORDS.length],
      );
      return items.includes(undefined) ? undefined : items;
    }
    case 'null':
      return null;
    default:
      return objectFrom(schema, seed, depth, inner);
  }
}

function objectFrom(
  schema: JsonSchema,
  seed: number,
  depth: number,
  inner: (part: JsonSchema, other: number) => unknown,
): Record<string, unknown> | undefined {
  const required = new Set(schema.required);
  const members = Object.entries(schema.properties ?? { name: { type: 'string' } as JsonSchema })
    .filter(([key]) => depth <= DEEP || required.has(key))
    .map(([key, part], place) => [key, inner(part, seed + place)] as const)
    .filter(([, value]) => value !== undefined);
  const made = Object.fromEntries(members);
  return [...required].every((key) => Object.hasOwn(made, key)) ? made : undefined;
}

function textFrom(schema: JsonSchema, seed: number): string | undefined {
  if (schema.pattern !== undefined)
    return schema.examples?.[seed % schema.examples.length] as string | undefined;
  const word = `${WORDS[seed % WORDS.length]!}${seed >= WORDS.length ? ` ${seed}` : ''}`;
  switch (schema.format) {
    case 'date':
      return `2026-05-${10 + (seed % 20)}`;
    case 'date-time':
      return `2026-05-${10 + (seed % 20)}T08:00:00Z`;
    case 'uri':
      return `https://harbor.example/${seed}`;
    case 'email':
      return `berth${seed}@harbor.example`;
    default:
      return word.padEnd(schema.minLength ?? 0, '.').slice(0, schema.maxLength);
  }
}

function numberFrom(schema: JsonSchema, seed: number): number | undefined {
  const step = schema.multipleOf ?? (schema.type === 'integer' ? 1 : 0.5);
  const least =
    schema.minimum ?? (schema.exclusiveMinimum !== undefined ? schema.exclusiveMinimum + step : undefined);
  const most =
    schema.maximum ?? (schema.exclusiveMaximum !== undefined ? schema.exclusiveMaximum - step : Infinity);
  const from = Math.ceil((least ?? Math.min(1, most)) / step) * step;
  const value = from + step * (seed + 1);
  if (value <= most) return value;
  return from <= most
    ? Math.min(from + step * (seed % Math.max(1, Math.floor((most - from) / step) + 1)), most)
    : undefined;
}
