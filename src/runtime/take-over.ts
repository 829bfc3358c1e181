import { parentOf } from './blocks.js';
import { choose } from './choose.js';
import { internalsOf } from './inside.js';
import { repeat } from './repeat.js';
import type { rootOf, Setup, ViewElement } from './view-element.js';
import { copy, type Block, type BlockClass, type Place, type View } from './view.js';

/** What blocks showed before anything was written: no value is the same. */
export const UNSEEN = Symbol();

/** Where the next block looks for nodes that a server rendered. */
interface Aim {
  next: ChildNode | null;
  /** True once a block has looked. */
  isUsed: boolean;
}

/** Set while something that a server rendered is taken over. */
let aim: Aim | undefined;
/** True during the first drawing of an element that takes over. */
let isTaking = false;

/** The first node that a server rendered at a place, for places that were not drawn yet. */
const starts = new Map<Node, ChildNode>();
/** Nodes of the page that blocks have taken. */
const held = new WeakSet<Node>();
/** Elements that were taken by the block that is being made, and what its template has in their place. */
const pairs = new Map<Node, Element>();
/** Members of nodes that say for a moment what they would say if there were nothing else in the page. */
const diverted: [node: object, name: string][] = [];
/** Controls in which a person did something before the script came. */
const touched: Element[] = [];

/** The rendered roots of elements that were not drawn yet. */
const rendered = new WeakMap<ViewElement, ShadowRoot | ViewElement>();

/** Ends the head of a root: what comes before it is for the element, what comes after it is its view. */
const HEAD_END = ':';
/** Begins what blocks show at a place, whose own comment ends it. */
const PLACE_START = '[';
const PLACE_END = ']';
/** Stands between two texts. */
const BETWEEN_TEXTS = '|';

/** What inserts where a node's own member says something else for a moment. */
const { insertBefore: insertInto } = (globalThis.Node ?? Object).prototype;

function isComment(node: Node | null, data?: string): boolean {
  return node?.nodeType === Node.COMMENT_NODE && (data === undefined || (node as Comment).data === data);
}

/** Lets a member of a node say something else until `claimed` is called. */
function divert(node: object, name: string, value: unknown): void {
  Object.defineProperty(node, name, { value, configurable: true, writable: true });
  diverted.push([node, name]);
}

/** Gives a node's member another value while something is done. */
function during<Result>(node: object, members: Record<string, unknown>, work: () => Result): Result {
  const names = Object.keys(members);
  const before = names.map((name) => Object.getOwnPropertyDescriptor(node, name));
  for (const name of names)
    Object.defineProperty(node, name, { value: members[name], configurable: true, writable: true });
  try {
    return work();
  } finally {
    names.forEach((name, place) => {
      if (before[place]) Object.defineProperty(node, name, before[place]);
      else delete node[name as never];
    });
  }
}

/**
 * The content of a template, or its only node, as a server rendered it, where that is there and fits; otherwise a copy. What comes
 * back looks like the copy until `claimed` is called: what blocks show in it is passed over.
 */
export function claim<Kind extends Node>(source: Kind): Kind {
  if (!aim) return copy(source);
  aim.isUsed = true;
  while (isComment(aim.next, BETWEEN_TEXTS)) {
    const comment = aim.next!;
    aim.next = comment.nextSibling;
    comment.remove();
  }
  const begin = aim.next;
  if (source.nodeType !== Node.DOCUMENT_FRAGMENT_NODE) {
    const found = begin && pairNode(source, begin, begin.parentNode!);
    if (!found) return given(source);
    aim.next = found.nextSibling;
    held.add(found);
    return found as unknown as Kind;
  }
  const found = begin && pairAll(source, begin, begin.parentNode!);
  if (!found) return given(source);
  const last = found.at(-1)!;
  aim.next = last.nextSibling;
  const root = document.createDocumentFragment();
  Object.defineProperties(root, {
    firstChild: { value: found[0] },
    lastChild: { value: last },
    childNodes: { value: found },
  });
  held.add(root);
  return root as unknown as Kind;
}

/** A copy, because what is there is something else. */
function given<Kind extends Node>(source: Kind): Kind {
  claimed();
  return copy(source);
}

/** Ends what `claim` began: all nodes say again what they are. */
export function claimed(): void {
  for (const [node, name] of diverted) delete node[name as never];
  diverted.length = 0;
  pairs.clear();
}

