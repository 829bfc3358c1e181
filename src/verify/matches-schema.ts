import type { JsonSchema } from '../contract/schema.js';

/** Does a value have a type? Looks at types, members, choices and limits; runs in pages, so it is small. */
export function matchesSchema(
  value: unknown,
  source: JsonSchema,
  definitions: Record<string, JsonSchema>,
): boolean {
  let schema = source;
  for (let hops = 0; schema.$ref !== undefined && hops < 20; hops++) {
    schema = definitions[schema.$ref.replace('#/definitions/', '')] ?? {};
  }
  const fits = (inner: unknown, type: JsonSchema): boolean => matchesSchema(inner, type, definitions);
  if (schema.const !== undefined && JSON.stringify(value) !== JSON.stringify(schema.const)) return false;
  if (schema.enum && !schema.enum.some((choice) => JSON.stringify(choice) === JSON.stringify(value)))
    return false;
  if (schema.anyOf && !schema.anyOf.some((type) => fits(value, type))) return false;
  if (schema.oneOf && schema.oneOf.filter((type) => fits(value, type)).length !== 1) return false;
  if (schema.allOf && !schema.allOf.every((type) => fits(value, type))) return false;
  const types = schema.type === undefined ? [] : [schema.type].flat();
  if (types.length > 0 && !types.some((type) => hasType(value, type))) return false;
  if (typeof value === 'number')
    return value >= (schema.minimum ?? -Infinity) && value <= (schema.maximum ?? Infinity);
  if (typeof value === 'string')
    return schema.pattern === undefined || new RegExp(schema.pattern, 'u').test(value);
  if (Array.isArray(value)) return !schema.items || value.every((item) => fits(item, schema.items!));
  if (typeof value !== 'object' || value === null) return true;
  const members = value as Record<string, unknown>;
  return (
    (schema.required ?? []).every((name) => members[name] !== undefined) &&
    Object.entries(schema.properties ?? {}).every(
      ([name, type]) => members[name] === undefined || fits(members[name], type),
    ) &&
    (schema.additionalProperties !== false || Object.keys(members).every((name) => schema.properties?.[name]))
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
