import type { ProbePage } from '../facet.js';
import { behindHead } from '../behind-head.js';
import { innerRoot } from '../inner-root.js';
import { instanceNames } from '../instance-names.js';
import { firstChange, show, type Observer } from '../observe.js';

/** All that can be seen of an element at one moment. */
export interface Look {
  /** Values of its properties, by name. */
  values: Record<string, unknown>;
  /** Its own attributes, by name. */
  attributes: Record<string, string>;
  /** What it draws. */
  inside: string;
  /** What its consumer gave it. */
  children: Node[];
  /** Its custom states. */
  states: string[];
}

/** Looks at an element; the names are those of the contract's properties and states. */
export function lookAt(element: Element, properties: readonly string[], states: readonly string[]): Look {
  const values = element as unknown as Record<string, unknown>;
  const root = innerRoot(element);
  return {
    values: Object.fromEntries(properties.map((name) => [name, values[name]])),
    attributes: Object.fromEntries([...element.attributes].map(({ name, value }) => [name, value])),
    inside: insideOf(element),
    // Without a shadow root, what is inside stands among the children.
    children: root === element ? [] : [...element.childNodes],
    states: states.filter((name) => hasState(element, name)),
  };
}

/** Looks at elements, with the properties and states that a probe knows of. */
export function looker({
  properties,
  states,
}: {
  properties: readonly { name: string }[];
  states: readonly string[];
}): (element: Element) => Look {
  const names = properties.map(({ name }) => name);
  return (element) => lookAt(element, names, states);
}

/** True while an element is in a custom state (HTML, section 4.13.7.4). */
export function hasState(element: Element, name: string): boolean {
  try {
    return element.matches(`:state(${CSS.escape(name)})`);
  } catch {
    return false;
  }
}

/**
 * What an element draws, as text: markup, and values that only properties have. Ids that are made for each instance
 * are numbered in their order, so that two elements can be compared.
 */
export function insideOf(element: Element): string {
  const root = innerRoot(element);
  return write(root, instanceNames(root));
}

function write(node: Node, ids: ReadonlyMap<string, string>): string {
  return behindHead(node)
    .map((child) => writeNode(child, ids))
    .join('');
}

function writeNode(node: Node, ids: ReadonlyMap<string, string>): string {
  if (node instanceof Text) return node.data;
  if (!(node instanceof Element)) return '';
  const attributes = [...node.attributes]
    .map(
      ({ name, value }) =>
        // An id made of data may have spaces; lists of ids, such as in ARIA, have them between.
        ` ${name}="${ids.get(value) ?? value.replace(/\S+/g, (word) => ids.get(word.replace(/^#/, '')) ?? word)}"`,
    )
    .sort();
  const live = ['value', 'checked', 'open', 'disabled'] as const;
  const values = live.flatMap((name) => {
    const value = (node as unknown as Record<string, unknown>)[name];
    return typeof value === 'string' || value === true ? [` ${name}:${String(value)}`] : [];
  });
  return `<${node.localName}${attributes.join('')}${values.join('')}>${write(node, ids)}</>`;
}

/** True for a difference that is in what an element draws, and in nothing else. */
export function isOfInside(difference: string): boolean {
  return difference.startsWith(OTHER_INSIDE);
}

const OTHER_INSIDE = 'it draws ';

/** In a few words, the first thing in which two looks differ; undefined if they are alike. */
export function difference(before: Look, after: Look): string | undefined {
  for (const [name, value] of Object.entries(before.values)) {
    const now = after.values[name];
    if (!Object.is(now, value) && show(now) !== show(value))
      return `${name} is ${show(now)}, not ${show(value)}`;
  }
  for (const name of new Set([...Object.keys(before.attributes), ...Object.keys(after.attributes)])) {
    const [was, is] = [before.attributes[name], after.attributes[name]];
    if (was !== is) return `its attribute ${name} is ${show(is ?? null)}, not ${show(was ?? null)}`;
  }
  const sameChildren =
    before.children.length === after.children.length &&
    before.children.every((child, place) => child === after.children[place]);
  if (!sameChildren) return 'its children are others';
  if (before.inside !== after.inside) {
    const { was, is } = firstChange(before.inside, after.inside);
    return `${OTHER_INSIDE}${show(is)}, not ${show(was)}`;
  }
  if (before.states.join() !== after.states.join())
    return `its states are ${show(after.states)}, not ${show(before.states)}`;
  return undefined;
}

/** Longer than a second, in milliseconds: clocks tick that often. */
export const A_TICK = 1200;

/** What is seen instead of what was to be compared: two clocks that began at different moments show different times. */
export const CHANGES_BY_ITSELF = 'something that changes by itself';

/** True if what an element draws changes while nobody does anything. */
export function changesByItself(page: ProbePage, element: Element): Promise<boolean> {
  const inside = insideOf(element);
  return page.until(() => insideOf(element) !== inside, A_TICK);
}

/** Something about what is drawn must hold, unless it does not because all of these elements change by themselves. */
export async function holdsIfStill(
  page: ProbePage,
  elements: readonly Element[],
  observer: Observer,
  ...[did, good, otherwise, wanted]: Parameters<Observer['holds']>
): Promise<void> {
  let ticks = !good;
  for (const element of elements) ticks &&= await changesByItself(page, element);
  if (ticks) observer.saw(did, CHANGES_BY_ITSELF);
  else observer.holds(did, good, otherwise, wanted);
}

/** An element is what it was before something was done to another one; what it draws may go on by itself, as a clock does. */
export async function isUntouched(
  page: ProbePage,
  element: Element,
  before: Look,
  look: (element: Element) => Look,
  observer: Observer,
  did: string,
  wanted = 'unchanged',
): Promise<void> {
  const now = look(element);
  const changed = difference(before, now);
  const isDrawing = changed !== undefined && difference({ ...before, inside: now.inside }, now) === undefined;
  if (isDrawing && (await changesByItself(page, element)))
    observer.saw(did, `${changed}, as it is from time to time while nobody does anything`);
  else observer.holds(did, changed === undefined, changed ?? '', wanted);
}
