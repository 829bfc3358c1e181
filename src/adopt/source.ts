import type { ParameterFact, TypeFact, Unread } from '../components/read/facts.js';
import type { JsonSchema } from '../contract/schema.js';

/** What is known of anything that has a name and a sentence about it. */
interface Known {
  name: string;
  description: string | undefined;
  deprecated?: true | string | undefined;
}

export interface SourceProperty extends Known {
  /** The name that the source has for it, where that is another one; `!name` for the opposite. */
  from?: string | undefined;
  type: TypeFact;
  required: boolean;
  default: { value: unknown } | { text: string } | undefined;
  /** The attribute; false if it has none; undefined if that is left to its name. */
  attribute?: string | false | undefined;
  reflect?: boolean | undefined;
}

export interface SourceEvent extends Known {
  from?: string | undefined;
  /** What is passed: of several things, their names are those of the detail's members. */
  passed: ParameterFact[];
  cancelable: boolean;
  bubbles?: boolean | undefined;
  composed?: boolean | undefined;
  sets?: string | undefined;
}

export interface SourceSlot extends Known {
  from?: string | undefined;
}

export interface SourceMethod extends Known {
  parameters: ParameterFact[];
  returns: TypeFact | undefined;
  /** What it may return in place of a value. */
  mayReturn?: readonly ('undefined' | 'null')[] | undefined;
}

export interface SourceCssProperty extends Known {
  syntax?: string | undefined;
  initial?: string | undefined;
}

/** What was found in something that exists, whatever it is: what a contract is written from. */
export interface Source {
  tag: string;
  summary: string | undefined;
  description: string | undefined;
  deprecated?: true | string | undefined;
  wraps: Record<string, string>;
  properties: SourceProperty[];
  events: SourceEvent[];
  slots: SourceSlot[];
  methods: SourceMethod[];
  parts: Known[];
  cssProperties: SourceCssProperty[];
  states: Known[];
  definitions: Record<string, JsonSchema>;
  form: string | undefined;
  encapsulation: 'closed' | 'none' | undefined;
  /** What could not be read, by the section of the contract where it would stand. */
  unread: (Unread & { section: Section })[];
  /** What was read, and stands otherwise in the contract: told, so that nobody is surprised. */
  told: { name: string; what: string }[];
}

export type Section = 'properties' | 'slots' | 'events' | 'methods' | 'contract';

/** Sections of a contract with members that have names. */
export const MEMBER_SECTIONS: readonly string[] = [
  'properties',
  'slots',
  'events',
  'methods',
  'parts',
  'cssProperties',
  'states',
  'definitions',
];
