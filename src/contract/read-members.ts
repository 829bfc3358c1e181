import type { CssProperty, Described, ElementEvent, Method, Property, Standing } from './model.js';
import { readProperty } from './read-property.js';
import type { Report } from './report.js';
import type { ContractFile, JsonSchema } from './schema.js';

/** The members that contracts and traits both can have. */
export interface Members {
  properties: Property[];
  events: ElementEvent[];
  methods: Method[];
  states: Described[];
  cssProperties: CssProperty[];
}

type Source = Pick<ContractFile, 'properties' | 'events' | 'methods' | 'states' | 'cssProperties'>;
type Item = {
  description?: string | undefined;
  status?: Standing['status'];
  deprecated?: Standing['deprecated'];
};

/** Reads members and fills in what they leave unsaid. */
export function readMembers(
  source: Source,
  definitions: Record<string, JsonSchema>,
  report: Report,
): Members {
  return {
    properties: each(source.properties, (name, property) =>
      readProperty(name, property, definitions, report),
    ),
    events: each(source.events, (name, event) => ({
      ...described(name, event),
      detail: event.detail,
      byPerson: event.by === 'person',
      cancelable: event.cancelable ?? false,
      bubbles: event.bubbles ?? true,
      composed: event.composed ?? true,
      relay: event.relay,
      from: event.from,
      arguments: event.arguments,
      sets: event.sets,
    })),
    methods: each(source.methods, (name, method) => ({
      ...described(name, method),
      parameters: (method.parameters ?? []).map((parameter) => ({
        ...parameter,
        optional: parameter.optional ?? false,
      })),
      returns: method.returns,
    })),
    states: each(source.states, described),
    cssProperties: each(source.cssProperties, (name, property) => ({
      ...described(name, property),
      syntax: property.syntax,
      initial: property.initial,
    })),
  };
}

/** A list from a mapping, in its order. */
export function each<Value, Result>(
  record: Record<string, Value> | undefined,
  make: (name: string, value: Value) => Result,
): Result[] {
  return Object.entries(record ?? {}).map(([name, value]) => make(name, value));
}

export function described(name: string, { description, status, deprecated }: Item): Described {
  return { name, description, status, deprecated };
}
