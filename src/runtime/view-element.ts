import { ALL, type InnerSide, type Shown } from './view.js';

/** What every instance of one element class shares. */
export interface Setup {
  sheets: CSSStyleSheet[];
  Inside: new (host: ViewElement) => InnerSide;
  View: new (inside: never) => Shown;
  /** What its shadow root is like, if not just open; null for an element that draws into itself. */
  shadow?: ShadowRootInit | null;
  /** False while data is missing that the view cannot be drawn without and no markup can give. */
  ready?: (host: never) => boolean;
  /** Runs once, at the first connection, before anything is drawn. */
  begin?: (inside: never) => unknown;
  /** Runs at each connection; a function that it returns runs at the disconnection. */
  connected?: (inside: never) => unknown;
  /** Runs before the view follows changes. */
  before?: (inside: never) => void;
  /** Runs after each drawing. */
  drawn?: (inside: never) => unknown;
  /** Attributes whose property is not their own name in camelCase. */
  attributes?: Record<string, string>;
}

/** Notes that names changed, as bits; the view follows in a microtask. False before there is a view. */
export let mark: (element: ViewElement, bits: number) => boolean;
/** Draws an element that waited for data, if all of it is there now. */
export let arrive: (element: ViewElement) => void;
/** Lets the view follow what changed so far at once, where somebody asks for what it is to bring about. */
export let catchUp: (element: ViewElement) => void;
/** Where an element is drawn: its shadow root, closed or not, or the element itself. */
export let rootOf: (element: ViewElement) => ShadowRoot | ViewElement;
/** Takes over values that were set as plain properties before the element was defined. */
export let takeOver: (element: ViewElement, names: readonly string[]) => void;
/** Ends what a connection began; elements that begin nothing are spared the callback. */
export let endConnection: (element: ViewElement) => void;
/** The object that an element's own code works with. */
export let insideOf: (element: ViewElement) => InnerSide;
/** The number of the drawing that goes on now; 0 between drawings. */
export let drawing = 0;

let drawings = 0;

/** Of elements that had properties before they were defined: attributes that were there as well, and so count less. */
const outdated = new WeakMap<ViewElement, Set<string>>();

/** Where a view has what ends the connection of its element, if something does. */
const END = Symbol();

/** The element whose attribute is being read into its property: that write is not reflected back. */
let reading: ViewElement | undefined;

/** Writes a reflected property to its attribute; null removes it. */
export function reflect(element: ViewElement, attribute: string, text: string | null): void {
  if (element === reading) return;
  if (text === null) element.removeAttribute(attribute);
  else element.setAttribute(attribute, text);
}

/** Gives an element's root its style sheets in another document; undefined where no element has style. */
let follow: ((root: ShadowRoot | ViewElement, sheets: readonly CSSStyleSheet[]) => void) | undefined;

/** Says how style sheets follow an element into another document. */
export function followWith(following: NonNullable<typeof follow>): void {
  follow = following;
}

const OPEN: ShadowRootInit = { mode: 'open' };

/** Elements that changed since the last pass. */
const waiting: ViewElement[] = [];

/** Lets the view follow what changed; what is worked out meanwhile is worked out once. */
let draw: (element: ViewElement, changed: number) => void;
/** The property that an attribute gives. */
let propertyOf: (element: ViewElement, attribute: string) => string;

/** One pass over all elements that changed; an error in one leaves the others working. */
function updateAll(): void {
  for (let place = 0; place < waiting.length; place++) catchUp(waiting[place]!);
  waiting.length = 0;
}

/** An element as its properties by name, which only the built classes know. */
type Properties = Record<string, unknown>;

/** Where there is no document, classes can be imported all the same. */
const Base = (globalThis.HTMLElement ?? Object) as typeof HTMLElement;

/** The base of built elements: when to draw, when to draw again, what attributes mean. */
export class ViewElement extends Base {
  #setup: Setup;
  #root: ShadowRoot | this = this;
  #inside: InnerSide | undefined;
  #view: (Shown & { [END]?: unknown }) | undefined;
  #changed = 0;

