import { findMisfit, wanted } from './find-misfit.js';
import { matchesSchema, resolve, type Definitions, type ValueType } from './matches-schema.js';
import { noteDeclared, tellDifference } from './tell-difference.js';
import { asChoice, asData, asNumber } from './values.js';

/** What a property may be. */
interface Allowed {
  /** What it is in general: `string`, `number`, `enum`, `array`, …, or the name of a standard class. */
  kind: string;
  attribute?: string;
  type: ValueType;
  /** What is taken instead of what does not fit, in words. */
  otherwise: string;
}

/** What a contract promises of an element, as far as a page can be told while it is developed. */
export interface Promises {
  tag: string;
  /** Properties that a consumer must give, with their attributes. */
  required: [name: string, attribute: string | undefined][];
  properties: Record<string, Allowed>;
  /** Types that those of properties refer to. */
  definitions: Definitions;
  /** Names that templates of consumers can show, by slot. */
  templates: Record<string, string[]>;
}

interface Callbacks {
  connectedCallback?(): void;
  attributeChangedCallback?(name: string, before: string | null, text: string | null): void;
}

/**
 * Makes a class tell in the console what goes wrong: a required property that is missing, a value that its type does not
 * allow, wherever in it, data that was changed in place, a rendering that differs from a server's. Only development builds have
 * this; nothing is frozen or refused.
 */
export function inspect(Class: CustomElementConstructor, promises: Promises): void {
  if (!globalThis.customElements) return;
  const prototype = Class.prototype as HTMLElement & Callbacks;
  const { tag } = promises;
  const present = customElements.get(tag);
  if (present && present !== Class) {
    console.warn(
      `<${tag}> is registered already, by another copy of its module; that first one stays in use.`,
    );
  }
  const { connectedCallback, attributeChangedCallback } = prototype;
  const ofAttribute = new Map(
    Object.entries(promises.properties).map(([name, { attribute }]) => [attribute, name]),
  );
  prototype.connectedCallback = function (this: HTMLElement) {
    noteDeclared(this);
    connectedCallback?.call(this);
    tellDifference(this);
    // Some frameworks set properties after they have put the element in its place.
    setTimeout(() => {
      tellMissing(this, promises);
      tellMisspelt(this, promises);
    });
    if (watched.has(this)) return;
    watched.add(this);
    for (const type of ['click', 'change', 'input', 'keydown'])
      this.addEventListener(type, () => setTimeout(() => tellChanged(this, promises)));
  };
  prototype.attributeChangedCallback = function (this: HTMLElement, name, before, text) {
    const property = ofAttribute.get(name);
    if (property !== undefined && text !== null)
      tellUnfit(this, property, text, `<${tag} ${name}="${text}">:`, promises);
    setByAttribute(this, () => attributeChangedCallback?.call(this, name, before, text));
  };
  for (const name of Object.keys(promises.properties)) watchProperty(prototype, name, promises);
}

/** Elements whose data is looked at after events. */
const watched = new WeakSet<HTMLElement>();

/** What has been told already, so that each fault of an element is told once. */
const told = new WeakMap<HTMLElement, Set<string>>();

function tell(element: HTMLElement, message: string): void {
  const known = told.get(element) ?? new Set<string>();
  told.set(element, known);
  if (known.has(message)) return;
  known.add(message);
  console.warn(message, element);
}

function valueOf(element: HTMLElement, name: string): unknown {
  return (element as unknown as Record<string, unknown>)[name];
}

function tellMissing(element: HTMLElement, { tag, required }: Promises): void {
  if (!element.isConnected) return;
  for (const [name, attribute] of required) {
    if (valueOf(element, name) !== undefined || (attribute && element.hasAttribute(attribute))) continue;
    const how = attribute
      ? `the attribute "${attribute}" or the property "${name}"`
      : `the property "${name}"`;
    tell(element, `<${tag}> needs ${how}, which was not given.`);
  }
}

