import type { z } from 'zod';

/** What a value is turned into where it does not fit. */
const UNFIT = Symbol('unfit');

/** Gives a value as its schema has it, or `UNFIT`. */
type Fit = (value: unknown) => unknown;

const made = new WeakMap<z.ZodType, Fit>();

/**
 * The value as a schema gives it, or undefined if it does not fit. A schema of Zod tells what is wrong, which takes a
 * while for each of thousands of files; most of them have nothing wrong. Objects that need no change are given back as
 * they are.
 */
export function quickFit<Value>(schema: z.ZodType<Value>, value: unknown): { value: Value } | undefined {
  const fitted = fitOf(schema)(value);
  return fitted === UNFIT ? undefined : { value: fitted as Value };
}

function fitOf(schema: z.ZodType): Fit {
  const known = made.get(schema);
  if (known) return known;
  // A schema that contains itself finds this one while its own is made.
  let fit: Fit | undefined;
  made.set(schema, (value) => fit!(value));
  fit = makeFit(schema);
  made.set(schema, fit);
  return fit;
}

/** The parts of schemas' definitions that are looked at. */
interface Definition {
  type: string;
  innerType: z.ZodType;
  element: z.ZodType;
  options: z.ZodType[];
  shape: Record<string, z.ZodType>;
  valueType: z.ZodType;
  entries: Record<string, unknown>;
  values: unknown[];
  checks?: unknown[];
  format?: string;
  catchall?: z.ZodType;
  in: z.ZodType & { _zod: { def: { transform?: (value: unknown, context: unknown) => unknown } } };
  out: z.ZodType;
  getter(): z.ZodType;
}

function makeFit(schema: z.ZodType): Fit {
  const definition = schema._zod.def as unknown as Definition;
  const { type, format, checks = [] } = definition;
  // Limits and formats are few; the schema itself knows them.
  if (format !== undefined || (checks.length > 0 && type !== 'array')) return bySchema(schema);
  switch (type) {
    case 'string':
    case 'boolean':
    case 'number':
      return type === 'number' ? bySchema(schema) : (value) => (typeof value === type ? value : UNFIT);
    case 'unknown':
      return (value) => value;
    case 'enum': {
      const values = new Set(Object.values(definition.entries));
      return (value) => (values.has(value) ? value : UNFIT);
    }
    case 'literal': {
      const values = new Set(definition.values);
      return (value) => (values.has(value) ? value : UNFIT);
    }
    case 'optional': {
      const inner = fitOf(definition.innerType);
      return (value) => (value === undefined ? value : inner(value));
    }
    case 'lazy':
      return (value) => fitOf(definition.getter())(value);
    case 'union': {
      const options = definition.options.map(fitOf);
      return (value) => {
        for (const option of options) {
          const fitted = option(value);
          if (fitted !== UNFIT) return fitted;
        }
        return UNFIT;
      };
    }
    case 'array':
      return arrayFit(schema, definition, checks.length > 0);
    case 'record': {
      const inner = fitOf(definition.valueType);
      return (value) => membersFit(value, () => inner);
    }
    case 'object':
      return objectFit(definition);
    case 'pipe': {
      const { transform } = definition.in._zod.def;
      const out = fitOf(definition.out);
      return transform ? (value) => out(transform(value, {})) : bySchema(schema);
    }
    default:
      return bySchema(schema);
  }
}

function bySchema(schema: z.ZodType): Fit {
  return (value) => {
    const result = schema.safeParse(value);
    return result.success ? result.data : UNFIT;
  };
}

function arrayFit(schema: z.ZodType, { element }: Definition, limited: boolean): Fit {
  const inner = fitOf(element);
  return (value) => {
    if (!Array.isArray(value)) return UNFIT;
    // The only limit of lists here is that they are not empty.
    if (limited && value.length === 0 && !schema.safeParse(value).success) return UNFIT;
    let list: unknown[] | undefined;
    for (let index = 0; index < value.length; index++) {
      const fitted = inner(value[index]);
      if (fitted === UNFIT) return UNFIT;
      if (fitted !== value[index]) (list ??= [...(value as unknown[])])[index] = fitted;
    }
    return list ?? value;
  };
}

function objectFit({ shape, catchall }: Definition): Fit {
  const fits = new Map(Object.entries(shape).map(([key, inner]) => [key, fitOf(inner)]));
  const required = Object.entries(shape).flatMap(([key, inner]) =>
    (inner._zod.def as unknown as Definition).type === 'optional' ? [] : [key],
  );
  const strict = catchall?._zod.def.type === 'never';
  return (value) => {
    const fitted = membersFit(value, (key) => fits.get(key) ?? (strict ? undefined : (member) => member));
    if (fitted === UNFIT) return UNFIT;
    for (const key of required) {
      if (!Object.hasOwn(fitted as object, key) && fits.get(key)!(undefined) === UNFIT) return UNFIT;
    }
    return fitted;
  };
}

function membersFit(value: unknown, fitFor: (key: string) => Fit | undefined): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return UNFIT;
  let copy: Record<string, unknown> | undefined;
  const members = value as Record<string, unknown>;
  for (const key in members) {
    const fit = fitFor(key);
    if (!fit) return UNFIT;
    const fitted = fit(members[key]);
    if (fitted === UNFIT) return UNFIT;
    if (fitted !== members[key]) (copy ??= { ...members })[key] = fitted;
  }
  return copy ?? value;
}
