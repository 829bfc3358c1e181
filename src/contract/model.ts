import type { JsonSchema, SamplesFile } from './schema.js';
import type { Locate } from './read-document.js';

/** How a property's values are stored and turned into attribute text and back. */
export type PropertyKind = 'string' | 'number' | 'boolean' | 'enum' | 'array' | 'object';

/** One property, with everything that the contract leaves unsaid filled in. */
export interface Property {
  name: string;
  kind: PropertyKind;
  /** The type, references followed at its top. */
  schema: JsonSchema;
  description: string | undefined;
  required: boolean;
  /** Undefined if nothing is the default; a boolean's is false. */
  default: unknown;
  /** The attribute's name, or undefined for a property without one. */
  attribute: string | undefined;
  reflect: boolean;
}

/** A named thing with a description: a slot or a part. */
export interface Described {
  name: string;
  description: string | undefined;
}

export interface ElementEvent extends Described {
  detail: JsonSchema | undefined;
  cancelable: boolean;
  bubbles: boolean;
  composed: boolean;
}

export interface Parameter {
  name: string;
  schema: JsonSchema;
  optional: boolean;
}

export interface Method extends Described {
  parameters: Parameter[];
  returns: JsonSchema | undefined;
}

export interface CssProperty extends Described {
  syntax: string | undefined;
  initial: string | undefined;
}

/** What consumers of one element can rely on. */
export interface Contract {
  /** Path of the contract file relative to the library's root. */
  file: string;
  tag: string;
  /** `QuayBerth` for `quay-berth`. */
  className: string;
  summary: string | undefined;
  description: string | undefined;
  properties: Property[];
  /** The unnamed slot is called `default`. */
  slots: Described[];
  events: ElementEvent[];
  methods: Method[];
  parts: Described[];
  cssProperties: CssProperty[];
  definitions: Record<string, JsonSchema>;
  /** Path of the wrapped class's module relative to the contract, or undefined. */
  wraps: string | undefined;
  locate: Locate;
}

export type Sample = SamplesFile[number];

/** Finds a property whose attribute, or whose own name, is the one that a view or a person wrote. */
export function propertyForAttribute(contract: Contract, attribute: string): Property | undefined {
  return contract.properties.find(
    (property) => property.attribute === attribute || property.name.toLowerCase() === attribute,
  );
}