/** The nodes that stand for the children of a node of the template; undefined if they do not fit. */
function pairAll(source: Node, first: ChildNode | null, parent: Node): ChildNode[] | undefined {
  const found: ChildNode[] = [];
  let at = first;
  let before: ChildNode | undefined;
  for (let own = source.firstChild; own; own = own.nextSibling) {
    const match = pairNode(own, at, parent);
    if (!match) return undefined;
    const follows = before ? before.nextSibling : parent.firstChild;
    if (follows !== match) divert(before ?? parent, before ? 'nextSibling' : 'firstChild', match);
    found.push(match);
    before = match;
    at = match.nextSibling;
  }
  return found;
}

/** The node of the page that stands for one of the template, from a place on. */
function pairNode(source: Node, at: ChildNode | null, parent: Node): ChildNode | undefined {
  switch (source.nodeType) {
    case Node.TEXT_NODE:
      if (at?.nodeType === Node.TEXT_NODE) return at;
      // What shows nothing is no node in HTML.
      return insertInto.call(parent, document.createTextNode(''), at) as Text;
    case Node.COMMENT_NODE:
      return pairComment(at);
    default:
      return at ? pairElement(source as Element, at) : undefined;
  }
}

/** A comment of the template; where blocks stand before it, it is noted where they begin. */
function pairComment(at: ChildNode | null): ChildNode | undefined {
  if (!at || !isComment(at)) return undefined;
  let end: ChildNode | null = at;
  if (isComment(at, PLACE_START)) {
    for (let depth = 1; end && depth > 0;) {
      end = end.nextSibling;
      if (isComment(end, PLACE_START)) depth++;
      else if (isComment(end, PLACE_END)) depth--;
    }
    if (!end) return undefined;
    if (at.nextSibling !== end) starts.set(end, at.nextSibling!);
    at.remove();
  }
  (end as Comment).data = '';
  return end;
}

function pairElement(source: Element, at: ChildNode): ChildNode | undefined {
  const { localName, namespaceURI } = at as ChildNode & Element;
  if (localName !== source.localName || namespaceURI !== source.namespaceURI) return undefined;
  pairs.set(at, source);
  const found = pairAll(source, at.firstChild, at);
  if (!found) return undefined;
  // What follows the last child of the template is what blocks show at the end of the element.
  const last = found.at(-1);
  const rest = last ? last.nextSibling : at.firstChild;
  // The text of a text field is what it holds.
  if (rest && localName !== 'textarea') starts.set(at, rest);
  if (diverted.length > 0) divert(at, 'childNodes', found);
  return at;
}

/** `choose`, which keeps the block that a server rendered. */
export function chooseOver(
  place: Place,
  current: Block | undefined,
  Wanted: BlockClass | undefined,
  outer: View,
  changed: number,
): Block | undefined {
  if (!isTaking) return choose(place, current, Wanted, outer, changed);
  return takeAt(place, () => choose(place, current, Wanted, outer, changed));
}

/** `repeat`, which keeps the blocks that a server rendered. */
export function repeatOver(
  place: Place,
  blocks: readonly Block[] | undefined,
  list: Iterable<unknown> | null | undefined,
  Kind: BlockClass,
  outer: View,
  changed: number,
): readonly Block[] {
  if (!isTaking) return repeat(place, blocks, list, Kind, outer, changed);
  return takeAt(place, () => repeat(place, blocks, list, Kind, outer, changed));
}

/** Shows blocks at a place where a server may have rendered some: those stay, and what none of them has taken goes. */
function takeAt<Result>(place: Place, show: () => Result): Result {
  const start = starts.get(place);
  starts.delete(place);
  const around = aim;
  const own: Aim | undefined = start && { next: start, isUsed: false };
  aim = own;
  try {
    if (!own) return show();
    const parent = parentOf(place);
    const insertBefore = <Kind extends Node>(node: Kind, next: Node | null): Kind =>
      held.has(node) ? node : (insertInto.call(parent, node, own.next ?? next) as Kind);
    const result = during(parent, { insertBefore }, show);
    removeRest(own.next, endOf(place));
    return result;
  } finally {
    aim = around;
  }
}

/** The comment that ends a place of blocks; null for one that ends with its element. */
function endOf(place: Node): ChildNode | null {
  return isComment(place) ? (place as Comment) : null;
}

/** Removes nodes up to one that stays. */
function removeRest(from: ChildNode | null, end: ChildNode | null): void {
  for (let node = from; node && node !== end;) {
    const next: ChildNode | null = node.nextSibling;
    node.remove();
    node = next;
  }
}