/** `{name}` in a consumer's template that is none of the names which the slot gives. */
function tellMisspelt(element: HTMLElement, { tag, templates }: Promises): void {
  for (const template of element.querySelectorAll<HTMLTemplateElement>(':scope > template')) {
    const slot = template.slot || 'default';
    const known = Object.hasOwn(templates, slot) ? templates[slot]! : undefined;
    if (!known) continue;
    const holder = document.createElement('div');
    holder.append(template.content.cloneNode(true));
    const texts = [
      holder.textContent ?? '',
      ...[...holder.querySelectorAll('*')].flatMap(({ attributes }) =>
        [...attributes].map(({ value }) => value),
      ),
    ];
    const calls = [...holder.querySelectorAll<HTMLElement>('[data-call]')].map(
      ({ dataset }) => dataset.call!,
    );
    const names = texts.flatMap((text) => [...text.matchAll(/\{\s*([\w$-]+)/g)].map(([, name]) => name!));
    for (const name of [...names, ...calls]) {
      if (known.includes(name)) continue;
      tell(
        element,
        `The template for the slot "${slot}" of <${tag}> names "${name}", which is not given; there is ${known.join(', ')}.`,
      );
    }
  }
}

/** The element of which an attribute has changed just now. */
let byAttribute: HTMLElement | undefined;

/** What sets properties meanwhile is the attribute, of which has been told. */
function setByAttribute(element: HTMLElement, work: () => void): void {
  const outer = byAttribute;
  byAttribute = element;
  try {
    work();
  } finally {
    byAttribute = outer;
  }
}

/** Nothing is the default, and no mistake. */
function tellUnfit(
  element: HTMLElement,
  name: string,
  value: unknown,
  where: string,
  { properties, definitions }: Promises,
): void {
  const { kind, type, otherwise } = properties[name]!;
  if (value === undefined || value === null) return;
  const unfit = (what: string): void =>
    tell(element, `${where} this is not ${what}; ${otherwise} is taken instead.`);
  if (kind === 'boolean') return;
  if (kind === 'string' || kind === 'enum' || kind === 'number') {
    if (!textFits(value, kind, type, definitions)) unfit(wanted(resolve(type, definitions)));
  } else if (asData(value, undefined, kind) === undefined)
    unfit(`${/^[aeiou]/i.test(kind) ? 'an' : 'a'} ${kind}`);
  else {
    const misfit = findMisfit(value, type, definitions);
    if (misfit) tell(element, `${where} ${name}${misfit.path} ${misfit.what}; it is taken as it is.`);
  }
}

/** Does a value, or the text of an attribute that stands for one, have its type? */
function textFits(
  value: unknown,
  kind: 'string' | 'enum' | 'number',
  type: ValueType,
  definitions: Definitions,
): boolean {
  if (kind === 'enum') return asChoice(value, type.enum ?? [], undefined) !== undefined;
  return matchesSchema(kind === 'number' ? asNumber(value, Number.NaN) : String(value), type, definitions);
}

/** Copies of what consumers passed, as it was then, by element and property. */
const copies = new WeakMap<HTMLElement, Map<string, { value: unknown; copy: unknown }>>();

function watchProperty(prototype: HTMLElement, name: string, promises: Promises): void {
  const accessor = Object.getOwnPropertyDescriptor(prototype, name);
  if (!accessor?.set) return;
  const { kind } = promises.properties[name]!;
  const isData = kind === 'array' || kind === 'object';
  Object.defineProperty(prototype, name, {
    ...accessor,
    set(this: HTMLElement, value: unknown) {
      if (byAttribute !== this)
        tellUnfit(this, name, value, `The value set to "${name}" of <${promises.tag}>:`, promises);
      if (!isData) {
        accessor.set!.call(this, value);
        return;
      }
      tellChanged(this, promises);
      accessor.set!.call(this, value);
      const known = copies.get(this) ?? new Map<string, { value: unknown; copy: unknown }>();
      copies.set(this, known);
      known.set(name, { value, copy: copyOf(value, 2) });
    },
  });
}

function tellChanged(element: HTMLElement, { tag }: Promises): void {
  for (const [name, { value, copy }] of copies.get(element) ?? []) {
    if (same(value, copy, 2)) continue;
    copies.get(element)!.set(name, { value, copy: copyOf(value, 2) });
    tell(
      element,
      `The data passed to "${name}" of <${tag}> was changed in place, which no view can see: pass a new value instead.`,
    );
  }
}

function isPlain(value: unknown): value is Record<string, unknown> {
  if (typeof value !== 'object' || value === null) return false;
  const prototype: unknown = Object.getPrototypeOf(value);
  return Array.isArray(value) || prototype === Object.prototype || prototype === null;
}

function copyOf(value: unknown, depth: number): unknown {
  if (depth === 0 || !isPlain(value)) return value;
  if (Array.isArray(value)) return value.map((item) => copyOf(item, depth - 1));
  return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, copyOf(item, depth - 1)]));
}

function same(value: unknown, copy: unknown, depth: number): boolean {
  if (depth === 0 || !isPlain(value) || !isPlain(copy)) return Object.is(value, copy);
  const keys = Object.keys(value);
  return (
    keys.length === Object.keys(copy).length && keys.every((key) => same(value[key], copy[key], depth - 1))
  );
}
