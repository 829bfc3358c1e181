import type { Contract, FunctionType, Property, Standing } from './model.js';
import { pascalCase } from './names.js';
import type { JsonSchema } from './schema.js';
import { propertyKey, quoted } from '../syntax/literal.js';

/** How a reference to a definition is called in TypeScript. */
export type DefinitionName = (definition: string) => string;

/** Definitions in a package carry the element's name, so that two elements can both have a `parcel`. */
export function packageDefinitionName(contract: Contract): DefinitionName {
  return (definition) => contract.className + pascalCase(definition);
}

/** A JSON Schema as a TypeScript type. Arrays and objects are read-only: an element never changes what it is given. */
export function typeOf(schema: JsonSchema, nameOf: DefinitionName, depth = 0): string {
  if (depth > 40) return 'unknown';
  const inner = (next: JsonSchema): string => typeOf(next, nameOf, depth + 1);
  if (schema.$ref !== undefined) return nameOf(schema.$ref.replace('#/definitions/', ''));
  if (schema.const !== undefined) return jsonType(schema.const);
  if (schema.enum) return union(schema.enum.map(jsonType));
  const alternatives = schema.anyOf ?? schema.oneOf;
  if (alternatives) return union(alternatives.map(inner));
  if (schema.allOf) return schema.allOf.map((part) => `(${inner(part)})`).join(' & ');
  const types = Array.isArray(schema.type)
    ? schema.type
    : [schema.type ?? (schema.properties ? 'object' : undefined)];
  return union(
    types.map((type) => {
      switch (type) {
        case 'string':
        case 'boolean':
        case 'null':
          return type;
        case 'number':
        case 'integer':
          return 'number';
        case 'array':
          return `readonly ${grouped(schema.items ? inner(schema.items) : 'unknown')}[]`;
        case 'object':
          return objectType(schema, inner);
        default:
          return 'unknown';
      }
    }),
  );
}

/** The type of a property's values. */
export function propertyType({ schema, instance, function: type }: Property, nameOf: DefinitionName): string {
  if (instance !== undefined) return instance;
  return type ? functionSignature(type, nameOf, ' =>') : typeOf(schema, nameOf);
}

/** `(by: number, to?: string) => boolean`, or with a colon before the result. */
export function functionSignature(
  { parameters, returns }: FunctionType,
  nameOf: DefinitionName,
  before: ' =>' | ':',
): string {
  const list = parameters.map(
    ({ name, schema, optional }) => `${name}${optional ? '?' : ''}: ${typeOf(schema, nameOf)}`,
  );
  return `(${list.join(', ')})${before} ${returns ? typeOf(returns, nameOf) : 'void'}`;
}

function objectType(schema: JsonSchema, inner: (schema: JsonSchema) => string): string {
  const required = new Set(schema.required);
  const members = Object.entries(schema.properties ?? {}).map(
    ([name, property]) => `readonly ${propertyKey(name)}${required.has(name) ? '' : '?'}: ${inner(property)}`,
  );
  const { additionalProperties } = schema;
  if (typeof additionalProperties === 'object')
    members.push(`readonly [key: string]: ${inner(additionalProperties)}`);
  else if (members.length === 0 || additionalProperties === true)
    // A consumer's interface has no index signature, which any type but this one would ask of it.
    members.push('readonly [key: string]: any');
  return `{ ${members.join('; ')} }`;
}

function union(types: readonly string[]): string {
  const distinct = [...new Set(types)];
  return distinct.length > 1 ? distinct.map(grouped).join(' | ') : distinct[0]!;
}

function grouped(type: string): string {
  return /^readonly |[|&]/.test(type) ? `(${type})` : type;
}

function jsonType(value: unknown): string {
  return typeof value === 'string'
    ? quoted(value)
    : typeof value === 'object' && value !== null
      ? 'unknown'
      : String(value);
}

/** What the documentation comment of a member says: its description, and how settled it is. */
export function memberNote(
  { description, status, deprecated }: { description: string | undefined } & Standing,
  ...more: string[]
): string {
  const lines = [description, ...more];
  if (status === 'experimental') lines.push('@experimental');
  if (deprecated !== undefined) lines.push(`@deprecated${deprecated === true ? '' : ` ${deprecated}`}`);
  return lines.filter(Boolean).join('\n');
}

/** A description as a documentation comment, indented. */
export function docComment(text: string | undefined, margin = ''): string {
  if (!text) return '';
  const lines = text.replace(/\*\//g, '* /').trim().split(/\r?\n/);
  if (lines.length === 1) return `${margin}/** ${lines[0]} */\n`;
  return `${margin}/**\n${lines.map((line) => `${margin} * ${line}`.trimEnd()).join('\n')}\n${margin} */\n`;
}
