import { patternProblem } from './sound-pattern.js';
import type { ValueType } from '../runtime/matches-schema.js';
import * as z from 'zod';
import { COMPONENT_FRAMEWORKS, type ComponentFramework } from './component-frameworks.js';

// A schema is used for a few small files a run: compiling it to code first takes longer than it saves.
z.config({ jitless: true });

/** The subset of JSON Schema (draft 2020-12) that types in a contract are written in. */
export interface JsonSchema extends ValueType {
  type?: JsonType | JsonType[] | undefined;
  title?: string | undefined;
  description?: string | undefined;
  default?: unknown;
  examples?: unknown[] | undefined;
  format?: string | undefined;
  items?: JsonSchema | undefined;
  properties?: Record<string, JsonSchema> | undefined;
  additionalProperties?: boolean | JsonSchema | undefined;
  anyOf?: JsonSchema[] | undefined;
  oneOf?: JsonSchema[] | undefined;
  allOf?: JsonSchema[] | undefined;
}

const WRAPPABLE = ['element', ...COMPONENT_FRAMEWORKS] as const;

const JSON_TYPES = ['string', 'number', 'integer', 'boolean', 'array', 'object', 'null'] as const;
export type JsonType = (typeof JSON_TYPES)[number];

const jsonType = z.enum(JSON_TYPES);
const length = z.int().min(0);

const nested: z.ZodType<JsonSchema> = z.lazy(() => jsonSchema);

/** Keywords that a type may use anywhere, at the top of a property or deep inside. */
const keywords = {
  enum: z.array(z.unknown()).min(1).optional(),
  const: z.unknown().optional(),
  $ref: z.string().optional(),
  title: z.string().optional(),
  description: z.string().optional(),
  default: z.unknown().optional(),
  examples: z.array(z.unknown()).optional(),
  format: z.string().optional(),
  pattern: z
    .string()
    .superRefine((pattern, context) => {
      const message = patternProblem(pattern);
      if (message !== undefined) context.addIssue({ code: 'custom', message });
    })
    .optional(),
  minLength: length.optional(),
  maxLength: length.optional(),
  minimum: z.number().optional(),
  maximum: z.number().optional(),
  exclusiveMinimum: z.number().optional(),
  exclusiveMaximum: z.number().optional(),
  multipleOf: z.number().positive().optional(),
  items: nested.optional(),
  minItems: length.optional(),
  maxItems: length.optional(),
  uniqueItems: z.boolean().optional(),
  properties: z.record(z.string(), nested).optional(),
  additionalProperties: z.union([z.boolean(), nested]).optional(),
  anyOf: z.array(nested).min(1).optional(),
  oneOf: z.array(nested).min(1).optional(),
  allOf: z.array(nested).min(1).optional(),
};

/** A type: JSON Schema (draft 2020-12), the keywords that Lastwright understands. */
export const jsonSchema: z.ZodType<JsonSchema> = z.strictObject({
  type: z.union([jsonType, z.array(jsonType).min(1)]).optional(),
  required: z.array(z.string()).optional(),
  ...keywords,
});

/** What can be said of any member: how settled it is, and what to use instead once it is on its way out. */
const standing = {
  status: z.enum(['experimental', 'stable']).optional(),
  deprecated: z.union([z.literal(true), z.string()]).optional(),
};

/** A member that may be described by a sentence alone: `card: The whole berth`. */
function describable<Shape extends z.ZodRawShape>(shape: Shape) {
  return z.preprocess(
    (value) => (typeof value === 'string' ? { description: value } : (value ?? {})),
    z.strictObject({ description: z.string().optional(), ...standing, ...shape }),
  );
}

const parameters = z.array(
  z.strictObject({ name: z.string(), schema: jsonSchema, optional: z.boolean().optional() }),
);

/** The type of a function that a consumer passes. */
const functionType = z.strictObject({ parameters: parameters.optional(), returns: jsonSchema.optional() });

/** A property: a type, and what the element does with it. `required: true` binds the consumer. */
const property = z.strictObject({
  type: jsonType.optional(),
  ...keywords,
  required: z.union([z.boolean(), z.array(z.string())]).optional(),
  attribute: z.union([z.string(), z.literal(false)]).optional(),
  reflect: z.boolean().optional(),
  /** An object of a standard class, such as `Date`. */
  instance: z.string().optional(),
  function: functionType.optional(),
  /** The property of the wrapped component that it gives, if that has another name; `!name` gives the opposite. */
  from: z.string().optional(),
  ...standing,
});

