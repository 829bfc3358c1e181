/** What a contract promises of an element, as far as a page can be told while it is developed. */
export interface Promises {
  tag: string;
  /** Properties that a consumer must give, with their attributes. */
  required: [name: string, attribute: string | undefined][];
  /** Attributes whose text is a choice or a number, with what is allowed and what is taken instead. */
  attributes: Record<string, { choices?: unknown[]; minimum?: number; maximum?: number; otherwise: string }>;
  /** Properties that hold a consumer's data. */
  data: string[];
  /** Names that templates of consumers can show, by slot. */
  templates: Record<string, string[]>;
}

interface Callbacks {
  connectedCallback?(): void;
  attributeChangedCallback?(name: string, before: string | null, text: string | null): void;
}

/**
 * Makes a class tell in the console what goes wrong: a required property that is missing, an attribute that its type
 * does not allow, data that was changed in place. Only development builds have this; nothing is frozen or refused.
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
  prototype.connectedCallback = function (this: HTMLElement) {
    connectedCallback?.call(this);
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
    tellUnfit(this, name, text, promises);
    attributeChangedCallback?.call(this, name, before, text);
  };
  for (const name of promises.data) watchData(prototype, name, promises);
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

function tellUnfit(
  element: HTMLElement,
  name: string,
  text: string | null,
  { tag, attributes }: Promises,
): void {
  const allowed = Object.hasOwn(attributes, name) ? attributes[name] : undefined;
  if (!allowed || text === null) return;
  const { choices, minimum = -Infinity, maximum = Infinity, otherwise } = allowed;
  const number = text.trim() === '' ? Number.NaN : Number(text);
  const fits = choices
    ? choices.some((choice) => String(choice) === text)
    : number >= minimum && number <= maximum;
  if (fits) return;
  const wanted = choices ? `one of ${choices.map(String).join(', ')}` : 'a number that its type allows';
  tell(element, `<${tag} ${name}="${text}">: this is not ${wanted}; ${otherwise} is taken instead.`);
}

/** Copies of what consumers passed, as it was then, by element and property. */
const copies = new WeakMap<HTMLElement, Map<string, { value: unknown; copy: unknown }>>();

function watchData(prototype: HTMLElement, name: string, promises: Promises): void {
  const accessor = Object.getOwnPropertyDescriptor(prototype, name);
  if (!accessor?.set) return;
  Object.defineProperty(prototype, name, {
    ...accessor,
    set(this: HTMLElement, value: unknown) {
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