/** The class of elements that take over what a server rendered of them, on top of another one. */
export function takingOver<Base extends new (setup: never) => ViewElement>(Base: Base): Base {
  return class extends (Base as unknown as new (setup: Setup) => ViewElement) {
    /** The root that the parser made stays (DOM, section 4.8: attaching another one would empty it). */
    override attachShadow(init: ShadowRootInit): ShadowRoot {
      const root = init.mode === 'closed' ? internalsOf(this).shadowRoot : this.shadowRoot;
      if (root?.mode !== init.mode || rendered.has(this)) return super.attachShadow(init);
      rendered.set(this, root);
      return root;
    }

    override connectedCallback(): void {
      const around = aim;
      const wasTaking = isTaking;
      const root = rendered.get(this);
      const own = root && { next: root.firstChild, isUsed: false };
      aim = own;
      isTaking = own !== undefined;
      try {
        if (!root) super.connectedCallback();
        else {
          const { replaceChildren } = root;
          const put = (node: Node): void => {
            if (held.has(node)) removeRest(own!.next, null);
            else replaceChildren.call(root, node);
          };
          during(root, { append: put, replaceChildren: put }, () => super.connectedCallback());
        }
      } finally {
        if (own?.isUsed) {
          rendered.delete(this);
          for (const [place, start] of starts) removeRest(start, endOf(place));
          starts.clear();
        }
        aim = around;
        isTaking = wasTaking;
      }
      if (own?.isUsed) for (const control of touched.splice(0)) tell(control);
    }
  } as unknown as Base;
}

/** Takes what a server has sent along with an element: values that no attribute carries; style that it needs no more. */
export function receive(element: ViewElement): void {
  let root: ReturnType<typeof rootOf> | undefined = rendered.get(element);
  if (!root) {
    // An element without a shadow root was rendered into itself.
    if (element.shadowRoot || !element.firstChild) return;
    root = element;
  }
  const head: ChildNode[] = [];
  let node = root.firstChild;
  for (; node && !isComment(node, HEAD_END); node = node.nextSibling) head.push(node);
  if (!node) return;
  rendered.set(element, root);
  for (const one of [...head, node]) one.remove();
  const [first] = head;
  if ((first as Element | undefined)?.localName !== 'script') return;
  for (const [name, value] of Object.entries(JSON.parse(first!.textContent!) as object))
    element[name as never] = value as never;
}

/** `passTo` for a control that a server rendered: what it was given then is none of its own attributes. */
export function passOver(
  passTo: (host: ViewElement, control: Element) => void,
  host: ViewElement,
  control: Element,
): void {
  const own = pairs.get(control);
  if (!own) return passTo(host, control);
  during(
    control,
    {
      getAttribute: (name: string) => own.getAttribute(name),
      setAttribute: (name: string, value: string) => {
        const { getAttribute, setAttribute } = Element.prototype;
        if (getAttribute.call(control, name) !== value) setAttribute.call(control, name, value);
      },
    },
    () => passTo(host, control),
  );
}

/**
 * Writes a control's own property, unless a person has changed it before the script came. What a server wrote as an attribute is the
 * control's own from then on, as in one that script makes.
 */
export function keepLive(control: Element, name: string, value: unknown): void {
  const own = control as unknown as Record<string, unknown>;
  const now = own[name];
  if (!isTaking || !control.isConnected) {
    if (now !== value) own[name] = value;
    return;
  }
  const isTouched = now !== value && now !== firstOf(control, name);
  if (isTouched) touched.push(control);
  own[name] = isTouched ? now : value;
  if (control.localName === 'textarea') own.defaultValue = '';
  else control.removeAttribute(name);
}

/** What a control held when it was parsed; undefined where that cannot be told from what a person did. */
function firstOf(control: Element, name: string): unknown {
  if (control instanceof HTMLSelectElement) {
    const options = [...control.options];
    return (options.find((option) => option.defaultSelected) ?? options[0])?.value;
  }
  const defaults: Record<string, string> = { value: 'defaultValue', checked: 'defaultChecked' };
  return control[defaults[name] as never];
}

/** Tells the element's own code of what a person did in a control before the code was there. */
function tell(control: Element): void {
  const options = { bubbles: true, composed: true };
  if (!('form' in control)) control.dispatchEvent(new Event('toggle'));
  else {
    control.dispatchEvent(new Event('input', options));
    control.dispatchEvent(new Event('change', { bubbles: true }));
  }
}