const slot = describable({
  accepts: z.array(z.string()).min(1).optional(),
  /** A keyed slot: one for each item of this array property, told apart by the item's member `key`. */
  each: z.string().optional(),
  /** Names of properties, of the state and of functions that are handed to the slot's content. */
  gives: z.array(z.string()).min(1).optional(),
  key: z.string().optional(),
  /** False for content that is data and never drawn itself. */
  drawn: z.boolean().optional(),
  /** Where the wrapped component takes it: a property for nodes, or a slot of another name. */
  from: z.string().optional(),
});

const event = describable({
  /** `person`: it tells of what a person did, and is not sent when a consumer sets a property. */
  by: z.literal('person').optional(),
  /** The part whose event of this name is passed on. */
  relay: z.string().optional(),
  detail: jsonSchema.optional(),
  cancelable: z.boolean().optional(),
  bubbles: z.boolean().optional(),
  composed: z.boolean().optional(),
  /** The callback of the wrapped component, if it has another name. */
  from: z.string().optional(),
  /** Names that the callback's arguments have as members of the detail. */
  arguments: z.array(z.string()).min(1).optional(),
  /** The property that takes what the callback passes. */
  sets: z.string().optional(),
});

const method = describable({ parameters: parameters.optional(), returns: jsonSchema.optional() });

const cssProperty = describable({ syntax: z.string().optional(), initial: z.string().optional() });

/** What contracts and traits both can say. */
const fragment = {
  description: z.string().optional(),
  properties: z.record(z.string(), property).optional(),
  events: z.record(z.string(), event).optional(),
  methods: z.record(z.string(), method).optional(),
  states: z.record(z.string(), describable({})).optional(),
  cssProperties: z.record(z.string(), cssProperty).optional(),
  definitions: z.record(z.string(), jsonSchema).optional(),
};

/** Classes that a part always has, or that it has for each value of a property. */
const variant = z.union([z.string(), z.record(z.string(), z.string())]);

/** What is vouched for beyond the members: `strict` holds under a strict policy, `any` promises nothing. */
const promises = z.strictObject({ policy: z.enum(['strict', 'any']).optional() });

/** Whether a strict policy is promised; undefined where nothing is said of it. */
export function promisesStrictPolicy(said: z.infer<typeof promises> | undefined): boolean | undefined {
  return said?.policy === undefined ? undefined : said.policy === 'strict';
}

/** A trait that an element has; `as` gives its properties other names there. */
const traitUse = z.preprocess(
  (value) => (typeof value === 'string' ? { trait: value } : value),
  z.strictObject({ trait: z.string(), as: z.record(z.string(), z.string()).optional() }),
);

/** A component of a framework, or a class that extends HTMLElement. */
const wraps = z
  .strictObject({
    element: z.string().optional(),
    ...Object.fromEntries(COMPONENT_FRAMEWORKS.map((name) => [name, z.string().optional()])),
    /** The name that the component's module exports it by. */
    export: z.string().optional(),
    /** Whether the package brings the framework along. */
    framework: z.enum(['bundled', 'shared']).optional(),
  } as {
    [Name in 'element' | 'export' | ComponentFramework]: z.ZodOptional<z.ZodString>;
  } & { framework: z.ZodOptional<z.ZodEnum<{ bundled: 'bundled'; shared: 'shared' }>> })
  .refine((value) => WRAPPABLE.filter((name) => value[name] !== undefined).length === 1, {
    message: `Write exactly one of: ${WRAPPABLE.join(', ')}`,
  });

/** What a contract file holds; the meaning of each key stands in the documentation of contracts. */
export const contractSchema = z.strictObject({
  contract: z.literal(1),
  tag: z.string(),
  summary: z.string().optional(),
  ...fragment,
  ...standing,
  slots: z.record(z.string(), slot).optional(),
  parts: z.record(z.string(), describable({})).optional(),
  encapsulation: z.enum(['open', 'closed', 'none']).optional(),
  passthrough: z
    .strictObject({
      to: z.string(),
      native: z.string().optional(),
      except: z.array(z.string()).optional(),
      /** `control`: the consumer's classes reach the control as well. */
      class: z.enum(['control', 'host']).optional(),
    })
    .optional(),
  traits: z.array(traitUse).optional(),
  form: z.strictObject({ value: z.string() }).optional(),
  /** Classes by part: `always`, and one for each value of an enum or boolean property. */
  variants: z.record(z.string(), z.record(z.string(), variant)).optional(),
  wraps: wraps.optional(),
  promises: promises.optional(),
  /** True if servers render it before any script, false if they do not; the library says what holds otherwise. */
  server: z.boolean().optional(),
});

