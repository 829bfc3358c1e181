import { matchesSchema, resolve, type Definitions, type ValueType } from './matches-schema.js';

/** Where a value is not what its type says. */
export interface Misfit {
  /** The way to it from the value: `[1].name`; nothing for the value itself. */
  path: string;
  /** What is wrong there, in words that follow the path. */
  what: string;
}

/** The first place, as deep as can be told, in which a value does not have its type; undefined if it has. */
export function findMisfit(value: unknown, source: ValueType, definitions: Definitions): Misfit | undefined {
  if (matchesSchema(value, source, definitions)) return undefined;
  const type = resolve(source, definitions);
  for (const [step, inner, innerType] of within(value, type)) {
    const found = findMisfit(inner, innerType, definitions);
    if (found) return { path: step + found.path, what: found.what };
  }
  return { path: '', what: describe(value, type) };
}

/** What is in a list or an object, with its place and its type. */
function within(value: unknown, type: ValueType): [step: string, value: unknown, type: ValueType][] {
  if (Array.isArray(value))
    return value.map((item: unknown, place) => [`[${place}]`, item, type.items ?? {}]);
  if (typeof value !== 'object' || value === null) return [];
  const { properties = {}, additionalProperties } = type;
  const others = typeof additionalProperties === 'object' ? additionalProperties : {};
  return Object.entries(value as Record<string, unknown>)
    .filter(([, member]) => member !== undefined)
    .map(([name, member]) => {
      const step = /^[\p{ID_Start}$_][\p{ID_Continue}$]*$/u.test(name)
        ? `.${name}`
        : `[${JSON.stringify(name)}]`;
      return [step, member, Object.hasOwn(properties, name) ? properties[name]! : others];
    });
}

/** Why a value does not have its type, where what is in it does. */
function describe(value: unknown, type: ValueType): string {
  if (typeof value === 'object' && value !== null && !Array.isArray(value)) {
    const members = value as Record<string, unknown>;
    const missing = type.required?.find((name) => members[name] === undefined);
    if (missing !== undefined) return `has no "${missing}"`;
    const known = type.properties ?? {};
    const unknown = Object.keys(members).find((name) => !Object.hasOwn(known, name));
    if (type.additionalProperties === false && unknown !== undefined)
      return `has a member "${unknown}", which its type does not know`;
  }
  return `is ${shown(value)}, not ${wanted(type)}`;
}

const KINDS: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  integer: 'a whole number',
  boolean: 'true or false',
  array: 'an array',
  object: 'an object',
  null: 'null',
};

/** What a type allows, in a few words. */
export function wanted(type: ValueType): string {
  if (type.const !== undefined) return JSON.stringify(type.const);
  if (type.enum) return `one of ${type.enum.map(String).join(', ')}`;
  const kinds = type.type === undefined ? [] : [type.type].flat().map((kind) => KINDS[kind] ?? kind);
  const limits = LIMITS.flatMap(([keyword, words]) => {
    const limit = type[keyword];
    return limit === undefined ? [] : [words.replace('*', String(limit))];
  });
  return [kinds.join(' or ') || 'what its type allows', limits.join(' and ')].filter(Boolean).join(' ');
}

const LIMITS: readonly (readonly [keyof ValueType, string])[] = [
  ['minimum', 'of at least *'],
  ['exclusiveMinimum', 'above *'],
  ['maximum', 'of at most *'],
  ['exclusiveMaximum', 'below *'],
  ['multipleOf', 'divided by * without a rest'],
  ['minLength', 'of at least * characters'],
  ['maxLength', 'of at most * characters'],
  ['pattern', 'like /*/'],
  ['minItems', 'with at least * items'],
  ['maxItems', 'with at most * items'],
];

function shown(value: unknown): string {
  if (typeof value === 'function') return 'a function';
  if (Array.isArray(value)) return `an array of ${value.length}`;
  if (typeof value === 'object' && value !== null) return 'an object';
  return typeof value === 'string' ? JSON.stringify(value) : String(value);
}
