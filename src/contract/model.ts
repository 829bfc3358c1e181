import type { Implementation } from './implementation.js';
import type { JsonSchema, SamplesFile } from './schema.js';
import type { Locate } from './read-document.js';

/** How a property's values are stored and turned into attribute text and back. */
export type PropertyKind =
  'string' | 'number' | 'boolean' | 'enum' | 'array' | 'object' | 'instance' | 'function';

/** How settled a member is. */
export interface Standing {
  status: 'experimental' | 'stable' | undefined;
  /** True, or what to use instead. */
  deprecated: true | string | undefined;
}

/** The type of a function that a consumer passes. */
export interface FunctionType {
  parameters: Parameter[];
  returns: JsonSchema | undefined;
}

/** One property, with everything that the contract leaves unsaid filled in. */
export interface Property extends Standing {
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
  /** The class of an `instance` property. */
  instance: string | undefined;
  /** The type of a `function` property. */
  function: FunctionType | undefined;
  /** The property of a wrapped component that it gives, where that has another name; `!name` gives the opposite. */
  from: string | undefined;
  /** The trait that it comes from, or undefined for the contract's own. */
  trait: string | undefined;
}

/** A named thing with a description: a part, a state. */
export interface Described extends Standing {
  name: string;
  description: string | undefined;
}

export interface Slot extends Described {
  /** Tags of the elements that it takes; undefined if it takes anything. */
  accepts: string[] | undefined;
  /** For a keyed slot: the array property whose items it belongs to, and the member that tells them apart. */
  each: string | undefined;
  /** Names of properties, of the state and of functions that are handed to the slot's content. */
  gives: string[];
  key: string | undefined;
  /** False for content that is data and never drawn itself. */
  drawn: boolean;
  /** Where a wrapped component takes it, if not by its own name. */
  from: string | undefined;
}

export interface ElementEvent extends Described {
  /** The part whose event of this name is passed on. */
  relay: string | undefined;
  detail: JsonSchema | undefined;
  /** True if it tells of what a person did, and is not sent when a consumer sets a property. */
  byPerson: boolean;
  cancelable: boolean;
  bubbles: boolean;
  composed: boolean;
  /** The callback of a wrapped component, if not the one that goes with its name. */
  from: string | undefined;
  /** Names that the callback's arguments have as members of the detail; undefined if the first one is the detail. */
  arguments: string[] | undefined;
  /** The property that takes what the callback passes. */
  sets: string | undefined;
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

/** A trait as an element has it. */
export interface TraitUse {
  trait: string;
  /** Names of the trait's properties here, where they differ. */
  as: Record<string, string>;
}

/** Where attributes that the contract does not declare go. */
export interface Passthrough {
  to: string;
  native: string | undefined;
  except: string[];
  /** True if the consumer's classes reach the control as well. */
  classes: boolean;
  /** The types that an input can have, where consumers cannot choose any; undefined where they can. */
  inputTypes?: readonly string[] | undefined;
}

/** The classes of one part: those it always has, and those that follow a property's value. */
export interface Variants {
  part: string;
  always: string;
  /** Classes by value, by the property's name; a boolean's values are `true` and `false`. */
  byProperty: Record<string, Record<string, string>>;
}

/** What consumers of one element can rely on. */
export interface Contract extends Standing {
  /** Path of the contract file relative to the library's root. */
  file: string;
  tag: string;
  /** `QuayBerth` for `quay-berth`. */
  className: string;
  summary: string | undefined;
  description: string | undefined;
  properties: Property[];
  /** The unnamed slot is called `default`. */
  slots: Slot[];
  events: ElementEvent[];
  methods: Method[];
  parts: Described[];
  cssProperties: CssProperty[];
  states: Described[];
  definitions: Record<string, JsonSchema>;
  encapsulation: 'open' | 'closed' | 'none';
  passthrough: Passthrough | undefined;
  traits: TraitUse[];
  form: { value: string } | undefined;
  variants: Variants[];
  implementation: Implementation;
  /** True if servers render it, and its class takes over what they rendered. */
  server: boolean;
  /** True if it promises to run under a strict policy; undefined where the contract leaves that to the library. */
  strictPolicy: boolean | undefined;
  locate: Locate;
}

export type Sample = SamplesFile[number];

/** The behavior module of a trait: where it is, and the functions that Lastwright calls. */
export interface TraitBehavior {
  file: string;
  exports: string[];
  /** Events that it emits. */
  emits: string[];
  /** True if it may listen until the element leaves. */
  mayListen: boolean;
  /** Names of the functions in `changes` and in `states`. */
  changes: string[];
  /** States, with the properties that each function reads; undefined if it may read anything. */
  states: { name: string; reads: string[] | undefined }[];
}

/** A trait: what it adds to the contract of every element that has it. */
export interface Trait {
  file: string;
  name: string;
  /** What it does in an element, or undefined if it only adds to contracts. */
  behavior: TraitBehavior | undefined;
  properties: Property[];
  events: ElementEvent[];
  methods: Method[];
  states: Described[];
  cssProperties: CssProperty[];
  definitions: Record<string, JsonSchema>;
}

/** What contracts of one library share. */
export interface Shared {
  traits: ReadonlyMap<string, Trait>;
  /** Traits that every element has. */
  everywhere: readonly string[];
  definitions: Record<string, JsonSchema>;
  /** Classes that the library's own styles name. */
  classes: ReadonlySet<string>;
  /** True if servers render the elements whose contracts say nothing of it. */
  server: boolean;
}

/** Finds a property whose attribute, or whose own name, is the one that a view or a person wrote. */
export function propertyForAttribute(contract: Contract, attribute: string): Property | undefined {
  return contract.properties.find(
    (property) => property.attribute === attribute || property.name.toLowerCase() === attribute,
  );
}
