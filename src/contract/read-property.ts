import type { Property, PropertyKind } from './model.js';
import { kebabCase, pascalCase } from './names.js';
import { followReference } from './references.js';
import type { Report } from './report.js';
import type { JsonSchema, PropertyFile } from './schema.js';

/** Kinds whose values attributes can carry. */
const TEXTUAL = new Set<PropertyKind>(['string', 'number', 'boolean', 'enum']);

/** Fills in what a property leaves unsaid, and checks that what it says fits together. */
export function readProperty(
  name: string,
  source: PropertyFile,
  definitions: Record<string, JsonSchema>,
  report: Report,
): Property {
  const path = ['properties', name];
  const {
    required,
    attribute,
    reflect,
    default: given,
    instance,
    function: type,
    from,
    status,
    deprecated,
    ...rest
  } = source;
  const schema = followReference(
    { ...rest, ...(Array.isArray(required) ? { required } : {}) } as JsonSchema,
    definitions,
  );
  const kind = instance !== undefined ? 'instance' : type ? 'function' : kindOf(schema);
  // A reference that leads nowhere is a finding of its own.
  if (!kind && schema.$ref === undefined) reportKind(name, path, report);
  const textual = kind === undefined || TEXTUAL.has(kind);
  const property: Property = {
    name,
    kind: kind ?? 'string',
    schema,
    description: source.description ?? schema.description,
    required: required === true,
    default: given ?? (kind === 'boolean' ? false : undefined),
    attribute: textual && attribute !== false ? (attribute ?? kebabCase(name)) : undefined,
    reflect: reflect ?? false,
    instance,
    function: type && {
      parameters: (type.parameters ?? []).map((parameter) => ({
        ...parameter,
        optional: parameter.optional ?? false,
      })),
      returns: type.returns,
    },
    from,
    trait: undefined,
    status,
    deprecated,
  };
  checkProperty(property, source, path, report);
  return property;
}

function reportKind(name: string, path: PropertyKey[], report: Report): void {
  report(
    'property/type',
    path,
    `The property "${name}" does not say what type it has.`,
    'Add "type: string" (or number, boolean, array, object), an "enum" of texts or numbers, a "$ref" to a definition, "instance" or "function".',
  );
}

function checkProperty(property: Property, source: PropertyFile, path: PropertyKey[], report: Report): void {
  const { name, kind, schema, attribute, required } = property;
  const { default: given } = source;
  const textual = TEXTUAL.has(kind);
  if (source.instance !== undefined && !/^[A-Za-z_$][\w$.]*$/.test(source.instance)) {
    report(
      'property/instance',
      [...path, 'instance'],
      `"${source.instance}" is not the name of a class.`,
      'Write the name of a standard class, such as Date, File or HTMLElement.',
      'value',
    );
  }
  if (kind === 'boolean' && given === true) {
    report(
      'property/boolean-default',
      [...path, 'default'],
      `The boolean "${name}" is true by default, and no attribute can say false: its absence is what means false.`,
      `Turn the meaning round (a name like "${opposite(name)}", false by default), or use an enum.`,
    );
  } else if (given !== undefined && !fitsKind(given, property)) {
    report(
      'property/default',
      [...path, 'default'],
      `The default of "${name}" is not a value that its own type allows.`,
      kind === 'enum'
        ? `Write one of: ${schema.enum!.join(', ')}.`
        : `Write a value of type ${kind}, or none.`,
      'value',
    );
  }
  if (typeof source.attribute === 'string' && !textual) {
    report(
      'attribute/not-text',
      [...path, 'attribute'],
      `The property "${name}" holds ${ARTICLES[kind] ?? 'a value'}, which no attribute can carry.`,
      'Leave "attribute" out: such values are passed as properties, by identity.',
    );
  }
  if (source.reflect && attribute === undefined) {
    report(
      'property/reflect',
      [...path, 'reflect'],
      `The property "${name}" has no attribute that it could be reflected to.`,
      textual
        ? 'Remove "attribute: false", or remove "reflect".'
        : `Remove "reflect": ${ARTICLES[kind]} has no attribute.`,
    );
  }
  if (required && given !== undefined) {
    report(
      'property/required-default',
      [...path, 'default'],
      `The property "${name}" is required, so its default is never used.`,
      'Remove "required", or remove the default.',
    );
  }
}

const ARTICLES: Partial<Record<PropertyKind, string>> = {
  array: 'an array',
  object: 'an object',
  instance: 'an object',
  function: 'a function',
};

function opposite(name: string): string {
  return `no${pascalCase(name)}`;
}

function kindOf(schema: JsonSchema): PropertyKind | undefined {
  if (schema.enum) {
    const written = schema.enum.every((value) => typeof value === 'string' || typeof value === 'number');
    return written ? 'enum' : undefined;
  }
  switch (schema.type) {
    case 'integer':
      return 'number';
    case 'string':
    case 'number':
    case 'boolean':
    case 'array':
    case 'object':
      return schema.type;
    default:
      return undefined;
  }
}

function fitsKind(value: unknown, { kind, schema }: Property): boolean {
  switch (kind) {
    case 'enum':
      return schema.enum!.includes(value);
    case 'array':
      return Array.isArray(value);
    case 'object':
      return typeof value === 'object' && !Array.isArray(value);
    case 'number':
      return typeof value === 'number' && numberFits(value, schema);
    case 'string':
    case 'boolean':
      return typeof value === kind;
    default:
      return false;
  }
}

function numberFits(value: number, schema: JsonSchema): boolean {
  return (
    Number.isFinite(value) &&
    value >= (schema.minimum ?? -Infinity) &&
    value <= (schema.maximum ?? Infinity) &&
    (schema.type !== 'integer' || Number.isInteger(value))
  );
}
