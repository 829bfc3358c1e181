import { parentOf } from './blocks.js';
import { choose } from './choose.js';
import { internalsOf } from './inside.js';
import { repeat } from './repeat.js';
import { rootOf, type Setup, type ViewElement } from './view-element.js';
import { copy, type Place } from './view.js';

// Elements take over what a server rendered: their blocks are given the nodes that are there in place of copies of their templates,
// and are let find and insert nodes as they always do. For that, nodes have members of their own for a moment.

/** What blocks showed before anything was written: no value is the same. */
export const UNSEEN = Symbol();

/** Where the next block looks for nodes that a server rendered. */
interface Aim {
  next: ChildNode | null;
  /** True once a block has looked. */
  isUsed?: boolean;
}

/** Set while blocks are made at a place where a server rendered some. */
let aim: Aim | undefined;
/** True during the first drawing of an element that takes over. */
let isTaking = false;

/** The first node that a server rendered at a place, for places that were not drawn yet. */
const starts = new Map<Node, ChildNode>();
/** Nodes of the page that blocks have taken. */
const held = new WeakSet<Node>();
/** Elements that were taken by the block that is being made, and what its template has in their place. */
const pairs = new Map<Node, Element>();
/** Members of nodes that pass over what stands between those of the template. */
let diverted: [node: object, name: string][] = [];
/** Parents that leave nodes where they are which blocks have taken. */
let leaving: Node[] = [];
/** Controls in which a person did something before the script came. */
const touched: Element[] = [];

/** The rendered roots of elements that were not drawn yet. */
const rendered = new WeakMap<ViewElement, ShadowRoot | ViewElement>();

/** True for a comment, or for one that says this. */
function isComment(node: Node | null, data?: string): node is Comment {
  return node?.nodeType === 8 && (data === undefined || (node as Comment).data === data);
}

/** Lets a member of a node say something else until `claimed` is called. */
function divert(node: object, name: string, value: unknown): void {
  Object.defineProperty(node, name, { value, configurable: true });
  diverted.push([node, name]);
}

/**
 * The content of a template, or its only node, as a server rendered it, where that is there and fits; otherwise a copy. What comes
 * back looks like the copy until `claimed` is called.
 */
export function claim<Kind extends Node>(source: Kind): Kind {
  if (!aim) return copy(source);
  aim.isUsed = true;
  let first = aim.next;
  // What ends the head of a root, or stands before a text, is no node of the view. A text that shows nothing is not there: what stands
  // before the next one is left to that.
  if (isComment(first, ':')) first = aim.next = first.nextSibling;
  if (isComment(first, '|')) first = aim.next = first.nextSibling;
  const isWhole = source.nodeType === 11;
  const found =
    first &&
    (isWhole
      ? pairAll(source.firstChild, first, first.parentNode!)
      : pairOne(source, first, first.parentNode!));
  if (!found) {
    claimed();
    return copy(source);
  }
  const last = found.at(-1)!;
  aim.next = last.nextSibling;
  let root: Node = last;
  if (isWhole) {
    root = new DocumentFragment();
    divert(root, 'childNodes', found);
    // A block asks for its ends when it has long been made.
    Object.defineProperties(root, { firstChild: { value: found[0] }, lastChild: { value: last } });
  }
  held.add(root);
  return root as Kind;
}

/** Ends what `claim` began: all nodes say again what they are. */
export function claimed(): void {
  for (const [node, name] of diverted) delete node[name as never];
  diverted = [];
  pairs.clear();
}

function pairOne(source: Node, at: ChildNode, parent: Node): ChildNode[] | undefined {
  const match = pairNode(source, at, parent);
  return match && [match];
}

/** The nodes that stand for a node of the template and its siblings behind it; undefined if they do not fit. */
function pairAll(
  from: Node | null,
  first: ChildNode | null,
  parent: Node,
  isElement?: boolean,
): ChildNode[] | undefined {
  const found: ChildNode[] = [];
  let at = first;
  for (let source = from; source; source = source.nextSibling) {
    const match = pairNode(source, at, parent);
    if (!match) return undefined;
    const before = found.at(-1);
    if (before ? before.nextSibling !== match : isElement && first !== match)
      divert(before ?? parent, before ? 'nextSibling' : 'firstChild', match);
    found.push(match);
    at = match.nextSibling;
  }
  // What follows is what blocks show at the end of the element; the text of a text field is what it holds.
  if (isElement && at && (parent as Element).localName !== 'textarea') starts.set(parent, at);
  return found;
}

