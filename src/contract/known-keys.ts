import type { z } from 'zod';

/** Steps through wrappers (optional, lazy, preprocessing) to the schema that has keys or items. */
function unwrap(schema: z.core.$ZodType): z.core.$ZodType {
  let current = schema as z.core.$ZodTypes;
  for (;;) {
    const def = current._zod.def;
    if (def.type === 'optional' || def.type === 'nullable' || def.type === 'default') {
      current = def.innerType as z.core.$ZodTypes;
    } else if (def.type === 'lazy') current = def.getter() as z.core.$ZodTypes;
    else if (def.type === 'pipe') current = def.out as z.core.$ZodTypes;
    else return current;
  }
}

/** The keys that a schema knows at a path, for a suggestion; none where any key is allowed. */
export function knownKeys(schema: z.core.$ZodType, path: readonly PropertyKey[]): string[] {
  const def = (unwrap(schema) as z.core.$ZodTypes)._zod.def;
  const [step, ...rest] = path;
  if (def.type === 'union') return def.options.flatMap((option) => knownKeys(option, path));
  if (step === undefined) return def.type === 'object' ? Object.keys(def.shape) : [];
  if (def.type === 'object') {
    const inner = def.shape[String(step)];
    return inner ? knownKeys(inner, rest) : [];
  }
  if (def.type === 'record') return knownKeys(def.valueType, rest);
  if (def.type === 'array') return knownKeys(def.element, rest);
  return [];
}
