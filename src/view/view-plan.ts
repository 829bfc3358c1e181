import type { Property } from '../contract/model.js';
import type { Around } from './parse-view.js';
import type { LoopVariable, ReadKeys, Resolved } from './resolve.js';

/** A value in parts: plain texts and resolved expressions. */
export type PlanPart = string | Resolved;

/** A node of a block that its code must find: by its path of child indexes from the block's content. */
export interface NodeRef {
  name: string;
  path: number[];
}

interface BindingBase {
  node: NodeRef;
  reads: ReadKeys;
}

/** Something in a block that follows names. */
export type Binding =
  | (BindingBase & { kind: 'text'; parts: PlanPart[] })
  | (BindingBase & {
      kind: 'attribute' | 'address' | 'class' | 'style' | 'foreign';
      name: string;
      parts: PlanPart[];
      html: boolean;
    })
  | (BindingBase & { kind: 'property'; tag: string; name: string; parts: PlanPart[] })
  | (BindingBase & { kind: 'live'; name: string; parts: PlanPart[] })
  | (BindingBase & {
      kind: 'choose';
      name: string;
      condition: Resolved;
      chosen: BlockPlan;
      otherwise: BlockPlan | undefined;
    })
  | (BindingBase & { kind: 'named'; name: string; parts: PlanPart[]; among: string[]; block: BlockPlan })
  | (BindingBase & { kind: 'repeat'; name: string; list: Resolved; block: BlockPlan });

export interface ListenerPlan {
  node: NodeRef;
  /** The element that is listened to. */
  tag: string;
  type: string;
  /** Undefined where the event is only dispatched again from the host. */
  code: Resolved | undefined;
}

/** Something beside the nodes of a view that follows names: a state of the host, a form's value. */
export interface Task {
  reads: ReadKeys;
  /** A statement; `inside` stands for the element's inside. */
  code: string;
  /** What it needs from the runtime. */
  runtime: string[];
}

/** A piece of the view that has a template of its own: the whole, or a block that comes and goes. */
export interface BlockPlan {
  /** Name of the class that is emitted for it. */
  name: string;
  /** Static markup, with a placeholder for each bound text and an empty comment for each block. */
  markup: string;
  /** True if the markup is one node, which then is the block. */
  single: boolean;
  bindings: Binding[];
  listeners: ListenerPlan[];
  /** Only the root has some. */
  tasks: Task[];
  /** Nodes that are the control which passed attributes reach. */
  controls: NodeRef[];
  /** What the nodes are content of, where that is not HTML. */
  around: Around;
  /** True if the block's only element has another name by turns. */
  renamed: boolean;
  loops: readonly LoopVariable[];
  /** For a repeated block: its own variables and key. */
  repeats: { item: string; index: string | undefined; key: Resolved | undefined; depth: number } | undefined;
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

/** What the compiler knows of a view: all that code for any purpose is made from. */
export interface ViewPlan {
  file: string;
  root: BlockPlan;
  slots: Placed[];
  parts: Placed[];
  /** Tags of the library's own elements that the view uses. */
  uses: Set<string>;
  /** Functions of the behavior that the view calls. */
  calls: Set<string>;
  /** Tags that the part has which attributes are passed to. */
  controlTags: Set<string>;
  /** Attributes of that part that the view writes by itself. */
  written: Set<string>;
  /** True if the view asks which slots are filled. */
  asksFilled: boolean;
}

/** What the expressions in a value read. */
export function readsOf(parts: readonly PlanPart[]): ReadKeys {
  return new Set(parts.flatMap((part) => (typeof part === 'string' ? [] : [...part.reads])));
}

/** What the bindings of a block read. */
export function blockReads(block: BlockPlan): ReadKeys {
  return new Set(block.bindings.flatMap((binding) => [...binding.reads]));
}

/** All blocks of a plan, the root first. */
export function allBlocks(block: BlockPlan): BlockPlan[] {
  const inner = block.bindings.flatMap((binding) => {
    if (binding.kind === 'choose') return [binding.chosen, ...(binding.otherwise ? [binding.otherwise] : [])];
    return binding.kind === 'repeat' || binding.kind === 'named' ? [binding.block] : [];
  });
  return [block, ...inner.flatMap(allBlocks)];
}

/** True if a property's value is never null or undefined. */
export function isNeverAbsent(property: Property | undefined): boolean {
  return property?.default !== undefined && property.default !== null;
}
