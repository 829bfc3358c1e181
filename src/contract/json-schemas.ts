import * as z from 'zod';
import { contractSchema, librarySchema, samplesSchema, traitSchema } from './schema.js';

/** Files that editors complete and explain, by the name of their JSON Schema. */
const FILES: Record<string, { schema: z.ZodType; title: string }> = {
  contract: {
    schema: contractSchema,
    title: 'A Lastwright contract: what consumers of an element can rely on',
  },
  trait: { schema: traitSchema, title: 'A Lastwright trait: a fragment of a contract that elements share' },
  samples: { schema: samplesSchema, title: 'Samples of a Lastwright element: ways to use it' },
  library: { schema: librarySchema, title: 'The configuration of a Lastwright library' },
};

/** The JSON Schemas (draft 2020-12) of the files that authors write, by name. */
export function jsonSchemas(): Record<string, object> {
  return Object.fromEntries(
    Object.entries(FILES).map(([name, { schema, title }]) => {
      const made = z.toJSONSchema(schema, { io: 'output', unrepresentable: 'any', override: allowShortForm });
      return [name, { ...made, title }];
    }),
  );
}

/** Members that can be written as a sentence alone, and traits as their name, are also a text; or nothing. */
function allowShortForm({
  zodSchema,
  jsonSchema,
}: {
  zodSchema: z.core.$ZodTypes;
  jsonSchema: z.core.JSONSchema.BaseSchema;
}): void {
  if (zodSchema._zod.def.type !== 'pipe') return;
  const long = { ...jsonSchema };
  for (const key of Object.keys(jsonSchema)) delete jsonSchema[key];
  jsonSchema.anyOf = [{ type: 'string' }, long, { type: 'null' }];
}