/** The node of the page that stands for one of the template; undefined if it is another one. */
function pairNode(source: Node, at: ChildNode | null, parent: Node): ChildNode | undefined {
  if (source.nodeType === 3)
    // What shows nothing is no node in HTML.
    return at?.nodeType === 3 ? at : (insertInto.call(parent, new Text(), at) as Text);
  if (isComment(source)) return isComment(at) ? pairPlace(at) : undefined;
  const { localName, namespaceURI } = source as Element;
  if (
    !at ||
    (at as Node as Element).localName !== localName ||
    (at as Node as Element).namespaceURI !== namespaceURI
  )
    return undefined;
  pairs.set(at, source as Element);
  const found = pairAll(source.firstChild, at.firstChild, at, true);
  // Nodes are counted in their parent only where there are many.
  if (found && found.length > 8) divert(at, 'childNodes', found);
  return found && at;
}

/** The comment that a comment of the template stands for; where blocks stand before it, it is noted where they begin. */
function pairPlace(comment: Comment): ChildNode | undefined {
  let end: ChildNode | null = comment;
  if (comment.data === '[') {
    for (let depth = 1; depth && (end = end!.nextSibling);)
      depth += isComment(end, '[') ? 1 : isComment(end, ']') ? -1 : 0;
    if (!end) return undefined;
    if (comment.nextSibling !== end) starts.set(end, comment.nextSibling!);
  }
  return end;
}

/** What inserts where a node's own member leaves nodes where they are. */
const insertInto = (globalThis.Node ?? Object).prototype.insertBefore;

/** Inserts a node, but one that a block has taken: that one is there. */
function insertOrLeave<Kind extends Node>(this: Node, node: Kind, next: Node | null): Kind {
  return held.has(node) ? node : (insertInto.call(this, node, aim?.next ?? next) as Kind);
}

/** `choose`, which keeps the block that a server rendered. */
export const chooseOver: typeof choose = (place, current, Wanted, outer, changed) =>
  takeAt(place, () => choose(place, current, Wanted, outer, changed));

/** `repeat`, which keeps the blocks that a server rendered. */
export const repeatOver: typeof repeat = (place, blocks, list, Kind, outer, changed) =>
  takeAt(place, () => repeat(place, blocks, list, Kind, outer, changed));

/** Shows blocks at a place where a server may have rendered some: those stay, and what none of them has taken goes. */
function takeAt<Result>(place: Place, show: () => Result): Result {
  if (!isTaking) return show();
  const start = starts.get(place);
  const around = aim;
  const own: Aim | undefined = start && { next: start };
  starts.delete(place);
  aim = own;
  if (start) {
    const parent = parentOf(place);
    parent.insertBefore = insertOrLeave;
    leaving.push(parent);
  }
  const result = show();
  if (own) removeRest(own.next, place);
  aim = around;
  return result;
}

/** Removes nodes up to the end of a place. */
function removeRest(from: ChildNode | null, place?: Node): void {
  for (let node = from; node && node !== place;) {
    const next: ChildNode | null = node.nextSibling;
    node.remove();
    node = next;
  }
}

/** The class of elements that keep the root that a parser made (DOM, section 4.8: attaching another one would empty it). */
export function keepingRoot<Base extends new (setup: never) => ViewElement>(Base: Base): Base {
  return class extends (Base as unknown as new (setup: Setup) => ViewElement) {
    override attachShadow(init: ShadowRootInit): ShadowRoot {
      return declaredRoot(this, init) ?? super.attachShadow(init);
    }
  } as unknown as Base;
}

function declaredRoot(element: ViewElement, { mode }: ShadowRootInit): ShadowRoot | null {
  return element.shadowRoot ?? (mode === 'closed' ? internalsOf(element).shadowRoot : null);
}

/** Frameworks listen once they have taken over too, which takes them some tasks; clicks that were kept come as late. */
const whenIdle: (work: () => void) => unknown =
  globalThis.requestIdleCallback ?? ((work) => setTimeout(work, 50));

/** The element's own code, and the page's, get the events of what a person did before they were there. */
function tellTouched(control: Element): void {
  for (const type of ['input', 'change'])
    control.dispatchEvent(new Event(type, { bubbles: true, composed: type === 'input' }));
}