  static {
    mark = (element, bits) => {
      if (!element.#view) return false;
      if (!element.#changed && waiting.push(element) === 1) queueMicrotask(updateAll);
      element.#changed |= bits;
      return true;
    };

    arrive = (element) => {
      if (!element.#view && element.isConnected) element.#changed = ALL;
      // What changed while data was missing was not drawn, and the element is on no list any more.
      if (element.#changed && waiting.push(element) === 1) queueMicrotask(updateAll);
    };

    rootOf = (element) => element.#root;

    takeOver = (element, names) => {
      const early = names.filter((name) => Object.hasOwn(element, name));
      if (!early.length) return;
      // Only what was there before its definition has something: it is not under construction, and can be given attributes.
      const { observedAttributes = [] } = element.constructor as { observedAttributes?: readonly string[] };
      const late = observedAttributes.filter(
        (name) => element.hasAttribute(name) && early.includes(propertyOf(element, name)),
      );
      const values = early.map((name) => [name, element[name as never]] as const);
      for (const name of early) delete element[name as never];
      // What an attribute says is read first, so that it is put right where the property says something else.
      for (const name of late) element.attributeChangedCallback(name, null, element.getAttribute(name));
      outdated.set(element, new Set(late));
      for (const [name, value] of values) element[name as never] = value;
    };

    catchUp = (element) => {
      if (!element.#changed) return;
      const setup = element.#setup;
      if (setup.ready?.(element as never) === false) return;
      try {
        if (!element.#view) {
          element.#changed = 0;
          if (element.isConnected) element.connectedCallback();
          return;
        }
        // What runs here may mark more; it is drawn in the same pass.
        setup.before?.(element.#inside as never);
        const changed = element.#changed;
        element.#changed = 0;
        draw(element, changed);
        setup.drawn?.(element.#inside as never);
      } catch (error) {
        element.#changed = 0;
        reportError(error);
      }
    };

    draw = (element, changed) => {
      const outer = drawing;
      drawing = ++drawings;
      try {
        element.#view!.update(changed, element);
      } finally {
        drawing = outer;
      }
    };

    propertyOf = (element, attribute) =>
      element.#setup.attributes?.[attribute] ??
      attribute.replace(/-./g, (dashed) => dashed[1]!.toUpperCase());

    endConnection = (element) => {
      element.#inside?.release?.();
      const view = element.#view;
      const end = view?.[END];
      if (typeof end !== 'function') return;
      view![END] = undefined;
      end();
    };

    insideOf = (element) => (element.#inside ??= new element.#setup.Inside(element));
  }

  constructor(setup: Setup) {
    super();
    this.#setup = setup;
    if (setup.shadow === null) return;
    const root = this.attachShadow(setup.shadow ?? OPEN);
    root.adoptedStyleSheets = setup.sheets;
    this.#root = root;
  }

  /** Resolves when the view shows every change made so far. */
  get settled(): Promise<void> {
    return new Promise(queueMicrotask);
  }

  connectedCallback(): void {
    if (!this.#view && this.#setup.ready?.(this as never) === false) return;
    const inside = insideOf(this);
    if (!this.#view) {
      this.#setup.begin?.(inside as never);
      this.#view = new this.#setup.View(inside as never);
      try {
        draw(this, ALL);
      } finally {
        const { root } = this.#view;
        // Without a shadow root, what a copy of an element brings along is what the first one drew.
        if (root && this.#root === this) this.replaceChildren(root);
        else if (root) this.#root.append(root);
      }
      this.#setup.drawn?.(inside as never);
    }
    const { connected } = this.#setup;
    if (connected) this.#view[END] = connected(inside as never);
  }

  /** A style sheet belongs to one document: in another one the element gets a copy (CSSOM, section 6.8). */
  adoptedCallback(): void {
    follow?.(this.#root, this.#setup.sheets);
  }

  attributeChangedCallback(
    attribute: string,
    _before: string | null,
    text: string | null,
    namespace?: string | null,
  ): void {
    // An attribute in a namespace is another one.
    if (namespace || outdated.get(this)?.delete(attribute)) return;
    const name = propertyOf(this, attribute);
    const properties = this as unknown as Properties;
    const outer = reading;
    reading = this;
    try {
      properties[name] = typeof properties[name] === 'boolean' ? text !== null : text;
    } finally {
      reading = outer;
    }
  }
}
