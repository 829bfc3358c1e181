import type { JsonSchema } from '../../contract/schema.js';

/** What is known of a type. */
export type TypeFact =
  | { kind: 'schema'; schema: JsonSchema }
  /** An object of a standard class. */
  | { kind: 'instance'; instance: string }
  | {
      kind: 'function';
      parameters: ParameterFact[];
      returns: TypeFact | undefined;
      mayReturnFalse: boolean;
      /** What it may return in place of a value. */
      mayReturn?: readonly ('undefined' | 'null')[];
    }
  /** What is drawn; `given` where the component hands it data. */
  | { kind: 'content'; given: boolean }
  /** Nothing that a contract can say; `why` in words that follow "its type". */
  | { kind: 'unknown'; text: string; why: string };

export interface ParameterFact {
  name: string;
  type: TypeFact;
  optional: boolean;
}

/** One thing that a component takes or hands out. */
export interface MemberFact {
  name: string;
  required: boolean;
  type: TypeFact;
  description: string | undefined;
  deprecated: true | string | undefined;
  /** The value that it has by itself; `text` where that is no plain data. */
  default: { value: unknown } | { text: string } | undefined;
}

/** A place where a component puts its content. */
export interface SlotFact {
  /** The component's own name for it. */
  name: string;
  /** True where the component hands data to it. */
  given: boolean;
  description: string | undefined;
}

/** What could not be read: the member, and what a person must add. */
export interface Unread {
  name: string;
  what: string;
}

export type Reach = 'children' | 'context';

/** Everything that is known of a component, by its own names. */
export interface ComponentFacts {
  description: string | undefined;
  /** Values, functions, callbacks and content that it takes as properties. */
  members: MemberFact[];
  /** Events that it emits by name, where its framework has such. */
  emits: MemberFact[];
  slots: SlotFact[];
  methods: MemberFact[];
  /** Properties that it writes itself. */
  writes: string[];
  /** True where it passes on whatever else it is given; with the HTML element that takes it, if that is known. */
  rest: { native: string | undefined } | undefined;
  definitions: Record<string, JsonSchema>;
  /** What its module does that reaches beyond it: it looks into what it is given as children, or reads a context. */
  reaches: Reach[];
  unread: Unread[];
  /** False where there may be members that were not seen. */
  complete: boolean;
  /** For a class that extends HTMLElement: what only elements have. */
  element?: ClassFacts;
}

/** What an element's class says beside its members. */
export interface ClassFacts {
  /** The tag that its module registers it under. */
  tag: string | undefined;
  /** Attributes that it observes. */
  attributes: string[];
  /** Properties whose setters write an attribute. */
  reflected: string[];
  events: {
    name: string;
    detail: TypeFact | undefined;
    bubbles: boolean;
    composed: boolean;
    cancelable: boolean;
  }[];
  slotNames: string[];
  parts: string[];
  cssProperties: string[];
  form: boolean;
  closed: boolean;
  shadow: boolean;
}

/** Why a component could not be read. */
export interface NoFacts {
  problem: 'export' | 'syntax' | 'unread';
  /** Names that the module does export. */
  exported: string[];
  message: string;
}