/** The class of elements that take over what a server rendered of them, on top of another one. */
export function takingOver<Base extends new (setup: never) => ViewElement>(Base: Base): Base {
  return class extends (Base as unknown as new (setup: Setup) => ViewElement) {
    override attachShadow(init: ShadowRootInit): ShadowRoot {
      const root = declaredRoot(this, init);
      if (root) rendered.set(this, root);
      return root ?? super.attachShadow(init);
    }

    override connectedCallback(): void {
      const [aimBefore, wasTaking] = [aim, isTaking];
      const root = rendered.get(this);
      const own: Aim | undefined = root && { next: root.firstChild };
      aim = own;
      isTaking = !!own;
      try {
        if (root) {
          const { replaceChildren } = root;
          root.append = root.replaceChildren = (node) =>
            held.has(node as Node) ? removeRest(own!.next) : replaceChildren.call(root, node);
        }
        super.connectedCallback();
      } finally {
        for (const parent of leaving) delete (parent as Partial<Node>).insertBefore;
        leaving = [];
        aim = aimBefore;
        isTaking = wasTaking;
        if (root) {
          delete (root as Partial<ShadowRoot>).append;
          delete (root as Partial<ShadowRoot>).replaceChildren;
        }
        if (own?.isUsed) {
          rendered.delete(this);
          // Where nothing was drawn, nothing is to be seen.
          for (const [place, start] of starts) removeRest(start, place);
          starts.clear();
          for (const control of touched.splice(0)) whenIdle(() => tellTouched(control));
        }
      }
    }
  } as unknown as Base;
}

/**
 * Takes what a server has sent along with an element: values that no attribute carries, as if script had set them before the element
 * was defined; style that it needs no more. The comment behind them goes too where a component is shown.
 */
export function receive(element: ViewElement, isComponent?: boolean): void {
  const root = rootOf(element);
  const first = root.firstChild as Element | null;
  let end: ChildNode | null = first;
  while (end && !isComment(end, ':')) end = end.nextSibling;
  if (!end) return;
  rendered.set(element, root);
  while (root.firstChild !== end) root.firstChild!.remove();
  if (isComponent) end.remove();
  if (first!.localName !== 'script') return;
  const values = JSON.parse(first!.textContent) as Record<string, unknown>;
  for (const name in values)
    if (!Object.hasOwn(element, name))
      Object.defineProperty(element, name, { value: values[name], configurable: true });
}

/** `passTo` for a control that a server rendered: what it was given then is none of its own attributes. */
export function passOver(
  passTo: (host: ViewElement, control: Element) => void,
  host: ViewElement,
  control: Element,
): void {
  const own = pairs.get(control);
  if (own) {
    control.getAttribute = (name) => own.getAttribute(name);
    control.setAttribute = (name, value) => {
      const { getAttribute, setAttribute } = Element.prototype;
      if (getAttribute.call(control, name) !== value) setAttribute.call(control, name, value);
    };
  }
  passTo(host, control);
  delete (control as Partial<Element>).getAttribute;
  delete (control as Partial<Element>).setAttribute;
}

/**
 * Writes a control's own property, unless a person has changed it before the script came. What a server wrote as an attribute is the
 * control's own from then on, as in one that script makes.
 */
export function keepLive(control: Element, name: string, value: unknown): void {
  const own = control as unknown as Record<string, unknown>;
  const now = own[name];
  const isRendered = isTaking && control.isConnected;
  const isTouched = isRendered && now !== value && now !== firstOf(control, name);
  if (isTouched) touched.push(control);
  else if (isRendered || now !== value) own[name] = value;
  if (!isRendered) return;
  if (isTouched) own[name] = now;
  if (control.localName === 'textarea') own.defaultValue = '';
  else control.removeAttribute(name);
}

/**
 * Lets a picture that a server rendered be heard of, if it has loaded, or failed to, before anybody listened (HTML, section 4.8.4.3:
 * such events come once).
 */
export function hearPicture(node: Element): void {
  const picture = node as HTMLImageElement;
  const { currentSrc } = picture;
  if (!picture.isConnected || !picture.complete || !currentSrc) return;
  let isHeard = false;
  const hear = (): void => void (isHeard = true);
  const types = ['load', 'error'] as const;
  for (const type of types) picture.addEventListener(type, hear, { once: true });
  const tell = (type: string): void => {
    // It may be another one by now, whose own event comes.
    if (!isHeard && picture.currentSrc === currentSrc) picture.dispatchEvent(new Event(type));
  };
  picture.decode().then(
    () => tell('load'),
    () => tell('error'),
  );
}

/** What a control held when it was parsed. */
function firstOf(control: Element, name: string): unknown {
  if (control.localName !== 'select')
    return control[name.replace(/^./, (letter) => `default${letter.toUpperCase()}`) as never];
  const options = [...(control as HTMLSelectElement).options];
  return (options.find((option) => option.defaultSelected) ?? options[0])?.value;
}
