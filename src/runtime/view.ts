/** Every name changed: what a first update is called with. */
export const ALL = -1;

/** Where blocks are shown: before a comment, or at the end of an element. */
export type Place = Comment | Element;

/** What views, and the base of elements, need of an element's inside. */
export interface InnerSide {
  /** Ends what its listeners listen to; called at disconnection. */
  release?(): void;
}

/** What an element shows, and how it follows what changed. */
export interface Shown {
  /** What is to be put into the element's root; undefined where it is there already. */
  root: Node | undefined;
  /** Re-evaluates what reads a name among the changed ones (bits); `host` is given to whole views only. */
  update(changed: number, host?: HTMLElement): void;
}

/** A piece of an element's view: its nodes, and how they follow what changed. */
export interface View extends Shown {
  /** Left out by blocks that need nothing of it. */
  inside?: InnerSide;
  /** The view's only node, or a fragment that is emptied when the view is put into the page. */
  root: Node;
}

/** A part of a view that comes and goes, or is repeated. */
export interface Block extends View {
  /** First and last node of the block; left out where it is one node, the root. */
  first?: ChildNode;
  last?: ChildNode;
  /** The item that a repeated block shows, and its place in the list. */
  item?: unknown;
  index?: number;
}

/** Makes the blocks of one kind; `outer` is the view that they stand in. */
export interface BlockClass<Kind extends Block = Block> {
  new (outer: View, item?: unknown, index?: number): Kind;
  /** The bits that a changed item and a changed index set. */
  bits?: [item: number, index: number];
  /** What tells one item from another; without it, the place in the list does. */
  key?: (item: never, index: number) => unknown;
}

interface MarkupPolicy {
  createHTML(markup: string): unknown;
}

let policy: MarkupPolicy | undefined;

/** Under Trusted Types, markup needs a policy; its name is `lastwright`. */
function markupPolicy(): MarkupPolicy {
  const rules = { createHTML: (markup: string) => markup };
  const { trustedTypes } = globalThis as {
    trustedTypes?: { createPolicy(name: string, rules: object): MarkupPolicy };
  };
  return trustedTypes?.createPolicy('lastwright', rules) ?? rules;
}

/**
 * The content of a template with this markup, which is the library's own text and never data. With `around` (`svg` or
 * `math`) the markup is content of such an element.
 */
export function template(markup: string, around?: string): DocumentFragment {
  // Modules can be imported where there is no document; nothing is made there.
  if (!globalThis.document) return {} as DocumentFragment;
  const element = document.createElement('template');
  const whole = around ? `<${around}>${markup}</${around}>` : markup;
  element.innerHTML = (policy ??= markupPolicy()).createHTML(whole) as string;
  if (around) element.content.replaceChildren(...element.content.firstChild!.childNodes);
  return element.content;
}

/** A copy of a template's content, or of its only node, with custom elements in it upgraded. */
export function copy<Kind extends Node>(source: Kind): Kind {
  return document.importNode(source, true);
}