/** What a trait file holds: a fragment of a contract. */
export const traitSchema = z.strictObject({ trait: z.literal(1), name: z.string(), ...fragment });

/** What a file with definitions for a whole library holds: types by name. */
export const definitionsSchema = z.record(z.string(), jsonSchema);
/** A contract as it is written. */
export type ContractFile = z.infer<typeof contractSchema>;
/** One property as it is written. */
export type PropertyFile = z.infer<typeof property>;

const stepExpectation = z.strictObject({
  event: z.string().optional(),
  detail: z.unknown().optional(),
  property: z.record(z.string(), z.unknown()).optional(),
  attribute: z.record(z.string(), z.union([z.string(), z.null()])).optional(),
  text: z.record(z.string(), z.string()).optional(),
  visible: z.array(z.string()).optional(),
  hidden: z.array(z.string()).optional(),
  focused: z.string().optional(),
  /** Custom states that `:state()` matches, or does not. */
  states: z.record(z.string(), z.boolean()).optional(),
  /** What the method of the step before gave back. */
  returned: z.unknown().optional(),
  /** A callback of the sample that was called since the step before, and with what. */
  called: z.string().optional(),
  with: z.array(z.unknown()).optional(),
});

const step = z.strictObject({
  click: z.string().optional(),
  hover: z.string().optional(),
  focus: z.string().optional(),
  type: z.strictObject({ into: z.string(), text: z.string() }).optional(),
  press: z.string().optional(),
  set: z.record(z.string(), z.unknown()).optional(),
  call: z.string().optional(),
  with: z.array(z.unknown()).optional(),
  /** Lets so many milliseconds pass, or waits until an event is sent. */
  wait: z.union([z.number().int().min(1).max(5000), z.strictObject({ event: z.string() })]).optional(),
  expect: stepExpectation.optional(),
});

/** What a samples file holds: ways to use the element, as plain data. */
export const samplesSchema = z.array(
  z.strictObject({
    sample: z.string(),
    properties: z.record(z.string(), z.unknown()).optional(),
    /** Functions that record how they are called, by property, with what they give back. */
    callbacks: z.record(z.string(), z.unknown()).optional(),
    slots: z.record(z.string(), z.string()).optional(),
    steps: z.array(step).optional(),
  }),
);

/** Samples for elements of a package that somebody else made, by tag. */
export const packageSamplesSchema = z.record(z.string(), samplesSchema);

/** Samples as they are written. */
export type SamplesFile = z.infer<typeof samplesSchema>;
export type Step = z.infer<typeof step>;
export type Expectation = z.infer<typeof stepExpectation>;

const browserElsewhere = z.strictObject({
  browser: z.string(),
  at: z.url({ protocol: /^https?$/ }),
  pages: z.url({ protocol: /^http$/ }).optional(),
  capabilities: z.record(z.string(), z.unknown()).optional(),
});

/** What `lastwright.yaml`, the configuration at a library's root, holds. */
const names = z.union([z.string(), z.array(z.string()).min(1)]);

/** What is accepted: a facet, in one framework, browser or element, in several, or in all. */
const acceptance = z.strictObject({
  facet: z.string(),
  framework: names.optional(),
  browser: names.optional(),
  element: names.optional(),
  reason: z.string().min(1),
  /** The last day on which it is accepted. */
  until: z.iso.date().optional(),
});

export const librarySchema = z.strictObject({
  library: z.literal(1),
  elements: z.string().optional(),
  /** Style sheets that every element adopts. */
  styles: z.array(z.string()).optional(),
  frameworks: z.array(z.string()).min(1).optional(),
  /** Browsers: by name, or one that is elsewhere, by the address of its WebDriver endpoint. */
  browsers: z
    .array(z.union([z.string(), browserElsewhere]))
    .min(1)
    .optional(),
  output: z.string().optional(),
  traits: z.string().optional(),
  everywhere: z.array(z.string()).optional(),
  definitions: z.string().optional(),
  severity: z.record(z.string(), z.enum(['error', 'warning', 'note', 'off'])).optional(),
  promises: promises.optional(),
  /** True if servers render its elements before any script. */
  server: z.boolean().optional(),
  /** Verdicts that are known and accepted, each with its reason. */
  accept: z.array(acceptance).optional(),
});

export type LibraryFile = z.infer<typeof librarySchema>;
