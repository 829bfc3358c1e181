import type { Inside } from './inside.js';
import { ALL, type View } from './view.js';

/** What every instance of one element class shares. */
export interface Setup {
  sheets: CSSStyleSheet[];
  Inside: new (host: ViewElement) => Inside;
  View: new (inside: Inside) => View;
  /** Runs at each connection; a function that it returns runs at the disconnection. */
  connected?: (inside: never) => unknown;
  /** Attributes whose property is not their own name in camelCase. */
  attributes?: Record<string, string>;
}

/** Notes that names changed, as bits; the view follows in a microtask. */
export let mark: (element: ViewElement, bits: number) => void;
/** Writes a reflected property to its attribute; null removes it. */
export let reflect: (element: ViewElement, attribute: string, text: string | null) => void;
/** Takes over values that were set as plain properties before the element was defined. */
export let takeOver: (element: ViewElement, names: readonly string[]) => void;
/** The object that an element's own code works with. */
export let insideOf: (element: ViewElement) => Inside;

/** The element whose attribute is being read into its property: that write is not reflected back. */
let reading: ViewElement | undefined;

/** Elements that changed since the last pass. */
const waiting: ViewElement[] = [];
let update: (element: ViewElement) => void;

/** An element as its properties by name, which only the built classes know. */
type Properties = Record<string, unknown>;

/** The base of built elements: when to draw, when to draw again, what attributes mean. */
export class ViewElement extends HTMLElement {
  #setup: Setup;
  #inside: Inside | undefined;
  #view: View | undefined;
  #changed = 0;
  #leave: unknown;
  /** Attributes that came before a property which was set before definition, and so count less. */
  #outdated: Set<string> | undefined;
  /** Reflections that must wait: an element under construction cannot be given attributes. */
  #owed: [string, string | null][] | undefined;

  static {
    mark = (element, bits) => {
      if (!element.#view) return;
      if (!element.#changed && waiting.push(element) === 1) queueMicrotask(updateAll);
      element.#changed |= bits;
    };

    reflect = (element, attribute, text) => {
      if (element === reading) return;
      if (element.#owed) element.#owed.push([attribute, text]);
      else if (text === null) element.removeAttribute(attribute);
      else element.setAttribute(attribute, text);
    };

    takeOver = (element, names) => {
      const early = names.filter((name) => Object.hasOwn(element, name));
      if (!early.length) return;
      element.#owed = [];
      element.#outdated = new Set();
      for (const name of early) {
        const properties = element as unknown as Properties;
        const value = properties[name];
        delete properties[name];
        properties[name] = value;
        for (const attribute of element.getAttributeNames()) {
          if (element.#propertyOf(attribute) === name) element.#outdated.add(attribute);
        }
      }
      if (!element.isConnected) queueMicrotask(() => element.#reflectOwed());
    };

    update = (element) => {
      const changed = element.#changed;
      element.#changed = 0;
      element.#view!.update(changed);
    };

    insideOf = (element) => (element.#inside ??= new element.#setup.Inside(element));
  }

  constructor(setup: Setup) {
    super();
    this.#setup = setup;
    this.attachShadow({ mode: 'open' }).adoptedStyleSheets = setup.sheets;
  }

  /** Resolves when the view shows every change made so far. */
  get settled(): Promise<void> {
    return new Promise(queueMicrotask);
  }

  connectedCallback(): void {
    this.#reflectOwed();
    const inside = insideOf(this);
    if (!this.#view) {
      this.#view = new this.#setup.View(inside);
      this.#view.update(ALL);
      this.shadowRoot!.append(this.#view.root);
    }
    this.#leave = this.#setup.connected?.(inside as never);
  }

  disconnectedCallback(): void {
    this.#inside?.release();
    if (typeof this.#leave === 'function') this.#leave();
    this.#leave = undefined;
  }

  attributeChangedCallback(attribute: string, _before: string | null, text: string | null): void {
    if (this.#outdated?.delete(attribute)) return;
    const name = this.#propertyOf(attribute);
    const properties = this as unknown as Properties;
    const outer = reading;
    reading = this;
    try {
      properties[name] = typeof properties[name] === 'boolean' ? text !== null : text;
    } finally {
      reading = outer;
    }
  }

  #propertyOf(attribute: string): string {
    return (
      this.#setup.attributes?.[attribute] ??
      attribute.replace(/-(.)/g, (_, letter: string) => letter.toUpperCase())
    );
  }

  #reflectOwed(): void {
    const owed = this.#owed;
    this.#owed = undefined;
    owed?.forEach(([attribute, text]) => reflect(this, attribute, text));
  }
}

/** One pass over all elements that changed; an error in one leaves the others working. */
function updateAll(): void {
  for (const element of waiting) {
    try {
      update(element);
    } catch (error) {
      reportError(error);
    }
  }
  waiting.length = 0;
}
