import type { PositionIndex } from '../findings/finding.js';
import type { Effect } from './effects.js';
import type { Namespace } from './parse-view.js';
import type { LoopVariable, ReadKeys, Resolved } from './resolve.js';

/** A value in parts: plain texts and resolved expressions. */
export type ValuePart = string | Resolved;

/** A value, and what it follows. */
export interface Value {
  parts: ValuePart[];
  reads: ReadKeys;
}

export interface TextNode extends Value {
  kind: 'text';
  offset: number;
}

/** An attribute that never changes. */
export interface StaticAttribute {
  name: string;
  value: string;
  offset: number;
}

/** What an attribute in the view becomes. */
export type TargetKind =
  /** An attribute as it is. */
  | 'attribute'
  /** An attribute with an address, which must not run code. */
  | 'address'
  | 'class'
  | 'style'
  /** A property of an element of the library. */
  | 'property'
  /** A property of a native element, because its attribute is not what the page shows once a person touched it. */
  | 'live'
  /** A property of somebody else's custom element where it has one, otherwise an attribute. */
  | 'foreign';

/** An attribute or a property of an element that follows names. */
export interface AttributeBinding extends Value {
  kind: TargetKind;
  /** The attribute's name, or the property's. */
  name: string;
  offset: number;
}

export interface Listener {
  /** The event's type: `click`. */
  type: string;
  /** What runs; undefined where the event is only dispatched again from the host. */
  code: Resolved | undefined;
}

/** A local name that is chosen at run time, among some. */
export interface DynamicName extends Value {
  among: string[];
  offset: number;
}

export interface ElementNode {
  kind: 'element';
  /** The local name as the view has it. */
  name: string;
  namespace: Namespace;
  dynamic: DynamicName | undefined;
  attributes: StaticAttribute[];
  bindings: AttributeBinding[];
  listeners: Listener[];
  /** The first of its parts' names, or undefined. */
  part: string | undefined;
  /** True for the control that passed attributes reach. */
  isControl: boolean;
  children: ViewNode[];
  offset: number;
}

/** Something that is shown on a condition, and what is shown otherwise. */
export interface WhenNode {
  kind: 'when';
  condition: Resolved;
  chosen: Block;
  otherwise: Block | undefined;
  offset: number;
}

/** Something that is shown once for each item of a list. */
export interface EachNode {
  kind: 'each';
  item: LoopVariable;
  index: LoopVariable | undefined;
  list: Resolved;
  key: Resolved | undefined;
  block: Block;
  offset: number;
}

export type ViewNode = TextNode | ElementNode | WhenNode | EachNode;

/** Nodes that come and go together: a whole view, or the content of a `<template>` in it. */
export interface Block {
  nodes: ViewNode[];
  /** What they are content of. */
  namespace: Namespace;
  /** Variables of the loops that it stands in, the outermost first. */
  loops: readonly LoopVariable[];
  offset: number;
}

/** A slot or a part as the view has it. */
export interface Placed {
  name: string;
  offset: number;
  /** True if it stands in a block that is not always shown. */
  conditional: boolean;
  /** Names of the elements that it can be; undefined for one that is no HTML element. */
  tags: readonly string[] | undefined;
}

/**
 * What is known of a view once its names have their meanings. It holds nothing of a browser, of a server or of text in
 * some language: code for any purpose is emitted from it.
 */
export interface ViewTree {
  file: string;
  positions: PositionIndex;
  root: Block;
  /** What follows names beside the nodes. */
  effects: Effect[];
  slots: Placed[];
  parts: Placed[];
  /** Tags of the library's own elements that the view uses. */
  uses: Set<string>;
  /** Functions of the behavior that the view calls. */
  calls: Set<string>;
  /** Local names that the control can have which attributes are passed to. */
  controlTags: Set<string>;
  /** Attributes of that control that the view writes by itself. */
  written: Set<string>;
  /** True if the view asks which slots are filled. */
  asksFilled: boolean;
  /** Names that expressions bind themselves: variables of loops, parameters, constants of handlers. */
  bound: Set<string>;
}

/** What the expressions in a value read. */
export function readsOf(parts: readonly ValuePart[]): ReadKeys {
  return new Set(parts.flatMap((part) => (typeof part === 'string' ? [] : [...part.reads])));
}
