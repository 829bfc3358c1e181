import { isAddress } from './addresses.js';
import type { Inside } from './inside.js';
import { mark } from './view-element.js';
import { setAddress, setAttribute, text } from './write.js';

/** A hole in a consumer's template: `{name}` or `{address.street}`, and no code. */
const HOLE = /\{\s*([\w$-]+(?:\.[\w$-]+)*)\s*\}/g;

/** What one stamp shows, and how it takes data. */
interface Stamp {
  element: HTMLElement;
  fill(data: unknown, index: number): void;
}

interface Stamps {
  template: HTMLTemplateElement | undefined;
  made: Map<string, Stamp>;
}

const all = new WeakMap<Inside, Map<string, Stamps>>();

/** Marks the bits when a consumer's templates come or go. */
export function watchTemplates(bits: number): (inside: Inside) => void {
  return ({ host }) => {
    new MutationObserver((records) => {
      const isTemplate = (node: Node): boolean => node instanceof HTMLTemplateElement;
      const changed = records.some(
        ({ addedNodes, removedNodes }) =>
          [...addedNodes].some(isTemplate) || [...removedNodes].some(isTemplate),
      );
      if (changed) mark(host, bits);
    }).observe(host, { childList: true });
  };
}

/**
 * Stamps the template that a consumer gave for a keyed slot once for each item, into the item's own slot, and keeps
 * the stamps by key. Without a template, nothing is stamped: the consumer's framework repeats its own content.
 */
export function stampItems(
  inside: Inside,
  slot: string,
  items: Iterable<unknown> | null | undefined,
  key: string,
): void {
  const stamps = stampsOf(inside, slot);
  const left = new Set(stamps.made.keys());
  let index = 0;
  for (const item of stamps.template ? (items ?? []) : []) {
    const name = String((item as Record<string, unknown> | null)?.[key]);
    left.delete(name);
    let stamp = stamps.made.get(name);
    if (!stamp) {
      stamp = stampOf(stamps.template!, `${slot}-${name}`);
      stamps.made.set(name, stamp);
      inside.host.append(stamp.element);
    }
    stamp.fill(item, index++);
  }
  for (const name of left) {
    stamps.made.get(name)!.element.remove();
    stamps.made.delete(name);
  }
}

/**
 * Hands data and callbacks to the content of a slot: to the consumer's template, if there is one, and to listeners of
 * `slot-given`. A button in the template with `data-call="name"` calls the callback of that name.
 */
export function giveSlot(inside: Inside, slot: string, given: Record<string, unknown>): void {
  const stamps = stampsOf(inside, slot);
  const { host } = inside;
  let stamp = stamps.made.get('');
  if (!stamps.template) {
    stamp?.element.remove();
    stamps.made.delete('');
  } else {
    if (!stamp) {
      stamp = stampOf(stamps.template, slot === 'default' ? '' : slot);
      stamps.made.set('', stamp);
      stamp.element.addEventListener('click', (event) => {
        const name = (event.target as Element).closest<HTMLElement>('[data-call]')?.dataset.call;
        const call = name === undefined ? undefined : latest.get(host)?.get(slot)?.[name];
        if (typeof call === 'function') (call as (event: Event) => void)(event);
      });
      host.append(stamp.element);
    }
    stamp.fill(given, 0);
  }
  const known = latest.get(host) ?? new Map<string, Record<string, unknown>>();
  latest.set(host, known.set(slot, given));
  // A framework that is just putting the element into the page cannot take a change of its state meanwhile.
  queueMicrotask(() => host.dispatchEvent(new CustomEvent('slot-given', { detail: { slot, data: given } })));
}

const latest = new WeakMap<HTMLElement, Map<string, Record<string, unknown>>>();

/** The stamps of a slot; a template that is another one begins anew. */
function stampsOf(inside: Inside, slot: string): Stamps {
  const known = all.get(inside) ?? new Map<string, Stamps>();
  all.set(inside, known);
  const stamps = known.get(slot) ?? { template: undefined, made: new Map<string, Stamp>() };
  known.set(slot, stamps);
  const template = [...inside.host.children].find(
    (child): child is HTMLTemplateElement =>
      child instanceof HTMLTemplateElement &&
      (child.slot || 'default') === slot &&
      child.content.hasChildNodes(),
  );
  if (template !== stamps.template) {
    for (const { element } of stamps.made.values()) element.remove();
    stamps.made.clear();
    stamps.template = template;
  }
  return stamps;
}

function stampOf(template: HTMLTemplateElement, slot: string): Stamp {
  const content = document.importNode(template.content, true);
  const holes: ((data: unknown, index: number) => void)[] = [];
  const walker = document.createTreeWalker(content, NodeFilter.SHOW_ELEMENT | NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    if (node instanceof Text) holes.push(...textHoles(node));
    else holes.push(...attributeHoles(node as Element));
  }
  const nodes = [...content.childNodes].filter((node) => !(node instanceof Text) || node.data.trim());
  let element: HTMLElement;
  if (nodes.length === 1 && nodes[0] instanceof HTMLElement) [element] = nodes as [HTMLElement];
  else {
    element = document.createElement('span');
    element.style.display = 'contents';
    element.append(content);
  }
  if (slot) element.slot = slot;
  return { element, fill: (data, index) => holes.forEach((hole) => hole(data, index)) };
}

function textHoles(node: Text): ((data: unknown, index: number) => void)[] {
  const source = node.data;
  if (!source.includes('{') || /^(?:style|script)$/.test(node.parentElement?.localName ?? '')) return [];
  return [
    (data, index) => {
      const value = source.replace(HOLE, (_, path: string) => text(read(data, index, path)));
      if (node.data !== value) node.data = value;
    },
  ];
}

function attributeHoles(element: Element): ((data: unknown, index: number) => void)[] {
  return [...element.attributes].flatMap(({ name, value: source }) => {
    if (!source.includes('{')) return [];
    // Data is never code, markup or style: what would be made of it is left out.
    if (/^on|^(?:srcdoc|style)$/.test(name)) {
      element.removeAttribute(name);
      return [];
    }
    const write = isAddress(element.localName, name) ? setAddress : setAttribute;
    const only = new RegExp(`^${HOLE.source}$`).exec(source)?.[1];
    return [
      (data: unknown, index: number) =>
        write(
          element,
          name,
          only === undefined
            ? source.replace(HOLE, (_, path: string) => text(read(data, index, path)))
            : read(data, index, only),
        ),
    ];
  });
}

/** The value at a path of own members; `item` and `index` are the item itself and its place. */
function read(data: unknown, index: number, path: string): unknown {
  if (path === 'index') return index;
  const steps = path.split('.');
  let value: unknown = data;
  if (steps[0] === 'item' && !hasOwn(data, 'item')) steps.shift();
  for (const step of steps) {
    if (!hasOwn(value, step)) return undefined;
    value = value[step];
  }
  return value;
}

function hasOwn(value: unknown, name: string): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && Object.hasOwn(value, name);
}
