/** The keywords of JSON Schema that say what a value must be. */
export interface ValueType {
  type?: string | string[] | undefined;
  enum?: unknown[] | undefined;
  const?: unknown;
  $ref?: string | undefined;
  pattern?: string | undefined;
  minLength?: number | undefined;
  maxLength?: number | undefined;
  minimum?: number | undefined;
  maximum?: number | undefined;
  exclusiveMinimum?: number | undefined;
  exclusiveMaximum?: number | undefined;
  multipleOf?: number | undefined;
  items?: ValueType | undefined;
  minItems?: number | undefined;
  maxItems?: number | undefined;
  uniqueItems?: boolean | undefined;
  properties?: Record<string, ValueType> | undefined;
  required?: string[] | undefined;
  additionalProperties?: boolean | ValueType | undefined;
  anyOf?: ValueType[] | undefined;
  oneOf?: ValueType[] | undefined;
  allOf?: ValueType[] | undefined;
}

/** Types that others refer to, by name. */
export type Definitions = Readonly<Record<string, ValueType>>;

/** A type whose references at its top are followed. */
export function resolve(source: ValueType, definitions: Definitions): ValueType {
  let type = source;
  for (let hops = 0; type.$ref !== undefined && hops < 20; hops++)
    type = definitions[type.$ref.replace('#/definitions/', '')] ?? {};
  return type;
}

/** Does a value have a type? Looks at all keywords that contracts know; runs in pages, so it is small. */
export function matchesSchema(value: unknown, source: ValueType, definitions: Definitions): boolean {
  const schema = resolve(source, definitions);
  const fits = (inner: unknown, type: ValueType): boolean => matchesSchema(inner, type, definitions);
  if (schema.const !== undefined && JSON.stringify(value) !== JSON.stringify(schema.const)) return false;
  if (schema.enum && !schema.enum.some((choice) => JSON.stringify(choice) === JSON.stringify(value)))
    return false;
  if (schema.anyOf && !schema.anyOf.some((type) => fits(value, type))) return false;
  if (schema.oneOf && schema.oneOf.filter((type) => fits(value, type)).length !== 1) return false;
  if (schema.allOf && !schema.allOf.every((type) => fits(value, type))) return false;
  const types = schema.type === undefined ? [] : [schema.type].flat();
  if (types.length > 0 && !types.some((type) => hasType(value, type))) return false;
  if (typeof value === 'number') return numberFits(value, schema);
  if (typeof value === 'string') return textFits(value, schema);
  if (Array.isArray(value)) return listFits(value, schema, fits);
  if (typeof value !== 'object' || value === null) return true;
  return objectFits(value as Record<string, unknown>, schema, fits);
}

function numberFits(value: number, schema: ValueType): boolean {
  const { minimum, maximum, exclusiveMinimum, exclusiveMaximum, multipleOf } = schema;
  return (
    !Number.isNaN(value) &&
    value >= (minimum ?? -Infinity) &&
    value <= (maximum ?? Infinity) &&
    (exclusiveMinimum === undefined || value > exclusiveMinimum) &&
    (exclusiveMaximum === undefined || value < exclusiveMaximum) &&
    // Fractions cannot be divided without a rest in binary numbers.
    (multipleOf === undefined || Math.abs(value / multipleOf - Math.round(value / multipleOf)) < 1e-9)
  );
}

function textFits(value: string, { pattern, minLength, maxLength }: ValueType): boolean {
  const { length } = [...value];
  return (
    length >= (minLength ?? 0) &&
    length <= (maxLength ?? Infinity) &&
    (pattern === undefined || new RegExp(pattern, 'u').test(value))
  );
}

type Fits = (value: unknown, type: ValueType) => boolean;

function listFits(value: unknown[], schema: ValueType, fits: Fits): boolean {
  const { items, minItems, maxItems, uniqueItems } = schema;
  return (
    value.length >= (minItems ?? 0) &&
    value.length <= (maxItems ?? Infinity) &&
    (!uniqueItems || new Set(value.map((item) => JSON.stringify(item))).size === value.length) &&
    (!items || value.every((item) => fits(item, items)))
  );
}

function objectFits(members: Record<string, unknown>, schema: ValueType, fits: Fits): boolean {
  const { required = [], properties = {}, additionalProperties } = schema;
  return (
    required.every((name) => members[name] !== undefined) &&
    Object.entries(members).every(([name, member]) => {
      if (member === undefined) return true;
      if (Object.hasOwn(properties, name)) return fits(member, properties[name]!);
      return typeof additionalProperties === 'object'
        ? fits(member, additionalProperties)
        : additionalProperties !== false;
    })
  );
}

function hasType(value: unknown, type: string): boolean {
  switch (type) {
    case 'null':
      return value === null;
    case 'array':
      return Array.isArray(value);
    case 'object':
      return typeof value === 'object' && value !== null && !Array.isArray(value);
    case 'integer':
      return Number.isInteger(value);
    default:
      return typeof value === type;
  }
}
